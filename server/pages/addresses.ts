import { and, desc, eq, inArray } from 'drizzle-orm';
import { pageAddress as addressOf } from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { page, pageAddress, section } from '../db/schema.ts';
import { inParts } from '../search/markpages.ts';

/** Where pages stand in their site: paths from its root, by their ids. */
export async function addressesOf(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map();
  const sections = await sectionsOf(database, siteId);
  const rows = await database
    .select({ id: page.id, section: page.sectionId, slug: page.slug })
    .from(page)
    .where(inArray(page.id, [...ids]));
  return new Map(rows.map((row) => [row.id, addressOf(row, sections)]));
}

/** The sections of a site, as addresses are made of them. */
export async function sectionsOf(database: Queryable, siteId: string) {
  return database
    .select({ id: section.id, slug: section.slug, parent: section.parentId })
    .from(section)
    .where(eq(section.siteId, siteId));
}

/** Changes where pages stand, and has the addresses lead on that they had; within the transaction that changes them. */
export async function movingPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  move: () => Promise<void>,
): Promise<void> {
  const before = await addressesOf(database, siteId, ids);
  await move();
  const after = await addressesOf(database, siteId, ids);
  const moved = [...before].filter(([id, address]) => after.has(id) && after.get(id) !== address);
  const at = new Date();
  for (const some of inParts(moved))
    for (const [pageId, address] of some)
      await database
        .insert(pageAddress)
        .values({ siteId, address, pageId, at })
        .onDuplicateKeyUpdate({ set: { pageId, at } });
  await settleAddresses(database, siteId, [...after.values()]);
}

/** An address that a page has leads nowhere else any more. */
export async function settleAddresses(
  database: Queryable,
  siteId: string,
  addresses: readonly string[],
): Promise<void> {
  for (const some of inParts(addresses))
    await database
      .delete(pageAddress)
      .where(and(eq(pageAddress.siteId, siteId), inArray(pageAddress.address, some)));
}

/** The addresses that a page had, the last one first. */
export async function formerAddresses(database: Queryable, pageId: string): Promise<string[]> {
  const rows = await database
    .select({ address: pageAddress.address })
    .from(pageAddress)
    .where(eq(pageAddress.pageId, pageId))
    .orderBy(desc(pageAddress.at), pageAddress.address);
  return rows.map(({ address }) => address);
}

/** The ids of the pages in some sections. */
export async function pagesIn(database: Queryable, sections: readonly string[]): Promise<string[]> {
  if (sections.length === 0) return [];
  const rows = await database
    .select({ id: page.id })
    .from(page)
    .where(inArray(page.sectionId, [...sections]));
  return rows.map(({ id }) => id);
}
