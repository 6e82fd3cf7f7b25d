import { and, eq } from 'drizzle-orm';
import type { Placard } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, placard } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { placardOf } from './assets.ts';
import { refreshSearch } from './searchrows.ts';

/**
 * Changes fields of a placard. Throws a Problem with 409 when somebody changed it after `since`,
 * so that nobody's words are overwritten unseen.
 */
export async function labelAsset(
  database: Database,
  siteId: string,
  id: string,
  since: number,
  changes: Partial<Placard>,
): Promise<{ placard: Placard; version: number }> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ placard })
      .from(placard)
      .innerJoin(asset, eq(asset.id, placard.assetId))
      .where(and(eq(placard.assetId, id), eq(asset.siteId, siteId)))
      .for('update');
    if (!row) throw new NotFound('This is not held here any more.');
    const { version } = row.placard;
    if (version !== since) {
      throw new Problem(
        409,
        'Somebody changed this placard while you wrote. Their words are shown now; yours are kept beside them.',
        {
          currentVersion: version,
        },
      );
    }
    const next = { ...placardOf(row.placard), ...changes };
    await transaction
      .update(placard)
      .set({ ...next, version: version + 1 })
      .where(eq(placard.assetId, id));
    await refreshSearch(transaction, [id]);
    return { placard: next, version: version + 1 };
  });
}
