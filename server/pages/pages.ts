import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Page, PageLine, Person, Site } from '@placard/core/contract';
import { slug, freeName } from '@placard/core/naming';
import {
  heldKey,
  EMPTY_DOCUMENT,
  isPlacement,
  placements,
  type HeldAsset,
  type PageDocument,
} from '@placard/core/page';
import { checkPage, type Finding } from '@placard/core/proof';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, page, placement, section, user } from '../db/schema.ts';
import { holdingsFor, type Use } from '../holdings/forpage.ts';
import { refreshSearch } from '../holdings/searchrows.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { hostStandings } from './hosts.ts';

/** The assets that a page places, each perhaps in a version of its own. */
export function usesOf(document: PageDocument): Use[] {
  return placements(document).flatMap((block) => (block.type === 'embed' ? [] : [block.attrs]));
}

/** One page. Throws NotFound. */
export async function readPage(database: Database, siteId: string, id: string): Promise<Page> {
  const [row] = await database
    .select({ page, section, by: user.name })
    .from(page)
    .innerJoin(section, eq(section.id, page.sectionId))
    .leftJoin(user, eq(user.id, page.changedBy))
    .where(and(eq(page.id, id), eq(page.siteId, siteId)));
  if (!row) throw new NotFound('This page does not exist any more.');
  return {
    id,
    title: row.page.title,
    slug: row.page.slug,
    section: { id: row.section.id, title: row.section.title, slug: row.section.slug },
    version: row.page.version,
    document: row.page.document,
    changedAt: row.page.changedAt.toISOString(),
    changedBy: row.by ?? '',
  };
}

/** All pages with what was found in each. */
export async function listPages(
  database: Database,
  site: Site,
  addressOf: (key: string) => string,
): Promise<PageLine[]> {
  const rows = await database
    .select({ page, section, by: user.name })
    .from(page)
    .innerJoin(section, eq(section.id, page.sectionId))
    .leftJoin(user, eq(user.id, page.changedBy))
    .where(eq(page.siteId, site.id))
    .orderBy(desc(page.changedAt));
  const holdings = await holdingsFor(
    database,
    rows.flatMap((row) => usesOf(row.page.document)),
    ({ key }) => addressOf(key),
  );
  const standingOf = await hostStandings(database, site.id);
  return rows.map(({ page: row, section: filed, by }) => {
    const findings = checkPage(row.document, {
      ...againstSite(site),
      holdings,
      standingOf,
    });
    return {
      id: row.id,
      title: row.title,
      slug: row.slug,
      section: { id: filed.id, title: filed.title, slug: filed.slug },
      version: row.version,
      changedAt: row.changedAt.toISOString(),
      changedBy: by ?? '',
      placements: row.document.content.filter(isPlacement).length,
      findings: {
        stop: findings.filter(({ severity }) => severity === 'stop').length,
        warn: findings.filter(({ severity }) => severity === 'warn').length,
      },
      lead: leadOf(row.document, holdings),
    };
  });
}

/** What a page is checked against on this site, today. */
const againstSite = ({ measures, heavyBytes, policy, language }: Site) => ({
  measures,
  heavyBytes,
  policy,
  language,
  today: new Date().toISOString().slice(0, 10),
});

/** The address of the first picture of a page, small. */
function leadOf(document: PageDocument, holdings: ReadonlyMap<string, HeldAsset>): string | null {
  for (const use of usesOf(document)) {
    const small = holdings.get(heldKey(use))?.sources.find(({ width }) => width >= 320);
    if (small) return small.url;
  }
  return null;
}

/** Begins a page with a free address in its section. Throws NotFound and 422. */
export async function createPage(
  database: Database,
  siteId: string,
  person: Person,
  wish: { title: string; section: string; document?: PageDocument | undefined },
): Promise<Page> {
  const document = wish.document ?? EMPTY_DOCUMENT;
  const id = await database.transaction(async (transaction) => {
    const [filed] = await transaction
      .select()
      .from(section)
      .where(and(eq(section.id, wish.section), eq(section.siteId, siteId)))
      .for('update');
    if (!filed) throw new NotFound('That section does not exist any more. Choose another.');
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
      document,
      changedAt: new Date(),
      changedBy: person.id,
    });
    await indexPlacements(transaction, newPage, document);
    return newPage;
  });
  return readPage(database, siteId, id);
}

