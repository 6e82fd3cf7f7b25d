import type { Database } from '../db/database.ts';
import { gatherMarked } from '../pages/pagerow.ts';
import type { Work } from '../queue/runner.ts';

/** Looks through the pages of a site again that something has changed for. */
export function pagesWork(database: Database): Work {
  return {
    run: async (siteId, advance) => {
      await gatherMarked(database, siteId, 1_000_000, advance);
    },
    gaveUp: async () => {},
  };
}
