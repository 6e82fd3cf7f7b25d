import { and, asc, eq, lte, type SQL } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset, evidence, page, permission, placement, rendition, track, version } from '../db/schema.ts';
import { forgetOriginal } from '../holdings/arrivals.ts';
import type { Store } from '../store/store.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';
import { unfit } from '../refusal.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    empty: true;
  }
}

export const emptyJob: Job<Services> = {
  name: 'empty',
  rank: 1,
  work: ({ database, store }) => emptyWork(database, store),
};

/**
 * Deletes for good what lay in a site's bin when that was asked for, one asset after the other: its rows first, then
 * the files that nothing else needs. What is put back meanwhile stays.
 */
export function emptyWork(database: Database, store: Store): Work {
  return {
    run: async (siteId, advance, asked) => {
      // What is not in the bin has no such moment, and is never due.
      const due = lte(asset.binnedAt, asked);
      const binned = await database
        .select({ id: asset.id, fileName: asset.fileName })
        .from(asset)
        .where(and(eq(asset.siteId, siteId), due))
        .orderBy(asc(asset.binnedAt));
      const kept: string[] = [];
      for (const [at, { id, fileName }] of binned.entries()) {
        const trouble = await deleteDue(database, store, id, due).catch((error: unknown) => asReason(error));
        if (trouble) kept.push(`${fileName} (${trouble})`);
        await advance(at + 1, binned.length);
      }
      // One that cannot go keeps no other from going.
      if (kept.length > 0)
        throw unfit(
          `The bin is empty but for ${kept.length}: ${kept.slice(0, 5).join('; ')}${kept.length > 5 ? ' …' : ''}.`,
        );
    },
    // What is left lies in the bin as before.
  };
}

/** Why something could not be deleted, for people. */
function asReason(error: unknown): string {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if ('code' in cause && cause.code === 'ENOSPC') return 'the disk is full';
  return 'it could not be deleted; try again';
}

/** Deletes an asset for good; answers why not, where a page places it. */
async function deleteDue(
  database: Database,
  store: Store,
  id: string,
  due: SQL,
): Promise<string | undefined> {
  const files = await database.transaction(async (transaction) => {
    const [locked] = await transaction
      .select({ id: asset.id })
      .from(asset)
      .where(and(eq(asset.id, id), due))
      .for('update');
    if (!locked) return null;
    const [placed] = await transaction
      .select({ title: page.title })
      .from(placement)
      .innerJoin(page, eq(page.id, placement.pageId))
      .where(eq(placement.assetId, id))
      .limit(1);
    if (placed) return `it stands in “${placed.title}”`;
    const versions = await transaction
      .select({ sha256: version.sha256, small: version.thumbnail })
      .from(version)
      .where(eq(version.assetId, id));
    const made = await transaction
      .select({ key: rendition.key })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .where(eq(version.assetId, id));
    const tracks = await transaction.select({ key: track.key }).from(track).where(eq(track.assetId, id));
    const shown = await transaction
      .select({ key: evidence.key })
      .from(evidence)
      .innerJoin(permission, eq(permission.id, evidence.permissionId))
      .where(eq(permission.assetId, id));
    await transaction.delete(asset).where(eq(asset.id, id));
    return { versions, keys: [...made, ...tracks, ...shown].map(({ key }) => key) };
  });
  if (files === null) return undefined;
  if (typeof files === 'string') return files;
  for (const key of files.keys) await store.delete(key);
  for (const { sha256, small } of files.versions) {
    if (small) await store.delete(small);
    await forgetOriginal(database, store, sha256);
  }
  return undefined;
}
