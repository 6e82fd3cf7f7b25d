import { eq } from 'drizzle-orm';
import type { HostReview } from '@placard/core/proof';
import type { Database, Queryable } from '../db/database.ts';
import { host, page, placement } from '../db/schema.ts';
import { markPages } from '../search/markpages.ts';

/** How the site stands to each host; a host nobody has looked at is unreviewed. */
export async function hostReviews(
  database: Queryable,
  siteId: string,
): Promise<(name: string) => HostReview> {
  const rows = await database.select().from(host).where(eq(host.siteId, siteId));
  const reviews = new Map(rows.map((row) => [row.host, row.review]));
  return (name) => reviews.get(name) ?? 'unreviewed';
}

/** The hosts that were reviewed, and those that pages use without a review. */
export async function listHosts(
  database: Database,
  siteId: string,
): Promise<{ host: string; review: HostReview; note: string }[]> {
  const [reviewed, used] = await Promise.all([
    database.select().from(host).where(eq(host.siteId, siteId)),
    database
      .selectDistinct({ host: placement.host })
      .from(placement)
      .innerJoin(page, eq(page.id, placement.pageId))
      .where(eq(page.siteId, siteId)),
  ]);
  const lines = reviewed.map(({ host: name, review, note }) => ({ host: name, review, note }));
  for (const { host: name } of used) {
    if (name && !lines.some((line) => line.host === name))
      lines.push({ host: name, review: 'unreviewed', note: '' });
  }
  return lines.sort((a, b) => a.host.localeCompare(b.host));
}

/** Notes what a reviewer decided. */
export async function reviewHost(
  database: Database,
  siteId: string,
  name: string,
  review: HostReview,
  note: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await transaction
      .insert(host)
      .values({ siteId, host: name, review, note })
      .onDuplicateKeyUpdate({ set: { review, note } });
    await markPages(transaction, siteId, { host: name });
  });
}
