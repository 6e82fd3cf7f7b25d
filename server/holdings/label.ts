import { and, eq } from 'drizzle-orm';
import type { Placard } from '@placard/core/credit';
import { enqueue } from '../jobs/queue.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, placard } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { placardOf } from './assets.ts';
import { refreshSearch } from './searchrows.ts';

/** So long nothing more is written on a placard before its files are written anew. */
const QUIET = 15_000;

/** Asks for the files of an asset to carry its label as it is now. */
export async function askToRelabel(database: Queryable, id: string): Promise<void> {
  await enqueue(database, 'relabel', id, 'Writing the label into files', QUIET);
}

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
    await askToRelabel(transaction, id);
    return { placard: next, version: version + 1 };
  });
}
