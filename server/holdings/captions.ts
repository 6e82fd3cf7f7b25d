import { and, eq } from 'drizzle-orm';
import { readCaptions, writeVtt } from '@placard/core/captions';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, track } from '../db/schema.ts';
import { notHeld, unfit } from '../refusal.ts';
import type { Store } from '../store/store.ts';

/** Attaches captions to a film, in place of those in the same language. Throws gone and unfit. */
export async function putCaptions(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
  captions: { language: string; label: string; text: string },
): Promise<void> {
  const [film] = await database
    .select({ kind: asset.kind })
    .from(asset)
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!film) throw notHeld();
  if (film.kind === 'picture') throw unfit('Only films and sounds have captions.');
  const read = readCaptions(captions.text);
  if ('wrong' in read) throw unfit(read.wrong);
  const key = `captions/${id}/${newId()}.vtt`;
  const written = Buffer.from(writeVtt(read.cues));
  await store.put(key, written);
  const bytes = written.length;
  const { language, label } = captions;
  const [before] = await database
    .select()
    .from(track)
    .where(and(eq(track.assetId, id), eq(track.language, language)));
  await database
    .insert(track)
    .values({ id: newId(), assetId: id, language, label, key, bytes })
    .onDuplicateKeyUpdate({ set: { label, key, bytes } });
  if (before) await store.delete(before.key);
}

/** Counts captions that were kept before anybody did. */
export async function countCaptions(database: Database, store: Store): Promise<void> {
  for (const { id, key } of await database.select().from(track).where(eq(track.bytes, 0))) {
    const bytes = await store.bytes(key).catch(() => Buffer.alloc(0));
    await database.update(track).set({ bytes: bytes.length }).where(eq(track.id, id));
  }
}
