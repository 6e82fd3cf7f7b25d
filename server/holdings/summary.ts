import { and, eq, inArray } from 'drizzle-orm';
import type { Summary } from '@placard/core/contract';
import { keywordsOf } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, placard, searchRow, section } from '../db/schema.ts';

const MOST_VALUES = 8;

/** What many assets have in common, and what they lack. */
export async function summariseAssets(
  database: Database,
  siteId: string,
  ids: readonly string[],
): Promise<Summary> {
  const rows = await database
    .select({ row: searchRow, placard, section: section.title })
    .from(searchRow)
    .innerJoin(asset, eq(asset.id, searchRow.assetId))
    .innerJoin(placard, eq(placard.assetId, searchRow.assetId))
    .innerJoin(section, eq(section.id, searchRow.sectionId))
    .where(and(inArray(searchRow.assetId, [...ids]), eq(searchRow.siteId, siteId)));
  const those = (met: (row: (typeof rows)[number]) => boolean) =>
    rows.filter(met).map(({ row }) => row.assetId);
  const common = (valuesOf: (row: (typeof rows)[number]) => string[]) => {
    const counts = new Map<string, number>();
    for (const row of rows)
      for (const value of valuesOf(row)) counts.set(value, (counts.get(value) ?? 0) + 1);
    return [...counts]
      .toSorted((a, b) => b[1] - a[1])
      .slice(0, MOST_VALUES)
      .map(([value, assets]) => ({ value, assets }));
  };
  return {
    total: rows.length,
    bytes: rows.reduce((sum, { row }) => sum + row.bytes, 0),
    used: those(({ row }) => row.uses > 0).length,
    lacking: {
      alt: those(({ row }) => row.lacksAlt),
      credit: those(({ row }) => row.lacksCredit),
      licence: those(({ row }) => row.lacksLicence),
    },
    common: {
      creator: common((row) => [row.placard.creator].filter(Boolean)),
      source: common((row) => [row.placard.source].filter(Boolean)),
      licence: common((row) => [row.placard.licence]),
      section: common((row) => [row.section]),
      keywords: common((row) => keywordsOf(row.placard.keywords)),
      caption: common((row) => [row.placard.caption].filter(Boolean)),
      copyright: common((row) => [row.placard.copyright].filter(Boolean)),
      until: common((row) => [row.placard.until].filter(Boolean)),
      restrictions: common((row) => [row.placard.restrictions].filter(Boolean)),
    },
  };
}
