import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LEAST_SHARE, sharedAnew, sharedOut } from './columns.ts';

const sum = (all: readonly number[]) => all.reduce((total, one) => total + one, 0);
const shares = fc.array(fc.double({ min: 1, max: 90, noNaN: true }), { minLength: 2, maxLength: 4 });

describe('the shares of columns', () => {
  it.each<[number[], number[]]>([
    [
      [50, 50],
      [0.5, 0.5],
    ],
    [
      [66, 34],
      [0.66, 0.34],
    ],
    // What is under the least is given it, and the others are left the rest in their proportions.
    [
      [90, 10, 10, 10],
      [0.55, 0.15, 0.15, 0.15],
    ],
    [
      [60, 30, 10],
      [0.5667, 0.2833, 0.15],
    ],
  ])('%j are %j', (said, out) => {
    for (const [at, share] of sharedOut(said).entries()) expect(share).toBeCloseTo(out[at] ?? 0, 3);
  });

  it('add up to what is shown, none under the least', () => {
    fc.assert(
      fc.property(shares, (said) => {
        const out = sharedOut(said);
        expect(sum(out)).toBeCloseTo(1, 9);
        for (const share of out) expect(share).toBeGreaterThanOrEqual(LEAST_SHARE - 1e-9);
        // Shared out once more, nothing changes.
        for (const [at, share] of sharedOut(out).entries()) expect(share).toBeCloseTo(out[at] ?? 0, 9);
      }),
    );
  });

  it('of which one is to be another are that, as far as it can be, and the others keep their proportions', () => {
    expect(sharedAnew([0.25, 0.25, 0.25, 0.25], 0, 0.9)[0]).toBeCloseTo(0.55, 9);
    expect(sharedAnew([0.5, 0.3, 0.2], 1, 0.5)).toEqual([
      expect.closeTo(0.35, 9),
      expect.closeTo(0.5, 9),
      expect.closeTo(0.15, 9),
    ]);
    fc.assert(
      fc.property(shares, fc.nat(3), fc.double({ min: 0, max: 1, noNaN: true }), (said, nth, wished) => {
        const before = sharedOut(said);
        const at = nth % before.length;
        const out = sharedAnew(before, at, wished);
        const most = 1 - LEAST_SHARE * (before.length - 1);
        expect(sum(out)).toBeCloseTo(1, 9);
        expect(out[at]).toBeCloseTo(Math.min(most, Math.max(LEAST_SHARE, wished)), 9);
      }),
    );
  });
});
