import { eq } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset } from '../db/schema.ts';
import { askForFilms } from '../holdings/films.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Store } from '../store/store.ts';
import { versionsInUse } from '../holdings/versions.ts';
import { makeRenditions } from './prepare.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    relabel: true;
  }
}

export const relabelJob: Job<Services> = {
  name: 'relabel',
  rank: 3,
  shown: false,
  work: ({ database, store }) => relabelWork(database, store),
};

/**
 * Writes the label anew into the renditions of an asset that carry another. Where that fails they go out with the label
 * they had; the next change of it tries again.
 */
function relabelWork(database: Database, store: Store): Work {
  return {
    run: async (id, advance) => {
      for (const versionId of await versionsInUse(database, id))
        await makeRenditions(database, store, versionId, advance, true);
      const [row] = await database.select().from(asset).where(eq(asset.id, id));
      if (row) await askForFilms(database, row);
    },
  };
}
