import { and, eq, inArray } from 'drizzle-orm';
import { isPlacement, type Block, type PageDocument } from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { page, placement } from '../db/schema.ts';
import { indexPlacements } from './pages.ts';

/** Puts one asset in the place of others in every page they stand in; position, measure, gap and own words stay. */
export function replaceInPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  instead: string,
): Promise<void> {
  return changePages(database, siteId, ids, (block) => {
    if (!isPlacement(block) || block.type === 'embed' || !ids.includes(block.attrs.asset)) return block;
    // A version of one picture is none of another.
    const version = block.type === 'picture' ? { version: null } : {};
    return { ...block, attrs: { ...block.attrs, asset: instead, ...version } } as Block;
  });
}

/** Changes blocks of every page that some assets stand in. Pages in which nothing changes are left as they are. */
export async function changePages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  change: (block: Block) => Block,
): Promise<void> {
  if (ids.length === 0) return;
  const where = await database
    .selectDistinct({ id: placement.pageId })
    .from(placement)
    .where(inArray(placement.assetId, [...ids]));
  for (const { id } of where) await changePage(database, siteId, id, change);
}

/** Changes blocks of one page, in somebody's name where one is given. True when anything changed. */
export async function changePage(
  database: Queryable,
  siteId: string,
  id: string,
  change: (block: Block) => Block,
  personId?: string,
): Promise<boolean> {
  const [row] = await database
    .select()
    .from(page)
    .where(and(eq(page.id, id), eq(page.siteId, siteId)))
    .for('update');
  if (!row) return false;
  const content = row.document.content.map(change);
  if (content.every((block, at) => block === row.document.content[at])) return false;
  const document: PageDocument = { ...row.document, content };
  await database
    .update(page)
    .set({
      document,
      version: row.version + 1,
      changedAt: new Date(),
      ...(personId ? { changedBy: personId } : {}),
    })
    .where(eq(page.id, id));
  await indexPlacements(database, id, document);
  return true;
}
