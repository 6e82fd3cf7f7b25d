import { and, eq } from 'drizzle-orm';
import type { Page } from '@placard/core/contract';
import { usesIn, type HeldAsset } from '@placard/core/page';
import { checkPage, type Finding } from '@placard/core/proof';
import type { Database } from '../db/database.ts';
import { page, section, user } from '../db/schema.ts';
import { holdingsFor } from './holdingsfor.ts';
import { gone } from '../refusal.ts';
import { checkedBy } from './checkedby.ts';
import { markLetGo } from './letgo.ts';
import { documentOf } from './readable.ts';

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
    changedAt: row.page.changedAt.toISOString(),
    changedBy: row.by ?? '',
  };
}

/** Checks one page as it stands. */
export async function findingsOf(
  database: Database,
  siteId: string,
  { id, document }: Pick<Page, 'id' | 'document'>,
): Promise<{ findings: Finding[]; holdings: Map<string, HeldAsset> }> {
  const holdings = await holdingsFor(database, usesIn(document));
  const findings = checkPage(document, { ...(await checkedBy(database, siteId)), holdings });
  return { findings: (await markLetGo(database, [id]))(id, findings), holdings };
}
