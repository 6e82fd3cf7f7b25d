import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  cornersOf,
  cropped,
  keptWhenTurned,
  matrixOf,
  mirrored,
  seenThrough,
  straightened,
  turned,
  wholeOf,
  type Window,
} from './window.ts';
import { within, type Rectangle } from './rectangle.ts';

const size = fc.record({
  width: fc.integer({ min: 2, max: 6000 }),
  height: fc.integer({ min: 2, max: 6000 }),
});
const cut = fc.record({
  x: fc.double({ min: 0, max: 0.9, noNaN: true }),
  y: fc.double({ min: 0, max: 0.9, noNaN: true }),
  share: fc.double({ min: 0.05, max: 1, noNaN: true }),
});
type Step = (window: Window) => Window;
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.constantFrom(1, 2, 3).map(
    (quarters): Step =>
      (window) =>
        turned(window, quarters),
  ),
  fc.constantFrom('across' as const, 'down' as const).map(
    (axis): Step =>
      (window) =>
        mirrored(window, axis),
  ),
  fc.double({ min: -45, max: 45, noNaN: true }).map(
    (degrees): Step =>
      (window) =>
        straightened(window, degrees),
  ),
  cut.map(
    ({ x, y, share }): Step =>
      (window) =>
        cropped(window, part(window, x, y, share)),
  ),
);

function part({ size }: Window, x: number, y: number, share: number): Rectangle {
  return within(
    { x: x * size.width, y: y * size.height, width: share * size.width, height: share * size.height },
    size,
  );
}

const near = (one: Window, other: Window) => {
  expect(one.size).toEqual(other.size);
  expect(one.mirrored).toBe(other.mirrored);
  for (const [at, corner] of cornersOf(one).entries()) {
    expect(corner.x).toBeCloseTo(cornersOf(other)[at]?.x ?? Number.NaN, 2);
    expect(corner.y).toBeCloseTo(cornersOf(other)[at]?.y ?? Number.NaN, 2);
  }
};

describe('a window', () => {
  it('shows the whole at first', () => {
    expect(cornersOf(wholeOf({ width: 300, height: 200 }))).toEqual([
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ]);
  });

  it('turned clockwise has the original’s lower left at its upper left', () => {
    const [topLeft] = cornersOf(turned(wholeOf({ width: 300, height: 200 }), 1));
    expect(topLeft?.x).toBeCloseTo(0);
    expect(topLeft?.y).toBeCloseTo(200);
  });

  it('in a mirror has the original’s right at its left', () => {
    const [topLeft] = cornersOf(mirrored(wholeOf({ width: 300, height: 200 }), 'across'));
    expect(topLeft).toEqual({ x: 300, y: 0 });
  });

  it('never leaves the original, whatever is done in whatever order', () => {
    fc.assert(
      fc.property(size, fc.array(step, { maxLength: 8 }), (original, steps) => {
        const window = steps.reduce((so, next) => next(so), wholeOf(original));
        expect(window.size.width).toBeGreaterThanOrEqual(1);
        expect(window.size.height).toBeGreaterThanOrEqual(1);
        // A pixel's breadth for what was rounded.
        for (const { x, y } of cornersOf(window)) {
          expect(x).toBeGreaterThan(-1.5);
          expect(y).toBeGreaterThan(-1.5);
          expect(x).toBeLessThan(original.width + 1.5);
          expect(y).toBeLessThan(original.height + 1.5);
        }
      }),
    );
  });

  it('is the same after four quarters, or two looks in a mirror', () => {
    fc.assert(
      fc.property(size, fc.array(step, { maxLength: 4 }), (original, steps) => {
        const window = steps.reduce((so, next) => next(so), wholeOf(original));
        near(turned(turned(window, 1), 3), window);
        near(turned(turned(window, 2), 2), window);
        near(mirrored(mirrored(window, 'across'), 'across'), window);
        near(mirrored(mirrored(window, 'across'), 'down'), turned(window, 2));
      }),
    );
  });

  it('may be cut and then turned, or turned and cut at the turned place', () => {
    fc.assert(
      fc.property(size, cut, (original, { x, y, share }) => {
        const whole = wholeOf(original);
        const rectangle = part(whole, x, y, share);
        const sameTurned = {
          x: original.height - rectangle.y - rectangle.height,
          y: rectangle.x,
          width: rectangle.height,
          height: rectangle.width,
        };
        near(turned(cropped(whole, rectangle), 1), cropped(turned(whole, 1), sameTurned));
      }),
    );
  });

  it('keeps its proportions when it is straightened, within a pixel', () => {
    fc.assert(
      fc.property(size, fc.double({ min: -45, max: 45, noNaN: true }), (original, degrees) => {
        const { size: kept } = straightened(wholeOf(original), degrees);
        const ideal = keptWhenTurned(original, degrees);
        expect(Math.abs(kept.width - original.width * ideal)).toBeLessThanOrEqual(1);
        expect(Math.abs(kept.height - original.height * ideal)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('is laid over a box so that every point of the original comes to where it is seen', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(size, fc.array(step, { maxLength: 6 }), share, share, (original, steps, x, y) => {
        const window = steps.reduce((so, next) => next(so), wholeOf(original));
        const [a, b, c, d, e, f] = matrixOf(window, { width: 640, height: 400 });
        const point = seenThrough(window, { x, y });
        expect(a * point.x + c * point.y + e).toBeCloseTo(x * 640, 3);
        expect(b * point.x + d * point.y + f).toBeCloseTo(y * 400, 3);
      }),
    );
  });

  it('loses nothing to a turn of no degrees, and more to a larger one', () => {
    expect(keptWhenTurned({ width: 400, height: 300 }, 0)).toBe(1);
    expect(keptWhenTurned({ width: 400, height: 300 }, 2)).toBeGreaterThan(
      keptWhenTurned({ width: 400, height: 300 }, -5),
    );
  });
});
