import { and, asc, eq, inArray, isNull, ne } from 'drizzle-orm';
import type { Ending, ReplacedPlace } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { asset, original, placard, searchRow, version } from '../db/schema.ts';
import { replaceInPages } from '../pages/writepage.ts';
import { pagesOf } from '../pages/pagesof.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { gone, unfit } from '../refusal.ts';
import type { Store } from '../store/store.ts';

const MOST = 500;

/** What may be shown only until a day, the soonest first, with the pages it stands in. */
export async function listEnding(database: Database, store: Store, siteId: string): Promise<Ending[]> {
  const rows = await database
    .select({
      id: asset.id,
      kind: asset.kind,
      until: searchRow.until,
      own: placard.until,
      title: placard.title,
      fileName: asset.fileName,
      small: version.thumbnail,
      original: original.thumbnail,
    })
    .from(searchRow)
    .innerJoin(asset, eq(asset.id, searchRow.assetId))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(version, eq(version.id, asset.versionId))
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(and(eq(searchRow.siteId, siteId), eq(searchRow.binned, false), ne(searchRow.until, '')))
    .orderBy(asc(searchRow.until))
    .limit(MOST);
  const pages = await pagesOf(
    database,
    rows.map(({ id }) => id),
  );
  return rows.map(({ id, kind, until, own, title, fileName, small, original: first }) => {
    const key = small ?? first;
    return {
      asset: id,
      kind,
      title: title || fileName,
      thumbnail: key ? store.address(key) : null,
      until,
      by: own === until ? 'placard' : 'permission',
      pages: pages(id),
    };
  });
}

/** Puts another asset in the place of one in every page, or in some places. Answers where. Throws a Refusal. */
export async function replaceAsset(
  database: Database,
  siteId: string,
  personId: string,
  id: string,
  instead: string,
  only: readonly ReplacedPlace[] | null = null,
): Promise<ReplacedPlace[]> {
  return database.transaction(async (transaction) => {
    const rows = await transaction
      .select({ id: asset.id, kind: asset.kind })
      .from(asset)
      .where(and(inArray(asset.id, [id, instead]), eq(asset.siteId, siteId), isNull(asset.binnedAt)))
      .for('update');
    const [old, fresh] = [rows.find((row) => row.id === id), rows.find((row) => row.id === instead)];
    if (!old || !fresh || id === instead) throw gone('One of the two is not held here any more.');
    if (old.kind !== fresh.kind) throw unfit(`A ${old.kind} can only be replaced by a ${old.kind}.`);
    const places = await replaceInPages(transaction, siteId, [id], instead, personId, only);
    await assetsChanged(transaction, [id, instead]);
    return places;
  });
}
