import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { convertHeic } from './heic.ts';
import { readPicture } from './picture.ts';
import { withUsualGamma } from './png.ts';
import { sniff } from './sniff.ts';

const SECOND = fileURLToPath(new URL('../testing/files/second.heic', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'placard-files-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, bytes: Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

/** A TIFF as most programs write it: the pixels of each page first, what they are at the end. One value a pixel. */
function tiff(pages: { width: number; height: number; grey: number }[], bigEndian = false): Buffer {
  const parts: Buffer[] = [Buffer.alloc(8)];
  let at = 8;
  const offsets = pages.map(({ width, height, grey }) => {
    parts.push(Buffer.alloc(width * height, grey));
    at += width * height;
    return at - width * height;
  });
  if (at % 2) {
    parts.push(Buffer.alloc(1));
    at++;
  }
  const start = at;
  const directories = pages.map(({ width, height }, page) => {
    const entries = [
      [256, 4, width],
      [257, 4, height],
      [258, 3, 8],
      [259, 3, 1],
      [262, 3, 1],
      [273, 4, offsets[page] ?? 0],
      [277, 3, 1],
      [278, 4, height],
      [279, 4, width * height],
    ] as const;
    const size = 2 + entries.length * 12 + 4;
    const directory = Buffer.alloc(size);
    const u16 = (value: number, to: number) =>
      bigEndian ? directory.writeUInt16BE(value, to) : directory.writeUInt16LE(value, to);
    const u32 = (value: number, to: number) =>
      bigEndian ? directory.writeUInt32BE(value, to) : directory.writeUInt32LE(value, to);
    u16(entries.length, 0);
    entries.forEach(([tag, type, value], index) => {
      const to = 2 + index * 12;
      u16(tag, to);
      u16(type, to + 2);
      u32(1, to + 4);
      if (type === 3) u16(value, to + 8);
      else u32(value, to + 8);
    });
    at += size;
    u32(page + 1 < pages.length ? at : 0, size - 4);
    return directory;
  });
  const head = parts[0] as Buffer;
  head.write(bigEndian ? 'MM' : 'II', 'latin1');
  if (bigEndian) {
    head.writeUInt16BE(42, 2);
    head.writeUInt32BE(start, 4);
  } else {
    head.writeUInt16LE(42, 2);
    head.writeUInt32LE(start, 4);
  }
  return Buffer.concat([...parts, ...directories]);
}

describe('a TIFF', () => {
  it.each([false, true])(
    'with its directory at the end is known for what it is (big end first: %s)',
    async (big) => {
      const path = file('end.tif', tiff([{ width: 400, height: 300, grey: 90 }], big));
      expect(await sniff(path)).toBe('tiff');
      const { facts } = await readPicture(path, 'tiff');
      expect(facts).toMatchObject({ width: 400, height: 300, animated: false, note: '' });
    },
  );

  it.each([
    [
      'equal',
      [
        { width: 40, height: 30, grey: 10 },
        { width: 40, height: 30, grey: 200 },
      ],
    ],
    [
      'unequal',
      [
        { width: 40, height: 30, grey: 10 },
        { width: 90, height: 20, grey: 200 },
        { width: 5, height: 5, grey: 0 },
      ],
    ],
  ])('of %s pages is its first, and it is said', async (_, pages) => {
    const { facts, thumbnail } = await readPicture(file('pages.tif', tiff(pages)), 'tiff');
    expect(facts).toMatchObject({ width: 40, height: 30, animated: false, duration: null });
    expect(facts.note).toBe(`It has ${pages.length} pages; the first is used.`);
    const { channels } = await sharp(thumbnail).stats();
    expect(channels[0]?.mean).toBeLessThan(20);
  });
});

it('a HEIC of several pictures is the one that its file says is meant', async () => {
  const { channels } = await sharp(await convertHeic(SECOND)).stats();
  expect(channels.map(({ mean }) => Math.round(mean / 10))).toEqual([20, 6, 3]);
});

describe('a PNG', () => {
  it('that moves is stilled with a word', async () => {
    const path = join(folder, 'moving.png');
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=60x40:rate=5:duration=1',
      '-f',
      'apng',
      path,
    ]);
    const { facts } = await readPicture(path, 'png');
    expect(facts.note).toMatch(/moves \(APNG\); only its first frame/);
  });

  const grey = 128;
  const withGamma = async (gamma: number, extra = Buffer.alloc(0)) => {
    const chunk = (name: string, data: Buffer) => {
      const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
      const [size, check] = [Buffer.alloc(4), Buffer.alloc(4)];
      size.writeUInt32BE(data.length);
      check.writeUInt32BE(crc32(body));
      return Buffer.concat([size, body, check]);
    };
    const [header, value] = [Buffer.alloc(13), Buffer.alloc(4)];
    header.writeUInt32BE(2, 0);
    header.writeUInt32BE(2, 4);
    header.set([8, 0, 0, 0, 0], 8);
    value.writeUInt32BE(Math.round(gamma * 100_000));
    return Buffer.concat([
      Buffer.from('89504e470d0a1a0a', 'hex'),
      chunk('IHDR', header),
      chunk('gAMA', value),
      ...(extra.length > 0 ? [chunk('sRGB', extra)] : []),
      chunk('IDAT', deflateSync(Buffer.from([0, grey, grey, 0, grey, grey]))),
      chunk('IEND', Buffer.alloc(0)),
    ]);
  };

  it.each([
    [1, 0.4545],
    [0.5556, 0.818],
    [0.3, 1.515],
  ])('encoded with another exponent (%d) is shown as it was meant', async (gamma, exponent) => {
    const made = await withUsualGamma(file('gamma.png', await withGamma(gamma)));
    const { data } = await sharp(made ?? Buffer.alloc(0))
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(data[0]).toBeGreaterThan(255 * (grey / 255) ** exponent - 4);
    expect(data[0]).toBeLessThan(255 * (grey / 255) ** exponent + 4);
  });

  it.each([
    ['the usual exponent', 0.45455, undefined],
    ['a profile that counts before it', 1, Buffer.from([0])],
    ['an exponent that nobody means', 0.00001, undefined],
  ])('with %s is left as it is', async (_, gamma, extra) => {
    expect(await withUsualGamma(file('usual.png', await withGamma(gamma, extra)))).toBeNull();
  });
});
