import { receivedBytes, removeUpload } from '../store/uploads.ts';
import { todayAt } from '../licence/policy.ts';
import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Arrival } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { plainFileName } from '@placard/core/naming';
import { previewKey } from '../imaging/preview.ts';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { arrival, original, user, version } from '../db/schema.ts';
import { gone } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import type { Store } from '../store/store.ts';
import { describeAlike, heldAs } from './alike.ts';

/** Notes that a file has begun to come in. */
export async function announceArrival(
  database: Database,
  facts: { id: string; siteId: string; fileName: string; bytes: number; personId: string },
): Promise<void> {
  await database.insert(arrival).values({
    ...facts,
    fileName: facts.fileName.slice(0, 255),
    state: 'sending',
    arrivedAt: new Date(),
  });
}

/** How an upload of this id stands: not known, on its way, come, or somebody else’s. */
export async function arrivalState(
  database: Database,
  id: string,
  personId: string,
): Promise<'unknown' | 'coming' | 'come' | 'of another'> {
  const [row] = await database
    .select({ state: arrival.state, personId: arrival.personId })
    .from(arrival)
    .where(eq(arrival.id, id));
  if (!row) return 'unknown';
  if (row.personId !== personId) return 'of another';
  return row.state === 'sending' ? 'coming' : 'come';
}

/** Notes files to fetch from the web, each with what is known of it, and asks for them to be fetched. */
export async function announceFetches(
  database: Database,
  siteId: string,
  personId: string,
  items: readonly { address: string; label: Partial<Placard>; compId?: string }[],
): Promise<string[]> {
  const arrivedAt = new Date();
  const accessed = await todayAt(database, siteId, arrivedAt);
  const rows = items.map(({ address, label, compId = null }) => ({
    id: newId(),
    siteId,
    personId,
    address,
    compId,
    label: { ...label, accessed },
    fileName: plainFileName(new URL(address).pathname) || new URL(address).hostname,
    bytes: 0,
    state: 'fetching' as const,
    arrivedAt,
  }));
  await database.transaction(async (transaction) => {
    await transaction.insert(arrival).values(rows);
    for (const { id, fileName } of rows) await enqueue(transaction, 'fetch', id, `Fetching ${fileName}`);
  });
  return rows.map(({ id }) => id);
}

/** Notes that all bytes are here and asks for the file to be read. Said twice, it is done once. */
export async function arrivalComplete(database: Database, id: string): Promise<void> {
  const [row] = await database.select().from(arrival).where(eq(arrival.id, id));
  if (row?.state !== 'sending') return;
  await database.transaction(async (transaction) => {
    await transaction.update(arrival).set({ state: 'reading' }).where(eq(arrival.id, id));
    await enqueue(transaction, 'receive', id, `Reading ${row.fileName}`);
  });
}

/** Refuses what has come of a file, with the reason; nothing of it is kept. */
export async function refuseArrival(
  database: Database,
  uploads: string,
  id: string,
  says: string,
): Promise<void> {
  await database
    .update(arrival)
    .set({ state: 'refused', says: says.slice(0, 500) })
    .where(eq(arrival.id, id));
  await removeUpload(uploads, id);
}

/** How long nothing may come of an announced upload, and how long one may rest in the middle, in milliseconds. */
const [UNBEGUN, RESTING] = [3_600_000, 24 * 3_600_000];

/** Ends uploads that nobody goes on with. `now` is for tests. */
export async function endAbandoned(database: Database, uploads: string, now = Date.now()): Promise<void> {
  const rows = await database
    .select({ id: arrival.id, arrivedAt: arrival.arrivedAt })
    .from(arrival)
    .where(and(eq(arrival.state, 'sending'), lt(arrival.arrivedAt, new Date(now - UNBEGUN))));
  for (const { id } of rows) {
    const { size, mtimeMs } = await stat(join(uploads, id)).catch(() => ({ size: 0, mtimeMs: 0 }));
    if (size === 0) {
      await database.delete(arrival).where(and(eq(arrival.id, id), eq(arrival.state, 'sending')));
      await removeUpload(uploads, id);
    } else if (now - mtimeMs > RESTING) {
      await refuseArrival(database, uploads, id, 'Nobody went on sending this for a day. Send it again.');
    }
  }
}

