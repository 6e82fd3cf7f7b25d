import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colourOf, contrast, luminance, neededFor, veiled } from './contrast.ts';
import { leastContrast, leastVeil, underWords, type UnderWords } from './underwords.ts';

const DARK = { veil: '#000000', words: '#ffffff' };
const LIGHT = { veil: '#ffffff', words: '#141414' };
const colour = fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 }))) as fc.Arbitrary<
  [number, number, number]
>;

describe('contrast (WCAG 2.2)', () => {
  it.each([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#ffffff', 1],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#ff0000', '#ffffff', 4],
  ])('%s on %s', (one, other, ratio) =>
    expect(contrast(colourOf(one), colourOf(other))).toBeCloseTo(ratio, 2),
  );

  it('is the same either way, and from 1 to 21', () => {
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        const ratio = contrast(one, other);
        expect(ratio).toBeCloseTo(contrast(other, one), 9);
        expect(ratio).toBeGreaterThanOrEqual(1);
        expect(ratio).toBeLessThanOrEqual(21.0001);
      }),
    );
  });

  it.each([
    [23.9, false, 4.5],
    [24, false, 3],
    [18.66, true, 3],
    [18.6, true, 4.5],
  ])('letters of %s px, bold %s', (size, bold, needed) => expect(neededFor(size, bold)).toBe(needed));

  it('refuses what is no colour', () => expect(() => colourOf('red')).toThrow(RangeError));
});

describe('what lies under words', () => {
  const picture = (width: number, height: number, at: (x: number, y: number) => [number, number, number]) => {
    const data = new Uint8ClampedArray(width * height * 4);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) data.set([...at(x, y), 255], (y * width + x) * 4);
    return { data, width, height };
  };
  const all = { x: 0, y: 0, width: 60, height: 40, needed: 4.5, size: 18 };

  it('is looked at where they are set, not beside them', () => {
    const half = picture(60, 40, (x) => (x < 30 ? [0, 0, 0] : [255, 255, 255]));
    const left = underWords(half, { ...all, width: 30 });
    expect(leastContrast([left], DARK, 0).contrast).toBeCloseTo(21, 1);
    expect(leastContrast([underWords(half, all)], DARK, 0).contrast).toBeCloseTo(1, 1);
  });

  it('a star no wider than a pixel hides no letter, a moon does', () => {
    const star = picture(60, 40, (x, y) => (x === 20 && y === 20 ? [255, 255, 255] : [8, 8, 20]));
    const moon = picture(60, 40, (x, y) => (Math.hypot(x - 20, y - 20) < 8 ? [250, 250, 240] : [8, 8, 20]));
    expect(leastContrast([underWords(star, all)], DARK, 0).contrast).toBeGreaterThan(10);
    expect(leastContrast([underWords(moon, all)], DARK, 0).contrast).toBeLessThan(1.2);
  });

  it('nothing is said of words beside the picture, and none of no words', () => {
    expect(
      underWords(
        picture(10, 10, () => [9, 9, 9]),
        { ...all, x: 50 },
      ).colours,
    ).toEqual([]);
    expect(leastContrast([], DARK, 0)).toEqual({ contrast: 21, needed: 3 });
  });

  it('the least veil is enough, and one percent less is not', () => {
    const under = fc.array(
      fc.record({
        colours: fc.array(colour, { minLength: 1, maxLength: 2 }),
        needed: fc.constantFrom(3, 4.5),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(under, fc.constantFrom(DARK, LIGHT), (some: UnderWords[], on) => {
        const veil = leastVeil(some, on);
        const found = (percent: number) => leastContrast(some, on, percent / 100);
        expect(veil).not.toBeNull();
        expect(found(veil ?? 0).contrast).toBeGreaterThanOrEqual(found(veil ?? 0).needed);
        if (veil) expect(found(veil - 1).contrast).toBeLessThan(found(veil - 1).needed);
      }),
    );
  });

  it('a veil brings whatever it lies on towards itself', () => {
    fc.assert(
      fc.property(colour, fc.double({ min: 0, max: 1, noNaN: true }), (under, strength) => {
        expect(luminance(veiled(under, [0, 0, 0], strength))).toBeLessThanOrEqual(luminance(under) + 1e-9);
      }),
    );
  });
});
