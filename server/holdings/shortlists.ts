import { and, asc, count, eq, inArray, sql } from 'drizzle-orm';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, keptSearch, shortlist, shortlisted, user } from '../db/schema.ts';
import { gone } from '../refusal.ts';

const GONE = 'This shortlist does not exist any more.';

/** The shortlists of a site by name, with how many assets each has; what lies in the bin is not counted. */
export async function listShortlists(database: Database, siteId: string) {
  const rows = await database
    .select({ id: shortlist.id, name: shortlist.name, by: user.name, assets: count(asset.id) })
    .from(shortlist)
    .leftJoin(user, eq(user.id, shortlist.personId))
    .leftJoin(shortlisted, eq(shortlisted.shortlistId, shortlist.id))
    .leftJoin(asset, and(eq(asset.id, shortlisted.assetId), sql`${asset.binnedAt} is null`))
    .where(eq(shortlist.siteId, siteId))
    .groupBy(shortlist.id, shortlist.name, user.name)
    .orderBy(asc(shortlist.name));
  return rows.map((row) => ({ ...row, by: row.by ?? '' }));
}

export async function createShortlist(
  database: Database,
  siteId: string,
  personId: string,
  name: string,
): Promise<string> {
  const id = newId();
  await database.insert(shortlist).values({ id, siteId, name, personId, createdAt: new Date() });
  return id;
}

/** Throws gone. */
export async function renameShortlist(
  database: Database,
  siteId: string,
  id: string,
  name: string,
): Promise<void> {
  await mine(database, siteId, id);
  await database.update(shortlist).set({ name }).where(eq(shortlist.id, id));
}

/** Throws gone. */
export async function removeShortlist(database: Database, siteId: string, id: string): Promise<void> {
  await mine(database, siteId, id);
  await database.delete(shortlist).where(eq(shortlist.id, id));
}

/** Puts assets on a shortlist. Answers which were not on it before. Throws gone. */
export async function addToShortlist(
  database: Database,
  siteId: string,
  id: string,
  assets: readonly string[],
): Promise<string[]> {
  await mine(database, siteId, id);
  return database.transaction(async (transaction) => {
    const held = await transaction
      .select({ id: asset.id })
      .from(asset)
      .where(and(inArray(asset.id, [...assets]), eq(asset.siteId, siteId)));
    const there = await transaction
      .select({ id: shortlisted.assetId })
      .from(shortlisted)
      .where(and(eq(shortlisted.shortlistId, id), inArray(shortlisted.assetId, [...assets])));
    const on = new Set(there.map((row) => row.id));
    const fresh = held.map((row) => row.id).filter((assetId) => !on.has(assetId));
    if (fresh.length > 0)
      await transaction
        .insert(shortlisted)
        .values(fresh.map((assetId) => ({ shortlistId: id, assetId })))
        .onDuplicateKeyUpdate({ set: { assetId: sql`asset_id` } });
    return fresh;
  });
}

/** Takes assets off a shortlist. Answers which were on it. Throws gone. */
export async function takeFromShortlist(
  database: Database,
  siteId: string,
  id: string,
  assets: readonly string[],
): Promise<string[]> {
  await mine(database, siteId, id);
  const which = and(eq(shortlisted.shortlistId, id), inArray(shortlisted.assetId, [...assets]));
  return database.transaction(async (transaction) => {
    const rows = await transaction.select({ id: shortlisted.assetId }).from(shortlisted).where(which);
    await transaction.delete(shortlisted).where(which);
    return rows.map((row) => row.id);
  });
}

async function mine(database: Database, siteId: string, id: string): Promise<void> {
  const [row] = await database
    .select({ id: shortlist.id })
    .from(shortlist)
    .where(and(eq(shortlist.id, id), eq(shortlist.siteId, siteId)));
  if (!row) throw gone(GONE);
}

/** The searches somebody kept, by name. */
export async function listKeptSearches(database: Database, siteId: string, personId: string) {
  return database
    .select({ id: keptSearch.id, name: keptSearch.name, query: keptSearch.query })
    .from(keptSearch)
    .where(and(eq(keptSearch.siteId, siteId), eq(keptSearch.personId, personId)))
    .orderBy(asc(keptSearch.name));
}

/** Keeps a search; the same name again replaces it. */
export async function keepSearch(
  database: Database,
  siteId: string,
  personId: string,
  { name, query }: { name: string; query: string },
): Promise<string> {
  const named = and(
    eq(keptSearch.siteId, siteId),
    eq(keptSearch.personId, personId),
    eq(keptSearch.name, name),
  );
  await database
    .insert(keptSearch)
    .values({ id: newId(), siteId, personId, name, query })
    .onDuplicateKeyUpdate({ set: { query } });
  const [row] = await database.select({ id: keptSearch.id }).from(keptSearch).where(named);
  return row?.id ?? '';
}

/** Throws gone. */
export async function dropSearch(
  database: Database,
  siteId: string,
  personId: string,
  id: string,
): Promise<void> {
  const [deleted] = await database
    .delete(keptSearch)
    .where(and(eq(keptSearch.id, id), eq(keptSearch.siteId, siteId), eq(keptSearch.personId, personId)));
  if (deleted.affectedRows === 0) throw gone('This search is not kept any more.');
}
