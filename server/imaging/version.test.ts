import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { seenThrough } from '@placard/core/geometry';
import {
  AS_IT_CAME,
  colourMatrix,
  recoloured,
  windowAfter,
  type Edit,
  type Preparation,
} from '@placard/core/prep';
import { encodeBy } from './encode.ts';
import { makeLadder, type Made, type Rung } from './ladder.ts';
import { coloured, finished } from './look.ts';
import { pixelsOf, type Pixels } from './pixels.ts';
import { decodeSeen } from './seen.ts';

const [WIDTH, HEIGHT] = [360, 240];
const facts = { width: WIDTH, height: HEIGHT, extension: 'png', transparent: false, animated: false };
/** Colours that say where they stand: red rises to the right, green downwards, blue along the diagonal. */
const colourAt = (x: number, y: number) => [
  Math.round((255 * x) / WIDTH),
  Math.round((255 * y) / HEIGHT),
  Math.round((255 * (x + y)) / (WIDTH + HEIGHT)),
];
let picture: Buffer;
beforeAll(async () => {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) data.set(colourAt(x + 0.5, y + 0.5), (y * WIDTH + x) * 3);
  picture = await sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png()
    .toBuffer();
});

const at = ({ data, raw }: Pixels, u: number, v: number) => {
  const [x, y] = [
    Math.min(raw.width - 1, Math.floor(u * raw.width)),
    Math.min(raw.height - 1, Math.floor(v * raw.height)),
  ];
  return [...data.subarray((y * raw.width + x) * raw.channels, (y * raw.width + x) * raw.channels + 3)];
};

const crop = { kind: 'crop', x: 40, y: 30, width: 200, height: 120 } as const;
const tone = { kind: 'tone', brightness: 20, contrast: 35, saturation: -30, warmth: 40 } as const;

describe('what a window shows', () => {
  it.each<Edit[]>(
    [
      [],
      [{ kind: 'turn', quarters: 1 }],
      [{ kind: 'turn', quarters: 2 }],
      [{ kind: 'mirror', axis: 'across' }],
      [{ kind: 'mirror', axis: 'down' }],
      [crop],
      [crop, { kind: 'turn', quarters: 3 }, { kind: 'mirror', axis: 'across' }],
      [
        { kind: 'turn', quarters: 1 },
        { ...crop, width: 150 },
      ],
      [{ kind: 'straighten', degrees: 12 }],
      [
        { kind: 'straighten', degrees: -30 },
        { kind: 'crop', x: 20, y: 10, width: 100, height: 90 },
      ],
      [
        { kind: 'mirror', axis: 'across' },
        { kind: 'straighten', degrees: 8 },
      ],
      [
        { kind: 'turn', quarters: 1 },
        { kind: 'straighten', degrees: 5 },
        { kind: 'mirror', axis: 'down' },
      ],
      [crop, { kind: 'resize', width: 100, height: 60 }],
    ].map((edits) => [edits] as unknown as Edit[]),
  )('is what the geometry says: %j', async (edits) => {
    const window = windowAfter(edits as unknown as Edit[], facts);
    const pixels = await decodeSeen(picture, facts, window, window.size.width);
    expect([pixels.raw.width, pixels.raw.height]).toEqual([window.size.width, window.size.height]);
    for (const u of [0.08, 0.3, 0.5, 0.77, 0.93])
      for (const v of [0.08, 0.35, 0.5, 0.7, 0.93]) {
        const { x, y } = seenThrough(window, { x: u, y: v });
        const [got, wanted] = [at(pixels, u, v), colourAt(x, y)];
        // Three pixels' breadth of these gradients, for rounding.
        for (const [channel, value] of wanted.entries())
          expect(Math.abs((got[channel] ?? -99) - value)).toBeLessThan(6);
      }
  });

  it('is the same at a small size, from a drawing too', async () => {
    const drawing = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><rect width="100" height="100" fill="#f00"/><rect x="100" width="100" height="100" fill="#00f"/></svg>',
    );
    const svg = { width: 200, height: 100, extension: 'svg' };
    const window = windowAfter(
      [
        { kind: 'crop', x: 50, y: 0, width: 100, height: 100 },
        { kind: 'turn', quarters: 1 },
      ],
      svg,
    );
    const pixels = await decodeSeen(drawing, svg, window, 400);
    expect([pixels.raw.width, pixels.raw.height]).toEqual([400, 400]);
    expect(at(pixels, 0.5, 0.1)).toEqual([255, 0, 0]);
    expect(at(pixels, 0.5, 0.9)).toEqual([0, 0, 255]);
  });
});

