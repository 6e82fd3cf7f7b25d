import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  dragged,
  fits,
  largestOf,
  rescaled,
  within,
  type Edge,
  type Rectangle,
  type Size,
} from './rectangle.ts';
import { sizeFor } from './wish.ts';

const side = fc.integer({ min: 1, max: 8000 });
const size = fc.record({ width: side, height: side });
const share = fc.double({ min: 0, max: 1, noNaN: true });
const anything = fc.integer({ min: -20_000, max: 20_000 });
const rectangle = fc.record({ x: anything, y: anything, width: anything, height: anything });

function expectInside({ x, y, width, height }: Rectangle, size: Size) {
  expect([x, y, width, height].every(Number.isInteger)).toBe(true);
  expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
  expect(Math.min(width, height)).toBeGreaterThanOrEqual(1);
  expect(x + width).toBeLessThanOrEqual(size.width);
  expect(y + height).toBeLessThanOrEqual(size.height);
}

describe('a rectangle', () => {
  it('is brought into the picture from anywhere', () => {
    fc.assert(
      fc.property(rectangle, size, (wild, size) => {
        expectInside(within(wild, size), size);
      }),
    );
  });

  it('stays in the picture however it is dragged', () => {
    const edge = fc.constantFrom<Edge>('n', 'e', 's', 'w', 'ne', 'se', 'sw', 'nw', 'all');
    const ratio = fc.option(fc.double({ min: 0.1, max: 10, noNaN: true }));
    fc.assert(
      fc.property(rectangle, size, edge, anything, anything, ratio, (wild, size, edge, x, y, ratio) => {
        expectInside(dragged(within(wild, size), edge, { x, y }, size, ratio), size);
      }),
    );
  });

  it.each<[Edge, { x: number; y: number }, number | null, Rectangle]>([
    ['e', { x: 50, y: 99 }, null, { x: 100, y: 100, width: 250, height: 100 }],
    ['nw', { x: -20, y: 30 }, null, { x: 80, y: 130, width: 220, height: 70 }],
    ['all', { x: 7, y: -3 }, 2, { x: 107, y: 97, width: 200, height: 100 }],
    ['se', { x: 100, y: 0 }, 2, { x: 100, y: 100, width: 300, height: 150 }],
    ['s', { x: 0, y: 50 }, 2, { x: 100, y: 100, width: 300, height: 150 }],
    ['e', { x: 5000, y: 0 }, 2, { x: 100, y: 100, width: 400, height: 200 }],
  ])('dragged at %s by %j, held to %s, becomes %j', (edge, by, ratio, expected) => {
    const from = { x: 100, y: 100, width: 200, height: 100 };
    expect(dragged(from, edge, by, { width: 500, height: 400 }, ratio)).toEqual(expected);
  });
});

describe('the largest part with a ratio', () => {
  it.each([
    [16 / 9, { width: 4000, height: 2667 }, { width: 4000, height: 2250 }],
    [1, { width: 4000, height: 2667 }, { width: 2667, height: 2667 }],
    [3 / 4, { width: 1200, height: 800 }, { width: 600, height: 800 }],
  ])('of %d in %j is %j', (ratio, size, expected) => {
    expect(largestOf(ratio, size)).toMatchObject(expected);
  });

  it('lies in the picture, has the ratio to a pixel, touches two sides and holds the focal point', () => {
    const ratio = fc.double({ min: 0.1, max: 10, noNaN: true });
    fc.assert(
      fc.property(ratio, size, share, share, (ratio, size, x, y) => {
        const part = largestOf(ratio, size, { x, y });
        expectInside(part, size);
        expect(part.width === size.width || part.height === size.height).toBe(true);
        const off = Math.min(
          Math.abs(part.width - part.height * ratio),
          ratio * Math.abs(part.height - part.width / ratio),
        );
        if (Math.min(size.width, size.height) > 20) expect(off).toBeLessThanOrEqual(Math.max(1, ratio));
        expect(x * size.width).toBeGreaterThanOrEqual(part.x - 1);
        expect(x * size.width).toBeLessThanOrEqual(part.x + part.width + 1);
        expect(y * size.height).toBeGreaterThanOrEqual(part.y - 1);
        expect(y * size.height).toBeLessThanOrEqual(part.y + part.height + 1);
      }),
    );
  });
});

it('a crop of a small picture lies in the same place of a large one', () => {
  const small = { width: 600, height: 400 };
  expect(rescaled({ x: 60, y: 40, width: 300, height: 200 }, small, { width: 6000, height: 4000 })).toEqual({
    x: 600,
    y: 400,
    width: 3000,
    height: 2000,
  });
});

describe('a wished size', () => {
  it.each([
    [{ by: 'width' as const, pixels: 500 }, { width: 500, height: 333 }, false],
    [{ by: 'height' as const, pixels: 500 }, { width: 750, height: 500 }, false],
    [{ by: 'longest' as const, pixels: 600 }, { width: 600, height: 400 }, false],
    [{ by: 'percent' as const, percent: 25 }, { width: 300, height: 200 }, false],
    [{ by: 'percent' as const, percent: 150 }, { width: 1800, height: 1200 }, true],
    [{ by: 'width' as const, pixels: 1200 }, { width: 1200, height: 800 }, false],
    [{ by: 'width' as const, pixels: 1201 }, { width: 1201, height: 801 }, true],
  ])('%j of 1200 × 800 is %j', (wish, size, enlarges) => {
    expect(sizeFor(wish, { width: 1200, height: 800 })).toEqual({ size, enlarges });
  });

  it('keeps the proportions within a pixel', () => {
    fc.assert(
      fc.property(size, fc.integer({ min: 1, max: 4000 }), (size, pixels) => {
        const { size: got } = sizeFor({ by: 'longest', pixels }, size);
        expect(Math.max(got.width, got.height)).toBe(pixels);
        const factor = pixels / Math.max(size.width, size.height);
        expect(Math.abs(got.width - Math.max(1, size.width * factor))).toBeLessThanOrEqual(0.5);
      }),
    );
  });
});

it.each([
  [{ width: 600, height: 401 }, { width: 4003, height: 2670 }, 300],
  [{ width: 1000, height: 667 }, { width: 6000, height: 3999 }, 667],
  [{ width: 667, height: 1000 }, { width: 4001, height: 5999 }, 667],
])('a square part of %o is a square part of %o', (from, to, side) => {
  const part = rescaled({ x: 0, y: 0, width: side, height: side }, from, to);
  expect(part.width).toBe(part.height);
  expect(part.width / to.width).toBeCloseTo(side / from.width, 2);
  expect(fits(part, to)).toBe(true);
});
