import { eq } from 'drizzle-orm';
import type { Facts } from '@placard/core/contract';
import { carriedOver } from '@placard/core/prep';
import type { Queryable } from '../db/database.ts';
import { asset, original, placement, version } from '../db/schema.ts';
import { othersGone, unfit } from '../refusal.ts';
import { changePages } from '../pages/writepage.ts';
import { enqueue } from '../queue/queue.ts';
import { uncheck } from '../labels/uncheck.ts';
import { addVersion } from './versions.ts';
import { assetsChanged } from '../search/searchrows.ts';

/**
 * Puts another file in the place of an asset's own, as its newest version, in every page at once:
 * the label stays, and so do each placement and the edits: crops lie in
 * the same places. The earlier version is kept. Answers which versions of single places were made anew, the older by
 * the newer. Throws a Refusal.
 */
export async function replaceFile(
  database: Queryable,
  personId: string,
  id: string,
  sha256: string,
): Promise<Record<string, string>> {
  const [row] = await database.select().from(asset).where(eq(asset.id, id)).for('update');
  const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (!row || !file) throw othersGone();
  if (row.kind !== file.facts.kind)
    throw unfit(`A ${file.facts.kind} cannot take the place of a ${row.kind}.`);
  const [before] = await database
    .select({ preparation: version.preparation, facts: original.facts })
    .from(version)
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(eq(version.id, row.versionId));
  const still = file.facts.kind === 'picture' && !file.facts.animated;
  const versionId = await addVersion(database, {
    asset: id,
    sha256,
    facts: file.facts,
    person: null,
    ...(before && still ? { preparation: carriedOver(before.preparation, before.facts, file.facts) } : {}),
  });
  const places = still ? await carryPlaces(database, row.siteId, personId, id, sha256, file.facts) : {};
  await database
    .update(asset)
    .set({ sha256, versionId, nextVersionId: null, prepared: 'waiting', trouble: null })
    .where(eq(asset.id, id));
  await uncheck(database, [id], 'After it was approved, its file was replaced by another.');
  await assetsChanged(database, [id]);
  await enqueue(database, 'prepare', id, `Preparing ${row.name} from its new file`);
  return places;
}

/** Makes the versions that single places have anew from another file, in the same shape, and puts them there. */
async function carryPlaces(
  database: Queryable,
  siteId: string,
  personId: string,
  id: string,
  sha256: string,
  facts: Facts,
): Promise<Record<string, string>> {
  const own = await database
    .selectDistinct({ id: version.id, preparation: version.preparation, facts: original.facts })
    .from(placement)
    .innerJoin(version, eq(version.id, placement.versionId))
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(eq(placement.assetId, id));
  const places: Record<string, string> = {};
  for (const { id: before, preparation, facts: from } of own)
    places[before] = await addVersion(database, {
      asset: id,
      sha256,
      facts,
      person: null,
      preparation: carriedOver(preparation, from, facts),
    });
  await changePlaces(database, siteId, personId, id, places);
  return places;
}

/** Puts other versions into the places of a picture that have their own: by the version there now. */
export async function changePlaces(
  database: Queryable,
  siteId: string,
  personId: string,
  id: string,
  instead: Readonly<Record<string, string>>,
): Promise<void> {
  await changePages(database, siteId, personId, [id], (use) => {
    const next = use.asset === id && use.version ? instead[use.version] : undefined;
    return next ? { ...use, version: next } : use;
  });
}
