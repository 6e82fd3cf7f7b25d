import { eq } from 'drizzle-orm';
import { nearest } from '@placard/core/embed';
import type { HostReview } from '@placard/core/proof';
import type { Queryable } from '../db/database.ts';
import { host } from '../db/schema.ts';

/** How the site stands to each host, by the nearest name or family on its list; one nobody has looked at is unreviewed. */
export async function hostReviews(
  database: Queryable,
  siteId: string,
): Promise<(name: string) => HostReview> {
  const rows = await database
    .select({ host: host.host, review: host.review })
    .from(host)
    .where(eq(host.siteId, siteId));
  const reviewed = rows.filter(({ review }) => review !== 'unreviewed');
  return (name) => nearest(reviewed, name)?.review ?? 'unreviewed';
}
