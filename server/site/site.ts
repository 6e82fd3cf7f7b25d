import { asc, eq } from 'drizzle-orm';
import type { Policy, Site } from '@placard/core/contract';
import { USUAL_EDGES } from '@placard/core/page';
import type { Database } from '../db/database.ts';
import { section, site, user } from '../db/schema.ts';
import { enqueue } from '../queue/queue.ts';
import { readOwnTerms } from '../licence/labelrow.ts';
import { away } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';
import { policyOf } from '../licence/policy.ts';

/** Tells the id of the site that this installation serves, which never changes. Throws away before it was set up. */
export function siteIdOf(database: Database): () => Promise<string> {
  let known: string | undefined;
  return async () => (known ??= (await readRow(database)).id);
}

async function readRow(database: Database) {
  const [row] = await database.select().from(site).limit(1);
  if (!row)
    throw away(
      'No site was set up yet. Start the server with PLACARD_KEEPER_EMAIL and PLACARD_KEEPER_PASSWORD once.',
    );
  return row;
}

/** The site that this installation serves. Throws away before it was set up. */
export async function readSite(database: Database, contentOrigin: string): Promise<Site> {
  const row = await readRow(database);
  const sections = await database
    .select()
    .from(section)
    .where(eq(section.siteId, row.id))
    .orderBy(asc(section.ordinal));
  const people = await database.select({ id: user.id, name: user.name }).from(user).orderBy(asc(user.name));
  return {
    ...row,
    policy: policyOf(row.policy),
    edges: row.edges ?? USUAL_EDGES,
    terms: await readOwnTerms(database, row.id),
    people,
    sections: sections.map(({ id, title, slug, parentId }) => ({ id, title, slug, parent: parentId })),
    contentOrigin,
  };
}

/** Says what a site is for, and has everything judged anew by that. */
export async function setSitePolicy(database: Database, siteId: string, policy: Policy): Promise<void> {
  await database.transaction(async (transaction) => {
    await transaction.update(site).set({ policy }).where(eq(site.id, siteId));
    await markPages(transaction, siteId, 'all');
    await enqueue(transaction, 'judge', siteId, 'Judging everything anew');
  });
}
