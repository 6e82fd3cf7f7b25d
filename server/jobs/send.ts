import { and, eq } from 'drizzle-orm';
import { createReadStream } from 'node:fs';
import { tagsOf } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, original, ownTerms, placard, sentFilm, track } from '../db/schema.ts';
import { writeFilm } from '../film/write.ts';
import { MIME_BY_EXTENSION } from '../imaging/formats.ts';
import type { VideoHost } from '../outbound/videohost.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import type { Job, Work } from '../queue/job.ts';
import { placardOf, termsOfRow } from '../licence/labelrow.ts';
import type { Services } from '../services.ts';
import { unfit } from '../refusal.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    send: true;
  }
}

export const sendJob: Job<Services> = {
  name: 'send',
  rank: 0,
  work: ({ database, store, videoHost }) => sendWork(database, store, videoHost),
};

const TELL_EVERY = 500;

/** Sends a film of ours to the video host; forgotten meanwhile, it stops. */
function sendWork(database: Database, store: Store, host: VideoHost | null): Work {
  const set = (id: string, changes: Partial<typeof sentFilm.$inferInsert>) =>
    database.update(sentFilm).set(changes).where(eq(sentFilm.id, id));
  return {
    run: async (id, advance) => {
      const [row] = await database
        .select({ film: sentFilm, file: original, placard, ownTerms })
        .from(sentFilm)
        .innerJoin(asset, eq(asset.id, sentFilm.assetId))
        .innerJoin(original, eq(original.sha256, asset.sha256))
        .innerJoin(placard, eq(placard.assetId, asset.id))
        .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
        .where(eq(sentFilm.id, id));
      if (row?.film.state !== 'sending') return;
      if (!host) throw unfit('No video host is connected here any more.');
      const { film } = row;
      const given = new AbortController();
      let told = 0;
      const tell = (bytes: number) => {
        if (Date.now() - told < TELL_EVERY) return;
        told = Date.now();
        void advance(Math.round(bytes / 1000), Math.round(row.file.bytes / 1000)).catch(() => undefined);
        void set(id, { sent: bytes }).then(
          ([{ affectedRows }]) => (affectedRows === 0 ? given.abort() : undefined),
          () => undefined,
        );
      };
      const copy = await localCopy(store, row.file.key);
      // It leaves with its label as it is now, and with nothing else that its file says.
      const tags = tagsOf(placardOf(row.placard), row.ownTerms ? { terms: termsOfRow(row.ownTerms) } : {});
      const written = await writeFilm(copy.path, row.file.facts, tags).finally(copy.release);
      const { bytes } = written;
      const type = MIME_BY_EXTENSION[written.extension] ?? row.file.facts.mime;
      const body = createReadStream(written.path);
      try {
        const captions = await captionsOf(film);
        const { page, player } = await host.receive(
          { ...film, type, bytes, body, captions },
          given.signal,
          tell,
        );
        await set(id, { state: 'there', sent: bytes, page, player, says: null });
      } catch (error) {
        if (given.signal.aborted) return;
        throw error;
      } finally {
        body.destroy();
        await written.release();
      }
    },
    gaveUp: async (id, says) => {
      await set(id, { state: 'failed', says: says.slice(0, 500) });
    },
  };

  async function captionsOf({ assetId, captions }: typeof sentFilm.$inferSelect) {
    if (!captions) return null;
    const [found] = await database
      .select({ key: track.key })
      .from(track)
      .where(and(eq(track.assetId, assetId), eq(track.language, captions)));
    if (!found) return null;
    return { language: captions, text: Buffer.from(await store.bytes(found.key)).toString('utf8') };
  }
}
