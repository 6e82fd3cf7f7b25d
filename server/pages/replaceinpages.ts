import { and, eq, inArray } from 'drizzle-orm';
import { isPlacement, type PageDocument } from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { page, placement } from '../db/schema.ts';
import { indexPlacements } from './pages.ts';

/** Puts one asset in the place of others in every page they stand in; position, measure, gap and own words stay. */
export async function replaceInPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  instead: string,
): Promise<void> {
  if (ids.length === 0) return;
  const where = await database
    .selectDistinct({ id: placement.pageId })
    .from(placement)
    .where(inArray(placement.assetId, [...ids]));
  for (const { id } of where) {
    const [row] = await database
      .select()
      .from(page)
      .where(and(eq(page.id, id), eq(page.siteId, siteId)))
      .for('update');
    if (!row) continue;
    const document: PageDocument = {
      ...row.document,
      content: row.document.content.map((block) =>
        isPlacement(block) && block.type !== 'embed' && ids.includes(block.attrs.asset)
          ? ({ ...block, attrs: { ...block.attrs, asset: instead } } as typeof block)
          : block,
      ),
    };
    await database
      .update(page)
      .set({ document, version: row.version + 1, changedAt: new Date() })
      .where(eq(page.id, id));
    await indexPlacements(database, id, document);
  }
}
