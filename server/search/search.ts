import { and, asc, count, desc, eq, gt, gte, inArray, isNotNull, lt, or, sql, type SQL } from 'drizzle-orm';
import { FACETS, SORTED_UP, type Counts, type Facet, type Search } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { asset, searchRow, shortlisted, user } from '../db/schema.ts';
import { sectionsWithin, type Sections } from './sectionswithin.ts';
import { hasParts, wordsIn } from './words.ts';

/** So many at most are narrowed and counted here instead of in the database. */
const FEW = 5000;
/** Where fewer are found by how words begin, those are looked for, too, in which they stand further inside. */
const ENOUGH = 20;

/** What a search finds: the ids in its order, how many there are, and what further conditions would leave where that is asked for. */
export interface Found {
  ids: string[];
  total: number;
  counts: Counts | null;
}

/** Searches the assets of a site. */
export async function search(database: Database, siteId: string, query: Search): Promise<Found> {
  const within = await sectionsWithin(database, siteId);
  const asked = await broadened(database, siteId, query);
  return (
    (await searchFew(database, siteId, asked, within)) ?? (await searchMany(database, siteId, asked, within))
  );
}

/** A search, and whether parts of words are looked for in it. */
type Asked = Search & { parts: boolean };

async function broadened(database: Database, siteId: string, query: Search): Promise<Asked> {
  const exact = { ...query, parts: false };
  if (!hasParts(query.words)) return exact;
  const found = await database
    .select({ id: searchRow.assetId })
    .from(searchRow)
    .where(and(...always(siteId, exact)))
    .limit(ENOUGH);
  return { ...query, parts: found.length < ENOUGH };
}

/**
 * Where words leave little, all of it is read once, in order, and narrowed and counted here:
 * the words are the dear part of the statement. Null where they leave much.
 */
async function searchFew(
  database: Database,
  siteId: string,
  query: Asked,
  within: Sections,
): Promise<Found | null> {
  if (query.words.trim() === '') return null;
  const rows = await database
    .select({ ...PARTS, id: searchRow.assetId })
    .from(searchRow)
    .where(and(...always(siteId, query), preparing(query, within)))
    .orderBy(...orderOf(query))
    .limit(FEW + 1);
  if (rows.length > FEW) return null;
  const found: string[] = [];
  const { total, counts } = countGroups(
    rows.map((row) => ({ ...row, n: 1 })),
    query,
    within,
    ({ id }) => found.push(id),
  );
  const ids = found.slice(query.offset, query.offset + query.limit);
  return { ids, total, counts: query.counted ? counts : null };
}

async function searchMany(
  database: Database,
  siteId: string,
  query: Asked,
  within: Sections,
): Promise<Found> {
  const [ids, tally] = await Promise.all([
    idsOf(database, siteId, query, within),
    query.counted ? tallyOf(database, siteId, query, within) : totalOf(database, siteId, query, within),
  ]);
  return { ids, ...tally };
}

/** The ids of what a search finds, in its order, from one place on. */
export async function searchIds(
  database: Database,
  siteId: string,
  query: Search,
  { offset, limit } = { offset: 0, limit: 5000 },
): Promise<string[]> {
  const asked = await broadened(database, siteId, query);
  return idsOf(database, siteId, { ...asked, limit, offset }, await sectionsWithin(database, siteId));
}

async function idsOf(database: Database, siteId: string, query: Asked, within: Sections): Promise<string[]> {
  if (query.limit === 0) return [];
  const rows = await database
    .select({ id: searchRow.assetId })
    .from(searchRow)
    .where(and(...always(siteId, query), ...FACETS.map((facet) => conditionOf(facet, query, within))))
    .orderBy(...orderOf(query))
    .limit(query.limit)
    .offset(query.offset);
  return rows.map(({ id }) => id);
}

function orderOf(query: Search): SQL[] {
  const column = {
    added: searchRow.addedAt,
    title: searchRow.title,
    bytes: searchRow.bytes,
    pixels: searchRow.pixels,
    by: sql`(select ${user.name} from ${user} where ${user.id} = ${searchRow.personId})`,
    licence: searchRow.licence,
    uses: searchRow.uses,
    placed: searchRow.placedAt,
  }[query.sort];
  const up = query.order ? query.order === 'up' : SORTED_UP.has(query.sort);
  const way = up ? asc : desc;
  return [way(column), way(searchRow.assetId)];
}

async function totalOf(database: Database, siteId: string, query: Asked, within: Sections) {
  const [row] = await database
    .select({ total: count() })
    .from(searchRow)
    .where(and(...always(siteId, query), ...FACETS.map((facet) => conditionOf(facet, query, within))));
  return { total: row?.total ?? 0, counts: null };
}

/** The conditions that no facet covers. */
function always(siteId: string, query: Asked): (SQL | undefined)[] {
  const nextDay = query.until ? new Date(Date.parse(query.until) + 86_400_000) : undefined;
  return [
    eq(searchRow.siteId, siteId),
    eq(searchRow.binned, query.bin === 'yes'),
    ...wordsIn(query.words, query.parts),
    // What was never placed is not among the last placed.
    query.sort === 'placed' ? isNotNull(searchRow.placedAt) : undefined,
    query.shortlist
      ? sql`exists (select 1 from ${shortlisted} where ${shortlisted.assetId} = ${searchRow.assetId} and ${shortlisted.shortlistId} = ${query.shortlist})`
      : undefined,
    query.since ? gte(searchRow.addedAt, new Date(query.since)) : undefined,
    nextDay ? lt(searchRow.addedAt, nextDay) : undefined,
  ];
}

