import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Queryable } from '../db/database.ts';
import { page, pageLink, pageRow, placement } from '../db/schema.ts';
import { enqueue } from '../queue/queue.ts';

/** Rows of one statement. */
const AT_ONCE = 200;
/** As many as whoever reads them next may wait for. */
export const BEFORE_READING = 40;

/** What pages are to be looked at again: by their ids, or because of what they show, of whom they frame, of where they are filed, or all of them. */
type Touched =
  | { pages: readonly string[] }
  | { assets: readonly string[] }
  | { host: string }
  | { section: string }
  | 'all';

/**
 * Marks the rows of pages that something has changed for; called in the transaction that changed it. They are gathered
 * anew by whoever reads them next, or as work of its own where they are many.
 */
export async function markPages(database: Queryable, siteId: string, touched: Touched): Promise<void> {
  const ids = touched === 'all' ? null : await withUsers(database, await pagesTouched(database, touched));
  const site = eq(pageRow.siteId, siteId);
  const set = { marks: sql`${pageRow.marks} + 1` };
  const parts = ids === null ? [undefined] : inParts(ids).map((some) => inArray(pageRow.pageId, some));
  for (const those of parts) await database.update(pageRow).set(set).where(and(site, those));
  if (ids === null || ids.length > BEFORE_READING)
    await enqueue(database, 'pages', siteId, 'Looking through the pages again');
}

/** The same pages, and those that use what is standing copy among them. */
async function withUsers(database: Queryable, ids: readonly string[]): Promise<string[]> {
  const users: string[] = [];
  for (const some of inParts(ids)) {
    const rows = await database
      .selectDistinct({ id: pageLink.pageId })
      .from(pageLink)
      .innerJoin(page, and(eq(page.id, pageLink.targetId), eq(page.isCopy, true)))
      .where(inArray(pageLink.targetId, some));
    users.push(...rows.map(({ id }) => id));
  }
  return [...new Set([...ids, ...users])];
}

/** A list in parts that one statement takes. */
export const inParts = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, at) =>
    all.slice(at * AT_ONCE, (at + 1) * AT_ONCE),
  );

async function pagesTouched(database: Queryable, touched: Exclude<Touched, 'all'>): Promise<string[]> {
  if ('pages' in touched) return [...touched.pages];
  if ('section' in touched) {
    const rows = await database.select({ id: page.id }).from(page).where(eq(page.sectionId, touched.section));
    return rows.map(({ id }) => id);
  }
  if ('assets' in touched && touched.assets.length === 0) return [];
  const rows = await database
    .selectDistinct({ id: placement.pageId })
    .from(placement)
    .where(
      'host' in touched ? eq(placement.host, touched.host) : inArray(placement.assetId, [...touched.assets]),
    );
  return rows.map(({ id }) => id);
}
