import { and, asc, count, eq, gt, inArray, isNull, ne, notInArray, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { OutsideLine } from '@placard/core/contract';
import { outsideIn, type OutsideKind, type OutsideSeen } from '@placard/core/outside';
import type { PageDocument } from '@placard/core/page';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { outside, page, pageOutside } from '../db/schema.ts';
import { readable } from '../db/storedpage.ts';
import { enqueue } from '../queue/queue.ts';
import { inParts } from '../search/markpages.ts';

const hashOf = (kind: OutsideKind, address: string): string =>
  createHash('sha256').update(`${kind} ${address}`).digest('hex');

/** Which share of the day an address is looked at in, from 0 to 1: always the same, and every other one's another. */
export const shareOf = (hash: string): number => Number.parseInt(hash.slice(0, 8), 16) / 2 ** 32;

/** How soon an address is looked at that nobody has looked at before, in milliseconds: not while somebody still writes it. */
const SOON = 60_000;

/** Writes down what a page leads to and shows outside; called in the transaction that writes the page. */
export async function indexOutside(
  database: Queryable,
  siteId: string,
  pageId: string,
  document: PageDocument,
): Promise<void> {
  const used = outsideIn(document).map(({ address, kind }) => ({
    address,
    kind,
    hash: hashOf(kind, address),
    host: new URL(address).host.slice(0, 255),
  }));
  const before = await database
    .select({ id: outside.id, hash: outside.hash })
    .from(pageOutside)
    .innerJoin(outside, eq(outside.id, pageOutside.outsideId))
    .where(eq(pageOutside.pageId, pageId));
  const wanted = new Set(used.map(({ hash }) => hash));
  const gone = before.filter(({ hash }) => !wanted.has(hash)).map(({ id }) => id);
  const known = new Set(before.map(({ hash }) => hash));
  // Always in one order: two who save at once wait for each other, and not in a circle.
  const fresh = used.filter(({ hash }) => !known.has(hash)).sort((a, b) => (a.hash < b.hash ? -1 : 1));
  const nextAt = new Date(Date.now() + SOON);
  for (const some of inParts(fresh)) {
    await database
      .insert(outside)
      .values(some.map((one) => ({ id: newId(), siteId, ...one, nextAt })))
      .onDuplicateKeyUpdate({
        // What was used before, and not for a while, is as unknown as if it were new.
        set: {
          nextAt: sql`if(${outside.unused}, values(${outside.nextAt}), ${outside.nextAt})`,
          unused: false,
        },
      });
    const rows = await database
      .select({ id: outside.id })
      .from(outside)
      .where(
        and(
          eq(outside.siteId, siteId),
          inArray(
            outside.hash,
            some.map(({ hash }) => hash),
          ),
        ),
      );
    await database
      .insert(pageOutside)
      .values(rows.map(({ id }) => ({ pageId, outsideId: id })))
      .onDuplicateKeyUpdate({ set: { pageId } });
  }
  if (gone.length > 0) {
    await database
      .delete(pageOutside)
      .where(and(eq(pageOutside.pageId, pageId), inArray(pageOutside.outsideId, gone)));
    await settleUse(database, gone);
  }
}

/** Writes down, after pages were binned, restored or removed, which of these addresses a page still shows: others are not looked at. */
export async function settleUse(database: Queryable, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const still = await database
    .selectDistinct({ id: pageOutside.outsideId })
    .from(pageOutside)
    .innerJoin(page, and(eq(page.id, pageOutside.pageId), isNull(page.binnedAt)))
    .where(inArray(pageOutside.outsideId, [...ids]));
  const used = new Set(still.map(({ id }) => id));
  for (const unused of [true, false]) {
    const some = ids.filter((id) => used.has(id) !== unused);
    if (some.length > 0) await database.update(outside).set({ unused }).where(inArray(outside.id, some));
  }
}

/** The addresses that some pages show. */
export const outsideOfPages = async (database: Queryable, pages: readonly string[]): Promise<string[]> =>
  (
    await database
      .selectDistinct({ id: pageOutside.outsideId })
      .from(pageOutside)
      .where(inArray(pageOutside.pageId, [...pages]))
  ).map(({ id }) => id);

/** How the addresses outside of some pages were when they were last looked at; nothing of those with which all is well. */
export async function outsideOf(
  database: Queryable,
  ids: readonly string[],
): Promise<(address: string, kind: OutsideKind) => OutsideSeen | undefined> {
  const seen = new Map<string, OutsideSeen>();
  for (const some of inParts(ids)) {
    const rows = await database
      .selectDistinct({
        address: outside.address,
        kind: outside.kind,
        state: outside.state,
        says: outside.says,
        leadsTo: outside.leadsTo,
      })
      .from(pageOutside)
      .innerJoin(outside, eq(outside.id, pageOutside.outsideId))
      .where(and(inArray(pageOutside.pageId, some), isTold()));
    for (const { address, kind, ...row } of rows) seen.set(`${kind} ${address}`, row);
  }
  return (address, kind) => seen.get(`${kind} ${address}`);
}

/** A host that is silent once may be so for a moment; then nobody is told yet. */
export const SILENT_OFTEN = 3;

/** Wrong, or wrong by how a page has it: whether a form can be sent is said by the frame. */
const isTold = () =>
  and(
    notInArray(outside.state, ['unseen', 'works']),
    sql`not (${outside.state} = 'silent' and ${outside.failures} < ${SILENT_OFTEN})`,
  );

const isWrong = () => and(isTold(), ne(outside.state, 'form'));

const PER_ANSWER = 100;

/** What pages lead to and show outside: those with which something is wrong, or all. */
export async function listOutside(
  database: Database,
  siteId: string,
  { all, cursor }: { all?: 'yes' | undefined; cursor?: string | undefined },
): Promise<{
  lines: OutsideLine[];
  next: string | null;
  counts: { all: number; looked: number; wrong: number };
}> {
  const ours = and(eq(outside.siteId, siteId), eq(outside.unused, false));
  const rows = await database
    .select()
    .from(outside)
    .where(and(ours, all ? undefined : isWrong(), cursor ? gt(outside.id, cursor) : undefined))
    .orderBy(asc(outside.id))
    .limit(PER_ANSWER + 1);
  const shown = rows.slice(0, PER_ANSWER);
  const [users, [every], [looked], [wrong]] = await Promise.all([
    shown.length === 0
      ? []
      : database
          .select({ outsideId: pageOutside.outsideId, id: page.id, title: page.title })
          .from(pageOutside)
          .innerJoin(page, and(eq(page.id, pageOutside.pageId), isNull(page.binnedAt)))
          .where(
            inArray(
              pageOutside.outsideId,
              shown.map(({ id }) => id),
            ),
          )
          .orderBy(asc(page.title)),
    database.select({ n: count() }).from(outside).where(ours),
    database
      .select({ n: count(outside.checkedAt) })
      .from(outside)
      .where(ours),
    database.select({ n: count() }).from(outside).where(and(ours, isWrong())),
  ]);
  return {
    lines: shown.map(({ id, address, kind, state, says, leadsTo, checkedAt, nextAt }) => ({
      id,
      address,
      kind,
      state,
      says,
      leadsTo,
      checkedAt: checkedAt?.toISOString() ?? null,
      nextAt: nextAt.toISOString(),
      pages: users.flatMap((user) => (user.outsideId === id ? { id: user.id, title: user.title } : [])),
    })),
    next: rows.length > PER_ANSWER ? (shown.at(-1)?.id ?? null) : null,
    counts: { all: every?.n ?? 0, looked: looked?.n ?? 0, wrong: wrong?.n ?? 0 },
  };
}

/** Has addresses looked at again as soon as somebody can. */
export async function lookAgain(database: Database, siteId: string, ids: readonly string[]): Promise<void> {
  await database.transaction(async (transaction) => {
    await transaction
      .update(outside)
      .set({ nextAt: new Date() })
      .where(and(eq(outside.siteId, siteId), inArray(outside.id, [...ids])));
    await askToLook(transaction, siteId);
  });
}

/** Asks for work on what is due. */
export const askToLook = (database: Queryable, siteId: string): Promise<void> =>
  enqueue(database, 'outside', siteId, 'Looking whether what pages lead to still works');

/** Asks for work where something is due. */
export async function lookWhereDue(database: Database): Promise<void> {
  const due = await database
    .selectDistinct({ siteId: outside.siteId })
    .from(outside)
    .where(and(eq(outside.unused, false), sql`${outside.nextAt} <= ${new Date()}`));
  for (const { siteId } of due) await askToLook(database, siteId);
}

/** Writes down what pages lead to outside where that was never done, as after a change of the tables. */
export async function completeOutside(database: Database): Promise<void> {
  const [known] = await database.select({ id: outside.id }).from(outside).limit(1);
  if (known) return;
  const pages = await database
    .select({ id: page.id, siteId: page.siteId, document: page.document })
    .from(page);
  for (const { id, siteId, document: stored } of pages) {
    const document = readable(stored);
    if (document)
      await database.transaction((transaction) => indexOutside(transaction, siteId, id, document));
  }
}
