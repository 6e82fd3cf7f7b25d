import { and, eq, isNull, or, sql } from 'drizzle-orm';
import {
  chaptersOf,
  readCaptions,
  transcriptOf,
  writeVtt,
  type Cue,
  type Said,
  type TrackKind,
} from '@placard/core/captions';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, track } from '../db/schema.ts';
import { clash, gone, notHeld, unfit } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';
import type { Store } from '../store/store.ts';

/** What is attached to a film or sound. */
interface Attached {
  kind: TrackKind;
  language: string;
  label: string;
  text: string;
  version?: number | undefined;
}

/**
 * Attaches a track to a film or sound, in place of the one of its kind and language; answers its version. Throws gone,
 * unfit, and clash where somebody has written it since.
 */
export async function putCaptions(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
  { kind, language, label, text, version }: Attached,
): Promise<number> {
  const [film] = await database
    .select({ kind: asset.kind })
    .from(asset)
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!film) throw notHeld();
  if (film.kind !== 'film' && film.kind !== 'sound') throw unfit('Only films and sounds have captions.');
  const read = readCaptions(text);
  if ('wrong' in read) throw unfit(read.wrong);
  const key = `captions/${id}/${newId()}.vtt`;
  const written = Buffer.from(writeVtt(read.cues));
  await store.put(key, written);
  const said = saidIn(kind, read.cues);
  const set = { label, key, bytes: written.length, said };
  try {
    const before = await database.transaction(async (transaction) => {
      const [row] = await transaction
        .select()
        .from(track)
        .where(and(eq(track.assetId, id), eq(track.kind, kind), eq(track.language, language)))
        .for('update');
      if (version !== undefined && version !== (row?.version ?? 0))
        throw clash(
          row
            ? 'Somebody has written these captions since you opened them. Yours are kept in this browser: load theirs to compare.'
            : 'These captions were taken off meanwhile. Yours are kept in this browser.',
        );
      const next = (row?.version ?? 0) + 1;
      await transaction
        .insert(track)
        .values({ id: newId(), assetId: id, kind, language, ...set, version: next })
        .onDuplicateKeyUpdate({ set: { ...set, version: next } });
      await markPages(transaction, siteId, { assets: [id] });
      return { key: row?.key, next };
    });
    if (before.key) await store.delete(before.key);
    return before.next;
  } catch (error) {
    await store.delete(key);
    throw error;
  }
}

/** A track with what it says. Throws gone. */
export async function readTrack(database: Database, store: Store, siteId: string, id: string) {
  const [row] = await database
    .select({ track })
    .from(track)
    .innerJoin(asset, and(eq(asset.id, track.assetId), eq(asset.siteId, siteId)))
    .where(eq(track.id, id));
  if (!row) throw gone('These captions were taken off meanwhile.');
  const { assetId, kind, language, label, version, key } = row.track;
  const text = Buffer.from(await store.bytes(key)).toString('utf8');
  return { asset: assetId, kind, language, label, version, text };
}

/** Takes a track off what it belongs to. Throws gone, and clash where it is not at the version that is meant any more. */
export async function removeTrack(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
  version?: number,
): Promise<void> {
  const { asset: assetId } = await readTrack(database, store, siteId, id);
  const key = await database.transaction(async (transaction) => {
    const [row] = await transaction.select().from(track).where(eq(track.id, id)).for('update');
    if (version !== undefined && row && row.version !== version)
      throw clash('Somebody has written these captions since you opened them. They were not taken off.');
    await transaction.delete(track).where(eq(track.id, id));
    await markPages(transaction, siteId, { assets: [assetId] });
    return row?.key;
  });
  if (key) await store.delete(key);
}

/** What a track tells, as a page writes it out. */
const saidIn = (kind: TrackKind, cues: readonly Cue[]): Said[] =>
  kind === 'chapters' ? chaptersOf(cues) : transcriptOf(cues);

/** Chapters that were written down before moments were. */
const withoutMoments = and(
  eq(track.kind, 'chapters'),
  sql`${track.said} like '[{%' and ${track.said} not like '%"at":%'`,
);

/** Counts captions, and writes down what they say, that were kept before anybody did. */
export async function countCaptions(database: Database, store: Store): Promise<void> {
  for (const { id, key, kind } of await database
    .select()
    .from(track)
    .where(or(eq(track.bytes, 0), isNull(track.said), withoutMoments))) {
    const bytes = await store.bytes(key).catch(() => Buffer.alloc(0));
    const read = readCaptions(Buffer.from(bytes).toString('utf8'));
    const said = 'cues' in read ? saidIn(kind, read.cues) : [];
    await database.update(track).set({ bytes: bytes.length, said }).where(eq(track.id, id));
  }
}
