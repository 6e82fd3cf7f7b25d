import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { formatsFor, makeLadder, type Made, type Rung } from './ladder.ts';
import { readPicture } from './picture.ts';
import { sniff } from './sniff.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-ladder-'));
});
afterAll(() => rm(folder, { recursive: true }));

/** Reads a file as the receiving job does, and makes its ladder as the preparing job does. */
async function ladderOf(bytes: Buffer, widths: number[]): Promise<Made[]> {
  const path = join(folder, `${Math.round(bytes.length)}-${widths.join('-')}`);
  await writeFile(path, bytes);
  const { facts } = await readPicture(path, await sniff(path));
  const rungs = formatsFor(facts, 'webp').flatMap((format) =>
    widths.map((width): Rung => ({ width, format })),
  );
  const made: Made[] = [];
  await makeLadder(path, facts, rungs, async (rendition) => void made.push(rendition));
  return made;
}

const halves = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#a6342b' } }).composite([
    { input: { create: { width: width / 2, height, channels: 3, background: '#2f5d50' } }, left: 0, top: 0 },
  ]);

async function pixel(data: Buffer, x: number, y: number): Promise<number[]> {
  const { data: raw, info } = await sharp(data).raw().toBuffer({ resolveWithObject: true });
  return [...raw.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3)];
}

const near = (a: number[], b: number[]) => a.every((value, i) => Math.abs(value - (b[i] ?? 0)) < 14);
const GREEN = [0x2f, 0x5d, 0x50];
const RED = [0xa6, 0x34, 0x2b];

describe('a ladder', () => {
  it('has every width in both formats, with true pixels', async () => {
    const made = await ladderOf(await halves(1000, 500).jpeg().toBuffer(), [100, 400, 1000]);
    expect(made.map(({ width, mime }) => `${width} ${mime}`).sort()).toEqual(
      [
        '100 image/jpeg',
        '100 image/webp',
        '1000 image/jpeg',
        '1000 image/webp',
        '400 image/jpeg',
        '400 image/webp',
      ].sort(),
    );
    for (const { data, width, height } of made) {
      const metadata = await sharp(data).metadata();
      expect([metadata.width, metadata.height]).toEqual([width, height]);
      expect(height).toBe(width / 2);
      expect(near(await pixel(data, Math.round(width * 0.25), 10), GREEN)).toBe(true);
      expect(near(await pixel(data, Math.round(width * 0.75), 10), RED)).toBe(true);
    }
  });

  it('stands upright, whichever way the camera was held', async () => {
    for (const orientation of [1, 2, 3, 4, 5, 6, 7, 8]) {
      const turned = await halves(800, 400).jpeg().withMetadata({ orientation }).toBuffer();
      const [made] = await ladderOf(turned, [200]);
      const expected = await sharp(turned)
        .autoOrient()
        .resize(200)
        .png()
        .toBuffer({ resolveWithObject: true });
      expect([made?.width, made?.height]).toEqual([expected.info.width, expected.info.height]);
      for (const [x, y] of [
        [5, 5],
        [190, 5],
        [5, expected.info.height - 5],
      ] as const) {
        expect(near(await pixel(made?.data ?? Buffer.alloc(0), x, y), await pixel(expected.data, x, y))).toBe(
          true,
        );
      }
    }
  });

  it('keeps transparency, in PNG for everything that reads no WebP', async () => {
    const clear = await sharp({ create: { width: 300, height: 200, channels: 4, background: '#00000000' } })
      .png()
      .toBuffer();
    const made = await ladderOf(clear, [150]);
    expect(made.map(({ mime }) => mime)).toEqual(['image/webp', 'image/png']);
    for (const { data } of made) expect((await sharp(data).stats()).isOpaque).toBe(false);
  });

  it('draws drawings at their width, sharp and without running anything', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><script>1</script><rect width="20" height="20" fill="#2f5d50"/><rect x="20" width="20" height="20" fill="#a6342b"/></svg>';
    const made = await ladderOf(Buffer.from(svg), [400]);
    const png = made.find(({ mime }) => mime === 'image/png');
    expect([png?.width, png?.height]).toEqual([400, 200]);
    expect(await pixel(png?.data ?? Buffer.alloc(0), 197, 100)).toEqual(GREEN);
    expect(await pixel(png?.data ?? Buffer.alloc(0), 203, 100)).toEqual(RED);
  });

  it('keeps an animation moving', async () => {
    const frames = await Promise.all(
      ['#111', '#777', '#eee'].map((background) =>
        sharp({ create: { width: 64, height: 48, channels: 3, background } })
          .png()
          .toBuffer(),
      ),
    );
    const gif = await sharp(frames, { join: { animated: true } })
      .gif({ delay: [100, 100, 100] })
      .toBuffer();
    const made = await ladderOf(gif, [32]);
    const metadata = await sharp(made[0]?.data, { animated: true }).metadata();
    expect([metadata.format, metadata.width, metadata.pages]).toEqual(['webp', 32, 3]);
  });

  it('comes out in sRGB from CMYK and from sixteen bits', async () => {
    for (const bytes of [
      await halves(200, 100).toColourspace('cmyk').jpeg().toBuffer(),
      await halves(200, 100).toColourspace('rgb16').png().toBuffer(),
    ]) {
      for (const { data } of await ladderOf(bytes, [100]))
        expect((await sharp(data).metadata()).space).toBe('srgb');
    }
  });
});
