import sharp from 'sharp';
import { createHash, randomBytes } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Arrival, AssetDetail } from '@placard/core/contract';
import { openServer, pause, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let server: OpenServer;
let editor: Caller;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
});
afterAll(() => server.close());

const noisy = (width: number, height: number) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .blur(2)
    .jpeg({ quality: 90 })
    .toBuffer();

const here = () => server.address.replace('localhost', '127.0.0.1');
const tus = (more: Record<string, string> = {}) => ({
  cookie: editor.cookie,
  'tus-resumable': '1.0.0',
  ...more,
});

it('an upload goes on after kill -9, byte for byte, and arrives once', async () => {
  const bytes = await noisy(2400, 1800);
  const half = Math.floor(bytes.length / 2);
  const begun = await fetch(`${here()}/upload`, {
    method: 'POST',
    headers: tus({
      'upload-length': String(bytes.length),
      'upload-metadata': `filename ${Buffer.from('night sky.jpg').toString('base64')}`,
    }),
  });
  const location = new URL(begun.headers.get('location') ?? '', `${here()}/`).href;
  const patch = (from: number, to: number) =>
    fetch(location, {
      method: 'PATCH',
      headers: tus({ 'upload-offset': String(from), 'content-type': 'application/offset+octet-stream' }),
      body: new Uint8Array(bytes.subarray(from, to)),
    });
  expect((await patch(0, half)).status).toBe(204);
  await server.kill('SIGKILL');
  await server.start();

  const offset = Number(
    (await fetch(location, { method: 'HEAD', headers: tus() })).headers.get('upload-offset'),
  );
  expect(offset).toBe(half);
  expect((await patch(offset, bytes.length)).status).toBe(204);

  const arrival = await settled(editor, location.split('/').at(-1) ?? '');

  expect(arrival).toMatchObject({ state: 'ready', proposedTitle: 'Night sky', bytes: bytes.length });
  const { body: all } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
  expect(all).toHaveLength(1);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  expect(await readFile(join(server.folder, 'store/originals', sha256.slice(0, 2), `${sha256}.jpg`))).toEqual(
    bytes,
  );
});

it('renditions are finished after kill -9 in the middle of making them, each once', async () => {
  const { body: site } = await editor.ask<{ sections: { id: string }[] }>('GET', '/api/site');
  const section = site.sections[0]?.id;
  const pictures = await Promise.all(Array.from({ length: 4 }, (_, i) => noisy(3600 + i, 2400)));
  const arrivals: { id: string; title: string; section: string | undefined }[] = [];
  for (const [i, bytes] of pictures.entries()) {
    const arrival = await settled(editor, await send(server, editor, bytes, `picture ${i}.jpg`));
    arrivals.push({ id: arrival.id, title: `Picture ${i}`, section });
  }
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals,
  });
  const assets = body.accepted.map(({ asset }) => asset);
  const read = async (id: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
  await until(async () =>
    (await Promise.all(assets.map(read))).some(({ prepared }) => prepared === 'working'),
  );
  await pause(150);
  await server.kill('SIGKILL');
  await server.start();

  for (const id of assets) {
    const asset = await until(async () => {
      const now = await read(id);
      return now.prepared === 'done' && now;
    });
    // Measures 320 and 720, once and doubled, and one between where the step is large, in WebP and JPEG.
    expect(asset.renditions.map(({ width, mime }) => `${width} ${mime}`)).toEqual(
      [320, 480, 720, 1018, 1440].flatMap((width) => [`${width} image/jpeg`, `${width} image/webp`]),
    );
    for (const { url, width } of asset.renditions) {
      const file = Buffer.from(await (await fetch(url)).arrayBuffer());
      expect((await sharp(file).metadata()).width).toBe(width);
    }
  }
  const files = await readdir(join(server.folder, 'store/renditions'), {
    recursive: true,
    withFileTypes: true,
  });
  expect(files.filter((file) => file.isFile())).toHaveLength(assets.length * 10);
});

it('the same bytes sent again are said to be held already', async () => {
  const bytes = await noisy(3600, 2400);
  const arrival = await settled(editor, await send(server, editor, bytes, 'again.jpg'));
  const twin = await settled(editor, await send(server, editor, bytes, 'twin.jpg'));
  expect(arrival.state).toBe('ready');
  expect(twin.state).toBe('ready');
  const { body: site } = await editor.ask<{ sections: { id: string }[] }>('GET', '/api/site');
  await editor.ask('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'Again', section: site.sections[0]?.id }],
  });
  expect((await settled(editor, twin.id)).sameAs?.title).toBe('Again');
});

it('a server killed while it accepts leaves each asset whole or absent, and each arrival accepted once', async () => {
  const { body: site } = await editor.ask<{ sections: { id: string }[] }>('GET', '/api/site');
  const section = site.sections[0]?.id;
  const wishes: { id: string; title: string; section: string | undefined }[] = [];
  for (let number = 0; number < 24; number++) {
    const arrival = await settled(
      editor,
      await send(server, editor, await noisy(60 + number, 40), `tiny ${number}.jpg`),
    );
    wishes.push({ id: arrival.id, title: `Tiny ${number}`, section });
  }
  const asked = editor.ask('POST', '/api/arrivals/accept', { arrivals: wishes }).catch(() => null);
  const held = async () =>
    (await editor.ask<{ assets: AssetDetail[]; total: number }>('GET', '/api/assets?words=tiny&limit=100'))
      .body;
  await until(async () => (await held()).total > 2);
  await server.kill('SIGKILL');
  await server.start();
  await asked;

  const before = await held();
  const { body: left } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
  expect(before.total).toBeLessThan(wishes.length);
  const titles = new Set(before.assets.map(({ placard }) => placard.title));
  for (const { id, title } of wishes)
    expect(left.some((arrival) => arrival.id === id)).toBe(!titles.has(title));

  await editor.ask('POST', '/api/arrivals/accept', { arrivals: wishes });
  const after = await until(async () => {
    const now = await held();
    return now.total === wishes.length && now.assets.every(({ prepared }) => prepared === 'done') && now;
  });
  expect(new Set(after.assets.map(({ placard }) => placard.title)).size).toBe(wishes.length);
  for (const { id } of after.assets) {
    const { body: asset } = await editor.ask<AssetDetail>('GET', `/api/assets/${id}`);
    expect(asset.renditions.length).toBeGreaterThan(0);
    expect((await fetch(asset.original)).status).toBe(200);
  }
});
