import { and, eq } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset, original, sentFilm, track } from '../db/schema.ts';
import { Refused } from '../imaging/formats.ts';
import type { VideoHost } from '../outbound/videohost.ts';
import type { Store } from '../store/store.ts';
import type { Work } from './runner.ts';

const TELL_EVERY = 500;

/** Sends a film of ours to the video host; forgotten meanwhile, it stops. */
export function sendWork(database: Database, store: Store, host: VideoHost | null): Work {
  const set = (id: string, changes: Partial<typeof sentFilm.$inferInsert>) =>
    database.update(sentFilm).set(changes).where(eq(sentFilm.id, id));
  return {
    run: async (id, advance) => {
      const [row] = await database
        .select({ film: sentFilm, file: original })
        .from(sentFilm)
        .innerJoin(asset, eq(asset.id, sentFilm.assetId))
        .innerJoin(original, eq(original.sha256, asset.sha256))
        .where(eq(sentFilm.id, id));
      if (row?.film.state !== 'sending') return;
      if (!host) throw new Refused('No video host is connected here any more.');
      const { film, file } = row;
      const given = new AbortController();
      let told = 0;
      const tell = (bytes: number) => {
        if (Date.now() - told < TELL_EVERY) return;
        told = Date.now();
        void advance(Math.round(bytes / 1000), Math.round(file.bytes / 1000)).catch(() => undefined);
        void set(id, { sent: bytes }).then(
          ([{ affectedRows }]) => (affectedRows === 0 ? given.abort() : undefined),
          () => undefined,
        );
      };
      const body = await store.read(file.key);
      try {
        const { page, player } = await host.receive(
          { ...film, type: file.facts.mime, bytes: file.bytes, body, captions: await captionsOf(film) },
          given.signal,
          tell,
        );
        await set(id, { state: 'there', sent: file.bytes, page, player, says: null });
      } catch (error) {
        if (given.signal.aborted) return;
        throw error;
      } finally {
        body.destroy();
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
