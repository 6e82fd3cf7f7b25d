import { and, asc, count, eq, isNotNull, isNull, ne, or } from 'drizzle-orm';
import type { Policy, Site, Stages } from '@placard/core/contract';
import { USUAL_EDGES } from '@placard/core/page';
import type { Database } from '../db/database.ts';
import { arrival, asset, host, searchRow, section, site, user } from '../db/schema.ts';
import { enqueue } from '../queue/queue.ts';
import { readOwnTerms } from '../labels/terms.ts';
import { away } from '../refusal.ts';
import { countPages } from '../pages/listpages.ts';
import { markPages } from '../search/markpages.ts';
import { policyOf } from './today.ts';

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

/** What waits at each stage: real queues, counted now. */
export async function readStages(database: Database, siteId: string): Promise<Stages> {
  const held = and(eq(asset.siteId, siteId), isNull(asset.binnedAt));
  const [[arrivals], [prep], [label], [holdings], [asked], pages] = await Promise.all([
    database.select({ n: count() }).from(arrival).where(eq(arrival.siteId, siteId)),
    database
      .select({ n: count() })
      .from(asset)
      .where(and(held, ne(asset.prepared, 'done'))),
    database
      .select({ n: count() })
      .from(searchRow)
      .where(
        and(
          eq(searchRow.siteId, siteId),
          eq(searchRow.binned, false),
          or(searchRow.lacksAlt, searchRow.lacksCredit, searchRow.lacksLicence),
        ),
      ),
    database.select({ n: count() }).from(asset).where(held),
    database
      .select({ n: count() })
      .from(host)
      .where(and(eq(host.siteId, siteId), isNotNull(host.askedAt))),
    countPages(database, siteId),
  ]);
  return {
    gather: arrivals?.n ?? 0,
    prep: prep?.n ?? 0,
    label: label?.n ?? 0,
    holdings: holdings?.n ?? 0,
    hosts: asked?.n ?? 0,
    ...pages,
  };
}
