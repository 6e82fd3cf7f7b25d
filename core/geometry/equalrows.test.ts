import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equalRows } from './equalrows.ts';

const wide = { width: 720, height: 200, gap: 8 };

describe('rows of equal height', () => {
  it.each<[string, number[], number[]]>([
    ['nothing', [], []],
    ['one alone is as wide as the row', [1.5], [1]],
    ['five of 3:2', [1.5, 1.5, 1.5, 1.5, 1.5], [3, 2]],
    ['a panorama has a row of its own', [1.5, 1.5, 4.5, 1.5, 1.5, 1], [2, 1, 3]],
    ['posters stand beside each other', [0.67, 0.67, 0.67, 0.67, 0.67], [5]],
  ])('%s', (_, ratios, counts) => {
    expect(equalRows(ratios, wide).map(({ from, to }) => to - from)).toEqual(counts);
  });

  it('no last row is ragged: all are as wide as the room, in order, and none is far higher than another has to be', () => {
    const ratio = fc.double({ min: 0.3, max: 4, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(ratio, { minLength: 1, maxLength: 200 }),
        fc.integer({ min: 320, max: 1200 }),
        (ratios, width) => {
          const rows = equalRows(ratios, { width, height: 200, gap: 8 });
          expect(rows.flatMap(({ from, to }) => ratios.slice(from, to))).toEqual(ratios);
          for (const { from, to, height } of rows) {
            const filled = ratios.slice(from, to).reduce((sum, one) => sum + one * height, 0);
            expect(filled + 8 * (to - from - 1)).toBeCloseTo(width, 5);
            expect(height).toBeGreaterThan(0);
          }
        },
      ),
    );
  });

  it('is at least as near to the wished height as taking what fits, row by row', () => {
    const ratios = fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { minLength: 6, maxLength: 60 });
    const off = (heights: number[]) => heights.reduce((sum, one) => sum + Math.log(one / 200) ** 2, 0);
    fc.assert(
      fc.property(ratios, (all) => {
        const greedy: number[] = [];
        let row: number[] = [];
        const high = (some: number[]) => (720 - 8 * (some.length - 1)) / some.reduce((a, b) => a + b, 0);
        for (const one of all) {
          row.push(one);
          if (high(row) <= 200) {
            greedy.push(high(row));
            row = [];
          }
        }
        if (row.length > 0) greedy.push(high(row));
        expect(off(equalRows(all, wide).map(({ height }) => height))).toBeLessThanOrEqual(off(greedy) + 1e-9);
      }),
    );
  });
});
