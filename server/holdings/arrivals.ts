import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { access, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Arrival, Person } from '@placard/core/contract';
import { BLANK_PLACARD } from '@placard/core/credit';
import { freeName, slug } from '@placard/core/naming';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, placard, section, user, version } from '../db/schema.ts';
import { NotFound } from '../http/problem.ts';
import { enqueue } from '../jobs/queue.ts';
import type { Store } from '../store/store.ts';

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

/** Notes that all bytes are here and asks for the file to be read. Said twice, it is done once. */
export async function arrivalComplete(database: Database, id: string): Promise<void> {
  const [row] = await database.select().from(arrival).where(eq(arrival.id, id));
  if (row?.state !== 'sending') return;
  await database.transaction(async (transaction) => {
    await transaction.update(arrival).set({ state: 'reading' }).where(eq(arrival.id, id));
    await enqueue(transaction, 'receive', id, `Reading ${row.fileName}`);
  });
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

async function receivedBytes(uploads: string, id: string): Promise<number> {
  return stat(join(uploads, id)).then(
    ({ size }) => size,
    () => 0,
  );
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
      same: { id: asset.id, title: placard.title, fileName: asset.fileName },
    })
    .from(arrival)
    .leftJoin(original, eq(original.sha256, arrival.sha256))
    .leftJoin(user, eq(user.id, arrival.personId))
    .leftJoin(asset, and(eq(asset.sha256, arrival.sha256), eq(asset.siteId, arrival.siteId)))
    .leftJoin(placard, eq(placard.assetId, asset.id))
    .where(eq(arrival.siteId, siteId))
    .orderBy(desc(arrival.arrivedAt), desc(arrival.id))
    .limit(5000);
  const once = new Map(rows.map((row) => [row.arrival.id, row]));
  return Promise.all(
    [...once.values()].map(async ({ arrival: row, original: file, by, same }) => ({
      id: row.id,
      fileName: row.fileName,
      bytes: row.bytes,
      state: row.state,
      received: row.state === 'sending' ? await receivedBytes(uploads, row.id) : row.bytes,
      says: row.says,
      facts: file?.facts ?? null,
      proposedTitle: row.proposedTitle,
      thumbnail: file?.thumbnail ? store.address(file.thumbnail) : null,
      sameAs: same?.id ? { id: same.id, title: same.title || (same.fileName ?? '') } : null,
      arrivedAt: row.arrivedAt.toISOString(),
      by: by ?? '',
    })),
  );
}

/**
 * Takes one arrival into the holdings: asset, placard, first version and the wish for its
 * renditions appear together or not at all. Null when somebody else took it first.
 */
export async function acceptArrival(
  database: Database,
  siteId: string,
  person: Person,
  wish: { id: string; title: string; section: string },
): Promise<string | null> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(arrival)
      .where(and(eq(arrival.id, wish.id), eq(arrival.siteId, siteId), eq(arrival.state, 'ready')))
      .for('update');
    if (!row?.sha256) return null;
    const [file] = await transaction.select().from(original).where(eq(original.sha256, row.sha256));
    const [filed] = await transaction
      .select({ id: section.id })
      .from(section)
      .where(and(eq(section.id, wish.section), eq(section.siteId, siteId)));
    if (!file || !filed) throw new NotFound('That section does not exist any more. Choose another.');
    const id = newId();
    const base = slug(
      wish.title || row.proposedTitle || row.fileName.replace(/\.[^.]+$/, ''),
      file.facts.kind,
    );
    const taken = new Set(
      (
        await transaction
          .select({ name: asset.name })
          .from(asset)
          .where(and(eq(asset.siteId, siteId), sql`${asset.name} like ${`${base}%`}`))
          .for('update')
      ).map(({ name }) => name),
    );
    await transaction.insert(asset).values({
      id,
      siteId,
      sectionId: wish.section,
      kind: file.facts.kind,
      name: freeName(base, (name) => taken.has(name)),
      fileName: row.fileName,
      sha256: row.sha256,
      prepared: file.facts.kind === 'sound' ? 'done' : 'waiting',
      personId: person.id,
      addedAt: new Date(),
    });
    await transaction.insert(placard).values({ ...BLANK_PLACARD, assetId: id, title: wish.title });
    await transaction.insert(version).values({ id: newId(), assetId: id, number: 1, createdAt: new Date() });
    await transaction.delete(arrival).where(eq(arrival.id, wish.id));
    if (file.facts.kind !== 'sound')
      await enqueue(transaction, 'prepare', id, `Preparing ${wish.title || row.fileName}`);
    return id;
  });
}

/** Sends an arrival away with what was received of it. Throws NotFound. */
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
  if (!row) throw new NotFound('This arrival is gone already.');
  await database.delete(arrival).where(eq(arrival.id, id));
  await removeUpload(uploads, id);
  if (row.sha256) await forgetOriginal(database, store, row.sha256);
}

/** Removes what an upload left in the folder of uploads under way. */
export async function removeUpload(uploads: string, id: string): Promise<void> {
  await Promise.all([
    rm(join(uploads, id), { force: true }),
    rm(join(uploads, `${id}.json`), { force: true }),
  ]);
}

/** Removes an original that neither an asset nor an arrival needs. */
async function forgetOriginal(database: Database, store: Store, sha256: string): Promise<void> {
  const [[file], held, arriving] = await Promise.all([
    database.select().from(original).where(eq(original.sha256, sha256)),
    database.select({ id: asset.id }).from(asset).where(eq(asset.sha256, sha256)).limit(1),
    database
      .select({ id: arrival.id })
      .from(arrival)
      .where(inArray(arrival.sha256, [sha256]))
      .limit(1),
  ]);
  if (!file || held.length > 0 || arriving.length > 0) return;
  // The row goes first: a foreign key refuses while anything still points to it.
  const gone = await database
    .delete(original)
    .where(eq(original.sha256, sha256))
    .then(
      () => true,
      () => false,
    );
  if (!gone) return;
  await store.delete(file.key);
  if (file.thumbnail) await store.delete(file.thumbnail);
}

/** True when the upload's bytes lie in the folder of uploads. */
export async function uploadExists(uploads: string, id: string): Promise<boolean> {
  return access(join(uploads, id)).then(
    () => true,
    () => false,
  );
}
