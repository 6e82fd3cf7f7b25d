import { and, eq, inArray } from 'drizzle-orm';
import type { Page, Person } from '@placard/core/contract';
import { frameToHtml, unpack, type Frame } from '@placard/core/embed';
import { freeName, slug } from '@placard/core/naming';
import {
  EMPTY_DOCUMENT,
  FORMAT,
  framesIn,
  mapUses,
  usesIn,
  type PageDocument,
  type Use,
} from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, page, placard, placement, section, user } from '../db/schema.ts';
import { refreshSearch } from '../search/searchrows.ts';
import { clash, gone, sectionGone, unfit } from '../refusal.ts';
import { gatherWritten } from './pagerow.ts';
import { readPage } from './pages.ts';
import { documentOf } from './readable.ts';

/** Begins a page with a free address in its section. Throws gone, unfit, and clash for a body of another form than today's. */
export async function createPage(
  database: Database,
  siteId: string,
  person: Person,
  wish: { title: string; section: string; document?: PageDocument | undefined },
  trustedFrames: readonly string[],
): Promise<Page> {
  const document = wish.document ?? EMPTY_DOCUMENT;
  refuseUnsafe(framesIn(document), trustedFrames);
  refuseOldWindow(document);
  const id = await database.transaction(async (transaction) => {
    const [filed] = await transaction
      .select()
      .from(section)
      .where(and(eq(section.id, wish.section), eq(section.siteId, siteId)))
      .for('update');
    if (!filed) throw sectionGone();
    await refuseUnknownAssets(transaction, siteId, document);
    const taken = await transaction
      .select({ slug: page.slug })
      .from(page)
      .where(eq(page.sectionId, filed.id));
    const newPage = newId();
    await transaction.insert(page).values({
      id: newPage,
      siteId,
      sectionId: filed.id,
      title: wish.title,
      slug: freeName(slug(wish.title, 'page'), (candidate) => taken.some((row) => row.slug === candidate)),
      document: { ...document, format: FORMAT },
      changedAt: new Date(),
      changedBy: person.id,
    });
    await indexPlacements(transaction, newPage, document);
    await gatherWritten(transaction, siteId, newPage);
    return newPage;
  });
  return readPage(database, siteId, id);
}

/** Saves a page. Throws gone, clash when somebody saved it after `version` or the window is too old for it, and unfit. */
export async function savePage(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  wish: { version: number; title: string; document: PageDocument; save?: string | undefined },
  trustedFrames: readonly string[],
): Promise<{ version: number; changedAt: Date; findings: Finding[] }> {
  refuseUnsafe(framesIn(wish.document), trustedFrames);
  refuseOldWindow(wish.document);
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ page, by: user.name })
      .from(page)
      .leftJoin(user, eq(user.id, page.changedBy))
      .where(and(eq(page.id, id), eq(page.siteId, siteId)))
      .for('update');
    if (!row) throw gone('This page does not exist any more. Copy your words before you close it.');
    const { version: current, changedHow, lastSave, changedAt: savedAt } = row.page;
    // Its answer was lost on the way, and it comes again.
    if (wish.save !== undefined && wish.save === lastSave && current === wish.version + 1)
      return {
        version: current,
        changedAt: savedAt,
        findings: await gatherWritten(transaction, siteId, id),
      };
    if (current !== wish.version) {
      const by = row.by ?? 'Somebody';
      const did =
        changedHow === 'swapped'
          ? `${by} put another file in the place of something in this page while you wrote.`
          : `${by} saved this page in another window while you wrote.`;
      throw clash(`${did} Nothing of yours is lost: it is still here.`, {
        currentVersion: current,
      });
    }
    await refuseUnknownAssets(transaction, siteId, wish.document);
    const changedAt = new Date();
    const findings = await store(transaction, siteId, id, wish.document, {
      title: wish.title,
      version: current + 1,
      changedAt,
      changedBy: person.id,
      changedHow: 'written',
      lastSave: wish.save ?? null,
    });
    return { version: current + 1, changedAt, findings };
  });
}

/** Puts one asset in the place of others in every page they stand in; position, measure, gap and own words stay. */
export async function replaceInPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  instead: string,
  personId: string,
): Promise<void> {
  await changePages(database, siteId, personId, ids, (use) =>
    // A version of one picture is none of another.
    ids.includes(use.asset) ? { ...use, asset: instead, version: null } : use,
  );
}

/** Changes places of every page that some assets stand in, in somebody’s name. Pages in which nothing changes are left as they are. */
export async function changePages(
  database: Queryable,
  siteId: string,
  personId: string,
  ids: readonly string[],
  change: (use: Use) => Use,
): Promise<void> {
  if (ids.length === 0) return;
  const where = await database
    .selectDistinct({ id: placement.pageId })
    .from(placement)
    .where(inArray(placement.assetId, [...ids]));
  for (const { id } of where) await changePage(database, siteId, personId, id, change);
}

