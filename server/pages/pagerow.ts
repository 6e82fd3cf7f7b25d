import { DESK } from '@placard/core/geometry';
import { todayAt } from '../licence/policy.ts';
import { and, eq, gt, inArray, isNull, lte, type SQL } from 'drizzle-orm';
import {
  embeddedIn,
  heldKey,
  listingOf,
  NO_FACTS,
  placements,
  placesOf,
  isForVisitors,
  seenBy,
  seenSomeDay,
  usesIn,
  usesOfPage,
  wholePage,
  type HeldAsset,
  type PageBody,
  type PageDocument,
} from '@placard/core/page';
import { joinPolicies } from '@placard/core/embed';
import { checkWhole, nextChange, pageWeight, stops, type Finding } from '@placard/core/proof';
import type { Database, Queryable } from '../db/database.ts';
import { page, pageRow } from '../db/schema.ts';
import { holdingsFor } from './holdingsfor.ts';
import { linkedPages, pagesLinkedFrom } from './linkedpages.ts';
import { outsideOf } from '../outside/outside.ts';
import { checkedBy } from './checkedby.ts';
import { markWaived } from './waive.ts';
import { readable } from '../db/storedpage.ts';
import { resolved } from './standingcopies.ts';
import { BEFORE_READING, inParts } from '../search/markpages.ts';

/** A page as its row is gathered from: where it stands, and what it says; null for a body that cannot be read. */
export type ReadPage = Omit<typeof page.$inferSelect, 'document' | 'facts'> & { body: PageBody | null };

/** Gathers the row of a page as it is written in this transaction. Answers what was found in it. */
export async function gatherWritten(
  database: Queryable,
  siteId: string,
  written: ReadPage,
): Promise<Finding[]> {
  const [gathered] = await gather(database, siteId, [written]);
  if (!gathered) return [];
  const { findings, row } = gathered;
  // Marks that others made meanwhile stay: what they changed may not have been seen here.
  await database.insert(pageRow).values(row).onDuplicateKeyUpdate({ set: row });
  return findings;
}

/** Gathers the row of a page as it is stored. Answers what was found in it. */
export async function gatherAsStored(database: Queryable, siteId: string, id: string): Promise<Finding[]> {
  const [stored] = await readPages(database, [id]);
  return stored ? gatherWritten(database, siteId, stored) : [];
}

/** Gathers anew the rows of pages that were marked, or whose day has come: a few of them, or all. Answers how many. */
export async function gatherMarked(
  database: Database,
  siteId: string,
  most = BEFORE_READING,
  advance: (done: number, total: number) => Promise<void> = async () => {},
): Promise<number> {
  const due = await dueRows(database, siteId, most);
  let done = 0;
  for (const some of inParts(due)) {
    await database.transaction((transaction) => gatherLocked(transaction, siteId, some));
    await advance((done += some.length), due.length);
  }
  return due.length;
}

/** The pages whose rows were marked, and those whose day has come; each is found by an index of its own. */
async function dueRows(database: Database, siteId: string, most: number): Promise<string[]> {
  const today = await todayAt(database, siteId);
  const rowsThat = (condition: SQL | undefined) =>
    database
      .select({ id: pageRow.pageId })
      .from(pageRow)
      .where(and(eq(pageRow.siteId, siteId), condition))
      .limit(most);
  const found = await Promise.all([
    rowsThat(gt(pageRow.marks, 0)),
    rowsThat(and(gt(pageRow.changesOn, ''), lte(pageRow.changesOn, today))),
  ]);
  return [...new Set(found.flat().map(({ id }) => id))].slice(0, most);
}

/** Gathers rows that pages do not have, as after a change of the table. Answers how many. */
export async function completePageRows(database: Database): Promise<number> {
  const missing = await database
    .select({ id: page.id, siteId: page.siteId })
    .from(page)
    .leftJoin(pageRow, eq(pageRow.pageId, page.id))
    .where(isNull(pageRow.pageId));
  for (const siteId of new Set(missing.map((row) => row.siteId))) {
    const ids = missing.filter((row) => row.siteId === siteId).map(({ id }) => id);
    for (const some of inParts(ids))
      for (const { row } of await gather(database, siteId, await readPages(database, some)))
        await database.insert(pageRow).values(row).onDuplicateKeyUpdate({ set: row });
  }
  return missing.length;
}

