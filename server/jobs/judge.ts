import { asc, eq } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset } from '../db/schema.ts';
import { assetsChanged } from '../search/searchrows.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    judge: true;
  }
}

export const judgeJob: Job<Services> = {
  name: 'judge',
  rank: 1,
  work: ({ database }) => judgeWork(database),
};

const AT_ONCE = 500;

/** Judges everything of a site anew, after what the site is for has changed, so that searches tell it. */
function judgeWork(database: Database): Work {
  return {
    run: async (siteId, advance) => {
      const held = await database
        .select({ id: asset.id })
        .from(asset)
        .where(eq(asset.siteId, siteId))
        .orderBy(asc(asset.id));
      for (let from = 0; from < held.length; from += AT_ONCE) {
        const some = held.slice(from, from + AT_ONCE).map(({ id }) => id);
        await assetsChanged(database, some);
        await advance(Math.min(held.length, from + AT_ONCE), held.length);
      }
    },
  };
}
