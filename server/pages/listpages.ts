import { and, asc, count, desc, eq, gt, inArray, lt, not, or, sql, type SQL } from 'drizzle-orm';
import type { MySqlColumn } from 'drizzle-orm/mysql-core';
import type { PageList, PageQuery, PageState } from '@placard/core/contract';
import { inNumbers, readSought } from '@placard/core/text';
import type { Database } from '../db/database.ts';
import { holds } from '../search/words.ts';
import { pageRow, section, user } from '../db/schema.ts';
import { sectionsWithin } from '../search/sectionswithin.ts';
import { unread } from '../refusal.ts';
import { gatherMarked } from './pagerow.ts';

/** What pages are sorted by, and which end comes first. */
const SORTED: Record<PageQuery['sort'], { by: MySqlColumn; up: boolean }> = {
  changed: { by: pageRow.changedAt, up: false },
  title: { by: pageRow.title, up: true },
  findings: { by: pageRow.stops, up: false },
  weight: { by: pageRow.bytes, up: false },
};

/** What is true of the rows of pages in a state. */
const STATES: Record<PageState, () => SQL | undefined> = {
  empty: () => eq(pageRow.placements, 0),
  'to-mend': () => gt(pageRow.stops, 0),
  'to-look-at': () => or(gt(pageRow.stops, 0), gt(pageRow.warnings, 0)),
  ready: () => and(gt(pageRow.placements, 0), eq(pageRow.stops, 0)),
  binned: () => undefined,
};

/** Pages of a site as they are asked for, some at a time. Throws a Refusal (unread) for a place in the list that is none. */
export async function listPages(
  database: Database,
  siteId: string,
  { words, section: within, state, sort, copy, cursor, limit }: PageQuery,
  addressOf: (key: string) => string,
): Promise<PageList> {
  await gatherMarked(database, siteId);
  const { by, up } = SORTED[sort];
  const sections = within ? ((await sectionsWithin(database, siteId)).get(within) ?? []) : [];
  const asked = and(
    eq(pageRow.siteId, siteId),
    eq(pageRow.binned, state === 'binned'),
    eq(pageRow.isCopy, copy === 'yes'),
    ...wordsIn(words),
    within ? inArray(pageRow.sectionId, sections.length > 0 ? sections : ['']) : undefined,
    state ? STATES[state]() : undefined,
  );
  const order = up ? asc : desc;
  const [rows, [all]] = await Promise.all([
    database
      .select()
      .from(pageRow)
      .where(and(asked, cursor ? after(by, up, cursor) : undefined))
      .orderBy(order(by), order(pageRow.pageId))
      .limit(limit + 1),
    database.select({ n: count() }).from(pageRow).where(asked),
  ]);
  const shown = rows.slice(0, limit);
  const last = rows.length > limit ? shown.at(-1) : undefined;
  return {
    total: all?.n ?? 0,
    next: last ? placeOf(last, by) : null,
    pages: await linesOf(database, shown, addressOf),
  };
}

/** Rows with what their sections and people are called: read beside them, so that the rows are found by their order. */
async function linesOf(
  database: Database,
  rows: readonly Row[],
  addressOf: (key: string) => string,
): Promise<PageList['pages']> {
  const ids = (of: (row: Row) => string) => [...new Set(rows.map(of)), ''];
  const [sections, people] = await Promise.all([
    database
      .select({ id: section.id, title: section.title, slug: section.slug })
      .from(section)
      .where(
        inArray(
          section.id,
          ids(({ sectionId }) => sectionId),
        ),
      ),
    database
      .select({ id: user.id, name: user.name })
      .from(user)
      .where(
        inArray(
          user.id,
          ids(({ changedBy }) => changedBy),
        ),
      ),
  ]);
  return rows.map((row) => ({
    id: row.pageId,
    title: row.title,
    slug: row.slug,
    section: sections.find(({ id }) => id === row.sectionId) ?? { id: row.sectionId, title: '', slug: '' },
    version: row.version,
    changedAt: row.changedAt.toISOString(),
    changedBy: people.find(({ id }) => id === row.changedBy)?.name ?? '',
    placements: row.placements,
    findings: { stop: row.stops, warn: row.warnings },
    bytes: row.bytes,
    lead: row.lead === null ? null : addressOf(row.lead),
  }));
}

/** How many pages wait at the stages, and how many there are. */
export async function countPages(
  database: Database,
  siteId: string,
): Promise<{ place: number; proof: number; handOff: number; pages: number }> {
  await gatherMarked(database, siteId);
  const those = (state: PageState) => sql<string>`coalesce(sum(${STATES[state]()}), 0)`;
  const [row] = await database
    .select({
      place: those('empty'),
      proof: those('to-look-at'),
      handOff: those('ready'),
      pages: count(),
    })
    .from(pageRow)
    .where(and(eq(pageRow.siteId, siteId), eq(pageRow.binned, false), eq(pageRow.isCopy, false)));
  return {
    place: Number(row?.place ?? 0),
    proof: Number(row?.proof ?? 0),
    handOff: Number(row?.handOff ?? 0),
    pages: row?.pages ?? 0,
  };
}

/** Every word and phrase is somewhere in the title or in the address, and nothing that is to be missing. */
function wordsIn(text: string): (SQL | undefined)[] {
  const { words, phrases, without } = readSought(text);
  const says = (some: string) => or(holds(pageRow.title, some), holds(pageRow.slug, some));
  const inAny = (word: string) => or(...inNumbers(word).map(says));
  return [
    ...words.map(inAny),
    ...phrases.map(says),
    ...without.flatMap((word) => not(says(word) ?? sql`false`)),
  ];
}

type Row = typeof pageRow.$inferSelect;

/** A place in the list, as a word to go on by. */
function placeOf(row: Row, by: MySqlColumn): string {
  const value = Object.entries(pageRow).find(([, column]) => column === by)?.[0] as keyof Row;
  const at = row[value];
  return Buffer.from(JSON.stringify([at instanceof Date ? at.toISOString() : at, row.pageId])).toString(
    'base64url',
  );
}

function after(by: MySqlColumn, up: boolean, cursor: string): SQL | undefined {
  const [value, id] = readPlace(cursor);
  const at = by.dataType === 'date' ? new Date(value) : value;
  const beyond = up ? gt : lt;
  return or(beyond(by, at), and(eq(by, at), beyond(pageRow.pageId, id)));
}

function readPlace(cursor: string): [value: string | number, id: string] {
  try {
    const place: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString());
    if (
      Array.isArray(place) &&
      place.length === 2 &&
      ['string', 'number'].includes(typeof place[0]) &&
      typeof place[1] === 'string'
    )
      return place as [string | number, string];
  } catch {
    // It is none.
  }
  throw unread('There is no such place in the list of pages. Begin at its beginning.');
}