async function gatherLocked(database: Queryable, siteId: string, ids: string[]): Promise<void> {
  // Whoever marks one of them waits until these are written, and what was marked before is seen here.
  await database
    .select({ id: pageRow.pageId })
    .from(pageRow)
    .where(inArray(pageRow.pageId, ids))
    .orderBy(pageRow.pageId)
    .for('update');
  const gathered = await gather(database, siteId, await readPages(database, ids));
  for (const { row } of gathered)
    await database
      .update(pageRow)
      .set({ ...row, marks: 0 })
      .where(eq(pageRow.pageId, row.pageId));
}

interface Gathered {
  row: typeof pageRow.$inferInsert;
  findings: Finding[];
}

/** Pages as they are stored. */
async function readPages(database: Queryable, ids: readonly string[]): Promise<ReadPage[]> {
  const stored = await database
    .select()
    .from(page)
    .where(inArray(page.id, [...ids]));
  return stored.map(({ document, facts, ...row }) => {
    const known = readable(document);
    return { ...row, body: known && { document: known, facts: facts ?? NO_FACTS } };
  });
}

async function gather(database: Queryable, siteId: string, pages: readonly ReadPage[]): Promise<Gathered[]> {
  const ids = pages.map(({ id }) => id);
  const withCopies = await resolved(
    database,
    siteId,
    pages.flatMap(({ id, body }) => (body ? [{ id, ...body }] : [])),
  );
  const bodyOf = new Map(withCopies.map((body) => [body.id, body]));
  const bodies = [...bodyOf.values()];
  const holdings = await holdingsFor(database, bodies.flatMap(usesOfPage));
  const linked = await linkedPages(database, siteId, [
    ...new Set(bodies.flatMap(({ document }) => pagesLinkedFrom(document))),
  ]);
  const outside = await outsideOf(database, ids);
  const by = { ...(await checkedBy(database, siteId)), holdings, pages: linked, outside };
  const marked = await markWaived(database, ids);
  return pages.map(
    ({ id, sectionId, title, slug, version, changedAt, changedBy, binnedAt, isCopy, shown: when }) => {
      const body = bodyOf.get(id);
      const whole = body && wholePage(body);
      const against = { ...by, page: id, shown: when };
      const findings = body ? marked(id, checkWhole(body, against)) : [];
      const shown = whole && seenBy(whole, { day: by.today, ours: true });
      return {
        findings,
        row: {
          pageId: id,
          siteId,
          sectionId,
          title,
          slug,
          version,
          changedAt,
          changedBy,
          placements: whole ? placements(whole).length : 0,
          // What cannot be read cannot leave.
          stops: body ? findings.filter(stops).length : 1,
          warnings: findings.filter(({ severity }) => severity === 'warn').length,
          bytes: (shown && pageWeight(shown, against, [{ width: DESK, density: 1 }])[0]) ?? 0,
          lead: body ? pictureOf(body, holdings) : null,
          changesOn: whole ? (nextChange(whole, against) ?? '') : '',
          places: body ? placesOf(body.document) : [],
          embeds: whole && isForVisitors(when) ? askedBy(seenSomeDay(whole)) : null,
          binned: binnedAt !== null,
          isCopy,
        },
      };
    },
  );
}

/** What the policies of a site must say for a page; null where nothing is embedded in it. */
function askedBy(document: PageDocument): (typeof pageRow.$inferInsert)['embeds'] {
  const embedded = embeddedIn(document);
  if (embedded.length === 0) return null;
  const frames = embedded.flatMap(({ frame }) =>
    frame && frame.permissions.length > 0 ? { src: frame.src, permissions: [...frame.permissions] } : [],
  );
  return { csp: joinPolicies(embedded.map(({ csp }) => csp)), frames };
}

/** The file, small, of the picture that stands for a page in lists, or of the first that it shows. */
function pictureOf(body: PageBody, holdings: ReadonlyMap<string, HeldAsset>): string | null {
  for (const use of [...usesIn(listingOf(body)), ...usesIn(body.document)]) {
    if (use.as === 'file') continue;
    const small = holdings.get(heldKey(use))?.sources.find(({ width }) => width >= 320);
    if (small) return small.key;
  }
  return null;
}
