import { and, eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import type { OwnTerms, Person } from '@placard/core/contract';
import { PERMISSIONS } from '@placard/core/licence';
import type { Database, Queryable } from '../db/database.ts';
import { asset, ownTerms, placard } from '../db/schema.ts';
import { askToRelabel } from './write.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { clash, termsGone } from '../refusal.ts';

const rowOf = (wish: OwnTerms) => ({
  ...wish,
  prohibits: PERMISSIONS.filter((act) => !wish.permits.includes(act)),
  changedAt: new Date(),
});

/** Adds terms to the list. Answers their id. */
export async function addTerms(
  database: Database,
  siteId: string,
  person: Person,
  wish: OwnTerms,
): Promise<string> {
  await refuseTaken(database, siteId, wish.name);
  const id = `ours-${randomBytes(6).toString('hex')}`;
  await database.insert(ownTerms).values({ id, siteId, personId: person.id, ...rowOf(wish) });
  return id;
}

/** Changes terms, and what is found and written by them. Throws gone. */
export async function changeTerms(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  wish: OwnTerms,
): Promise<void> {
  await refuseTaken(database, siteId, wish.name, id);
  await database.transaction(async (transaction) => {
    const [{ affectedRows }] = await transaction
      .update(ownTerms)
      .set({ ...rowOf(wish), personId: person.id })
      .where(and(eq(ownTerms.id, id), eq(ownTerms.siteId, siteId)));
    if (affectedRows === 0) throw termsGone();
    const named = (await namedBy(transaction, id)).map((row) => row.id);
    await assetsChanged(transaction, named);
    await askToRelabel(transaction, named);
  });
}

/** Takes terms off the list. Throws gone, and clash while placards name them. */
export async function removeTerms(database: Database, siteId: string, id: string): Promise<void> {
  await database.transaction(async (transaction) => {
    const which = and(eq(ownTerms.id, id), eq(ownTerms.siteId, siteId));
    const [row] = await transaction.select().from(ownTerms).where(which).for('update');
    if (!row) throw termsGone();
    const named = await namedBy(transaction, id);
    if (named.length > 0)
      throw clash(
        `${named.length} ${named.length === 1 ? 'placard names' : 'placards name'} these terms. Write others there first.`,
      );
    await transaction.delete(ownTerms).where(which);
  });
}

const namedBy = (database: Queryable, id: string) =>
  database
    .select({ id: asset.id })
    .from(placard)
    .innerJoin(asset, eq(asset.id, placard.assetId))
    .where(eq(placard.licence, id));

async function refuseTaken(database: Database, siteId: string, name: string, but?: string): Promise<void> {
  const rows = await database
    .select({ id: ownTerms.id })
    .from(ownTerms)
    .where(and(eq(ownTerms.siteId, siteId), eq(ownTerms.name, name)));
  if (rows.some(({ id }) => id !== but)) throw clash('Terms of this name are on the list already.');
}
