import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { sniff } from '../imaging/sniff.ts';
import { frameAt, posterFrame, readFilm } from './probe.ts';
import { writeFilm } from './write.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-films-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const PICTURE = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=10:duration=1'];
const SOUND = ['-f', 'lavfi', '-i', 'sine=frequency=440:duration=1'];

/** Makes a file with ffmpeg, named and written as its ending says. */
function made(name: string, ...words: string[]): string {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return path;
}
const bytesOf = (name: string, bytes: string | Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const read = async (path: string) => readFilm(path, await sniff(path));
/** All that exiftool finds in a file, as one text. */
const told = (path: string) =>
  execFileSync('exiftool', ['-ee', '-a', '-u', '-G1', path], { encoding: 'utf8' });

describe('the frame of a moment', () => {
  it.each([
    [1, [0, 0.4, 0.99, 1, 1.5, 2.99], [0, 0, 0, 1, 1, 2]],
    [2, [0, 0.49, 0.5, 0.75, 1.2], [0, 0, 1, 1, 2]],
    [24, [0, 0.04, 0.05, 0.12, 0.13], [0, 0, 1, 2, 3]],
    [15, [2.9, 2.95, 3], [43, 44, 44]],
  ])('is the one that is shown then, at %i a second', async (rate, moments, frames) => {
    // Each frame is lighter than the one before.
    const grey = `color=black:size=64x48:rate=${rate}:duration=3,geq=lum=16+N*${rate < 10 ? 30 : 3}:cb=128:cr=128`;
    const path = made(`grey${rate}.mp4`, '-f', 'lavfi', '-i', grey, '-c:v', 'libx264', '-qp', '0');
    const facts = await read(path);
    expect(facts.rate).toBe(rate);
    const light = async (moment: number) => {
      const { channels } = await sharp((await frameAt(path, facts, moment)) ?? Buffer.of()).stats();
      return channels[0]?.mean ?? 0;
    };
    const first = await light(0);
    const many = Math.min(20, rate * 2);
    const step = ((await light((many + 0.5) / rate)) - first) / many;
    const seen: number[] = [];
    for (const moment of moments) seen.push(Math.round(((await light(moment)) - first) / step));
    expect(seen).toEqual(frames);
  });
});

describe('what no browser plays as it is', () => {
  it.each<[string, string, string, string[]]>([
    ['film.mkv', 'mkv', 'film', ['-c:v', 'libx264', '-c:a', 'ac3']],
    ['film.avi', 'avi', 'film', ['-c:v', 'mpeg4', '-c:a', 'libmp3lame']],
    ['film.mpg', 'mpg', 'film', ['-r', '25', '-c:v', 'mpeg2video', '-c:a', 'mp2']],
    ['film.ts', 'mts', 'film', ['-r', '25', '-c:v', 'mpeg2video', '-c:a', 'mp2']],
    ['film.wmv', 'wmv', 'film', ['-c:v', 'wmv2', '-c:a', 'wmav2']],
    ['film.flv', 'flv', 'film', ['-c:v', 'flv1', '-c:a', 'libmp3lame', '-ar', '44100']],
    ['film.ogv', 'ogv', 'film', ['-c:v', 'libtheora', '-c:a', 'libvorbis']],
    ['film.3gp', 'mp4', 'film', ['-c:v', 'libx264', '-c:a', 'aac']],
    ['sound.aiff', 'aif', 'sound', []],
    ['sound.aac', 'aac', 'sound', []],
  ])('%s is read, and written anew as something that can be opened', async (name, extension, kind, coded) => {
    const path = made(name, ...(kind === 'film' ? PICTURE : []), ...SOUND, ...coded);
    expect(await sniff(path)).toBe(extension);
    const facts = await read(path);
    expect(facts.kind).toBe(kind);
    expect(facts.duration).toBeGreaterThan(0.8);
    expect(facts.duration).toBeLessThan(1.4);
    if (kind === 'film') {
      expect([facts.width, facts.height]).toEqual([320, 180]);
      expect((await sharp(await posterFrame(path, facts)).metadata()).width).toBe(320);
    }
    const written = await writeFilm(path, { kind: facts.kind, extension }, { title: 'Turning' });
    try {
      expect((await readFilm(written.path, written.extension)).kind).toBe(kind);
    } finally {
      await written.release();
    }
  });

  it('is as long as it plays where it does not say so, as what browsers record', async () => {
    const path = join(folder, 'recorded.webm');
    const words = [
      ...PICTURE,
      ...SOUND,
      '-c:v',
      'libvpx',
      '-c:a',
      'libopus',
      '-f',
      'webm',
      '-live',
      '1',
      'pipe:1',
    ];
    writeFileSync(path, execFileSync('ffmpeg', ['-v', 'error', ...words]));
    const facts = await read(path);
    expect(facts.duration).toBeGreaterThan(0.9);
    expect(facts.duration).toBeLessThan(1.2);
  });

  it('is known to have no sound', async () => {
    expect(await read(made('silent.mp4', ...PICTURE))).toMatchObject({ silent: true });
    expect(await read(made('heard.mp4', ...PICTURE, ...SOUND))).not.toHaveProperty('silent');
  });
});

describe('a file that names other files', () => {
  const secret = made('secret.mp4', ...PICTURE);
  const list = (to: string) => `#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:10,\n${to}\n#EXT-X-ENDLIST\n`;
  // What sniffs as MP3 or as a film, and is a play list behind it.
  const heads: [string, Buffer][] = [
    ['ID3', Buffer.concat([Buffer.from('ID3\x03\x00\x00\x00\x00\x00\x00', 'latin1')])],
    ['frames', Buffer.from('fffb9064000000000000000000000000', 'hex')],
  ];
  it.each(
    heads.flatMap(([how, head]) =>
      [`file:${secret}`, secret, 'self.mp3'].map((to) => [how, head, to] as const),
    ),
  )('behind %s is not read as a list (%#)', async (_how, head, to) => {
    for (const extension of ['mp3', 'mp4', 'webm', 'ogg', 'wav']) {
      const path = bytesOf('self.mp3', Buffer.concat([head, Buffer.from(list(to))]));
      const facts = await readFilm(path, extension).catch(() => null);
      expect(facts?.width ?? 0).toBe(0);
      if (facts)
        await expect(posterFrame(path, { ...facts, width: 320, height: 180 })).rejects.toThrow(/No frame/);
    }
  });

  it.each([
    ['a play list', 'list.m3u8', list('secret.mp4')],
    ['a script of pieces', 'list.ffconcat', `ffconcat version 1.0\nfile secret.mp4\n`],
    [
      'a manifest',
      'list.mpd',
      '<?xml version="1.0"?><MPD><Period><BaseURL>secret.mp4</BaseURL></Period></MPD>',
    ],
  ])('as %s is read by none of the readers', async (_what, name, text) => {
    const path = bytesOf(name, text);
    for (const extension of ['mp4', 'webm', 'mp3', 'ogg', 'wav', 'flac'])
      await expect(readFilm(path, extension)).rejects.toThrow(/damaged/);
  });
});

describe('a film as people have it', () => {
  it('of one frame has that for its poster', async () => {
    const path = made('one.mp4', ...PICTURE, '-frames:v', '1');
    const facts = await read(path);
    const { width, height } = await sharp(await posterFrame(path, facts)).metadata();
    expect([width, height]).toEqual([320, 180]);
  });

  it('with pixels wider than high is as wide as it is shown', async () => {
    const path = made(
      'wide.mp4',
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=720x576:duration=1',
      '-vf',
      'setsar=64/45',
    );
    const facts = await read(path);
    expect([facts.width, facts.height]).toEqual([1024, 576]);
    const { width, height } = await sharp(await posterFrame(path, facts)).metadata();
    expect([width, height]).toEqual([1024, 576]);
  });

  it('in MOV is taken, and leaves as MP4', async () => {
    const path = made(
      'camera.mov',
      ...PICTURE,
      ...SOUND,
      '-c:v',
      'libx264',
      '-pix_fmt',
      'yuv420p',
      '-c:a',
      'aac',
    );
    const facts = await read(path);
    expect(facts).toMatchObject({
      kind: 'film',
      mime: 'video/quicktime',
      extension: 'mov',
      width: 320,
      note: '',
    });
    const written = await writeFilm(path, facts, {});
    expect(await sniff(written.path)).toBe('mp4');
    await written.release();
  });

  it('whose sound an MP4 cannot hold stays a MOV, and it is said', async () => {
    const path = made('raw.mov', ...PICTURE, ...SOUND, '-c:v', 'prores_ks', '-c:a', 'pcm_s16be');
    const facts = await read(path);
    expect(facts.note).toMatch(/ProRes/);
    const written = await writeFilm(path, facts, { title: 'Kept' });
    expect((await readFilm(written.path, written.extension)).width).toBe(320);
    await written.release();
  });

  it.each([
    ['H.265', ['-c:v', 'libx265', '-x265-params', 'log-level=error'], /H\.265/],
    ['MPEG-4 Part 2', ['-c:v', 'mpeg4'], /MPEG-4 Part 2/],
    ['ten bits', ['-c:v', 'libx264', '-pix_fmt', 'yuv420p10le'], /more than eight bits/],
  ])('of %s is taken with a word that it may not play', async (what, words, says) => {
    expect((await read(made(`${what}.mp4`, ...PICTURE, ...words))).note).toMatch(says);
  });

  it.each(['mp3', 'm4a', 'ogg', 'wav', 'flac'])('without picture is a sound: %s', async (extension) => {
    const path = made(`tone.${extension}`, ...SOUND);
    expect(await sniff(path)).toBe(extension);
    expect(await read(path)).toMatchObject({ kind: 'sound', width: 0, height: 0 });
  });
});

describe('what leaves', () => {
  const PRIVATE = {
    title: 'At grandmother’s',
    artist: 'Somebody Private',
    comment: 'call me on 0123',
    location: '+48.2082+016.3738/',
    'com.apple.quicktime.location.ISO6709': '+48.2082+016.3738/',
    creation_time: '2026-03-04T05:06:07Z',
    make: 'Camera Maker',
    encoder: 'Some Program',
  };
  const said = Object.entries(PRIVATE).flatMap(([name, value]) => ['-metadata', `${name}=${value}`]);
  const TAGS = {
    title: 'Turning sky',
    artist: 'Iro Vale',
    copyright: '© 2026 Iro Vale',
    comment: 'CC BY 4.0',
  };

  it.each([
    [
      'mp4',
      [
        ...PICTURE,
        ...SOUND,
        '-movflags',
        'use_metadata_tags',
        '-metadata:s:v',
        'handler_name=Somebody Private',
      ],
    ],
    [
      'mov',
      [...PICTURE, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-metadata:s:v', 'title=Somebody Private'],
    ],
    ['webm', [...PICTURE, '-c:v', 'libvpx', '-metadata:s:v', 'title=Somebody Private']],
    ['mp3', [...SOUND]],
    ['m4a', [...SOUND]],
    ['ogg', [...SOUND]],
    ['flac', [...SOUND]],
    ['wav', [...SOUND]],
  ])('as %s carries our label and nothing of what it came with', async (extension, words) => {
    const path = made(`private.${extension}`, ...words, ...said);
    expect(told(path)).toMatch(/grandmother|Private/);
    const facts = await read(path);
    const written = await writeFilm(path, facts, TAGS);
    const after = told(written.path);
    expect(after).not.toMatch(
      /grandmother|Somebody Private|0123|48\.2|48 deg|Camera Maker|Some Program|2026:03:04/,
    );
    for (const word of ['Turning sky', 'Iro Vale']) expect(after).toContain(word);
    expect(await readFilm(written.path, written.extension)).toMatchObject({
      kind: facts.kind,
      width: facts.width,
      height: facts.height,
    });
    await written.release();
  });

  it('of a sound has no cover, in which anything may stand', async () => {
    const cover = bytesOf(
      'cover.jpg',
      await sharp({ create: { width: 64, height: 64, channels: 3, background: 'red' } })
        .jpeg()
        .toBuffer(),
    );
    const path = made(
      'covered.mp3',
      ...SOUND,
      '-i',
      cover,
      '-map',
      '0',
      '-map',
      '1',
      '-c:v',
      'copy',
      '-disposition:v',
      'attached_pic',
    );
    expect(await read(path)).toMatchObject({ kind: 'sound' });
    const written = await writeFilm(path, { kind: 'sound', extension: 'mp3' }, TAGS);
    expect(told(written.path)).not.toMatch(/Picture/);
    await written.release();
  });
});
