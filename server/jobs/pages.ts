import type { Database } from '../db/database.ts';
import { gatherMarked } from '../pages/pagerow.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    pages: true;
  }
}

export const pagesJob: Job<Services> = {
  name: 'pages',
  rank: 1,
  work: ({ database }) => pagesWork(database),
};

/** Looks through the pages of a site again that something has changed for. */
function pagesWork(database: Database): Work {
  return {
    run: async (siteId, advance) => {
      await gatherMarked(database, siteId, 1_000_000, advance);
    },
  };
}
