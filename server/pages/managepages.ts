import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Page, Person } from '@placard/core/contract';
import { freeName } from '@placard/core/naming';
import { mapBlocks, NO_FACTS, pageAddress as addressOf } from '@placard/core/page';
import { newId } from '../db/columns.ts';
import { outsideOfPages, settleUse } from '../outside/outside.ts';
import type { Database, Queryable } from '../db/database.ts';
import { page, pageAddress, placement, section } from '../db/schema.ts';
import { clash, gone, sectionGone } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';
import { refreshSearch } from '../search/searchrows.ts';
import { movingPages, sectionsOf } from './addresses.ts';
import { pagesLinkingTo } from './linkedpages.ts';
import { gatherAsStored } from './pagerow.ts';
import { readPage } from './pages.ts';
import { documentOf } from '../db/storedpage.ts';
import { keepVersion } from './versions.ts';
import { createPage } from './writepage.ts';

/** Renames a page, or gives it another address or section; addresses that it had lead on. Throws gone and clash. */
export async function movePage(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  wish: { title?: string | undefined; slug?: string | undefined; section?: string | undefined },
): Promise<Page> {
  await database.transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(page)
      .where(and(eq(page.id, id), eq(page.siteId, siteId)))
      .for('update');
    if (!row) throw gone('This page does not exist any more.');
    const sectionId = wish.section ?? row.sectionId;
    const taken = await namesIn(transaction, siteId, sectionId, [id]);
    if (wish.slug !== undefined && taken.has(wish.slug))
      throw clash('Another page of this section has this address. Choose another one.');
    const slug = wish.slug ?? freeName(row.slug, (name) => taken.has(name));
    await movingPages(transaction, siteId, [id], async () => {
      await transaction.update(page).set({ slug, sectionId }).where(eq(page.id, id));
    });
    if (wish.title !== undefined && wish.title !== row.title)
      await retitle(transaction, person, row, wish.title);
    await gatherAsStored(transaction, siteId, id);
    await markLinking(transaction, siteId, [id]);
  });
  return readPage(database, siteId, id);
}

/** Gives a page another title as a version of its own: who has it open is told, and does not write the old one over it. */
async function retitle(
  database: Queryable,
  person: Person,
  row: typeof page.$inferSelect,
  title: string,
): Promise<void> {
  const [number, at] = [row.version + 1, new Date()];
  await database
    .update(page)
    .set({
      title,
      version: number,
      changedAt: at,
      changedBy: person.id,
      changedHow: 'written',
      lastSave: null,
    })
    .where(eq(page.id, row.id));
  await keepVersion(database, {
    pageId: row.id,
    number,
    title,
    document: documentOf(row),
    facts: row.facts ?? NO_FACTS,
    shown: row.shown,
    at,
    by: person.id,
    how: 'written',
  });
}

/** Begins a page with what stands in another one; what is placed gets names of its own. Throws gone. */
export async function copyPage(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  wish: { title: string; section?: string | undefined },
  trustedFrames: readonly string[],
): Promise<Page> {
  const from = await readPage(database, siteId, id);
  const document = mapBlocks(from.document, (block) =>
    'attrs' in block && block.attrs && 'id' in block.attrs
      ? ({ ...block, attrs: { ...block.attrs, id: `p-${newId().slice(0, 13)}` } } as typeof block)
      : block,
  );
  return createPage(
    database,
    siteId,
    person,
    {
      title: wish.title,
      section: wish.section ?? from.section.id,
      document,
      facts: from.facts,
      copy: from.copy,
      from: document,
    },
    trustedFrames,
  );
}

type Arranging = { do: 'move'; section: string } | { do: 'bin' } | { do: 'restore' } | { do: 'remove' };

/** Does the same to many pages. What is taken away for good must lie in the bin. Throws sectionGone. */
export async function arrangePages(
  database: Database,
  siteId: string,
  ids: readonly string[],
  to: Arranging,
): Promise<{ done: number; linkedFrom: { id: string; title: string }[] }> {
  return database.transaction(async (transaction) => {
    const rows = await transaction
      .select()
      .from(page)
      .where(
        and(
          inArray(page.id, [...ids]),
          eq(page.siteId, siteId),
          to.do === 'remove' ? isNotNull(page.binnedAt) : undefined,
        ),
      )
      .orderBy(page.id)
      .for('update');
    const found = rows.map(({ id }) => id);
    if (found.length === 0) return { done: 0, linkedFrom: [] };
    const shown = to.do === 'move' ? [] : await outsideOfPages(transaction, found);
    if (to.do === 'move') await moveAll(transaction, siteId, rows, to.section);
    else if (to.do === 'remove') await removeAll(transaction, found);
    else
      await transaction
        .update(page)
        .set({ binnedAt: to.do === 'bin' ? new Date() : null })
        .where(inArray(page.id, found));
    await settleUse(transaction, shown);
    if (to.do !== 'remove') for (const id of found) await gatherAsStored(transaction, siteId, id);
    const linking = await markLinking(transaction, siteId, found);
    const away = to.do === 'bin' || to.do === 'remove';
    return { done: found.length, linkedFrom: away ? linking : [] };
  });
}

