import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { AS_IT_CAME } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import { openDatabase, type Database } from '../db/database.ts';
import { asset, original, page, placement, rendition, section, site, version } from '../db/schema.ts';
import { openStore, type Store } from '../store/store.ts';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { emptyWork } from './empty.ts';

const [siteId, otherSite] = [newId(), newId()];
const sections = { [siteId]: newId(), [otherSite]: newId() };
let folder: string;
let database: Database;
let drop: () => Promise<void>;
let store: Store;
beforeAll(async () => {
  let url: string;
  ({ url, drop } = await createTestDatabase());
  database = openDatabase(url);
  folder = await mkdtemp(join(tmpdir(), 'placard-empty-'));
  store = await openStore(pathToFileURL(folder).href, 'a secret, long enough for tests', 'http://127.0.0.1');
  for (const id of [siteId, otherSite]) {
    const looks = { measures: [], style: '', heavyBytes: 1, modernFormat: 'webp' as const };
    await database.insert(site).values({ id, name: id, language: 'en', ...looks });
    await database.insert(section).values({ id: sections[id] ?? '', siteId: id, title: 'All', slug: 'all' });
  }
});
afterAll(async () => {
  await database.close();
  await drop();
  await rm(folder, { recursive: true, force: true });
});
beforeEach(async () => {
  await database.delete(asset);
  await database.delete(original);
});

const ASKED = new Date('2026-11-20T12:00:00Z');
const before = new Date(ASKED.getTime() - 1000);
const after = new Date(ASKED.getTime() + 1000);
const bytes = Buffer.from('bytes');
let held = 0;

/** Holds an asset with one rendition, in the bin since some moment. Assets of the same `sha256` share an original. */
async function hold(binnedAt: Date | null, sha256 = `${++held}`.padStart(64, '0'), of = siteId) {
  const [id, versionId, now] = [newId(), newId(), new Date()];
  const facts = { kind: 'picture', mime: 'image/png', extension: 'png', width: 9, height: 9 } as never;
  const keys = { original: `originals/${sha256}.png`, rendition: `renditions/${versionId}/9.webp` };
  const file = { sha256, key: keys.original, bytes: 5, facts, embedded: {}, createdAt: now };
  await database.insert(original).ignore().values(file);
  await store.put(keys.original, bytes);
  await store.put(keys.rendition, bytes);
  await database.insert(asset).values({
    id,
    siteId: of,
    sectionId: sections[of] ?? '',
    name: `held-${held}-${id.slice(-6)}`,
    fileName: 'x.png',
    kind: 'picture',
    sha256,
    versionId,
    visibility: 'public',
    prepared: 'done',
    personId: 'p',
    addedAt: now,
    binnedAt,
  });
  const number = { number: 1, preparation: AS_IT_CAME, width: 9, height: 9, createdAt: now };
  await database.insert(version).values({ id: versionId, assetId: id, sha256, ...number });
  const made = { screen: 'wide' as const, width: 9, height: 9, mime: 'image/webp', bytes: 5 };
  await database.insert(rendition).values({ id: newId(), versionId, key: keys.rendition, ...made });
  return { id, ...keys };
}

const told: [number, number][] = [];
const empty = () =>
  emptyWork(database, store).run(
    siteId,
    (done, total) => {
      told.push([done, total]);
      return Promise.resolve();
    },
    ASKED,
  );
const isHeld = async (id: string) =>
  (await database.select({ id: asset.id }).from(asset).where(eq(asset.id, id))).length > 0;
const lies = (key: string) =>
  store.bytes(key).then(
    () => true,
    () => false,
  );

describe('emptying the bin', () => {
  it('leaves what a page places and says so, and deletes all others', async () => {
    const [placed, other] = [await hold(before), await hold(before)];
    const pageId = newId();
    await database.insert(page).values({
      id: pageId,
      siteId,
      sectionId: sections[siteId] ?? '',
      title: 'Still here',
      slug: pageId,
      document: { type: 'doc', content: [] },
      changedAt: ASKED,
      changedBy: '',
    });
    await database
      .insert(placement)
      .values({ pageId, ordinal: 0, assetId: placed.id, versionId: null, host: null });
    const emptied = emptyWork(database, store).run(siteId, async () => {}, ASKED);
    await expect(emptied).rejects.toThrow(/^The bin is empty but for 1: .+ \(it stands in “Still here”\)\.$/);
    const left = await database.select({ id: asset.id }).from(asset);
    expect(left).toEqual([{ id: placed.id }]);
    expect(await store.exists(other.rendition)).toBe(false);
    await database.delete(page).where(eq(page.id, pageId));
  });

  it('deletes what lay in it, its rows and its files, and tells how far it is', async () => {
    const [one, other] = [await hold(before), await hold(before)];
    told.length = 0;
    await empty();
    for (const { id, original: first, rendition: second } of [one, other]) {
      expect(await isHeld(id)).toBe(false);
      expect([await lies(first), await lies(second)]).toEqual([false, false]);
    }
    expect(await database.select().from(original)).toEqual([]);
    expect(told).toEqual([
      [1, 2],
      [2, 2],
    ]);
  });

  it('leaves what is held, what was binned after it was asked for, and what others hold', async () => {
    const kept = [await hold(null), await hold(after), await hold(before, undefined, otherSite)];
    await empty();
    for (const { id, original: first, rendition: second } of kept) {
      expect(await isHeld(id)).toBe(true);
      expect([await lies(first), await lies(second)]).toEqual([true, true]);
    }
  });

  it('keeps bytes that something else is made of', async () => {
    const sha256 = 'f'.repeat(64);
    const [kept, gone] = [await hold(null, sha256), await hold(before, sha256)];
    await empty();
    expect(await isHeld(gone.id)).toBe(false);
    expect(await lies(gone.rendition)).toBe(false);
    expect(await lies(kept.original)).toBe(true);
  });

  it.each([
    ['put back', null],
    ['put back and thrown away again', after],
  ])('keeps what is %s while it is under way, with all its files', async (_, binnedAt) => {
    const [first, second] = [await hold(before), await hold(before)];
    await emptyWork(database, store).run(
      siteId,
      async (done) => {
        if (done === 1) await database.update(asset).set({ binnedAt });
      },
      ASKED,
    );
    const left = [await isHeld(first.id), await isHeld(second.id)];
    expect(left.filter(Boolean)).toHaveLength(1);
    const kept = left[0] ? first : second;
    expect([await lies(kept.original), await lies(kept.rendition)]).toEqual([true, true]);
  });

  it('done again after it broke off does the rest', async () => {
    const all = [await hold(before), await hold(before), await hold(before)];
    const breaks = emptyWork(database, store).run(
      siteId,
      (done) => (done === 2 ? Promise.reject(new Error('The server was stopped.')) : Promise.resolve()),
      ASKED,
    );
    await expect(breaks).rejects.toThrow('stopped');
    expect(await database.select({ id: asset.id }).from(asset)).toHaveLength(1);
    await empty();
    for (const { id } of all) expect(await isHeld(id)).toBe(false);
  });
});
