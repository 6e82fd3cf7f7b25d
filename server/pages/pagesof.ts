import { eq, inArray } from 'drizzle-orm';
import type { Queryable } from '../db/database.ts';
import { page, placement } from '../db/schema.ts';

/** The pages in which assets stand, each page once, told by an asset's id. */
export async function pagesOf(
  database: Queryable,
  assets: readonly string[],
): Promise<(asset: string) => { id: string; title: string }[]> {
  const uses =
    assets.length === 0
      ? []
      : await database
          .selectDistinct({ asset: placement.assetId, id: page.id, title: page.title })
          .from(placement)
          .innerJoin(page, eq(page.id, placement.pageId))
          .where(inArray(placement.assetId, [...assets]));
  const byAsset = new Map<string | null, typeof uses>();
  for (const use of uses) byAsset.set(use.asset, [...(byAsset.get(use.asset) ?? []), use]);
  return (asset) => (byAsset.get(asset) ?? []).map(({ id, title }) => ({ id, title }));
}
