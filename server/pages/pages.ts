import { and, eq } from 'drizzle-orm';
import type { Page } from '@placard/core/contract';
import { NO_FACTS, usesOfPage, type HeldAsset, type LinkedPages } from '@placard/core/page';
import { checkWhole, type Finding } from '@placard/core/proof';
import type { Database } from '../db/database.ts';
import { page, section, user } from '../db/schema.ts';
import { outsideOf } from '../outside/outside.ts';
import { addressesOf, formerAddresses } from './addresses.ts';
import { linkedPages, pagesLinkedFrom } from './linkedpages.ts';
import { holdingsFor } from './holdingsfor.ts';
import { gone } from '../refusal.ts';
import { checkedBy } from './checkedby.ts';
import { markWaived } from './waive.ts';
import { documentOf } from '../db/storedpage.ts';
import { resolved } from './standingcopies.ts';
import { readVersion } from './versions.ts';

/** One page. Throws gone, and clash for one that only a newer Placard can read. */
export async function readPage(database: Database, siteId: string, id: string): Promise<Page> {
  const [row] = await database
    .select({ page, section, by: user.name })
    .from(page)
    .innerJoin(section, eq(section.id, page.sectionId))
    .leftJoin(user, eq(user.id, page.changedBy))
    .where(and(eq(page.id, id), eq(page.siteId, siteId)));
  if (!row) throw gone('This page does not exist any more.');
  return {
    id,
    title: row.page.title,
    slug: row.page.slug,
    section: { id: row.section.id, title: row.section.title, slug: row.section.slug },
    version: row.page.version,
    document: documentOf(row.page),
    facts: row.page.facts ?? NO_FACTS,
    shown: row.page.shown,
    address: (await addressesOf(database, siteId, [id])).get(id) ?? '',
    formerAddresses: await formerAddresses(database, id),
    binned: row.page.binnedAt !== null,
    copy: row.page.isCopy,
    changedAt: row.page.changedAt.toISOString(),
    changedBy: row.by ?? '',
  };
}

/** One page with its standing copy looked up, as visitors get it. Throws gone and clash. */
export async function readWhole(database: Database, siteId: string, id: string): Promise<Page> {
  const [whole] = await resolved(database, siteId, [await readPage(database, siteId, id)]);
  return whole as Page;
}

/** The same of one of its versions, with the standing copy of now. Throws gone, also for one that is not kept any more. */
export async function readWholeVersion(
  database: Database,
  siteId: string,
  id: string,
  version: number,
): Promise<Page> {
  const now = await readPage(database, siteId, id);
  if (now.version !== version) {
    const { title, document, facts, shown } = await readVersion(database, siteId, id, version);
    Object.assign(now, { version, title, document, facts, shown });
  }
  const [whole] = await resolved(database, siteId, [now]);
  return whole as Page;
}

/** Checks one page as it stands, its standing copy looked up. */
export async function findingsOf(
  database: Database,
  siteId: string,
  page: Pick<Page, 'id' | 'document' | 'facts' | 'shown'>,
): Promise<{ findings: Finding[]; holdings: Map<string, HeldAsset>; pages: LinkedPages; today: string }> {
  const { id } = page;
  const against = await checkedBy(database, siteId);
  const [holdings, pages, outside] = await Promise.all([
    holdingsFor(database, usesOfPage(page)),
    linkedPages(database, siteId, pagesLinkedFrom(page.document)),
    outsideOf(database, [id]),
  ]);
  const findings = checkWhole(page, { ...against, holdings, pages, outside, page: id, shown: page.shown });
  return {
    findings: (await markWaived(database, [id]))(id, findings),
    holdings,
    pages,
    today: against.today,
  };
}
