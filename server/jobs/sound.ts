import { eq } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset, drawnSound, original, changeLog } from '../db/schema.ts';
import { readSound } from '../film/sound.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    sound: true;
  }
}

export const soundJob: Job<Services> = {
  name: 'sound',
  rank: 0,
  work: ({ database, store }) => soundWork(database, store),
};

const TELL_EVERY = 700;

/** Draws and measures the sound of a film or sound. */
function soundWork(database: Database, store: Store): Work {
  const fileOf = async (id: string) => {
    const [row] = await database
      .select({ file: original })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .where(eq(asset.id, id));
    return row?.file;
  };
  const set = async (id: string, sha256: string, changes: Partial<typeof drawnSound.$inferInsert>) => {
    await database.update(drawnSound).set(changes).where(eq(drawnSound.sha256, sha256));
    // Windows that show it are told as of any change of the asset.
    await database.insert(changeLog).values({ kind: 'asset', subject: id, at: new Date() });
  };
  return {
    run: async (id, advance) => {
      const file = await fileOf(id);
      if (!file) return;
      const { sha256, facts } = file;
      const seconds = Math.max(1, Math.round(facts.duration ?? 0));
      const copy = await localCopy(store, file.key);
      let said = 0;
      try {
        const { peaks, loudness } = await readSound(copy.path, facts.extension, (done) => {
          if (Date.now() - said < TELL_EVERY) return;
          said = Date.now();
          void advance(Math.min(seconds, Math.round(done)), seconds).catch(() => undefined);
        });
        if (peaks.length === 0) return await set(id, sha256, { state: 'silent' });
        const key = `peaks/${sha256.slice(0, 2)}/${sha256}.bin`;
        await store.put(key, Buffer.from(peaks.buffer, peaks.byteOffset, peaks.byteLength));
        await set(id, sha256, { state: 'there', key, loudness });
      } finally {
        await copy.release();
      }
    },
    gaveUp: async (id, says) => {
      const file = await fileOf(id);
      if (file) await set(id, file.sha256, { state: 'failed', says: says.slice(0, 500) });
    },
  };
}
