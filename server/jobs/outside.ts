import { and, asc, eq, lte } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';
import { nextLook } from '@placard/core/outside';
import type { Database } from '../db/database.ts';
import { outside, pageOutside } from '../db/schema.ts';
import { Looker } from '../outside/look.ts';
import { shareOf, SILENT_OFTEN } from '../outside/outside.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Work } from '../queue/runner.ts';
import { markPages } from '../search/markpages.ts';

type Row = typeof outside.$inferSelect;

/** Addresses of one turn; the rest are due still, and have the next. */
const AT_ONCE = 2_000;
/** Hosts that are asked at the same time. */
const HOSTS_AT_ONCE = 40;
/** What a host that says nothing is left alone after, and for how long at least, in milliseconds. */
const [SILENT_IN_A_ROW, REST] = [2, 3_600_000];

/**
 * Looks whether what pages lead to and show outside still works: what is due, one address of a host after another, with
 * a pause between. A host that does not answer is left alone.
 */
export function outsideWork(database: Database, outbound: Outbound, between = 1_000): Work {
  const looker = new Looker(outbound);
  return {
    run: async (siteId, advance) => {
      const due = await database
        .select()
        .from(outside)
        .where(and(eq(outside.siteId, siteId), eq(outside.unused, false), lte(outside.nextAt, new Date())))
        .orderBy(asc(outside.nextAt))
        .limit(AT_ONCE);
      const byHost = [...Map.groupBy(due, ({ host }) => host).values()];
      let done = 0;
      const told = async () => advance(++done, due.length);
      const ask = async () => {
        for (let some = byHost.shift(); some !== undefined; some = byHost.shift())
          await lookAtHost(some, told);
      };
      await advance(0, due.length);
      await Promise.all(Array.from({ length: HOSTS_AT_ONCE }, ask));
    },
    gaveUp: async () => {},
  };

  async function lookAtHost(rows: readonly Row[], told: () => Promise<void>): Promise<void> {
    let silent = 0;
    let rest = 0;
    for (const [at, row] of rows.entries()) {
      if (at > 0) await pause(between);
      if (silent >= SILENT_IN_A_ROW || rest > 0) {
        const nextAt = new Date(Date.now() + Math.max(rest, REST) * (1 + shareOf(row.hash)));
        await database.update(outside).set({ nextAt }).where(eq(outside.id, row.id));
      } else {
        const seen = await looker.look(row.address, row.kind);
        silent = seen.state === 'silent' ? silent + 1 : 0;
        rest = seen.later ?? 0;
        await write(row, seen);
      }
      await told();
    }
  }

  async function write(
    row: Row,
    { state, says, leadsTo }: Awaited<ReturnType<Looker['look']>>,
  ): Promise<void> {
    const now = new Date();
    const failures = state === 'works' || state === 'moved' ? 0 : row.failures + 1;
    const nextAt = nextLook(now, state, failures, shareOf(row.hash));
    await database.transaction(async (transaction) => {
      await transaction
        .update(outside)
        .set({ state, says: says.slice(0, 500), leadsTo, failures, checkedAt: now, nextAt })
        .where(eq(outside.id, row.id));
      const changed =
        row.state !== state || row.leadsTo !== leadsTo || (state === 'silent' && failures === SILENT_OFTEN);
      if (!changed || (row.state === 'unseen' && state === 'works')) return;
      const pages = await transaction
        .select({ id: pageOutside.pageId })
        .from(pageOutside)
        .where(eq(pageOutside.outsideId, row.id));
      await markPages(transaction, row.siteId, { pages: pages.map(({ id }) => id) });
    });
  }
}
