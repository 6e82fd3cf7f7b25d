import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { AssetDetail, Site } from '@placard/core/contract';
import { openDatabase, type Database } from './db/database.ts';
import { openStore, type Store } from './store/store.ts';
import { tidy } from './store/tidy.ts';
import sharp from 'sharp';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

const LATER = Date.now() + 30 * 24 * 3_600_000;
let server: OpenServer;
let editor: Caller;
let database: Database;
let store: Store;
let uploads: string;
let folder: string;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  database = openDatabase(server.databaseUrl);
  store = await openStore(
    pathToFileURL(join(server.folder, 'store')).href,
    'a secret for tests',
    server.content,
  );
  uploads = join(server.folder, 'uploads');
  folder = await mkdtemp(join(tmpdir(), 'placard-tidy-'));
});
afterAll(async () => {
  await database.close();
  await server.close();
  await rm(folder, { recursive: true });
});

it('what nothing needs is found and removed, and everything that is needed stays', async () => {
  const section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  const bytes = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#806040' } })
    .jpeg()
    .toBuffer();
  const arrival = await settled(editor, await send(server, editor, bytes, 'kept.jpg'));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'Kept', section }],
  });
  const id = body.accepted[0]?.asset ?? '';
  const read = async () => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
  await until(async () => (await read()).prepared === 'done');
  await editor.ask('GET', `/api/assets/${id}/prep`);

  await store.put('renditions/zz/gone/320.webp', Buffer.from('a file whose row is gone'));
  await store.put('previews/aa/' + 'a'.repeat(64) + '.webp', Buffer.from('of an original that is gone'));
  await store.put('originals/ab/half.jpg.part', Buffer.from('a write that was broken off'));
  await writeFile(join(uploads, 'nobodys-upload'), 'half of something');

  // Young files may only wait for their rows.
  expect(await tidy(database, store, uploads, { remove: true })).toMatchObject({ files: [], uploads: [] });
  const found = await tidy(database, store, uploads, { remove: false, now: LATER });
  expect(found.files).toEqual([
    'originals/ab/half.jpg.part',
    `previews/aa/${'a'.repeat(64)}.webp`,
    'renditions/zz/gone/320.webp',
  ]);
  expect(found.uploads).toEqual(['nobodys-upload']);
  expect(await store.exists('renditions/zz/gone/320.webp')).toBe(true);

  await tidy(database, store, uploads, { remove: true, now: LATER });
  expect(await store.exists('renditions/zz/gone/320.webp')).toBe(false);
  expect(await tidy(database, store, uploads, { remove: false, now: LATER })).toMatchObject({
    files: [],
    uploads: [],
    bytes: 0,
  });
  const asset = await read();
  for (const url of [asset.original, asset.thumbnail ?? '', ...asset.renditions.map(({ url }) => url)])
    expect((await fetch(url)).status).toBe(200);
});