/** Completes arrivals whose last byte came just before a crash. */
export async function completeStrays(database: Database, uploads: string): Promise<number> {
  const rows = await database
    .select({ id: arrival.id, bytes: arrival.bytes })
    .from(arrival)
    .where(eq(arrival.state, 'sending'));
  let completed = 0;
  for (const row of rows) {
    if ((await receivedBytes(uploads, row.id)) === row.bytes) {
      await arrivalComplete(database, row.id);
      completed++;
    }
  }
  return completed;
}

export async function listArrivals(
  database: Database,
  store: Store,
  siteId: string,
  uploads: string,
): Promise<Arrival[]> {
  const rows = await database
    .select({
      arrival,
      original,
      by: user.name,
    })
    .from(arrival)
    .leftJoin(original, eq(original.sha256, arrival.sha256))
    .leftJoin(user, eq(user.id, arrival.personId))
    .where(eq(arrival.siteId, siteId))
    .orderBy(desc(arrival.arrivedAt), desc(arrival.id))
    .limit(5000);
  const [held, alike] = await Promise.all([
    heldAs(
      database,
      siteId,
      rows.flatMap((row) => row.arrival.sha256 ?? []),
    ),
    describeAlike(
      database,
      store,
      siteId,
      rows.flatMap((row) => row.arrival.alike ?? []),
    ),
  ]);
  return Promise.all(
    rows.map(async ({ arrival: row, original: file, by }) => ({
      id: row.id,
      fileName: row.fileName,
      bytes: file?.bytes ?? row.bytes,
      state: row.state,
      received:
        row.state === 'sending' || row.state === 'fetching'
          ? await receivedBytes(uploads, row.id)
          : row.bytes,
      says: row.says,
      facts: file?.facts ?? null,
      proposedTitle: row.proposedTitle,
      label: row.label ?? {},
      address: row.address,
      forComp: row.compId !== null,
      thumbnail: file?.thumbnail ? store.address(file.thumbnail) : null,
      sameAs: held.get(row.sha256 ?? '') ?? null,
      alike: (row.alike ?? []).flatMap((sha256) => alike.get(sha256) ?? []),
      arrivedAt: row.arrivedAt.toISOString(),
      by: by ?? '',
    })),
  );
}

/** Sends an arrival away with what was received of it. Throws gone. */
export async function discardArrival(
  database: Database,
  store: Store,
  siteId: string,
  uploads: string,
  id: string,
): Promise<void> {
  const [row] = await database
    .select()
    .from(arrival)
    .where(and(eq(arrival.id, id), eq(arrival.siteId, siteId)));
  if (!row) throw gone('This arrival is gone already.');
  await database.delete(arrival).where(eq(arrival.id, id));
  await removeUpload(uploads, id);
  if (row.sha256) await forgetOriginal(database, store, row.sha256);
}

/**
 * Removes an original that neither a version of an asset nor an arrival needs. Its row is kept from others until its
 * files are gone, so that nobody who brings the same bytes in meanwhile loses them to it.
 */
export async function forgetOriginal(database: Database, store: Store, sha256: string): Promise<void> {
  const [[file], held, arriving] = await Promise.all([
    database.select().from(original).where(eq(original.sha256, sha256)),
    database.select({ id: version.id }).from(version).where(eq(version.sha256, sha256)).limit(1),
    database
      .select({ id: arrival.id })
      .from(arrival)
      .where(inArray(arrival.sha256, [sha256]))
      .limit(1),
  ]);
  if (!file || held.length > 0 || arriving.length > 0) return;
  await database.transaction(async (transaction) => {
    // The row goes first: a foreign key refuses while anything still points to it.
    const gone = await transaction
      .delete(original)
      .where(eq(original.sha256, sha256))
      .then(
        ([{ affectedRows }]) => affectedRows > 0,
        () => false,
      );
    // The file that its row names first: without that the row, if it stays, is no longer believed.
    if (gone)
      for (const key of [file.key, file.thumbnail, file.workKey, previewKey(sha256)])
        if (key) await store.delete(key);
  });
}
