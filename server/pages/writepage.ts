import { and, eq, inArray } from 'drizzle-orm';
import type { Page, Person, ReplacedPlace } from '@placard/core/contract';
import { freeName, slug } from '@placard/core/naming';
import {
  EMPTY_DOCUMENT,
  FORMAT,
  embeddedIn,
  mapFacts,
  mapUses,
  NO_FACTS,
  type PageDocument,
  type PageFacts,
  type Use,
  type Schedule,
} from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { page, placement, section, user } from '../db/schema.ts';
import { clash, gone, sectionGone } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';
import { addressesOf, settleAddresses } from './addresses.ts';
import { pagesLinkingTo } from './linkedpages.ts';
import { gatherAsStored, gatherWritten } from './pagerow.ts';
import { readPage } from './pages.ts';
import { documentOf, readable } from '../db/storedpage.ts';
import {
  readAgain,
  refuseOldWindow,
  refuseUnknownAssets,
  refuseUnsafe,
  refuseWordless,
} from './refusepages.ts';
import { indexBody, storeBody } from './storebody.ts';
import { refuseCopies } from './standingcopies.ts';
import { keepVersion } from './versions.ts';

/** Begins a page with a free address in its section. Throws gone, unfit, and clash for a body of another form than today's. */
export async function createPage(
  database: Database,
  siteId: string,
  person: Person,
  wish: {
    title: string;
    section: string;
    document?: PageDocument | undefined;
    facts?: PageFacts | undefined;
    copy?: boolean | undefined;
    /** The page that it is begun from, if it is. */
    from?: PageDocument | undefined;
  },
  trustedFrames: readonly string[],
): Promise<Page> {
  const { facts = NO_FACTS, copy: isCopy = false, from = null } = wish;
  refuseOldWindow(wish.document ?? EMPTY_DOCUMENT);
  const document = readAgain(wish.document ?? EMPTY_DOCUMENT, () => from);
  refuseUnsafe(embeddedIn(document), trustedFrames);
  const id = await database.transaction(async (transaction) => {
    const [filed] = await transaction
      .select()
      .from(section)
      .where(and(eq(section.id, wish.section), eq(section.siteId, siteId)))
      .for('update');
    if (!filed) throw sectionGone();
    await refuseUnknownAssets(transaction, siteId, { document, facts });
    await refuseCopies(transaction, siteId, document, isCopy);
    const taken = await transaction
      .select({ slug: page.slug })
      .from(page)
      .where(eq(page.sectionId, filed.id));
    const newPage = newId();
    const changedAt = new Date();
    const begun = {
      id: newPage,
      siteId,
      sectionId: filed.id,
      title: wish.title,
      slug: freeName(slug(wish.title, 'page'), (candidate) => taken.some((row) => row.slug === candidate)),
      shown: null,
      isCopy,
      binnedAt: null,
      version: 1,
      changedAt,
      changedBy: person.id,
      changedHow: 'written' as const,
      lastSave: null,
    };
    await transaction.insert(page).values({ ...begun, document: { ...document, format: FORMAT }, facts });
    const addresses = await addressesOf(transaction, siteId, [newPage]);
    await settleAddresses(transaction, siteId, [...addresses.values()]);
    await indexBody(transaction, siteId, newPage, { document, facts });
    await keepVersion(transaction, {
      pageId: newPage,
      number: 1,
      title: wish.title,
      document,
      facts,
      shown: null,
      at: changedAt,
      by: person.id,
      how: 'written',
    });
    await gatherWritten(transaction, siteId, { ...begun, body: { document, facts } });
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
  wish: {
    version: number;
    title: string;
    document: PageDocument;
    facts?: PageFacts | undefined;
    shown?: Schedule | null | undefined;
    save?: string | undefined;
  },
  trustedFrames: readonly string[],
): Promise<{ version: number; changedAt: Date; findings: Finding[] }> {
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
        findings: await gatherAsStored(transaction, siteId, id),
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
    const document = readAgain(wish.document, () => readable(row.page.document));
    refuseUnsafe(embeddedIn(document), trustedFrames);
    const facts = wish.facts ?? row.page.facts ?? NO_FACTS;
    const shown = wish.shown === undefined ? row.page.shown : wish.shown;
    await refuseUnknownAssets(transaction, siteId, { document, facts });
    await refuseCopies(transaction, siteId, document, row.page.isCopy);
    const changedAt = new Date();
    const findings = await storeBody(transaction, row.page, {
      document,
      facts,
      shown,
      title: wish.title,
      version: current + 1,
      changedAt,
      changedBy: person.id,
      changedHow: 'written',
      lastSave: wish.save ?? null,
    });
    // What links here may lead visitors to nothing now, or not any more.
    if (JSON.stringify(shown) !== JSON.stringify(row.page.shown)) {
      const linking = await pagesLinkingTo(transaction, [id]);
      if (linking.length > 0) await markPages(transaction, siteId, { pages: linking });
    }
    return { version: current + 1, changedAt, findings };
  });
}

/**
 * Puts one asset in the place of others in every page they stand in; position, measure, gap and own words stay. Throws a
 * Refusal (unfit): what says to nobody what it shows goes into no page.
 */
export async function replaceInPages(
  database: Queryable,
  siteId: string,
  ids: readonly string[],
  instead: string,
  personId: string,
  only: readonly ReplacedPlace[] | null = null,
): Promise<ReplacedPlace[]> {
  // What stood there before comes back as it was.
  if (!only) await refuseWordless(database, instead);
  const replaced: ReplacedPlace[] = [];
  await changePages(database, siteId, personId, ids, (use, page) => {
    const meant = only?.find((one) => one.page === page && one.place === use.id);
    if (!ids.includes(use.asset) || (only && !meant)) return use;
    replaced.push({ page, place: use.id, version: use.version ?? null });
    // A version of one picture is none of another.
    return { ...use, asset: instead, version: meant?.version ?? null };
  });
  return replaced;
}

/** Changes places of every page that some assets stand in, in somebody’s name. Pages in which nothing changes are left as they are. */
export async function changePages(
  database: Queryable,
  siteId: string,
  personId: string,
  ids: readonly string[],
  change: (use: Use, page: string) => Use,
): Promise<void> {
  if (ids.length === 0) return;
  const where = await database
    .selectDistinct({ id: placement.pageId })
    .from(placement)
    .where(inArray(placement.assetId, [...ids]));
  for (const { id } of where) await changePage(database, siteId, personId, id, (use) => change(use, id));
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
  const facts = mapFacts(row.facts ?? NO_FACTS, change);
  if (document === before && facts === (row.facts ?? NO_FACTS)) return false;
  await storeBody(database, row, {
    document,
    facts,
    shown: row.shown,
    title: row.title,
    version: row.version + 1,
    changedAt: new Date(),
    changedBy: personId,
    changedHow: 'swapped',
    lastSave: null,
  });
  return true;
}
