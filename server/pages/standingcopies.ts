import { and, eq, inArray, isNull } from 'drizzle-orm';
import { copiesIn, withCopies, type KeptCopy, type PageBody, type PageDocument } from '@placard/core/page';
import type { Database, Queryable } from '../db/database.ts';
import { page } from '../db/schema.ts';
import { unfit } from '../refusal.ts';
import { pagesLinkingTo } from './linkedpages.ts';
import { readable } from '../db/storedpage.ts';

/** Pages with their standing copy looked up, as visitors get them. What is gone or in the bin is left out. */
export async function resolved<Body extends Pick<PageBody, 'document'>>(
  database: Queryable,
  siteId: string,
  bodies: readonly Body[],
): Promise<Body[]> {
  const ids = [...new Set(bodies.flatMap(({ document }) => copiesIn(document)))];
  if (ids.length === 0) return [...bodies];
  const rows = await database
    .select({ id: page.id, document: page.document, shown: page.shown })
    .from(page)
    .where(and(eq(page.siteId, siteId), eq(page.isCopy, true), isNull(page.binnedAt), inArray(page.id, ids)));
  const copies = new Map<string, KeptCopy>();
  for (const { id, document, shown } of rows) {
    const read = readable(document);
    if (read) copies.set(id, { document: read, shown });
  }
  return bodies.map((body) => ({ ...body, document: withCopies(body.document, copies) }));
}

/** Throws a Refusal (unfit) for standing copy that holds standing copy, or that nobody keeps. */
export async function refuseCopies(
  database: Queryable,
  siteId: string,
  document: PageDocument,
  isCopy: boolean,
): Promise<void> {
  const ids = copiesIn(document);
  if (ids.length === 0) return;
  // It could come round to itself; and nobody would find what to change.
  if (isCopy) throw unfit('Standing copy holds no other standing copy. Loosen it first: its words stay.');
  const known = await database
    .select({ id: page.id })
    .from(page)
    .where(and(eq(page.siteId, siteId), eq(page.isCopy, true), inArray(page.id, ids)));
  if (known.length < ids.length)
    throw unfit(
      'This page uses standing copy that does not exist any more. Take it out of the page, and it is saved.',
      {
        where: ids.find((id) => !known.some((row) => row.id === id)) ?? '',
      },
    );
}

/** The pages that use some standing copy. */
export async function pagesUsing(
  database: Database,
  siteId: string,
  copy: string,
): Promise<{ id: string; title: string }[]> {
  const using = await pagesLinkingTo(database, [copy]);
  if (using.length === 0) return [];
  return database
    .select({ id: page.id, title: page.title })
    .from(page)
    .where(and(eq(page.siteId, siteId), isNull(page.binnedAt), inArray(page.id, using)))
    .orderBy(page.title);
}
