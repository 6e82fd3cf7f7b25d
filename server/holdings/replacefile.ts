import { eq } from 'drizzle-orm';
import { carriedOver } from '@placard/core/prep';
import type { Queryable } from '../db/database.ts';
import { asset, original, version } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { enqueue } from '../jobs/queue.ts';
import { addVersion } from './versions.ts';
import { refreshSearch } from './searchrows.ts';

/**
 * Puts another file in the place of an asset's own, as its newest version, in every page at once:
 * the label stays, and so do each placement and the edits: crops lie in the same places. The earlier version is kept. Throws a Problem.
 */
export async function replaceFile(database: Queryable, id: string, sha256: string): Promise<void> {
  const [row] = await database.select().from(asset).where(eq(asset.id, id)).for('update');
  const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (!row || !file) throw new NotFound('What it should take the place of is not held any more.');
  if (row.kind !== file.facts.kind)
    throw new Problem(422, `A ${file.facts.kind} cannot take the place of a ${row.kind}.`);
  const [before] = await database
    .select({ preparation: version.preparation, facts: original.facts })
    .from(version)
    .innerJoin(original, eq(original.sha256, version.sha256))
    .where(eq(version.id, row.versionId));
  const still = file.facts.kind === 'picture' && !file.facts.animated;
  const versionId = await addVersion(database, {
    asset: id,
    sha256,
    facts: file.facts,
    person: null,
    ...(before && still ? { preparation: carriedOver(before.preparation, before.facts, file.facts) } : {}),
  });
  const soundless = row.kind === 'sound';
  await database
    .update(asset)
    .set({ sha256, versionId, nextVersionId: null, prepared: soundless ? 'done' : 'waiting', trouble: null })
    .where(eq(asset.id, id));
  await refreshSearch(database, [id]);
  if (!soundless) await enqueue(database, 'prepare', id, `Preparing ${row.name} from its new file`);
}
