import { eq } from 'drizzle-orm';
import { freeName, slug } from '@placard/core/naming';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, page, section } from '../db/schema.ts';
import { refreshSearch } from '../search/searchrows.ts';
import { gone, unfit } from '../refusal.ts';
import { movingPages, pagesIn } from '../pages/addresses.ts';
import { sectionsWithin } from '../search/sectionswithin.ts';
import { markPages } from '../search/markpages.ts';

type Row = typeof section.$inferSelect;
const DEEPEST = 8;

/** Begins a section under another, or at the top; its folder name is made of its title. Answers its id. Throws a Refusal. */
export async function createSection(
  database: Database,
  siteId: string,
  wish: { title: string; parent: string | null },
): Promise<string> {
  return database.transaction(async (transaction) => {
    const rows = await lockedSections(transaction, siteId);
    if (wish.parent !== null) sectionIn(rows, wish.parent);
    if (depthOf(rows, wish.parent) + 1 > DEEPEST) throw tooDeep();
    const id = newId();
    await transaction.insert(section).values({
      id,
      siteId,
      parentId: wish.parent,
      title: wish.title,
      slug: freeSlug(rows, wish.parent, wish.title),
      ordinal: rows.length,
    });
    return id;
  });
}

/** Renames a section or moves it, with all that lies in it, under another. Throws a Refusal. */
export async function changeSection(
  database: Database,
  siteId: string,
  id: string,
  wish: { title?: string | undefined; parent?: string | null | undefined },
): Promise<void> {
  await database.transaction(async (transaction) => {
    const rows = await lockedSections(transaction, siteId);
    const row = sectionIn(rows, id);
    const parent = wish.parent === undefined ? row.parentId : wish.parent;
    const title = wish.title ?? row.title;
    if (parent !== null) {
      sectionIn(rows, parent);
      if (liesIn(rows, parent, id))
        throw unfit(`“${row.title}” cannot be moved into itself or into what lies in it.`);
    }
    if (depthOf(rows, parent) + heightOf(rows, id) > DEEPEST) throw tooDeep();
    const others = rows.filter((other) => other.id !== id);
    const named = parent === row.parentId && title === row.title ? row.slug : freeSlug(others, parent, title);
    const within = (await sectionsWithin(transaction, siteId)).get(id) ?? [];
    await movingPages(transaction, siteId, await pagesIn(transaction, within), async () => {
      await transaction
        .update(section)
        .set({ title, parentId: parent, slug: named })
        .where(eq(section.id, id));
    });
  });
}

/** Puts all that a section holds (files, pages, sections) into another, and takes the empty one away. Throws a Refusal. */
export async function mergeSection(
  database: Database,
  siteId: string,
  id: string,
  into: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const rows = await lockedSections(transaction, siteId);
    const [from, to] = [sectionIn(rows, id), sectionIn(rows, into)];
    if (liesIn(rows, into, id)) throw unfit(`“${from.title}” cannot be merged into what lies in it.`);
    const assets = await transaction
      .select({ id: asset.id })
      .from(asset)
      .where(eq(asset.sectionId, id))
      .for('update');
    await transaction.update(asset).set({ sectionId: into }).where(eq(asset.sectionId, id));
    await refreshSearch(
      transaction,
      assets.map(({ id }) => id),
    );
    const pages = await transaction.select().from(page).where(eq(page.siteId, siteId)).for('update');
    const taken = new Set(pages.filter(({ sectionId }) => sectionId === into).map(({ slug }) => slug));
    const within = (await sectionsWithin(transaction, siteId)).get(id) ?? [];
    await movingPages(transaction, siteId, await pagesIn(transaction, within), async () => {
      for (const row of pages.filter(({ sectionId }) => sectionId === id)) {
        const free = freeName(row.slug, (name) => taken.has(name));
        taken.add(free);
        await transaction.update(page).set({ sectionId: into, slug: free }).where(eq(page.id, row.id));
      }
      const slugs = new Set(rows.filter(({ parentId }) => parentId === to.id).map(({ slug }) => slug));
      for (const child of rows.filter(({ parentId }) => parentId === id)) {
        const free = freeName(child.slug, (name) => slugs.has(name));
        slugs.add(free);
        await transaction.update(section).set({ parentId: into, slug: free }).where(eq(section.id, child.id));
      }
    });
    await markPages(transaction, siteId, { section: into });
    await transaction.delete(section).where(eq(section.id, id));
  });
}

/** Takes away a section that holds nothing. Throws a Refusal that says what it holds. */
export async function removeSection(database: Database, siteId: string, id: string): Promise<void> {
  await database.transaction(async (transaction) => {
    const rows = await lockedSections(transaction, siteId);
    const row = sectionIn(rows, id);
    const [held, written] = await Promise.all([
      transaction.select({ id: asset.id }).from(asset).where(eq(asset.sectionId, id)).limit(1),
      transaction.select({ id: page.id }).from(page).where(eq(page.sectionId, id)).limit(1),
    ]);
    const holds = [
      ...(held.length > 0 ? ['files'] : []),
      ...(written.length > 0 ? ['pages'] : []),
      ...(rows.some(({ parentId }) => parentId === id) ? ['sections'] : []),
    ];
    if (holds.length > 0)
      throw unfit(
        `“${row.title}” still holds ${holds.join(' and ')}. Merge it into another section instead.`,
      );
    if (rows.length === 1) throw unfit('A site needs one section at least.');
    await transaction.delete(section).where(eq(section.id, id));
  });
}

/** Every section of the site, locked, so that two who arrange them at once do it one after the other. */
async function lockedSections(database: Queryable, siteId: string): Promise<Row[]> {
  return database.select().from(section).where(eq(section.siteId, siteId)).for('update');
}

function sectionIn(rows: readonly Row[], id: string): Row {
  const row = rows.find((row) => row.id === id);
  if (!row) throw gone('That section does not exist any more.');
  return row;
}

function liesIn(rows: readonly Row[], id: string, within: string): boolean {
  for (let at: string | null = id; at !== null; at = rows.find((row) => row.id === at)?.parentId ?? null)
    if (at === within) return true;
  return false;
}

function depthOf(rows: readonly Row[], id: string | null): number {
  let depth = 0;
  for (let at = id; at !== null; at = rows.find((row) => row.id === at)?.parentId ?? null) depth++;
  return depth;
}

function heightOf(rows: readonly Row[], id: string): number {
  const children = rows.filter(({ parentId }) => parentId === id);
  return 1 + Math.max(0, ...children.map((child) => heightOf(rows, child.id)));
}

function freeSlug(rows: readonly Row[], parent: string | null, title: string): string {
  const taken = new Set(rows.filter(({ parentId }) => parentId === parent).map(({ slug }) => slug));
  return freeName(slug(title, 'section'), (name) => taken.has(name));
}

const tooDeep = () => unfit(`Sections lie at most ${DEEPEST} deep.`);
