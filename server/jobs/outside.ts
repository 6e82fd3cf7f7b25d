import { and, asc, eq, lte, notInArray } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';
import { nextLook } from '@placard/core/outside';
import type { Database } from '../db/database.ts';
import { outside, pageOutside } from '../db/schema.ts';
import { Looker } from '../outside/look.ts';
import { shareOf, SILENT_OFTEN } from '../outside/outside.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Job, Work } from '../queue/job.ts';
import { markPages } from '../search/markpages.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    outside: true;
  }
}

export const outsideJob: Job<Services> = {
  name: 'outside',
  rank: 4,
  work: ({ database, outbound }) => outsideWork(database, outbound),
};

type Row = typeof outside.$inferSelect;

/** Addresses that are read at once. */
const AT_ONCE = 2_000;
/** Hosts that are asked at the same time. */
const HOSTS_AT_ONCE = 40;
/** How often it is asked what is due, while hosts are asked, in milliseconds. */
const AGAIN = 1_000;
/** What a host that says nothing is left alone after, and for how long at least, in milliseconds. */
const [SILENT_IN_A_ROW, REST] = [2, 3_600_000];

/**
 * Looks whether what pages lead to and show outside still works: what is due, one address of a host after another, with
 * a pause between. A host that does not answer is left alone.
 */
function outsideWork(database: Database, outbound: Outbound, between = 1_000): Work {
  const looker = new Looker(outbound);
  return {
    run: async (siteId, advance) => {
      const lanes = new Map<string, Promise<void>>();
      let [done, total] = [0, 0];
      const told = async () => advance(++done, Math.max(done, total));
      for (;;) {
        // What becomes due meanwhile is not kept waiting by a host that takes its time.
        const free = HOSTS_AT_ONCE - lanes.size;
        const due = free > 0 ? await dueNow(siteId, [...lanes.keys()]) : [];
        for (const [host, rows] of [...byHost(due)].slice(0, free)) {
          total += rows.length;
          lanes.set(
            host,
            lookAtHost(rows, told).finally(() => lanes.delete(host)),
          );
        }
        if (lanes.size === 0) return;
        await advance(done, total);
        await Promise.race([...lanes.values(), pause(AGAIN)]);
      }
    },
  };

  /** What is to be looked at now, of hosts that are not being asked. */
  async function dueNow(siteId: string, busy: readonly string[]): Promise<Row[]> {
    return database
      .select()
      .from(outside)
      .where(
        and(
          eq(outside.siteId, siteId),
          eq(outside.unused, false),
          lte(outside.nextAt, new Date()),
          busy.length > 0 ? notInArray(outside.host, [...busy]) : undefined,
        ),
      )
      .orderBy(asc(outside.nextAt))
      .limit(AT_ONCE);
  }

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

function byHost(rows: readonly Row[]): Map<string, Row[]> {
  const hosts = new Map<string, Row[]>();
  for (const row of rows) hosts.set(row.host, [...(hosts.get(row.host) ?? []), row]);
  return hosts;
}