function conditionOf(facet: Facet, query: Search, within: Sections): SQL | undefined {
  switch (facet) {
    case 'kind':
      return query.kind && eq(searchRow.kind, query.kind);
    case 'section':
      return query.section ? inArray(searchRow.sectionId, within.get(query.section) ?? ['']) : undefined;
    case 'shape':
      return query.shape && eq(searchRow.shape, query.shape);
    case 'colour':
      return query.colour && eq(searchRow.colour, query.colour);
    case 'licence':
      return query.licence ? eq(searchRow.licence, query.licence) : undefined;
    case 'verdict':
      return query.verdict ? eq(searchRow.verdict, query.verdict) : undefined;
    case 'by':
      return query.by ? eq(searchRow.personId, query.by) : undefined;
    case 'visibility':
      return query.visibility && eq(searchRow.visibility, query.visibility);
    case 'use':
      return query.use && (query.use === 'used' ? gt(searchRow.uses, 0) : eq(searchRow.uses, 0));
    case 'heavy':
      return query.heavy && eq(searchRow.heavy, true);
    case 'lacking':
      switch (query.lacking) {
        case 'alt':
          return eq(searchRow.lacksAlt, true);
        case 'credit':
          return eq(searchRow.lacksCredit, true);
        case 'licence':
          return eq(searchRow.lacksLicence, true);
        case 'label':
          return or(
            eq(searchRow.lacksAlt, true),
            eq(searchRow.lacksCredit, true),
            eq(searchRow.lacksLicence, true),
          );
        case 'prep':
          return sql`exists (select 1 from ${asset} where ${asset.id} = ${searchRow.assetId} and ${asset.prepared} <> 'done')`;
        default:
          return undefined;
      }
  }
}

/** In the order of the index that has them all together. */
const PARTS = {
  licence: searchRow.licence,
  kind: searchRow.kind,
  sectionId: searchRow.sectionId,
  shape: searchRow.shape,
  colour: searchRow.colour,
  verdict: searchRow.verdict,
  visibility: searchRow.visibility,
  lacksAlt: searchRow.lacksAlt,
  lacksCredit: searchRow.lacksCredit,
  lacksLicence: searchRow.lacksLicence,
  heavy: searchRow.heavy,
  personId: searchRow.personId,
  used: searchRow.used,
};

/** Preparation is not in the row; looked for, it narrows everything. */
function preparing(query: Search, within: Sections): SQL | undefined {
  return query.lacking === 'prep' ? conditionOf('lacking', query, within) : undefined;
}

/** Counts, in one statement, how many each value of each facet would leave under all the other conditions. */
async function tallyOf(database: Database, siteId: string, query: Asked, within: Sections) {
  const groups = await database
    .select({ ...PARTS, n: count() })
    .from(searchRow)
    .where(and(...always(siteId, query), preparing(query, within)))
    .groupBy(...Object.values(PARTS));
  return countGroups(groups, query, within);
}

type Group = Pick<typeof searchRow.$inferSelect, keyof typeof PARTS> & { n: number };

/** Adds groups up to a total and to the counts of each facet; `met` is told of each that meets all conditions. */
function countGroups<G extends Group>(
  groups: readonly G[],
  query: Search,
  within: Sections,
  met: (group: G) => void = () => {},
): { total: number; counts: Counts } {
  const chosenSections = query.section ? new Set(within.get(query.section) ?? []) : undefined;
  const counts = Object.fromEntries(FACETS.map((facet) => [facet, {}])) as Record<
    Facet,
    Record<string, number>
  >;
  let total = 0;
  for (const group of groups) {
    const values: Record<Facet, string[]> = {
      kind: [group.kind],
      section: [group.sectionId],
      shape: group.shape ? [group.shape] : [],
      colour: group.colour ? [group.colour] : [],
      verdict: [group.verdict],
      licence: [group.licence],
      visibility: [group.visibility],
      lacking: [
        ...(group.lacksAlt ? ['alt'] : []),
        ...(group.lacksCredit ? ['credit'] : []),
        ...(group.lacksLicence ? ['licence'] : []),
        ...(group.lacksAlt || group.lacksCredit || group.lacksLicence ? ['label'] : []),
        ...(query.lacking === 'prep' ? ['prep'] : []),
      ],
      use: [group.used ? 'used' : 'unused'],
      heavy: group.heavy ? ['yes'] : [],
      by: [group.personId],
    };
    const fails = FACETS.filter((facet) =>
      facet === 'section'
        ? chosenSections && !chosenSections.has(group.sectionId)
        : query[facet] && !values[facet].includes(query[facet]),
    );
    if (fails.length === 0) {
      total += group.n;
      met(group);
    }
    for (const facet of FACETS) {
      if (fails.some((failed) => failed !== facet)) continue;
      for (const value of values[facet]) counts[facet][value] = (counts[facet][value] ?? 0) + group.n;
    }
  }
  return { total, counts };
}