/** Changes places of one page, in somebody’s name. True when anything changed. */
export async function changePage(
  database: Queryable,
  siteId: string,
  personId: string,
  id: string,
  change: (use: Use) => Use,
): Promise<boolean> {
  const [row] = await database
    .select()
    .from(page)
    .where(and(eq(page.id, id), eq(page.siteId, siteId)))
    .for('update');
  if (!row) return false;
  const before = documentOf(row);
  const document = mapUses(before, change);
  if (document === before) return false;
  await store(database, siteId, id, document, {
    version: row.version + 1,
    changedAt: new Date(),
    changedBy: personId,
    changedHow: 'swapped',
    lastSave: null,
  });
  return true;
}

/** Writes a page’s body, and with it everything that it is found by. Answers what was found in it. */
async function store(
  database: Queryable,
  siteId: string,
  id: string,
  document: PageDocument,
  how: Omit<Partial<typeof page.$inferInsert>, 'document'>,
): Promise<Finding[]> {
  await database
    .update(page)
    .set({ ...how, document: { ...document, format: FORMAT } })
    .where(eq(page.id, id));
  await indexPlacements(database, id, document);
  return gatherWritten(database, siteId, id);
}

/** Throws a Refusal (unfit) for a frame that is not what unpacking would have made of it, whoever sends it. */
export function refuseUnsafe(frames: readonly Frame[], trustedFrames: readonly string[]): void {
  for (const frame of frames) {
    const html = frameToHtml(frame);
    if (unpack(html, trustedFrames).html !== html)
      throw unfit('This embed is not safe to place. Paste its code again.');
  }
}

/** Throws a Refusal (clash) for what a window wrote that knows older pages only: it would leave out what it does not know. */
function refuseOldWindow({ format }: PageDocument): void {
  if (format !== undefined && format !== FORMAT)
    throw clash(
      'Placard was renewed while this window was open. Your words are kept in this browser: load the window anew, and they are offered to you.',
    );
}

/** Throws a Refusal (unfit) that names what is placed and not held any more; what is held cannot be binned until this transaction ends. */
async function refuseUnknownAssets(
  database: Queryable,
  siteId: string,
  document: PageDocument,
): Promise<void> {
  const ids = [...new Set(usesIn(document).map(({ asset }) => asset))];
  if (ids.length === 0) return;
  const known = await database
    .select({ id: asset.id, binnedAt: asset.binnedAt, fileName: asset.fileName })
    .from(asset)
    .where(and(inArray(asset.id, ids), eq(asset.siteId, siteId)))
    .for('update');
  const held = new Set(known.filter(({ binnedAt }) => binnedAt === null).map(({ id }) => id));
  const gone = ids.filter((id) => !held.has(id));
  if (gone.length === 0) return;
  const titles = await database
    .select({ id: placard.assetId, title: placard.title })
    .from(placard)
    .where(inArray(placard.assetId, gone));
  const names = gone.map((id) => {
    const title = titles.find((row) => row.id === id)?.title || known.find((row) => row.id === id)?.fileName;
    return title ? `“${title}”` : 'something that nobody remembers';
  });
  const binned = known.some(({ id }) => gone.includes(id));
  throw unfit(
    `Placed in this page and not held here any more: ${names.join(', ')}. Take it out of the page${binned ? ', or out of the bin,' : ''} and it is saved.`,
    { where: gone[0] ?? '' },
  );
}

/** Writes anew where a page uses what. */
async function indexPlacements(database: Queryable, pageId: string, document: PageDocument): Promise<void> {
  const before = await database
    .select({ id: placement.assetId })
    .from(placement)
    .where(eq(placement.pageId, pageId));
  await database.delete(placement).where(eq(placement.pageId, pageId));
  const uses = usesIn(document).map(({ asset, version }) => ({
    assetId: asset,
    versionId: version ?? null,
    host: null,
  }));
  const frames = framesIn(document).map(({ src }) => ({
    assetId: null,
    versionId: null,
    host: new URL(src).host.slice(0, 255),
  }));
  const rows = [...uses, ...frames].map((row, ordinal) => ({ pageId, ordinal, ...row }));
  if (rows.length > 0) await database.insert(placement).values(rows);
  const there = new Set(before.map(({ id }) => id));
  const fresh = uses.flatMap(({ assetId }) => (there.has(assetId) ? [] : [assetId]));
  if (fresh.length > 0)
    await database.update(asset).set({ placedAt: new Date() }).where(inArray(asset.id, fresh));
  const touched = new Set([...before.map(({ id }) => id), ...uses.map(({ assetId }) => assetId)]);
  await refreshSearch(
    database,
    [...touched].filter((id) => id !== null),
  );
}
