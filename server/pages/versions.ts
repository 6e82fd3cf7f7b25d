import { and, desc, eq, inArray } from 'drizzle-orm';
import { gunzip, gzip } from 'node:zlib';
import { promisify } from 'node:util';
import type { PageVersion, PageVersionLine } from '@placard/core/contract';
import { thinned, upgraded, NO_FACTS, type PageBody, type Schedule } from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { page, pageRevision, user } from '../db/schema.ts';
import type { ChangedHow } from '../db/pages.ts';
import { gone } from '../refusal.ts';

const [pack, unpack] = [promisify(gzip), promisify(gunzip)];

/** Keeps what a page was saved as, and lets go of older versions that have become too many. */
export async function keepVersion(
  database: Queryable,
  saved: PageBody & {
    pageId: string;
    number: number;
    title: string;
    shown: Schedule | null;
    at: Date;
    by: string;
    how: ChangedHow;
  },
): Promise<void> {
  const { pageId, number, title, document, facts, shown, at, by, how } = saved;
  const body = await pack(JSON.stringify({ document, facts, shown }));
  await database.insert(pageRevision).values({ pageId, number, title, body, at, by, how });
  const rows = await database
    .select({ number: pageRevision.number, at: pageRevision.at, handedOffAt: pageRevision.handedOffAt })
    .from(pageRevision)
    .where(eq(pageRevision.pageId, pageId));
  const old = thinned(
    rows.map((row) => ({ number: row.number, at: row.at, handedOff: row.handedOffAt !== null })),
    at,
  );
  if (old.length > 0)
    await database
      .delete(pageRevision)
      .where(and(eq(pageRevision.pageId, pageId), inArray(pageRevision.number, old)));
}

/** Says that a version of a page was handed off. */
export async function markHandedOff(database: Queryable, pageId: string, number: number): Promise<void> {
  await database
    .update(pageRevision)
    .set({ handedOffAt: new Date() })
    .where(and(eq(pageRevision.pageId, pageId), eq(pageRevision.number, number)));
}

/** The versions that are kept of a page, newest first. Throws gone. */
export async function listVersions(
  database: Queryable,
  siteId: string,
  pageId: string,
): Promise<PageVersionLine[]> {
  await refuseGone(database, siteId, pageId);
  const rows = await database
    .select({
      number: pageRevision.number,
      title: pageRevision.title,
      at: pageRevision.at,
      how: pageRevision.how,
      handedOffAt: pageRevision.handedOffAt,
      by: user.name,
    })
    .from(pageRevision)
    .leftJoin(user, eq(user.id, pageRevision.by))
    .where(eq(pageRevision.pageId, pageId))
    .orderBy(desc(pageRevision.number));
  return rows.map(({ at, by, handedOffAt, ...row }) => ({
    ...row,
    at: at.toISOString(),
    by: by ?? '',
    handedOffAt: handedOffAt?.toISOString() ?? null,
  }));
}

/** What a page was in one of its versions. Throws gone. */
export async function readVersion(
  database: Queryable,
  siteId: string,
  pageId: string,
  number: number,
): Promise<PageVersion> {
  const line = (await listVersions(database, siteId, pageId)).find((version) => version.number === number);
  const [row] = await database
    .select({ body: pageRevision.body })
    .from(pageRevision)
    .where(and(eq(pageRevision.pageId, pageId), eq(pageRevision.number, number)));
  if (!line || !row) throw gone('This version is not kept any more.');
  const stored = JSON.parse((await unpack(row.body)).toString('utf8')) as PageBody & {
    shown: Schedule | null;
  };
  return {
    ...line,
    document: upgraded(stored.document),
    facts: stored.facts ?? NO_FACTS,
    shown: stored.shown ?? null,
  };
}

async function refuseGone(database: Queryable, siteId: string, pageId: string): Promise<void> {
  const [row] = await database
    .select({ id: page.id })
    .from(page)
    .where(and(eq(page.id, pageId), eq(page.siteId, siteId)));
  if (!row) throw gone('This page does not exist any more.');
}
