import { and, asc, desc, eq, inArray, isNotNull, max, or, sql } from 'drizzle-orm';
import type { Facts, Person, VersionLine } from '@placard/core/contract';
import { AS_IT_CAME, ImpossibleEdit, windowOf, type Preparation } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, original, page, placement, rendition, swap, user, version } from '../db/schema.ts';
import { gone, notHeld, onlyPictures, unfit } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import { changePage } from '../pages/writepage.ts';
import type { Store } from '../store/store.ts';
import { assetsChanged } from '../search/searchrows.ts';

/** Writes down a new version of an asset, numbered after the last. Throws unfit where its edits cannot be done. */
export async function addVersion(
  database: Queryable,
  wish: {
    asset: string;
    sha256: string;
    facts: Facts;
    preparation?: Preparation;
    person: string | null;
    id?: string;
  },
): Promise<string> {
  const { facts, preparation = AS_IT_CAME } = wish;
  const { width, height } = sizeOf(preparation, facts);
  const [{ last } = { last: 0 }] = await database
    .select({ last: max(version.number) })
    .from(version)
    .where(eq(version.assetId, wish.asset));
  const id = wish.id ?? newId();
  await database.insert(version).values({
    id,
    assetId: wish.asset,
    sha256: wish.sha256,
    number: (last ?? 0) + 1,
    preparation,
    width,
    height,
    personId: wish.person,
    createdAt: new Date(),
  });
  return id;
}

/** The pixels of what a preparation shows. Throws unfit where it cannot be done to this file. */
function sizeOf(preparation: Preparation, facts: Facts): { width: number; height: number } {
  if (facts.kind !== 'picture') {
    if (preparation.edits.length > 0 || preparation.focal || preparation.narrow)
      throw unfit('A film or sound is not edited here. Choose its still and how loud it is.');
    if (facts.kind === 'sound' && preparation.film?.still) throw unfit('A sound has no still.');
    if ((preparation.film?.still ?? 0) > (facts.duration ?? 0))
      throw unfit('The still lies after the end of the film. Choose an earlier moment.');
    return { width: facts.width, height: facts.height };
  }
  if (preparation.film) throw unfit('A picture has neither a moment for its still nor a loudness.');
  const touched = preparation.edits.some(({ kind }) => kind !== 'resize') || preparation.narrow !== null;
  if (facts.animated && touched)
    throw unfit('An animation can be made smaller, but not edited. Edit it where it was made.');
  try {
    windowOf(preparation, facts, 'narrow');
    return windowOf(preparation, facts).size;
  } catch (error) {
    if (error instanceof ImpossibleEdit) throw unfit(error.message);
    throw error;
  }
}

/** The versions of an asset, the last first, with where each stands. Throws gone. */
export async function listVersions(
  database: Database,
  store: Store,
  siteId: string,
  assetId: string,
): Promise<VersionLine[]> {
  const [[held], rows, files, places] = await Promise.all([
    database
      .select()
      .from(asset)
      .where(and(eq(asset.id, assetId), eq(asset.siteId, siteId))),
    database
      .select({ version, by: user.name, small: original.thumbnail, facts: original.facts })
      .from(version)
      .innerJoin(original, eq(original.sha256, version.sha256))
      .leftJoin(user, eq(user.id, version.personId))
      .where(eq(version.assetId, assetId))
      .orderBy(desc(version.number)),
    database
      .select({ rendition })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .where(eq(version.assetId, assetId))
      .orderBy(desc(rendition.screen), asc(rendition.width), asc(rendition.mime)),
    database
      .select({ versionId: placement.versionId, id: page.id, title: page.title })
      .from(placement)
      .innerJoin(page, eq(page.id, placement.pageId))
      .where(and(eq(placement.assetId, assetId), isNotNull(placement.versionId))),
  ]);
  if (!held) throw notHeld();
  return rows.map(({ version: row, by, small, facts }) => {
    const key = row.thumbnail ?? small;
    return {
      id: row.id,
      number: row.number,
      preparation: row.preparation,
      width: row.width,
      height: row.height,
      original: { width: facts.width, height: facts.height, sha256: row.sha256 },
      thumbnail: key ? store.address(key) : null,
      by: by ?? '',
      at: row.createdAt.toISOString(),
      state: row.id === held.versionId ? 'current' : row.id === held.nextVersionId ? 'next' : 'kept',
      onlyIn: places.filter(({ versionId }) => versionId === row.id).map(({ id, title }) => ({ id, title })),
      renditions: files
        .filter(({ rendition: { versionId } }) => versionId === row.id)
        .map(({ rendition: { key, screen, width, height, mime, codecs, bytes, quality, likeness } }) => ({
          screen,
          width,
          height,
          mime,
          codecs,
          bytes,
          quality,
          likeness,
          url: store.address(key),
        })),
    };
  });
}

