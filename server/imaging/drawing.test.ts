import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { BLANK_PLACARD, withoutPacket, xmpOf } from '@placard/core/credit';
import { drawn, servedDrawing, sizeOfDrawing } from './drawing.ts';
import { readPicture } from './picture.ts';
import { decodeSeen } from './seen.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-drawings-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, text: string | Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const svg = (attributes: string, inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const at = ({ data, raw }: Awaited<ReturnType<typeof drawn>>, x: number, y: number) => [
  ...data.subarray((y * raw.width + x) * raw.channels, (y * raw.width + x) * raw.channels + raw.channels),
];

describe('a drawing in physical units', () => {
  it.each([
    ['210mm', '297mm', 794, 1123],
    ['8.5in', '11in', 816, 1056],
    ['20cm', '10cm', 756, 378],
    ['144pt', '72pt', 192, 96],
  ])('of %s by %s is taken, and prepared at any width', async (width, height, across, down) => {
    const path = file(
      'mm.svg',
      svg(`width="${width}" height="${height}"`, `<rect width="50%" height="100%" fill="red"/>`),
    );
    const { facts, thumbnail } = await readPicture(path, 'svg');
    expect([facts.width, facts.height]).toEqual([across, down]);
    const small = await sharp(thumbnail).metadata();
    expect(Math.max(small.width, small.height)).toBe(400);
    const whole = {
      x: across / 2,
      y: down / 2,
      across,
      down,
      angle: 0,
      mirrored: false,
      size: { width: across, height: down },
    };
    const pixels = await decodeSeen(path, facts, whole, 1120);
    expect(pixels.raw.width).toBe(1120);
    expect(at(pixels, 200, 100)).toEqual([255, 0, 0, 255]);
    expect(at(pixels, 900, 100)[3]).toBe(0);
  });

  it('shows what is measured within it as large as a browser does', async () => {
    const path = file(
      'inner.svg',
      svg('width="1in" height="1in"', '<rect width="0.5in" height="1in" fill="#00f"/>'),
    );
    const pixels = await drawn(path, { width: 192, height: 192 });
    expect([at(pixels, 90, 50), at(pixels, 100, 50)]).toEqual([
      [0, 0, 255, 255],
      [0, 0, 0, 0],
    ]);
  });
});

describe('a drawing', () => {
  it('shows nothing of what lies beside it', async () => {
    file(
      'secret.png',
      await sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
        .png()
        .toBuffer(),
    );
    const path = file(
      'thief.svg',
      svg(
        'width="9" height="9" xmlns:xlink="http://www.w3.org/1999/xlink"',
        '<image href="secret.png" xlink:href="secret.png" width="9" height="9"/><use href="secret.svg#a"/>',
      ),
    );
    const { data } = await drawn(path, { width: 9, height: 9 });
    expect(data.every((byte) => byte === 0)).toBe(true);
  });

  it('that goes on drawing is ended, and nobody waits for it meanwhile', async () => {
    // Within the budget of elements, but each of them is as large as the picture and blurred.
    const slow = svg(
      'width="5000" height="5000"',
      `<filter id="f"><feGaussianBlur stdDeviation="60"/><feMorphology radius="3"/></filter>${'<rect width="5000" height="5000" filter="url(#f)"/>'.repeat(600)}`,
    );
    const within = 3_000;
    const drawing = drawn(file('slow.svg', slow), { width: 5000, height: 5000 }, within).then(
      () => 'drawn',
      (error: unknown) => String(error),
    );
    let over = false;
    void drawing.then(() => {
      over = true;
    });
    const others = await drawn(
      file('quick.svg', svg('width="9" height="9"', '<rect width="9" height="9"/>')),
      { width: 9, height: 9 },
    );
    expect(others.data.length).toBe(324);
    expect(over).toBe(false);
    expect(await drawing).toMatch(/cannot be drawn/);
  });

  it('is served with its label as XML that every reader reads', async () => {
    const label = withoutPacket(xmpOf({ ...BLANK_PLACARD, title: 'Moon & <stars>', creator: 'Iro $& Vale' }));
    for (const source of [
      svg('viewBox="0 0 9 9" aria-label="a>b"', '<rect width="9" height="9"/>'),
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"/>',
    ]) {
      const served = await servedDrawing(file('label.svg', source), label);
      const path = file('served.svg', served ?? '');
      const told = execFileSync('exiftool', ['-a', '-G1', path], { encoding: 'utf8' });
      expect(told).toMatch(/Title\s+: Moon & <stars>/);
      expect(told).toMatch(/Creator\s+: Iro \$& Vale/);
      expect(await sizeOfDrawing(path)).toEqual({ width: 9, height: 9 });
    }
  });
});
