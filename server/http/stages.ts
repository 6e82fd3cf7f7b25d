import { and, count, eq, isNotNull, isNull, ne, or } from 'drizzle-orm';
import type { Stages } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { arrival, asset, host, searchRow } from '../db/schema.ts';
import { countPages } from '../pages/listpages.ts';

/** What waits at each stage: real queues, counted now. */
export async function countStages(database: Database, siteId: string): Promise<Stages> {
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
