import { eq } from 'drizzle-orm';
import type { Policy } from '@placard/core/contract';
import { FIRST_POLICY } from '@placard/core/licence';
import { dayIn } from '@placard/core/text';
import type { Queryable } from '../db/database.ts';
import { site } from '../db/schema.ts';

/** A site's policy, complete: what was never said is as a site begins. */
export const policyOf = (stored: Partial<Policy> | null): Policy => ({ ...FIRST_POLICY, ...stored });

/** The day, as ISO 8601, that it is at a moment where a site of this policy lives. */
export const todayBy = (stored: Partial<Policy> | null, moment = new Date()): string =>
  dayIn(policyOf(stored).timeZone, moment);

/** The day that it is at a moment where a site lives. */
export async function todayAt(database: Queryable, siteId: string, moment = new Date()): Promise<string> {
  const [row] = await database.select({ policy: site.policy }).from(site).where(eq(site.id, siteId));
  return todayBy(row?.policy ?? null, moment);
}
