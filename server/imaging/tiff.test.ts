import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { tiff, type TiffWish } from '../testing/tiff.ts';
import { openPicture, readPicture } from './picture.ts';
import { whyTiffIsNotRead } from './tiff.ts';
import { Refusal } from '../refusal.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-tiff-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (bytes: Uint8Array) => {
  const path = join(folder, `${crypto.randomUUID()}.tiff`);
  writeFileSync(path, bytes);
  return path;
};

describe('a TIFF that is read looks as it is meant', () => {
  const grey = { samples: 1, photometric: 1 };
  it.each<[string, TiffWish]>([
    ['as most are', {}],
    ['with the high byte first', { bigEndian: true, bits: 16 }],
    ['of 16 bits', { bits: 16 }],
    ['of fractions', { bits: 32, numbers: 3 }],
    ['in tiles', { tiled: true }],
    ['with its colours apart', { planar: 2 }],
    ['of several pages', { pages: 3 }],
    ['of grey', grey],
    ['of grey in 4 bits', { ...grey, bits: 4 }],
    ['of grey in 16 bits', { ...grey, bits: 16 }],
  ])('%s', async (_, wish) => {
    const path = file(tiff(wish));
    expect(await whyTiffIsNotRead(path)).toBeNull();
    const { facts } = await readPicture(path, 'tiff');
    expect([facts.width, facts.height]).toEqual([32, 16]);
    const { data, info } = await openPicture(path).toColourspace('srgb').removeAlpha().raw().toBuffer({
      resolveWithObject: true,
    });
    const red = (x: number) => data[x * info.channels] ?? -1;
    expect([red(0), red(31)]).toEqual([0, 255]);
  });
});

describe('a TIFF that is not read says what it is', () => {
  it.each<[TiffWish, RegExp]>([
    [{ bits: 12 }, /It has 12 bits a sample\./],
    [{ bits: 10, samples: 1, photometric: 1 }, /10 bits/],
    [{ bits: 32 }, /32 bits/],
    [{ bits: 32, samples: 1, photometric: 1 }, /32 bits/],
    [{ bits: 12, pages: 3 }, /12 bits/],
    [{ compression: 34_925 }, /compressed as LZMA/],
    [{ compression: 50_000 }, /compressed as Zstandard/],
    [{ compression: 6 }, /the old kind of JPEG/],
    [{ compression: 9999 }, /number 9999/],
    [{ planar: 2, tiled: true }, /colours lie apart, in tiles/],
    [{ photometric: 32_844 }, /LogL/],
    [{ photometric: 32_844, bits: 16 }, /LogL/],
    [{ photometric: 32_803, samples: 1 }, /sensor/],
    [{ photometric: 65_000 }, /photometric 65000/],
    [{ photometric: 8 }, /Lab with 8 bits/],
  ])('%o', async (wish, says) => {
    await expect(readPicture(file(tiff(wish)), 'tiff')).rejects.toThrow(says);
    await expect(readPicture(file(tiff({ ...wish, bigEndian: true })), 'tiff')).rejects.toThrow(says);
  });

  it('and one that is damaged is called so', async () => {
    const cut = tiff({ bits: 16 });
    await expect(readPicture(file(cut.subarray(0, 200)), 'tiff')).rejects.toThrow(
      /damaged or ends too early/,
    );
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 300 }), fc.boolean(), async (rest, big) => {
        const head = Buffer.from(big ? 'MM\0+\0\x08\0\0' : 'II*\0\x08\0\0\0', 'latin1');
        const why = await whyTiffIsNotRead(file(Buffer.concat([head, rest])));
        expect(why === null || why.length > 20).toBe(true);
        await expect(readPicture(file(Buffer.concat([head, rest])), 'tiff')).rejects.toThrow(Refusal);
      }),
      { numRuns: 30 },
    );
  });

  it('and what other programs write is read', async () => {
    const picture = sharp({ create: { width: 40, height: 30, channels: 3, background: '#2f5d50' } });
    for (const compression of ['none', 'lzw', 'deflate', 'jpeg', 'packbits'] as const)
      expect(await whyTiffIsNotRead(file(await picture.clone().tiff({ compression }).toBuffer()))).toBeNull();
    const big = await picture.clone().tiff({ bigtiff: true, tile: true }).toBuffer();
    expect(await whyTiffIsNotRead(file(big))).toBeNull();
  });
});
