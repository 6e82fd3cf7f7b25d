import { and, eq } from 'drizzle-orm';
import { readCaptions, writeVtt } from '@placard/core/captions';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, track } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import type { Store } from '../store/store.ts';

/** Attaches captions to a film, in place of those in the same language. Throws NotFound and 422. */
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
  if (!film) throw new NotFound('This is not held here any more.');
  if (film.kind === 'picture') throw new Problem(422, 'Only films and sounds have captions.');
  const read = readCaptions(captions.text);
  if ('wrong' in read) throw new Problem(422, read.wrong);
  const key = `captions/${id}/${newId()}.vtt`;
  await store.put(key, Buffer.from(writeVtt(read.cues)));
  const { language, label } = captions;
  const [before] = await database
    .select()
    .from(track)
    .where(and(eq(track.assetId, id), eq(track.language, language)));
  await database
    .insert(track)
    .values({ id: newId(), assetId: id, language, label, key })
    .onDuplicateKeyUpdate({ set: { label, key } });
  if (before) await store.delete(before.key);
}
