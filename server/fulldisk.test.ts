import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtemp, readdir, rm, statfs, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Arrival, Asset, AssetDetail, Site } from '@placard/core/contract';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

// Disks of a few megabytes, which only root can make; elsewhere there is nothing to fill.
const [uploads, store] = [
  await mkdtemp(join(tmpdir(), 'placard-uploads-')),
  await mkdtemp(join(tmpdir(), 'placard-store-')),
];
const mount = (folder: string, size: string) =>
  spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${size}`, 'tmpfs', folder]).status === 0;
const made = mount(uploads, '3m') && mount(store, '60m');

let server: OpenServer;
let editor: Caller;
beforeAll(async () => {
  server = await openServer({ PLACARD_STORE: pathToFileURL(store).href, PLACARD_UPLOADS: uploads });
  editor = await server.signIn('editor');
});
afterAll(async () => {
  await server.close();
  for (const disk of [uploads, store]) {
    if (made) spawnSync('umount', [disk]);
    await rm(disk, { recursive: true, force: true });
  }
});

const noisy = (width: number, height: number) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
const files = async (folder: string) =>
  (await readdir(folder, { recursive: true, withFileTypes: true })).filter((entry) => entry.isFile());

it.runIf(made)('a disk that fills in the middle of an upload is said so; nothing half stays', async () => {
  const large = await noisy(2400, 1800);
  expect(large.length).toBeGreaterThan(3_000_000);
  await expect(send(server, editor, large, 'large.jpg')).rejects.toThrow(/disk is full/i);
  const [half] = (await editor.ask<Arrival[]>('GET', '/api/arrivals')).body;
  expect(half?.state).toBe('sending');
  await editor.ask('DELETE', `/api/arrivals/${half?.id}`);
  await until(async () => (await files(uploads)).length === 0);
  expect((await editor.ask<{ assets: Asset[] }>('GET', '/api/assets')).body.assets).toEqual([]);

  const arrival = await settled(editor, await send(server, editor, await noisy(300, 200), 'small.jpg'));
  expect(arrival.state).toBe('ready');
});

/** Fills what is free of the store but for so many bytes; answers how that is undone. */
async function fill(left: number): Promise<() => Promise<void>> {
  const filler = join(store, 'filler');
  const { bavail, bsize } = await statfs(store);
  await writeFile(filler, Buffer.alloc(Math.max(0, bavail * bsize - left)));
  return () => rm(filler);
}

it.runIf(made)('a store that fills while a file comes keeps nothing of it, and says so', async () => {
  const before = await files(store);
  const bytes = await noisy(1500, 1100);
  expect(bytes.length).toBeGreaterThan(1_000_000);
  const [uploading, id] = await beginUpload(bytes);
  const undo = await fill(300_000);
  expect((await uploading()).status).toBeGreaterThanOrEqual(400);
  const arrival = await settled(editor, id);
  expect(arrival.state).toBe('refused');
  expect(arrival.says).toMatch(/disk is full/i);
  await undo();
  expect((await files(store)).map(({ name }) => name).toSorted()).toEqual(
    before.map(({ name }) => name).toSorted(),
  );

  const again = await settled(editor, await send(server, editor, bytes, 'middling.jpg'));
  expect(again.state).toBe('ready');
});

it.runIf(made)('a disk that is nearly full takes nothing in, and the bin can be emptied', async () => {
  const arrival = await settled(editor, await send(server, editor, await noisy(640, 480), 'going.jpg'));
  const { body: site } = await editor.ask<Site>('GET', '/api/site');
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'Going', section: site.sections[0]?.id }],
  });
  const id = body.accepted[0]?.asset ?? '';
  await until(async () => {
    const { prepared } = (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
    return prepared === 'done';
  });
  await editor.ask('POST', '/api/assets/bin', { assets: [id] });
  const many = (await files(store)).length;
  const undo = await fill(2_000_000);
  // A house that is started on such a disk is open, and says so of itself.
  await server.kill('SIGKILL');
  await server.start();
  const health = await fetch(`${server.address.replace('localhost', '127.0.0.1')}/healthz`);
  expect([health.status, (await health.json()) as unknown]).toMatchObject([503, { store: false }]);
  await expect(send(server, editor, await noisy(300, 200), 'more.jpg')).rejects.toThrow(
    /disk is full, or nearly: 2\.0 MB are left/,
  );
  expect((await editor.ask('POST', '/api/assets/empty-bin', {})).status).toBeLessThan(300);
  await until(async () => (await files(store)).length < many);
  await undo();
  expect((await settled(editor, await send(server, editor, await noisy(300, 200), 'more.jpg'))).state).toBe(
    'ready',
  );
});

/** Announces a file (tus), and answers how it is sent, with the id of its arrival. */
async function beginUpload(bytes: Buffer): Promise<[() => Promise<Response>, string]> {
  const headers = { cookie: editor.cookie, 'tus-resumable': '1.0.0' };
  const at = server.address.replace('localhost', '127.0.0.1');
  const begun = await fetch(`${at}/upload`, {
    method: 'POST',
    headers: { ...headers, 'upload-length': String(bytes.length) },
  });
  const id = begun.headers.get('location')?.split('/').at(-1) ?? '';
  const sending = { 'content-type': 'application/offset+octet-stream', 'upload-offset': '0' };
  return [
    () =>
      fetch(`${at}/upload/${id}`, {
        method: 'PATCH',
        headers: { ...headers, ...sending },
        body: new Uint8Array(bytes),
      }),
    id,
  ];
}