/** Saves a page. Throws NotFound, 409 when somebody saved it after `since`, and 422. */
export async function savePage(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  wish: { version: number; title: string; document: PageDocument },
): Promise<{ version: number; changedAt: Date }> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ version: page.version, by: user.name })
      .from(page)
      .leftJoin(user, eq(user.id, page.changedBy))
      .where(and(eq(page.id, id), eq(page.siteId, siteId)))
      .for('update');
    if (!row) throw new NotFound('This page does not exist any more. Copy your words before you close it.');
    if (row.version !== wish.version) {
      throw new Problem(
        409,
        `${row.by ?? 'Somebody'} saved this page in another window while you wrote. Nothing of yours is lost: it is still here.`,
        {
          currentVersion: row.version,
        },
      );
    }
    await refuseUnknownAssets(transaction, siteId, wish.document);
    const changedAt = new Date();
    await transaction
      .update(page)
      .set({
        title: wish.title,
        document: wish.document,
        version: row.version + 1,
        changedAt,
        changedBy: person.id,
      })
      .where(eq(page.id, id));
    await indexPlacements(transaction, id, wish.document);
    return { version: row.version + 1, changedAt };
  });
}

async function refuseUnknownAssets(
  database: Queryable,
  siteId: string,
  document: PageDocument,
): Promise<void> {
  const ids = [...new Set(usesOf(document).map(({ asset }) => asset))];
  if (ids.length === 0) return;
  const known = await database
    .select({ id: asset.id })
    .from(asset)
    .where(and(inArray(asset.id, ids), eq(asset.siteId, siteId), isNull(asset.binnedAt)));
  if (known.length < ids.length)
    throw new Problem(
      422,
      'Something placed in this page is not held here any more. Remove it and save again.',
    );
}

/** Writes anew where a page uses what. */
export async function indexPlacements(
  database: Queryable,
  pageId: string,
  document: PageDocument,
): Promise<void> {
  const before = await database
    .select({ id: placement.assetId })
    .from(placement)
    .where(eq(placement.pageId, pageId));
  await database.delete(placement).where(eq(placement.pageId, pageId));
  const rows = placements(document).map((block, ordinal) => ({
    pageId,
    ordinal,
    assetId: block.type === 'embed' ? null : block.attrs.asset,
    versionId: block.type === 'picture' ? (block.attrs.version ?? null) : null,
    host: block.type === 'embed' ? new URL(block.attrs.frame.src).host.slice(0, 255) : null,
  }));
  if (rows.length > 0) await database.insert(placement).values(rows);
  const there = new Set(before.map(({ id }) => id));
  const fresh = rows.flatMap(({ assetId }) => (assetId !== null && !there.has(assetId) ? [assetId] : []));
  if (fresh.length > 0)
    await database.update(asset).set({ placedAt: new Date() }).where(inArray(asset.id, fresh));
  const touched = new Set([...before.map(({ id }) => id), ...rows.map(({ assetId }) => assetId)]);
  await refreshSearch(
    database,
    [...touched].filter((id) => id !== null),
  );
}

/** Checks one page as it stands. */
export async function findingsOf(
  database: Database,
  site: Site,
  document: PageDocument,
  addressOf: (key: string) => string,
): Promise<{ findings: Finding[]; holdings: Map<string, HeldAsset> }> {
  const holdings = await holdingsFor(database, usesOf(document), ({ key }) => addressOf(key));
  const standingOf = await hostStandings(database, site.id);
  const findings = checkPage(document, {
    ...againstSite(site),
    holdings,
    standingOf,
  });
  return { findings, holdings };
}
