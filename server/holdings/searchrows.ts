import { and, countDistinct, eq, inArray, isNull, max } from 'drizzle-orm';
import { lacks } from '@placard/core/credit';
import type { Database, Queryable } from '../db/database.ts';
import { asset, original, placard, placement, rendition, searchRow, site } from '../db/schema.ts';
import { placardOf } from './assets.ts';

const AT_ONCE = 500;

/** Gathers anew what these assets are found by; called in the transaction that changed any of it. */
export async function refreshSearch(database: Queryable, ids: readonly string[]): Promise<void> {
  for (let from = 0; from < ids.length; from += AT_ONCE)
    await refreshSome(database, [...new Set(ids.slice(from, from + AT_ONCE))]);
}

/** Gathers what is missing altogether, as after a change of the table. Answers how many. */
export async function completeSearch(database: Database): Promise<number> {
  const missing = await database
    .select({ id: asset.id })
    .from(asset)
    .leftJoin(searchRow, eq(searchRow.assetId, asset.id))
    .where(isNull(searchRow.assetId));
  await refreshSearch(
    database,
    missing.map(({ id }) => id),
  );
  return missing.length;
}

async function refreshSome(database: Queryable, ids: string[]): Promise<void> {
  if (ids.length === 0) return;
  const [rows, uses, served] = await Promise.all([
    database
      .select({ asset, original, placard, heavyBytes: site.heavyBytes })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .innerJoin(site, eq(site.id, asset.siteId))
      .where(inArray(asset.id, ids)),
    database
      .select({ id: placement.assetId, pages: countDistinct(placement.pageId) })
      .from(placement)
      .where(inArray(placement.assetId, ids))
      .groupBy(placement.assetId),
    database
      .select({ id: asset.id, bytes: max(rendition.bytes) })
      .from(asset)
      .innerJoin(
        rendition,
        and(
          eq(rendition.versionId, asset.versionId),
          inArray(rendition.mime, ['image/webp', 'image/avif']),
          eq(rendition.screen, 'wide'),
        ),
      )
      .where(inArray(asset.id, ids))
      .groupBy(asset.id),
  ]);
  if (rows.length === 0) return;
  const values = rows.map((row): typeof searchRow.$inferInsert => {
    const { facts, colour } = row.original;
    const label = placardOf(row.placard);
    const missing = lacks(label);
    const { id, siteId, kind, sectionId, visibility, personId, addedAt, placedAt, name, fileName } =
      row.asset;
    const weight = served.find((line) => line.id === id)?.bytes ?? row.original.bytes;
    return {
      assetId: id,
      siteId,
      binned: row.asset.binnedAt !== null,
      words: [
        label.title,
        label.alt,
        label.caption,
        label.keywords,
        label.creator,
        label.source,
        label.pictureId,
        name,
        fileName,
      ]
        .filter(Boolean)
        .join('\n'),
      title: label.title || fileName,
      kind,
      sectionId,
      shape: shapeOf(facts.width, facts.height),
      colour: colour ?? '',
      licence: label.licence,
      visibility,
      lacksAlt: missing.includes('alt'),
      lacksCredit: missing.includes('creator'),
      lacksLicence: missing.includes('licence'),
      heavy: weight > row.heavyBytes,
      uses: uses.find((line) => line.id === id)?.pages ?? 0,
      bytes: row.original.bytes,
      pixels: facts.width * facts.height,
      personId,
      addedAt,
      placedAt,
    };
  });
  await database.delete(searchRow).where(
    inArray(
      searchRow.assetId,
      values.map(({ assetId }) => assetId),
    ),
  );
  await database.insert(searchRow).values(values);
}

/** Square up to a tenth more one way than the other, as eyes judge. */
function shapeOf(width: number, height: number): string {
  if (width === 0 || height === 0) return '';
  if (Math.abs(Math.log(width / height)) < 0.1) return 'square';
  return width > height ? 'landscape' : 'portrait';
}
