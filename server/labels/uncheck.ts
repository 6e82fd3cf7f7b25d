import { and, eq, inArray } from 'drizzle-orm';
import type { Queryable } from '../db/database.ts';
import { permission } from '../db/schema.ts';

/**
 * Has a reviewer look again at what was approved for assets, since what it was approved for is not what there is now.
 * `why` stands where the reviewer's words stood. In its caller's transaction, before what they are found by is refreshed.
 */
export async function uncheck(database: Queryable, assetIds: readonly string[], why: string): Promise<void> {
  if (assetIds.length === 0) return;
  await database
    .update(permission)
    .set({ state: 'unchecked', says: why.slice(0, 500), checkedBy: null, checkedAt: null })
    .where(and(inArray(permission.assetId, [...assetIds]), eq(permission.state, 'approved')));
}
