import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AssetDetail, Site, VersionLine } from '@placard/core/contract';
import type { FilmChoices } from '@placard/core/film';
import type { HeldAsset } from '@placard/core/page';
import { AS_IT_CAME } from '@placard/core/prep';
import { readSound } from './film/sound.ts';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let section: string;
const folder = mkdtempSync(join(tmpdir(), 'placard-lighter-'));
const log = join(folder, 'asked.log');

beforeAll(async () => {
  // What it asks of ffmpeg is written down on its way there.
  writeFileSync(log, '');
  writeFileSync(join(folder, 'ffmpeg'), `#!/bin/sh\necho "$*" >>'${log}'\nexec /usr/bin/ffmpeg "$@"\n`, {
    mode: 0o755,
  });
  server = await openServer({ PATH: `${folder}:${process.env['PATH']}` });
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

function made(name: string, ...words: string[]): Buffer {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return readFileSync(path);
}
const lavfi = (what: string) => ['-f', 'lavfi', '-i', what];
const H264 = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'];

async function hold(bytes: Buffer, fileName: string): Promise<string> {
  const arrival = await settled(editor, await send(server, editor, bytes, fileName));
  const title = fileName.replace(/\.\w+$/, '');
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  return body.accepted[0]?.asset ?? '';
}
const read = async (id: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
const versionsOf = async (id: string) =>
  (await editor.ask<VersionLine[]>('GET', `/api/assets/${id}/versions`)).body;
const held = async (id: string) => (await editor.ask<HeldAsset>('GET', `/api/assets/${id}/held`)).body;
const idle = (id: string) =>
  until(async () => {
    const { body } = await editor.ask<{ subject: string }[]>('GET', '/api/jobs');
    return (await read(id)).prepared === 'done' && !body.some(({ subject }) => subject === id);
  });
const choose = (id: string, film: FilmChoices) =>
  editor.ask<{ title: string }>('POST', `/api/assets/${id}/versions`, {
    preparation: { ...AS_IT_CAME, film },
    use: 'everywhere',
  });
/** The files that play, as `640 webm av01`. */
const playing = async (id: string) =>
  ((await held(id)).played ?? []).map(({ width, mime, codecs = '' }) =>
    [width, mime.split('/')[1], codecs.split('.')[0]].join(' '),
  );
/** How often the server has had a film encoded. */
const encodings = () => (readFileSync(log, 'utf8').match(/libsvtav1|libx264/g) ?? []).length;
const bytesAt = async (address: string) => Buffer.from(await (await fetch(address)).arrayBuffer());

describe('a film', () => {
  // Its first half is red, its second blue.
  const film = () =>
    made(
      'halves.mp4',
      ...lavfi('color=red:size=854x480:rate=10:duration=1'),
      ...lavfi('color=blue:size=854x480:rate=10:duration=1'),
      ...lavfi('sine=duration=2'),
      '-filter_complex',
      '[0][1]concat=n=2,noise=alls=30:allf=t[v];[2]volume=-18dB[a]',
      ...['-map', '[v]', '-map', '[a]'].concat(H264, ['-crf', '10', '-c:a', 'aac']),
    );

  it('gets lighter files of several widths, is given its still and made louder, and the original stays', async () => {
    const id = await hold(film(), 'halves.mp4');
    await idle(id);
    const first = await playing(id);
    expect(first.toSorted()).toEqual(['640 mp4 avc1', '640 webm av01', '854 mp4 avc1', '854 webm av01']);
    const { played = [], file } = await held(id);
    for (const one of played.filter(({ mime }) => mime === 'video/webm'))
      expect(one.bytes).toBeLessThan(file?.bytes ?? 0);

    // Its frames are looked at on the users' content origin, by a signed address alone.
    const { frames } = (await editor.ask<{ frames: string }>('GET', `/api/assets/${id}/film`)).body;
    const at = async (moment: number) => {
      const { dominant } = await sharp(await bytesAt(`${frames}?at=${moment}&width=160`)).stats();
      return dominant.r > dominant.b ? 'red' : 'blue';
    };
    expect([await at(0.5), await at(1.5)]).toEqual(['red', 'blue']);
    const status = async (address: string) => (await fetch(address)).status;
    expect(await status(`${frames}?at=1&width=161`)).toBe(404);
    expect(await status(`${frames}?at=-1&width=160`)).toBe(404);
    expect(await status(`${frames}?at=900&width=160`)).toBe(404);
    expect(await status(`${frames.replace(/frames\/./, 'frames/_')}?at=1&width=160`)).toBe(404);

    expect((await choose(id, { still: 1.5, loudness: -16 })).status).toBe(200);
    await idle(id);
    const [latest, before] = await versionsOf(id);
    expect(latest).toMatchObject({ number: 2, state: 'current' });
    expect(before).toMatchObject({ number: 1, state: 'kept' });
    const { sources, file: louder } = await held(id);
    const poster = await sharp(
      await bytesAt(sources.find(({ mime }) => mime === 'image/jpeg')?.key ?? ''),
    ).stats();
    expect(poster.dominant.b).toBeGreaterThan(poster.dominant.r);
    expect((await playing(id)).toSorted()).toEqual(first.toSorted());
    const path = join(folder, 'louder.mp4');
    writeFileSync(path, await bytesAt(louder?.key ?? ''));
    expect((await readSound(path, 'mp4')).loudness?.integrated).toBeCloseTo(-16, 0);

    // Another still of the same sound: the lighter files are written again and not encoded, which took most of the time.
    const encoded = encodings();
    expect(encoded).toBeGreaterThan(0);
    await choose(id, { still: 0.5, loudness: -16 });
    await idle(id);
    expect((await playing(id)).toSorted()).toEqual(first.toSorted());
    expect(encodings()).toBe(encoded);
  });

  it('that not every browser plays is given one that all do, and nothing is said of it any more', async () => {
    const bytes = made(
      'rare.mp4',
      ...lavfi('testsrc=size=320x180:rate=10:duration=1'),
      '-c:v',
      'libx265',
      '-x265-params',
      'log-level=error',
    );
    const id = await hold(bytes, 'rare.mp4');
    await idle(id);
    const { note, file } = await held(id);
    expect(note ?? '').toBe('');
    expect(file?.mime).toBe('video/mp4');
    expect(await playing(id)).toContain('320 mp4 avc1');
  });

  it('is not edited as pictures are, nor pictures as it is', async () => {
    const id = await hold(
      made('plain.mp4', ...lavfi('testsrc=size=160x90:duration=1'), ...H264),
      'plain.mp4',
    );
    await idle(id);
    expect(await choose(id, { still: 30, loudness: null })).toMatchObject({
      status: 422,
      body: { title: expect.stringContaining('after the end') as string },
    });
    const { status } = await editor.ask('POST', `/api/assets/${id}/versions`, {
      preparation: { ...AS_IT_CAME, focal: { x: 0.2, y: 0.2 } },
      use: 'everywhere',
    });
    expect(status).toBe(422);
    const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: 'red' } })
      .jpeg()
      .toBuffer();
    expect((await choose(await hold(picture, 'red.jpg'), { still: 1, loudness: null })).status).toBe(422);
  });

  it('whose lighter files are being made can be told to stop, and goes on when it is asked', async () => {
    const bytes = made('long.mp4', ...lavfi('testsrc2=size=1280x720:rate=15'), '-t', '8', ...H264);
    const id = await hold(bytes, 'long.mp4');
    await until(async () => {
      const { body } = await editor.ask<{ subject: string; kind: string; done: number }[]>(
        'GET',
        '/api/jobs',
      );
      return body.some(({ subject, kind, done }) => subject === id && kind === 'film' && done > 0);
    });
    await editor.ask('DELETE', `/api/assets/${id}/film/lighter`);
    await idle(id);
    // It is shown as it came, and with what was made by then.
    expect(await playing(id)).toContain('1280 mp4 avc1');
    expect((await playing(id)).length).toBeLessThan(4);
    await editor.ask('POST', `/api/assets/${id}/film/lighter`);
    await idle(id);
    expect((await playing(id)).length).toBe(4);
  });
});

