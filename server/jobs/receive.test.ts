import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import { openDatabase, type Database } from '../db/database.ts';
import { original } from '../db/schema.ts';
import { forgetOriginal } from '../holdings/arrivals.ts';
import { openStore, type Store } from '../store/store.ts';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { storeOriginal } from './receive.ts';

let database: Database;
let store: Store;
let folder: string;
let path: string;
let dropDatabase: () => Promise<void>;

beforeAll(async () => {
  const made = await createTestDatabase();
  dropDatabase = made.drop;
  database = openDatabase(made.url);
  folder = await mkdtemp(join(tmpdir(), 'placard-receive-'));
  store = await openStore(pathToFileURL(join(folder, 'store')).href, 'secret', 'http://127.0.0.1');
});
afterAll(async () => {
  await database.close();
  await dropDatabase();
  await rm(folder, { recursive: true, force: true });
});

let seed = 0;
beforeEach(async () => {
  path = join(folder, `picture-${seed++}`);
  const background = { r: seed * 20, g: 90, b: 140 };
  await writeFile(
    path,
    await sharp({ create: { width: 90, height: 60, channels: 3, background } })
      .jpeg()
      .toBuffer(),
  );
});

const rows = (sha256: string) => database.select().from(original).where(eq(original.sha256, sha256));
const filesOf = async ({ key, thumbnail }: { key: string; thumbnail: string | null }) => [
  await store.exists(key),
  await store.exists(thumbnail ?? ''),
];
const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

it('the same bytes are stored once', async () => {
  const first = await storeOriginal(database, store, path);
  expect(await filesOf(first)).toEqual([true, true]);
  expect((await storeOriginal(database, store, path)).createdAt.getTime()).toBe(first.createdAt.getTime());
});

it('an original that nothing needs goes with its files', async () => {
  const row = await storeOriginal(database, store, path);
  await forgetOriginal(database, store, row.sha256);
  expect(await rows(row.sha256)).toEqual([]);
  expect(await filesOf(row)).toEqual([false, false]);
});

it.each([0, 1])(
  'bytes that come again while they are being removed are there afterwards (after %i files)',
  async (gone) => {
    const row = await storeOriginal(database, store, path);
    let goOn: () => void = () => undefined;
    const waits = new Promise<void>((resolve) => (goOn = resolve));
    let removed = 0;
    const reached = new Promise<void>((resolve) => {
      const slow: Store = {
        ...store,
        delete: async (key) => {
          if (removed++ === gone) {
            resolve();
            await waits;
          }
          await store.delete(key);
        },
      };
      removing = forgetOriginal(database, slow, row.sha256);
    });
    await reached;
    const coming = storeOriginal(database, store, path);
    await pause(400);
    goOn();
    await removing;
    await coming;
    // What was known before the removal ended is asked for again by whoever points to a row that is gone.
    if ((await rows(row.sha256)).length === 0) await storeOriginal(database, store, path);
    expect(await rows(row.sha256)).toHaveLength(1);
    expect(await filesOf(row)).toEqual([true, true]);
  },
);
let removing: Promise<void>;

it('a row whose file was lost gets it again with the same bytes', async () => {
  const row = await storeOriginal(database, store, path);
  await store.delete(row.key);
  await storeOriginal(database, store, path);
  expect(await filesOf(row)).toEqual([true, true]);
});
