import { and, eq } from 'drizzle-orm';
import { createHash, subtle } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Facts } from '@placard/core/contract';
import { placardFromFile, type Placard } from '@placard/core/credit';
import { titleFromFileName } from '@placard/core/naming';
import { isDuplicate, type Database } from '../db/database.ts';
import { arrival, original } from '../db/schema.ts';
import { posterFrame, readFilm } from '../film/probe.ts';
import { alikeTo } from '../holdings/alike.ts';
import { refuseArrival } from '../holdings/arrivals.ts';
import { removeUpload, uploadExists } from '../store/uploads.ts';
import { swapComp } from '../holdings/swap.ts';
import { Refusal, unfit } from '../refusal.ts';
import { readEmbedded } from '../imaging/embedded.ts';
import { readDocument } from '../documents/read.ts';
import { isDocument, isFilmOrSound } from '../imaging/formats.ts';
import { convertHeic } from '../imaging/heic.ts';
import { openPicture, readPicture } from '../imaging/picture.ts';
import { withUsualGamma } from '../imaging/png.ts';
import { sniff } from '../imaging/sniff.ts';
import type { Store } from '../store/store.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    receive: true;
  }
}

export const receiveJob: Job<Services> = {
  name: 'receive',
  rank: 0,
  work: ({ database, store, configuration }) => receiveWork(database, store, configuration.uploads),
};

/** Reads a file that has come in whole: what it is, its SHA-256, its pixels; and stores it untouched. */
function receiveWork(database: Database, store: Store, uploads: string): Work {
  return {
    run: async (id) => {
      const [row] = await database.select().from(arrival).where(eq(arrival.id, id));
      if (row?.state === 'ready') await replaceComp(database, row);
      if (row?.state !== 'reading') return;
      if (!(await uploadExists(uploads, id)))
        throw unfit('What was sent of this file is gone. Send it again.');
      const file = await storeOriginal(database, store, join(uploads, id));
      // What its source says goes before what the file says.
      const label = { ...placardFromFile(file.embedded ?? {}), ...written(row.label ?? {}) };
      await database
        .update(arrival)
        .set({
          state: 'ready',
          sha256: file.sha256,
          label,
          proposedTitle: label.title || titleFromFileName(row.fileName),
          alike: await alikeTo(database, row.siteId, file),
        })
        .where(and(eq(arrival.id, id), eq(arrival.state, 'reading')));
      await removeUpload(uploads, id);
      await replaceComp(database, row);
    },
    gaveUp: (id, says) => refuseArrival(database, uploads, id, says),
  };
}

/** Puts a comp's original in its place now that it is read; what is in the way stands on the arrival. */
async function replaceComp(
  database: Database,
  { id, siteId, personId, compId }: typeof arrival.$inferSelect,
): Promise<void> {
  if (compId === null) return;
  try {
    await swapComp(database, siteId, personId, compId, { arrival: id, sure: false });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    await database.update(arrival).set({ says: error.message }).where(eq(arrival.id, id));
  }
}

const written = (label: Partial<Placard>) =>
  Object.fromEntries(Object.entries(label).filter(([, value]) => value !== '' && value !== 'unknown'));

/** The bytes as they came, as their row has them. */
type Original = typeof original.$inferSelect;

/**
 * Puts a file into the store under its SHA-256 with a small picture of it, once;
 * the same bytes again cost only their reading. Throws unfit.
 */
export async function storeOriginal(database: Database, store: Store, path: string): Promise<Original> {
  const sha256 = await hashFile(path);
  const [known] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (known && (await lies(store, known))) return known;
  const extension = await sniff(path);
  const converted = await convertedFrom(path, extension);
  const { facts, thumbnail, perceptualHash, colour } = await read(converted?.data ?? path, extension);
  const embedded = facts.kind === 'picture' ? await readEmbedded(path) : {};
  const folder = `${sha256.slice(0, 2)}/${sha256}`;
  const { size } = await stat(path);
  const row: Original = {
    sha256,
    key: `originals/${folder}.${extension}`,
    bytes: size,
    facts,
    workKey: converted ? `work/${folder}.${converted.extension}` : null,
    embedded,
    perceptualHash,
    colour,
    thumbnail: thumbnail ? `thumbnails/${folder}.webp` : null,
    createdAt: new Date(),
  };
  const put = async () => {
    await store.putFile(row.key, path);
    if (row.thumbnail && thumbnail) await store.put(row.thumbnail, thumbnail);
    if (row.workKey && converted) await store.put(row.workKey, converted.data);
  };
  await put();
  try {
    await database.insert(original).values(row);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
  // Whoever was removing the same bytes has ended now, and may have taken what was just put.
  if (!(await lies(store, row))) await put();
  return row;
}

/** What is worked on in the place of an original that nothing else here reads as it is meant; null where that is itself. */
async function convertedFrom(
  path: string,
  extension: string,
): Promise<{ data: Buffer; extension: string } | null> {
  if (extension === 'heic') return { data: await convertHeic(path), extension: 'jpg' };
  const data = extension === 'png' ? await withUsualGamma(path) : null;
  return data && { data, extension: 'png' };
}

/** True when an original's files lie in the store. */
async function lies(store: Store, { key, thumbnail, workKey }: Original): Promise<boolean> {
  for (const needed of [key, thumbnail, workKey])
    if (needed !== null && !(await store.exists(needed))) return false;
  return true;
}

/** Up to so many bytes are hashed at once in a thread of their own; larger files part by part. */
const AT_ONCE = 32_000_000;

async function hashFile(path: string): Promise<string> {
  if ((await stat(path)).size <= AT_ONCE)
    return Buffer.from(await subtle.digest('SHA-256', await readFile(path))).toString('hex');
  const hash = createHash('sha256');
  await pipeline(createReadStream(path, { highWaterMark: 1 << 20 }), hash);
  return hash.digest('hex');
}

async function read(
  path: string | Buffer,
  extension: string,
): Promise<{ facts: Facts; thumbnail: Buffer | null; perceptualHash: bigint | null; colour: string | null }> {
  if (typeof path === 'string' && isDocument(extension))
    return { ...(await readDocument(path, extension)), perceptualHash: null, colour: null };
  if (typeof path !== 'string' || !isFilmOrSound(extension)) return readPicture(path, extension);
  const facts = await readFilm(path, extension);
  if (facts.kind === 'sound') return { facts, thumbnail: null, perceptualHash: null, colour: null };
  const frame = await posterFrame(path, facts);
  const thumbnail = await openPicture(frame)
    .resize(400, 400, { fit: 'inside' })
    .webp({ quality: 70 })
    .toBuffer();
  return { facts, thumbnail, perceptualHash: null, colour: null };
}