it('a moving picture gets silent films, and a still for where it must not move; one that is seen through gets none', async () => {
  const gif = async (hole: boolean) => {
    const frames = ['red', 'blue'].map((background) => {
      const whole = sharp({ create: { width: 120, height: 80, channels: 4, background } });
      const cut = { create: { width: 40, height: 40, channels: 4 as const, background: 'black' } };
      return (hole ? whole.composite([{ input: cut, blend: 'dest-out' }]) : whole).raw().toBuffer();
    });
    const raw = { width: 120, height: 160, channels: 4, pageHeight: 80 } as never;
    return sharp(Buffer.concat(await Promise.all(frames)), { raw })
      .gif({ delay: [300, 300], loop: 0 })
      .toBuffer();
  };
  const id = await hold(await gif(false), 'moving.gif');
  await idle(id);
  const asset = await held(id);
  expect(asset.moves).toBe(true);
  expect((await playing(id)).toSorted()).toEqual(['120 mp4 avc1', '120 webm av01']);
  expect(asset.sources.some(({ mime }) => mime === 'image/jpeg' || mime === 'image/png')).toBe(true);
  const through = await hold(await gif(true), 'through.gif');
  await idle(through);
  expect(await playing(through)).toEqual([]);
  expect((await held(through)).moves).toBe(true);
});
