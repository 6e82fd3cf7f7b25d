import { todayBy } from '../licence/policy.ts';
import { and, countDistinct, eq, inArray, isNull, lt, max, ne } from 'drizzle-orm';
import { lacks, limitsOf } from '@placard/core/credit';
import { mayWe } from '@placard/core/licence';
import { changesMade } from '@placard/core/prep';
import type { Database, Queryable } from '../db/database.ts';
import {
  asset,
  original,
  ownTerms,
  placard,
  placement,
  rendition,
  searchRow,
  site,
  version,
} from '../db/schema.ts';
import { markPages } from './markpages.ts';
import { onFileOf, placardOf, termsOfLabel, useNow } from '../licence/labelrow.ts';

const AT_ONCE = 500;

/** Gathers anew what these assets are found by; called in the transaction that changed any of it. */
export async function refreshSearch(database: Queryable, ids: readonly string[]): Promise<void> {
  for (let from = 0; from < ids.length; from += AT_ONCE)
    await refreshSome(database, [...new Set(ids.slice(from, from + AT_ONCE))]);
}

/**
 * Gathers anew what these assets are found by, and marks the pages that show them; called in the transaction that
 * changed what they are or may be used for.
 */
export async function assetsChanged(database: Queryable, ids: readonly string[]): Promise<void> {
  await refreshSearch(database, ids);
  const sites = await database
    .selectDistinct({ id: asset.siteId })
    .from(asset)
    .where(inArray(asset.id, [...ids, '']));
  for (const { id } of sites) await markPages(database, id, { assets: ids });
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

/** Gathers anew what has run out since it was last looked at. Answers how many. */
export async function refreshEnded(database: Database, moment = new Date()): Promise<number> {
  const sites = await database.select({ id: site.id, policy: site.policy }).from(site);
  const ended = await Promise.all(
    sites.map(({ id, policy }) =>
      database
        .select({ id: searchRow.assetId })
        .from(searchRow)
        .where(
          and(
            eq(searchRow.siteId, id),
            ne(searchRow.until, ''),
            lt(searchRow.until, todayBy(policy, moment)),
            ne(searchRow.verdict, 'no'),
          ),
        ),
    ),
  );
  const ids = ended.flat().map(({ id }) => id);
  await refreshSearch(database, ids);
  return ids.length;
}

async function refreshSome(database: Queryable, ids: string[]): Promise<void> {
  if (ids.length === 0) return;
  const [rows, uses, served, onFile] = await Promise.all([
    database
      .select({ asset, original, placard, site, ownTerms, version })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .innerJoin(site, eq(site.id, asset.siteId))
      .innerJoin(version, eq(version.id, asset.versionId))
      .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
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
    onFileOf(database, ids),
  ]);
  if (rows.length === 0) return;
  const values = rows.map((row): typeof searchRow.$inferInsert => {
    const { facts, colour } = row.original;
    const label = placardOf(row.placard);
    const terms = termsOfLabel(label, row.ownTerms);
    const missing = lacks(label, terms, facts.kind);
    const file = onFile.get(row.asset.id);
    const judged = mayWe(
      terms,
      useNow(row.site.policy, changesMade(row.version.preparation.edits)),
      limitsOf(label),
      file,
    );
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
        label.description,
        label.keywords,
        label.creator,
        label.source,
        label.pictureId,
        label.copyright,
        label.exclusive,
        label.restrictions,
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
      verdict: label.licence === 'unknown' ? 'unknown' : judged.verdict,
      until: [label.until, file?.until ?? ''].filter((day) => day !== '').toSorted()[0] ?? '',
      visibility,
      lacksAlt: missing.includes('alt'),
      lacksCredit: missing.includes('creator'),
      lacksLicence: missing.includes('licence'),
      heavy: weight > row.site.heavyBytes,
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
