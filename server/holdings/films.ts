import { and, eq } from 'drizzle-orm';
import type { Database, Queryable } from '../db/database.ts';
import { asset, original, version } from '../db/schema.ts';
import { enqueue, takeBack } from '../queue/queue.ts';
import { notHeld, unfit } from '../refusal.ts';

async function held(database: Database, siteId: string, id: string) {
  const [row] = await database
    .select({ asset, file: original, spared: version.spared })
    .from(asset)
    .innerJoin(version, eq(version.id, asset.versionId))
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!row) throw notHeld();
  return row;
}

/** A film or sound as it is prepared: the file that its frames are read from, and which lighter files were not worth making. Throws gone and unfit. */
export async function readFilm(database: Database, siteId: string, id: string) {
  const { file, spared } = await held(database, siteId, id);
  if (file.facts.kind !== 'film' && file.facts.kind !== 'sound')
    throw unfit('Only films and sounds are prepared so.');
  return { file, spared: spared ?? [] };
}

/** Asks for the lighter files that are missing. Throws gone. */
export async function makeLighter(database: Database, siteId: string, id: string): Promise<void> {
  await askForFilms(database, (await held(database, siteId, id)).asset);
}

/** Takes that back. Throws gone. */
export async function stopLighter(database: Database, siteId: string, id: string): Promise<void> {
  await held(database, siteId, id);
  await takeBack(database, 'film', id);
}

/** Asks for the lighter files of what moves or sounds. */
export async function askForFilms(
  database: Queryable,
  { id, kind, name, versionId }: typeof asset.$inferSelect,
): Promise<void> {
  if (kind === 'document') return;
  if (kind === 'picture') {
    const [file] = await database
      .select({ facts: original.facts })
      .from(version)
      .innerJoin(original, eq(original.sha256, version.sha256))
      .where(eq(version.id, versionId));
    if (!file?.facts.animated) return;
  }
  await enqueue(database, 'film', id, `Making lighter files of ${name}`);
}