/** Where a new version is to be used: in every place, in none yet, or in one place of one page. */
export type Use = 'everywhere' | 'nowhere' | { page: string; place: string };

/** Keeps a new version of a picture, film or sound and asks for its renditions. Throws gone and unfit. */
export async function saveVersion(
  database: Database,
  siteId: string,
  person: Person,
  assetId: string,
  { preparation, use }: { preparation: Preparation; use: Use },
): Promise<string> {
  return database.transaction(async (transaction) => {
    const held = await heldToPrepare(transaction, siteId, assetId);
    if (held.file.facts.kind === 'document') throw onlyPictures();
    const id = await addVersion(transaction, {
      asset: assetId,
      sha256: held.file.sha256,
      facts: held.file.facts,
      preparation,
      person: person.id,
    });
    if (use === 'everywhere')
      await transaction
        .update(asset)
        .set({ nextVersionId: id, prepared: 'waiting', trouble: null })
        .where(eq(asset.id, assetId));
    else if (use !== 'nowhere') await placeVersion(transaction, siteId, person, assetId, id, use);
    await askForRenditions(transaction, held.asset);
    await assetsChanged(transaction, [assetId]);
    return id;
  });
}

/** Puts a version that was kept in an asset's place again: everywhere, once its renditions are there. Throws gone. */
export async function chooseVersion(
  database: Database,
  siteId: string,
  assetId: string,
  versionId: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const held = await heldToPrepare(transaction, siteId, assetId);
    const [row] = await transaction
      .select()
      .from(version)
      .where(and(eq(version.id, versionId), eq(version.assetId, assetId)));
    if (!row) throw gone('There is no such version of it.');
    const [comp] = await transaction.select().from(swap).where(eq(swap.assetId, assetId));
    if (comp && row.sha256 !== held.file.sha256)
      throw unfit('This version is of the comp. Take the swap back to use the comp again.');
    await transaction
      .update(asset)
      .set({
        nextVersionId: versionId === held.asset.versionId ? null : versionId,
        prepared: 'waiting',
        trouble: null,
      })
      .where(eq(asset.id, assetId));
    await askForRenditions(transaction, held.asset);
    await assetsChanged(transaction, [assetId]);
  });
}

/** What is prepared, with the file of the version that stands for it, or will as soon as it is made. Throws gone. */
async function heldToPrepare(database: Queryable, siteId: string, assetId: string) {
  const [held] = await database
    .select({ asset, file: original })
    .from(asset)
    .innerJoin(version, eq(version.id, sql`coalesce(${asset.nextVersionId}, ${asset.versionId})`))
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(and(eq(asset.id, assetId), eq(asset.siteId, siteId)))
    .for('update');
  if (!held || held.asset.binnedAt) throw notHeld();
  return held;
}

const askForRenditions = (database: Queryable, { id, name }: { id: string; name: string }) =>
  enqueue(database, 'prepare', id, `Preparing ${name}`);

async function placeVersion(
  database: Queryable,
  siteId: string,
  person: Person,
  assetId: string,
  versionId: string,
  { page: pageId, place }: { page: string; place: string },
): Promise<void> {
  const placed = await changePage(database, siteId, person.id, pageId, (use) =>
    use.as === 'picture' && use.id === place && use.asset === assetId ? { ...use, version: versionId } : use,
  );
  if (!placed)
    throw gone('The picture does not stand in that place any more. Use the version everywhere, or keep it.');
}

/** The versions of an asset whose renditions somebody may be shown, by their ids. */
export async function versionsInUse(database: Queryable, assetId: string): Promise<string[]> {
  const inPlaces = database
    .select({ id: sql<string>`${placement.versionId}` })
    .from(placement)
    .where(and(eq(placement.assetId, assetId), isNotNull(placement.versionId)));
  const rows = await database
    .select({ id: version.id })
    .from(version)
    .innerJoin(asset, eq(asset.id, version.assetId))
    .where(
      and(
        eq(version.assetId, assetId),
        or(
          eq(version.id, asset.versionId),
          eq(version.id, asset.nextVersionId),
          inArray(version.id, inPlaces),
          // Kept for later, it can be looked at.
          sql`${version.number} = (select max(number) from ${version} as latest where latest.asset_id = ${assetId})`,
        ),
      ),
    );
  return rows.map(({ id }) => id);
}
