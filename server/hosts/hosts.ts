import { and, countDistinct, eq, isNotNull, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { HostLine, listHostPages, Needs, Person } from '@placard/core/contract';
import { hostMatches, nearest } from '@placard/core/embed';
import { embeddedIn, wholePage } from '@placard/core/page';
import { stops, type HostReview } from '@placard/core/proof';
import type * as v from 'valibot';
import type { Database, Queryable } from '../db/database.ts';
import { host, page, placement, user } from '../db/schema.ts';
import { findingsOf, readWhole } from '../pages/pages.ts';
import { clash, gone } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';

const decider = alias(user, 'decider');
const asker = alias(user, 'asker');

/** The hosts that were reviewed or asked for, and those that pages use without a review. */
export async function listHosts(database: Database, siteId: string): Promise<HostLine[]> {
  const [known, used] = await Promise.all([
    database
      .select({ host, decider: decider.name, asker: asker.name })
      .from(host)
      .leftJoin(decider, eq(decider.id, host.decidedBy))
      .leftJoin(asker, eq(asker.id, host.askedBy))
      .where(eq(host.siteId, siteId)),
    database
      .select({ host: placement.host, pages: countDistinct(placement.pageId) })
      .from(placement)
      .innerJoin(page, and(eq(page.id, placement.pageId), eq(page.siteId, siteId), isNull(page.binnedAt)))
      .where(isNotNull(placement.host))
      .groupBy(placement.host),
  ]);
  const pagesOf = (name: string) =>
    used.reduce((sum, row) => sum + (row.host !== null && hostMatches(name, row.host) ? row.pages : 0), 0);
  const lines = known.map(({ host: row, decider: by, asker: asking }): HostLine => ({
    host: row.host,
    review: row.review,
    note: row.note,
    decided: row.decidedAt && { by: by ?? '', at: row.decidedAt.toISOString() },
    asked: row.askedAt && { by: asking ?? '', at: row.askedAt.toISOString(), why: row.askedWhy },
    pages: pagesOf(row.host),
    needs: row.needs,
    provider: row.provider !== null,
  }));
  const families = lines.filter((line) => line.host.startsWith('*.') && line.review !== 'unreviewed');
  for (const { host: name, pages } of used) {
    if (name === null || lines.some((line) => line.host === name)) continue;
    // What a family's review answers for needs no line of its own.
    if (nearest(families, name)) continue;
    const nothing = { decided: null, asked: null, needs: null, provider: false };
    lines.push({ host: name, review: 'unreviewed', note: '', pages, ...nothing });
  }
  return lines.sort((a, b) => a.host.localeCompare(b.host));
}

/** Notes what a reviewer decided; whoever asked for it has an answer. */
export async function reviewHost(
  database: Database,
  siteId: string,
  person: Pick<Person, 'id'>,
  name: string,
  { review, note }: { review: HostReview; note: string },
): Promise<void> {
  const set = {
    review,
    note,
    decidedBy: person.id,
    decidedAt: new Date(),
    askedBy: null,
    askedAt: null,
    askedWhy: '',
  };
  await database.transaction(async (transaction) => {
    await transaction
      .insert(host)
      .values({ siteId, host: name, ...set })
      .onDuplicateKeyUpdate({ set });
    await touched(transaction, siteId, name);
  });
}

/** Takes back what was decided about a host. Throws gone. */
export async function forgetHost(database: Database, siteId: string, name: string): Promise<void> {
  await database.transaction(async (transaction) => {
    const [{ affectedRows }] = await transaction
      .delete(host)
      .where(and(eq(host.siteId, siteId), eq(host.host, name)));
    if (affectedRows === 0)
      throw gone('Somebody took this host off the list meanwhile. Look at the list again.');
    await touched(transaction, siteId, name);
  });
}

/** Has the pages looked at again that open something of a host, or of any in a family. */
async function touched(database: Queryable, siteId: string, name: string): Promise<void> {
  if (!name.startsWith('*.')) return markPages(database, siteId, { host: name });
  const used = await database
    .selectDistinct({ pageId: placement.pageId, host: placement.host })
    .from(placement)
    .innerJoin(page, and(eq(page.id, placement.pageId), eq(page.siteId, siteId)))
    .where(isNotNull(placement.host));
  const pages = used.flatMap((row) => (hostMatches(name, row.host ?? '') ? row.pageId : []));
  return markPages(database, siteId, { pages: [...new Set(pages)] });
}

/** Asks the reviewers to look at a host. Throws clash where that is done already. */
export async function askForHost(
  database: Database,
  siteId: string,
  person: Pick<Person, 'id'>,
  name: string,
  why: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(host)
      .where(and(eq(host.siteId, siteId), eq(host.host, name)))
      .for('update');
    if (row?.askedAt)
      throw clash('Somebody has asked for this host already. The reviewers have it on their list.');
    if (row?.review === 'approved') throw clash('This host is approved.');
    const set = { askedBy: person.id, askedAt: new Date(), askedWhy: why };
    await transaction
      .insert(host)
      .values({ siteId, host: name, review: 'unreviewed', ...set })
      .onDuplicateKeyUpdate({ set });
  });
}

/** Remembers the least that frames of a host need; nothing is remembered for null. */
export async function keepNeeds(
  database: Database,
  siteId: string,
  name: string,
  needs: Needs | null,
): Promise<void> {
  await database
    .insert(host)
    .values({ siteId, host: name, review: 'unreviewed', needs })
    .onDuplicateKeyUpdate({ set: { needs } });
}

/** How many pages are told by name that open something of a host. */
const MOST_PAGES = 200;

/** The pages that open something of a host, and whether a refusal would keep them back that may leave now. */
export async function pagesOfHost(
  database: Database,
  siteId: string,
  name: string,
): Promise<v.InferInput<typeof listHostPages.answer>> {
  const used = await database
    .selectDistinct({ id: page.id, host: placement.host })
    .from(placement)
    .innerJoin(page, eq(page.id, placement.pageId))
    .where(and(eq(page.siteId, siteId), isNull(page.binnedAt), isNotNull(placement.host)));
  const ids = [...new Set(used.flatMap((row) => (hostMatches(name, row.host ?? '') ? row.id : [])))];
  const lines = [];
  for (const id of ids.slice(0, MOST_PAGES)) {
    const whole = await readWhole(database, siteId, id);
    const embeds = embeddedIn(wholePage(whole)).filter(({ origins }) =>
      origins.some((origin) => hostMatches(name, new URL(origin).host)),
    );
    const { findings } = await findingsOf(database, siteId, whole);
    lines.push({
      id,
      title: whole.title,
      embeds: embeds.map(({ title }) => title),
      stops: !findings.some(stops),
    });
  }
  return lines;
}