async function moveAll(
  database: Queryable,
  siteId: string,
  rows: readonly (typeof page.$inferSelect)[],
  into: string,
): Promise<void> {
  const [filed] = await database
    .select({ id: section.id })
    .from(section)
    .where(and(eq(section.id, into), eq(section.siteId, siteId)))
    .for('update');
  if (!filed) throw sectionGone();
  const moving = rows.filter(({ sectionId }) => sectionId !== into);
  const ids = moving.map(({ id }) => id);
  const taken = await namesIn(database, siteId, into, []);
  await movingPages(database, siteId, ids, async () => {
    for (const { id, slug } of moving) {
      const free = freeName(slug, (name) => taken.has(name));
      taken.add(free);
      await database.update(page).set({ sectionId: into, slug: free }).where(eq(page.id, id));
    }
  });
}

async function removeAll(database: Queryable, ids: readonly string[]): Promise<void> {
  const shown = await database
    .selectDistinct({ asset: placement.assetId })
    .from(placement)
    .where(inArray(placement.pageId, [...ids]));
  await database.delete(page).where(inArray(page.id, [...ids]));
  await refreshSearch(
    database,
    shown.flatMap(({ asset }) => asset ?? []),
  );
}

/** Has the pages looked at anew that link to some others, and tells which they are. */
async function markLinking(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
): Promise<{ id: string; title: string }[]> {
  const linking = (await pagesLinkingTo(database, ids)).filter((id) => !ids.includes(id));
  if (linking.length === 0) return [];
  await markPages(database, siteId, { pages: linking });
  return database.select({ id: page.id, title: page.title }).from(page).where(inArray(page.id, linking));
}

/** The names that pages of a section have, without some. */
async function namesIn(
  database: Queryable,
  siteId: string,
  sectionId: string,
  but: readonly string[],
): Promise<Set<string>> {
  const rows = await database
    .select({ id: page.id, slug: page.slug })
    .from(page)
    .where(and(eq(page.siteId, siteId), eq(page.sectionId, sectionId)));
  return new Set(rows.filter(({ id }) => !but.includes(id)).map(({ slug }) => slug));
}

/** The page that stands at an address of the site, or stood there once; and where it stands. Throws gone. */
export async function pageAt(
  database: Queryable,
  siteId: string,
  address: string,
): Promise<{ page: string; address: string }> {
  const path = `/${address.split('/').filter(Boolean).join('/')}`;
  const sections = await sectionsOf(database, siteId);
  const rows = await database
    .select({ id: page.id, section: page.sectionId, slug: page.slug, binnedAt: page.binnedAt })
    .from(page)
    .where(and(eq(page.siteId, siteId), eq(page.slug, path.split('/').at(-1) ?? '')));
  const there = rows.find((row) => row.binnedAt === null && addressOf(row, sections) === path);
  if (there) return { page: there.id, address: path };
  const [former] = await database
    .select({ id: page.id, section: page.sectionId, slug: page.slug })
    .from(pageAddress)
    .innerJoin(page, eq(page.id, pageAddress.pageId))
    .where(and(eq(pageAddress.siteId, siteId), eq(pageAddress.address, path)));
  if (!former) throw gone('No page stands at this address, and none ever did.');
  return { page: former.id, address: addressOf(former, sections) };
}

/** Lets a former address of a page lead on no more. Throws gone. */
export async function forgetAddress(
  database: Database,
  siteId: string,
  id: string,
  address: string,
): Promise<void> {
  const [result] = await database
    .delete(pageAddress)
    .where(and(eq(pageAddress.siteId, siteId), eq(pageAddress.pageId, id), eq(pageAddress.address, address)));
  if (result.affectedRows === 0) throw gone('This address does not lead to this page any more.');
}
