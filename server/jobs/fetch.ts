import { eq } from 'drizzle-orm';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Database } from '../db/database.ts';
import { arrival } from '../db/schema.ts';
import { refuseArrival } from '../holdings/arrivals.ts';
import { removeUpload } from '../store/uploads.ts';
import { unfit } from '../refusal.ts';
import { sniff } from '../imaging/sniff.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Store } from '../store/store.ts';
import { refuseOverQuota } from '../site/quota.ts';
import { enqueue } from '../queue/queue.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    fetch: true;
  }
}

export const fetchJob: Job<Services> = {
  name: 'fetch',
  rank: 0,
  work: ({ database, store, outbound, configuration: { uploads, maxUpload } }) =>
    fetchWork(database, store, outbound, uploads, maxUpload),
};

const WITHIN = 15 * 60_000;

/** Fetches a file from the web into the folder of uploads, then has it read like one that was sent. */
function fetchWork(
  database: Database,
  store: Pick<Store, 'free'>,
  outbound: Outbound,
  uploads: string,
  mostBytes: number,
): Work {
  return {
    run: async (id, advance) => {
      const row = await stillWanted(database, id);
      if (!row?.address) return;
      const path = join(uploads, id);
      const given = new AbortController();
      let told = 0;
      const tell = (bytes: number, total: number | null) => {
        if (Date.now() - told < 500) return;
        told = Date.now();
        void advance(Math.round(bytes / 1000), Math.round((total ?? bytes) / 1000)).catch(() => undefined);
        void stillWanted(database, id).then(
          (row) => (row ? undefined : given.abort()),
          () => undefined,
        );
      };
      try {
        const limits = { mostBytes, within: WITHIN, signal: given.signal };
        await outbound.download(row.address, path, limits, tell);
        // What was fetched lies in the folder of uploads by now, and is counted there.
        await refuseOverQuota({ database, uploads, store }, row.siteId, 0);
        await sniff(path);
      } catch (error) {
        await removeUpload(uploads, id);
        if (given.signal.aborted) return;
        throw error;
      }
      const { size } = await stat(path);
      await database.transaction(async (transaction) => {
        const changed = { state: 'reading' as const, bytes: size };
        await transaction.update(arrival).set(changed).where(eq(arrival.id, id));
        await enqueue(transaction, 'receive', id, `Reading ${row.fileName}`);
      });
    },
    gaveUp: (id, says) => refuseArrival(database, uploads, id, says),
  };
}

async function stillWanted(database: Database, id: string) {
  const [row] = await database.select().from(arrival).where(eq(arrival.id, id));
  if (row && row.state !== 'fetching') throw unfit('It has been fetched already.');
  return row;
}