describe('its look', () => {
  it.each<[string, Edit[]]>([
    ['tone', [tone]],
    ['tone the other way', [{ ...tone, brightness: -40, contrast: -50, saturation: 60, warmth: -80 }]],
    ['monochrome', [tone, { kind: 'monochrome' }]],
    ['sepia', [{ kind: 'sepia' }]],
    ['two inks', [tone, { kind: 'two-ink', dark: '#102040', light: '#fff0d0' }]],
  ])('%s is computed as the preview computes it', async (_, edits) => {
    const pixels = await decodeSeen(picture, facts, windowAfter([], facts), WIDTH);
    const changed = await coloured(pixels, edits);
    const matrix = colourMatrix(edits);
    let [sum, most] = [0, 0];
    for (let index = 0; index < pixels.data.length; index += 3) {
      const wanted = recoloured(matrix, [...pixels.data.subarray(index, index + 3)]);
      for (const [channel, value] of wanted.entries()) {
        const off = Math.abs((changed.data[index + channel] ?? 0) - value);
        sum += off;
        most = Math.max(most, off);
      }
    }
    expect(most).toBeLessThanOrEqual(1);
    expect(sum / pixels.data.length).toBeLessThan(0.6);
  });

  it('has a border inside its edge, and rounded corners that are seen through', async () => {
    const pixels = await decodeSeen(picture, facts, windowAfter([], facts), WIDTH);
    const made = await finished(pixels, [
      { kind: 'border', width: 5, colour: '#00ff00' },
      { kind: 'corners', radius: 30 },
    ]);
    expect(made.raw).toMatchObject({ width: WIDTH, height: HEIGHT, channels: 4 });
    expect(made.data[3]).toBe(0);
    expect(at(made, 0.5, 0.01)).toEqual([0, 255, 0]);
    expect(at(made, 0.5, 0.5)).toEqual(at(pixels, 0.5, 0.5));
  });

  it('is sharpened and blurred', async () => {
    const edge = await pixelsOf(
      sharp({ create: { width: 100, height: 20, channels: 3, background: '#404040' } })
        .composite([
          {
            input: { create: { width: 50, height: 20, channels: 3, background: '#c0c0c0' } },
            left: 0,
            top: 0,
          },
        ])
        .removeAlpha(),
    );
    const contrast = (pixels: Pixels) => (at(pixels, 0.495, 0.5)[0] ?? 0) - (at(pixels, 0.505, 0.5)[0] ?? 0);
    expect(contrast(await finished(edge, [{ kind: 'sharpen', strength: 60 }]))).toBeGreaterThan(
      contrast(edge) + 20,
    );
    expect(contrast(await finished(edge, [{ kind: 'blur', strength: 60 }]))).toBeLessThan(contrast(edge) / 2);
  });
});

describe('a version’s ladder', () => {
  const made = async (preparation: Partial<Preparation>, rungs: Rung[], known = facts) => {
    const files: Made[] = [];
    await makeLadder(picture, known, rungs, async (file) => void files.push(file), {
      ...AS_IT_CAME,
      ...preparation,
    });
    return files;
  };

  it('has another part for narrow screens', async () => {
    const files = await made({ edits: [crop], narrow: { x: 0, y: 0, width: 60, height: 120 } }, [
      { width: 100, format: 'png' },
      { width: 60, format: 'png', screen: 'narrow' },
    ]);
    expect(files.map(({ screen, width, height }) => [screen, width, height])).toEqual([
      ['wide', 100, 60],
      ['narrow', 60, 120],
    ]);
  });

  it('looks the same with no more bytes than it takes', async () => {
    const output = (likeness: number) => ({ modern: null, quality: { way: 'same' as const, likeness } });
    const noisy = await sharp(
      Buffer.from(
        Array.from(
          { length: WIDTH * HEIGHT * 3 },
          (_, index) => (index * 7919 + ((index * index) % 251)) % 256,
        ),
      ),
      { raw: { width: WIDTH, height: HEIGHT, channels: 3 } },
    )
      .blur(1.2)
      .png()
      .toBuffer();
    const files: Made[][] = [];
    for (const likeness of [0.9, 0.98]) {
      const some: Made[] = [];
      await makeLadder(
        noisy,
        facts,
        [
          { width: 300, format: 'webp' },
          { width: 300, format: 'jpeg' },
        ],
        async (file) => void some.push(file),
        { ...AS_IT_CAME, output: output(likeness) },
      );
      files.push(some);
      for (const file of some) expect(file.likeness).toBeGreaterThanOrEqual(likeness);
    }
    for (const [index, rough] of (files[0] ?? []).entries()) {
      expect(rough.data.length).toBeLessThan(files[1]?.[index]?.data.length ?? 0);
      expect(rough.quality).toBeLessThan(files[1]?.[index]?.quality ?? 0);
    }
  });

  it('keeps within some bytes, with the best quality that does, or says by its size that it cannot', async () => {
    const noise = Buffer.from(
      Array.from(
        { length: WIDTH * HEIGHT * 3 },
        (_, index) => (index * 7919 + ((index * index) % 251)) % 256,
      ),
    );
    const raw = { width: WIDTH, height: HEIGHT, channels: 3 } as const;
    const pixels = await pixelsOf(sharp(noise, { raw }).blur(1));
    for (const format of ['jpeg', 'webp', 'avif'] as const) {
      const usual = await encodeBy(pixels, format, { way: 'usual' });
      const bytes = Math.floor(usual.data.length * 0.7);
      for (const guess of [undefined, 30, 70]) {
        const within = await encodeBy(pixels, format, { way: 'under', bytes }, undefined, guess);
        expect(within.data.length).toBeLessThanOrEqual(bytes);
        const better = await encodeBy(pixels, format, { way: 'fixed', quality: (within.quality ?? 0) + 1 });
        expect(better.data.length).toBeGreaterThan(bytes);
      }
      expect((await encodeBy(pixels, format, { way: 'under', bytes: 1_000_000 })).data).toEqual(usual.data);
      expect(await encodeBy(pixels, format, { way: 'under', bytes: 10 })).toMatchObject({ quality: 20 });
    }
    const png = await encodeBy(pixels, 'png', { way: 'usual' });
    const bytes = Math.floor(png.data.length * 0.5);
    expect((await encodeBy(pixels, 'png', { way: 'under', bytes })).data.length).toBeLessThanOrEqual(bytes);
  });
});
