import { and, eq, inArray, max, sql } from 'drizzle-orm';
import { preparedBy, UNTONED } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, batch, batchItem, original, rendition, version } from '../db/schema.ts';
import { addVersion } from '../holdings/versions.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { unfit } from '../refusal.ts';
import { toneOf } from '../imaging/smallpicture.ts';
import type { Store } from '../store/store.ts';
import { makeRenditions } from './prepare.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    batch: true;
  }
}

export const batchJob: Job<Services> = {
  name: 'batch',
  rank: 2,
  // Batches tell of their pictures together.
  shown: false,
  work: ({ database, store }) => batchWork(database, store),
};

/** Prepares one picture of a batch: a new version by the sheet, which takes the asset's place once its renditions are there. */
function batchWork(database: Database, store: Store): Work {
  return {
    run: async (id, advance) => {
      const [row] = await database
        .select({ item: batchItem, batch, asset, original, before: version.preparation })
        .from(batchItem)
        .innerJoin(batch, eq(batch.id, batchItem.batchId))
        .innerJoin(asset, eq(asset.id, batchItem.assetId))
        // What somebody has just saved is worked on further, not passed over.
        .innerJoin(version, eq(version.id, sql`coalesce(${asset.nextVersionId}, ${asset.versionId})`))
        .innerJoin(original, eq(original.sha256, version.sha256))
        .where(eq(batchItem.id, id));
      if (!row || row.item.state === 'done') return;
      if (row.batch.state === 'cancelled') {
        await leave(database, store, row.item);
        return;
      }
      if (row.asset.binnedAt) throw unfit('It lies in the bin.');
      const { original: file, item } = row;
      const { sheet } = row.batch;
      const improved = sheet.tone?.way === 'improve' ? await toneOf(store, file.thumbnail) : UNTONED;
      // Named once, so that a second attempt goes on where the first was.
      const versionId = item.versionId ?? newId();
      const before = await heaviest(database, row.asset.versionId);
      await database.transaction(async (transaction) => {
        const [there] = await transaction.select().from(version).where(eq(version.id, versionId));
        if (!there)
          await addVersion(transaction, {
            id: versionId,
            asset: row.asset.id,
            sha256: file.sha256,
            facts: file.facts,
            preparation: preparedBy(sheet, row.before, file.facts, improved),
            person: row.batch.personId,
          });
        await transaction
          .update(batchItem)
          .set({ state: 'working', versionId, changedAt: new Date() })
          .where(eq(batchItem.id, id));
      });
      await makeRenditions(database, store, versionId, advance);
      const after = await heaviest(database, versionId);
      await database.transaction(async (transaction) => {
        await transaction
          .update(asset)
          .set({ versionId, sha256: file.sha256, nextVersionId: null, prepared: 'done', trouble: null })
          .where(eq(asset.id, row.asset.id));
        await transaction
          .update(batchItem)
          .set({ state: 'done', says: null, before, after, changedAt: new Date() })
          .where(eq(batchItem.id, id));
        await assetsChanged(transaction, [row.asset.id]);
      });
      await endIfDone(database, item.batchId);
    },
    gaveUp: async (id, says) => {
      const [item] = await database.select().from(batchItem).where(eq(batchItem.id, id));
      if (!item) return;
      await database
        .update(batchItem)
        .set({ state: 'failed', says: says.slice(0, 500), versionId: null, changedAt: new Date() })
        .where(eq(batchItem.id, id));
      if (item.versionId) await forgetVersion(database, store, item.versionId);
      await endIfDone(database, item.batchId);
    },
  };
}

/** Leaves a picture of a cancelled batch as it was. */
async function leave(database: Database, store: Store, item: typeof batchItem.$inferSelect): Promise<void> {
  await database
    .update(batchItem)
    .set({ state: 'left', versionId: null, changedAt: new Date() })
    .where(eq(batchItem.id, item.id));
  if (item.versionId) await forgetVersion(database, store, item.versionId);
}

/** Takes away a version that came to nothing, with its files. */
async function forgetVersion(database: Database, store: Store, id: string): Promise<void> {
  const files = await database
    .select({ key: rendition.key })
    .from(rendition)
    .where(eq(rendition.versionId, id));
  const [row] = await database.select({ small: version.thumbnail }).from(version).where(eq(version.id, id));
  await database.delete(version).where(eq(version.id, id));
  for (const { key } of files) await store.delete(key);
  if (row?.small) await store.delete(row.small);
}

async function endIfDone(database: Database, id: string): Promise<void> {
  const [open] = await database
    .select({ id: batchItem.id })
    .from(batchItem)
    .where(and(eq(batchItem.batchId, id), inArray(batchItem.state, ['waiting', 'working'])))
    .limit(1);
  if (open) return;
  await database
    .update(batch)
    .set({ state: 'done', endedAt: new Date() })
    .where(and(eq(batch.id, id), eq(batch.state, 'working')));
}

/** Bytes of the largest file of a version that a wide screen may load, in its modern format. */
async function heaviest(database: Database, versionId: string): Promise<number> {
  const [row] = await database
    .select({ bytes: max(rendition.bytes) })
    .from(rendition)
    .where(
      and(
        eq(rendition.versionId, versionId),
        eq(rendition.screen, 'wide'),
        inArray(rendition.mime, ['image/webp', 'image/avif']),
      ),
    );
  return row?.bytes ?? 0;
}
