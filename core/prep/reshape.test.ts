import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cornersOf, mirrored, turned, within, type Rectangle, type Window } from '../geometry/index.ts';
import { windowAfter, withEdit, type Edit } from './edit.ts';
import { AS_IT_CAME, windowOf, type Preparation } from './preparation.ts';
import { fitted, mirroredBy, turnedBy, uncutSize } from './reshape.ts';

const side = fc.integer({ min: 20, max: 5000 });
const size = fc.record({ width: side, height: side });
const share = fc.double({ min: 0, max: 1, noNaN: true });
const part = fc.record({ x: share, y: share, width: share, height: share });
const quarters = fc.constantFrom(1 as const, 2 as const, 3 as const);
const axis = fc.constantFrom('across' as const, 'down' as const);

/** A preparation that can be done to an original, with every kind of shaping or without. */
const prepared = fc
  .record({
    original: size,
    quarters: fc.option(quarters),
    axis: fc.option(axis),
    degrees: fc.option(fc.double({ min: -20, max: 20, noNaN: true })),
    crop: fc.option(part),
    shrink: fc.option(fc.double({ min: 0.2, max: 1, noNaN: true })),
    narrow: fc.option(part),
  })
  .map(({ original, quarters, axis, degrees, crop, shrink, narrow }) => {
    const of = (share: Rectangle, { width, height }: { width: number; height: number }) =>
      within(
        {
          x: share.x * width,
          y: share.y * height,
          width: share.width * width,
          height: share.height * height,
        },
        { width, height },
      );
    let edits: Edit[] = [];
    if (quarters) edits = withEdit(edits, 'turn', { kind: 'turn', quarters });
    if (axis) edits = withEdit(edits, 'mirror', { kind: 'mirror', axis });
    if (degrees) edits = withEdit(edits, 'straighten', { kind: 'straighten', degrees });
    if (crop) edits = withEdit(edits, 'crop', { kind: 'crop', ...of(crop, uncutSize(edits, original)) });
    const whole = windowAfter(edits, original).size;
    const shrunk = (length: number) => Math.max(1, Math.round(length * (shrink ?? 1)));
    if (shrink)
      edits = withEdit(edits, 'resize', {
        kind: 'resize',
        width: shrunk(whole.width),
        height: shrunk(whole.height),
      });
    const preparation: Preparation = {
      ...AS_IT_CAME,
      edits,
      narrow: narrow && of(narrow, windowAfter(edits, original).size),
    };
    return { original, preparation };
  });

const expectSame = (one: Window, other: Window) => {
  expect(one.size).toEqual(other.size);
  for (const [at, corner] of cornersOf(one).entries()) {
    expect(corner.x).toBeCloseTo(cornersOf(other)[at]?.x ?? Number.NaN, 2);
    expect(corner.y).toBeCloseTo(cornersOf(other)[at]?.y ?? Number.NaN, 2);
  }
};

describe('a preparation', () => {
  it('turned shows the same, turned, on wide screens and narrow ones', () => {
    fc.assert(
      fc.property(prepared, quarters, ({ original, preparation }, by) => {
        const now = turnedBy(preparation, original, by);
        for (const screen of ['wide', 'narrow'] as const)
          expectSame(windowOf(now, original, screen), turned(windowOf(preparation, original, screen), by));
      }),
    );
  });

  it('mirrored shows the same, mirrored, on wide screens and narrow ones', () => {
    fc.assert(
      fc.property(prepared, axis, ({ original, preparation }, by) => {
        const now = mirroredBy(preparation, original, by);
        for (const screen of ['wide', 'narrow'] as const)
          expectSame(windowOf(now, original, screen), mirrored(windowOf(preparation, original, screen), by));
      }),
    );
  });

  it('mirrored twice the same way, or turned all the way round, is as it was', () => {
    fc.assert(
      fc.property(prepared, axis, ({ original, preparation }, by) => {
        const twice = mirroredBy(mirroredBy(preparation, original, by), original, by);
        const round = turnedBy(turnedBy(preparation, original, 1), original, 3);
        // Mirrored one way and then the other may be written as a turn; what is seen is the same.
        for (const again of [twice, round])
          for (const screen of ['wide', 'narrow'] as const)
            expectSame(windowOf(again, original, screen), windowOf(preparation, original, screen));
      }),
    );
  });

  it('that cannot be done is brought to the nearest that can, and one that can is left alone', () => {
    const wild = fc.record({
      x: fc.nat(9000),
      y: fc.nat(9000),
      width: fc.integer({ min: 1, max: 9000 }),
      height: fc.integer({ min: 1, max: 9000 }),
    });
    fc.assert(
      fc.property(prepared, wild, wild, ({ original, preparation }, crop, narrow) => {
        expect(fitted(preparation, original)).toEqual(preparation);
        const edits = withEdit(preparation.edits, 'crop', { kind: 'crop', ...crop });
        const nearest = fitted({ ...preparation, edits, narrow }, original);
        expect(() => windowOf(nearest, original, 'narrow')).not.toThrow();
        expect(nearest.edits.some(({ kind }) => kind === 'crop')).toBe(true);
      }),
    );
  });
});
