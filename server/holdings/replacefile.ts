import { eq, max } from 'drizzle-orm';
import { newId } from '../db/columns.ts';
import type { Queryable } from '../db/database.ts';
import { asset, original, version } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { enqueue } from '../jobs/queue.ts';
import { refreshSearch } from './searchrows.ts';

/**
 * Puts another file in the place of an asset's own, as its newest version, in every page at once:
 * the label stays, and so does each placement. The earlier version is kept. Throws a Problem.
 */
export async function replaceFile(database: Queryable, id: string, sha256: string): Promise<void> {
  const [row] = await database.select().from(asset).where(eq(asset.id, id)).for('update');
  const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (!row || !file) throw new NotFound('What it should take the place of is not held any more.');
  if (row.kind !== file.facts.kind)
    throw new Problem(422, `A ${file.facts.kind} cannot take the place of a ${row.kind}.`);
  const [{ last } = { last: 0 }] = await database
    .select({ last: max(version.number) })
    .from(version)
    .where(eq(version.assetId, id));
  const versionId = newId();
  await database
    .insert(version)
    .values({ id: versionId, assetId: id, sha256, number: (last ?? 0) + 1, createdAt: new Date() });
  const soundless = row.kind === 'sound';
  await database
    .update(asset)
    .set({ sha256, versionId, prepared: soundless ? 'done' : 'waiting', trouble: null })
    .where(eq(asset.id, id));
  await refreshSearch(database, [id]);
  if (!soundless) await enqueue(database, 'prepare', id, `Preparing ${row.name} from its new file`);
}
