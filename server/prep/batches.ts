import { and, asc, count, desc, eq, gt, inArray, isNull, sql, sum } from 'drizzle-orm';
import type { Batch, Person } from '@placard/core/contract';
import type { Sheet } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, batch, batchItem, job, original, placard, user } from '../db/schema.ts';
import { gone, unfit } from '../refusal.ts';
import { rankOf } from '../queue/job.ts';
import { enqueue } from '../queue/queue.ts';

const SHOWN = 8;
const DAYS = 7;
const MOST_FAILURES = 200;

/** Asks for many pictures to be prepared by one sheet; what is no still picture is left out. Throws unfit. */
export async function startBatch(
  database: Database,
  siteId: string,
  person: Person,
  wish: { assets: string[]; sheetName: string; sheet: Sheet },
): Promise<{ id: string; total: number }> {
  const held = await database
    .select({ id: asset.id, facts: original.facts, name: asset.name })
    .from(asset)
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .where(
      and(
        inArray(asset.id, wish.assets),
        eq(asset.siteId, siteId),
        eq(asset.kind, 'picture'),
        isNull(asset.binnedAt),
      ),
    );
  const byId = new Map(held.filter(({ facts }) => !facts.animated).map((row) => [row.id, row]));
  const chosen = [...new Set(wish.assets)].flatMap((id) => byId.get(id) ?? []);
  if (chosen.length === 0) throw unfit('None of these is a still picture, so there is nothing to prepare.');
  const id = newId();
  const now = new Date();
  await database.transaction(async (transaction) => {
    await transaction.insert(batch).values({
      id,
      siteId,
      sheetName: wish.sheetName || 'without a name',
      sheet: wish.sheet,
      state: 'working',
      personId: person.id,
      startedAt: now,
    });
    const items = chosen.map((row, ordinal) => ({
      id: newId(),
      batchId: id,
      assetId: row.id,
      ordinal,
      state: 'waiting' as const,
      changedAt: now,
    }));
    await transaction.insert(batchItem).values(items);
    await transaction.insert(job).values(
      items.map((item) => ({
        id: newId(),
        kind: 'batch',
        subject: item.id,
        rank: rankOf('batch'),
        says: `Preparing ${chosen[item.ordinal]?.name}`.slice(0, 500),
        state: 'waiting' as const,
        createdAt: now,
        changedAt: now,
      })),
    );
  });
  return { id, total: chosen.length };
}

/** The batches of the last days, the newest first. */
export async function listBatches(database: Database, siteId: string): Promise<Batch[]> {
  const since = new Date(Date.now() - DAYS * 86_400_000);
  const rows = await database
    .select({ batch, by: user.name })
    .from(batch)
    .leftJoin(user, eq(user.id, batch.personId))
    .where(and(eq(batch.siteId, siteId), gt(batch.startedAt, since)))
    .orderBy(desc(batch.startedAt))
    .limit(SHOWN);
  if (rows.length === 0) return [];
  const ids = rows.map(({ batch: { id } }) => id);
  const titled = sql<string>`coalesce(nullif(${placard.title}, ''), ${asset.fileName})`;
  const [counts, telling] = await Promise.all([
    database
      .select({
        id: batchItem.batchId,
        state: batchItem.state,
        items: count(),
        before: sum(batchItem.before).mapWith(Number),
        after: sum(batchItem.after).mapWith(Number),
      })
      .from(batchItem)
      .where(inArray(batchItem.batchId, ids))
      .groupBy(batchItem.batchId, batchItem.state),
    database
      .select({ item: batchItem, title: titled })
      .from(batchItem)
      .innerJoin(asset, eq(asset.id, batchItem.assetId))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .where(and(inArray(batchItem.batchId, ids), inArray(batchItem.state, ['failed', 'working'])))
      .orderBy(asc(batchItem.ordinal))
      .limit(MOST_FAILURES),
  ]);
  return rows.map(({ batch: row, by }) => {
    const mine = counts.filter(({ id }) => id === row.id);
    const of = (state: string) => mine.find((line) => line.state === state)?.items ?? 0;
    const done = mine.find(({ state }) => state === 'done');
    const told = telling.filter(({ item }) => item.batchId === row.id);
    return {
      id: row.id,
      sheetName: row.sheetName,
      state: row.state,
      by: by ?? '',
      startedAt: row.startedAt.toISOString(),
      endedAt: row.endedAt?.toISOString() ?? null,
      seconds: ((row.endedAt ?? new Date()).getTime() - row.startedAt.getTime()) / 1000,
      total: mine.reduce((all, { items }) => all + items, 0),
      done: of('done'),
      failed: of('failed'),
      left: of('left') + (row.state === 'cancelled' ? of('waiting') : 0),
      now: told.find(({ item }) => item.state === 'working')?.title ?? null,
      before: done?.before ?? 0,
      after: done?.after ?? 0,
      failures: told
        .filter(({ item }) => item.state === 'failed')
        .map(({ item, title }) => ({ asset: item.assetId, title, says: item.says ?? '' })),
    };
  });
}

/** Stops a batch: what is done is kept, and whoever takes up what is not begun leaves it. Throws gone. */
export async function cancelBatch(database: Database, siteId: string, id: string): Promise<void> {
  const [{ affectedRows }] = await database
    .update(batch)
    .set({ state: 'cancelled', endedAt: new Date() })
    .where(and(eq(batch.id, id), eq(batch.siteId, siteId), eq(batch.state, 'working')));
  if (affectedRows === 0) throw gone('This batch has ended already.');
}

/** Tries again what failed in a batch, and what was left. Throws gone. */
export async function retryBatch(database: Database, siteId: string, id: string): Promise<void> {
  await database.transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(batch)
      .where(and(eq(batch.id, id), eq(batch.siteId, siteId)))
      .for('update');
    if (!row) throw gone('This batch is not kept any more.');
    const again = await transaction
      .select({ id: batchItem.id })
      .from(batchItem)
      .where(
        and(
          eq(batchItem.batchId, id),
          inArray(batchItem.state, [
            'failed',
            'left',
            ...(row.state === 'cancelled' ? ['waiting' as const] : []),
          ]),
        ),
      );
    if (again.length === 0) throw gone('Nothing of this batch is left to try.');
    await transaction.update(batch).set({ state: 'working', endedAt: null }).where(eq(batch.id, id));
    const ids = again.map((item) => item.id);
    await transaction
      .update(batchItem)
      .set({ state: 'waiting', says: null, changedAt: new Date() })
      .where(inArray(batchItem.id, ids));
    await enqueue(transaction, 'batch', ids, 'Preparing a picture of a batch once more');
  });
}
