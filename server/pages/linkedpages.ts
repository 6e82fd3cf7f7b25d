import { and, eq, inArray } from 'drizzle-orm';
import {
  copiesIn,
  linkedAs,
  linksIn,
  targetOf,
  type LinkedPages,
  type PageDocument,
} from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { page, pageLink, pageRow } from '../db/schema.ts';
import { addressesOf } from './addresses.ts';

/** The ids of the pages that a page links to, and of the standing copy that it uses, which is kept as pages are. */
export const pagesLinkedFrom = (document: PageDocument): string[] => [
  ...new Set([
    ...linksIn(document).flatMap(({ href }) => {
      const target = targetOf(href);
      return target.kind === 'page' ? [target.page] : [];
    }),
    ...copiesIn(document),
  ]),
];

/** Pages as links to them need to know them; those that are gone or in the bin are absent. */
export async function linkedPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
): Promise<LinkedPages> {
  if (ids.length === 0) return new Map();
  const [rows, addresses] = await Promise.all([
    database
      .select({ id: pageRow.pageId, title: pageRow.title, places: pageRow.places, shown: page.shown })
      .from(pageRow)
      .innerJoin(page, eq(page.id, pageRow.pageId))
      .where(and(eq(pageRow.siteId, siteId), eq(pageRow.binned, false), inArray(pageRow.pageId, [...ids]))),
    addressesOf(database, siteId, ids),
  ]);
  return new Map(
    rows.map(({ id, title, places, shown }) => [
      id,
      { ...linkedAs({ title, address: addresses.get(id) ?? '' }, places ?? []), shown },
    ]),
  );
}

/** Writes anew which pages a page links to. */
export async function indexLinks(database: Queryable, pageId: string, document: PageDocument): Promise<void> {
  await database.delete(pageLink).where(eq(pageLink.pageId, pageId));
  const targets = pagesLinkedFrom(document);
  if (targets.length > 0)
    await database.insert(pageLink).values(targets.map((targetId) => ({ pageId, targetId })));
}

/** The pages that link to others. */
export async function pagesLinkingTo(database: Queryable, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await database
    .selectDistinct({ id: pageLink.pageId })
    .from(pageLink)
    .where(inArray(pageLink.targetId, [...ids]));
  return rows.map(({ id }) => id);
}
