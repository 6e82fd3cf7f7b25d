import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq, lt } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { arrival, evidence, original, rendition, track, version } from '../db/schema.ts';
import { removeUpload } from './uploads.ts';
import type { Store } from './store.ts';

const HOUR = 3_600_000;
/** A file is written before its row; younger ones may only wait for theirs. */
const FILE_AGE = 6 * HOUR;
/** So long nobody went on with an upload. */
const UPLOAD_AGE = 7 * 24 * HOUR;

/** What nothing needs any more. */
export interface Untidy {
  /** Store keys. */
  files: string[];
  bytes: number;
  /** File names in the folder of uploads, and arrivals that never came whole. */
  uploads: string[];
}

/**
 * Finds files in the store that no row speaks of, and uploads that nobody went on with for a week, and removes them
 * where that is asked. Safe while servers run. `now` is for tests.
 */
export async function tidy(
  database: Database,
  store: Store,
  uploads: string,
  { remove, now = Date.now() }: { remove: boolean; now?: number },
): Promise<Untidy> {
  const lying: { key: string; bytes: number }[] = [];
  for await (const file of store.files())
    if (now - file.changed.getTime() > FILE_AGE) lying.push({ key: file.key, bytes: file.bytes });
  // Read after the files were listed: what was written meanwhile is younger than they are.
  const needed = await keysNeeded(database);
  const stray = lying.filter(({ key }) => !needed(key));
  if (remove) for (const { key } of stray) await store.delete(key);
  return {
    files: stray.map(({ key }) => key).toSorted(),
    bytes: stray.reduce((sum, { bytes }) => sum + bytes, 0),
    uploads: await strayUploads(database, uploads, remove, now),
  };
}

async function keysNeeded(database: Database): Promise<(key: string) => boolean> {
  const [originals, renditions, versions, tracks, shown] = await Promise.all([
    database
      .select({
        sha256: original.sha256,
        key: original.key,
        work: original.workKey,
        small: original.thumbnail,
      })
      .from(original),
    database.select({ key: rendition.key }).from(rendition),
    database.select({ key: version.thumbnail }).from(version),
    database.select({ key: track.key }).from(track),
    database.select({ key: evidence.key }).from(evidence),
  ]);
  const keys = new Set<string | null>([
    ...originals.flatMap(({ key, work, small }) => [key, work, small]),
    ...[...renditions, ...versions, ...tracks, ...shown].map(({ key }) => key),
  ]);
  const known = new Set(originals.map(({ sha256 }) => sha256));
  // A preview, and a sound drawn, can be made again at any time, but not of an original that is gone.
  const preview = /^(?:previews|peaks)\/[^/]+\/([0-9a-f]{64})\./;
  return (key) => keys.has(key) || known.has(preview.exec(key)?.[1] ?? '');
}

async function strayUploads(
  database: Database,
  folder: string,
  remove: boolean,
  now: number,
): Promise<string[]> {
  const since = new Date(now - UPLOAD_AGE);
  const given = await database
    .select({ id: arrival.id })
    .from(arrival)
    .where(and(eq(arrival.state, 'sending'), lt(arrival.arrivedAt, since)));
  const stray = new Set<string>();
  for (const { id } of given) {
    const { mtimeMs } = await stat(join(folder, id)).catch(() => ({ mtimeMs: 0 }));
    if (mtimeMs < since.getTime()) stray.add(id);
  }
  const coming = new Set((await database.select({ id: arrival.id }).from(arrival)).map(({ id }) => id));
  for (const name of await readdir(folder).catch(() => [])) {
    const id = name.replace(/\.json$/, '');
    const { mtimeMs } = await stat(join(folder, name)).catch(() => ({ mtimeMs: now }));
    if (!coming.has(id) && mtimeMs < since.getTime()) stray.add(name);
  }
  if (remove)
    for (const name of stray) {
      await database.delete(arrival).where(and(eq(arrival.id, name), eq(arrival.state, 'sending')));
      await removeUpload(folder, name);
      await rm(join(folder, name), { force: true });
    }
  return [...stray].toSorted();
}
