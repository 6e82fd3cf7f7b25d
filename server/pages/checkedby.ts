import { eq } from 'drizzle-orm';
import type { CheckContext } from '@placard/core/proof';
import type { Queryable } from '../db/database.ts';
import { site } from '../db/schema.ts';
import { gone } from '../refusal.ts';
import { hostReviews } from './hostreviews.ts';
import { policyOf, todayBy } from '../licence/policy.ts';

/** What the pages of a site are checked against today, besides what they show. Throws gone. */
export async function checkedBy(
  database: Queryable,
  siteId: string,
): Promise<Omit<CheckContext, 'holdings'>> {
  const [row] = await database.select().from(site).where(eq(site.id, siteId));
  if (!row) throw gone('This site does not exist any more.');
  return {
    measures: row.measures,
    heavyBytes: row.heavyBytes,
    policy: policyOf(row.policy),
    language: row.language,
    reviewOf: await hostReviews(database, siteId),
    today: todayBy(row.policy),
  };
}
