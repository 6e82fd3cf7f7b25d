import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { appendFile, mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Arrival, Asset } from '@placard/core/contract';
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

it.runIf(made)('a store that fills keeps nothing of a file, and says so of the arrival', async () => {
  const before = await files(store);
  const filler = join(store, 'filler');
  for (let whole = true; whole;)
    whole = await appendFile(filler, Buffer.alloc(200_000)).then(
      () => true,
      () => false,
    );
  const bytes = await noisy(1500, 1100);
  expect(bytes.length).toBeGreaterThan(1_000_000);
  const arrival = await settled(editor, await send(server, editor, bytes, 'middling.jpg'));
  expect(arrival.state).toBe('refused');
  expect(arrival.says).toMatch(/disk is full/i);
  await rm(filler);
  expect((await files(store)).map(({ name }) => name).toSorted()).toEqual(
    before.map(({ name }) => name).toSorted(),
  );

  const again = await settled(editor, await send(server, editor, bytes, 'middling.jpg'));
  expect(again.state).toBe('ready');
});
