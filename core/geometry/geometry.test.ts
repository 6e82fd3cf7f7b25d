import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightAt, MOST_WASTED, renditionWidths, sharpnessAt, type Measure } from './measure.ts';
import { ratioInWords, simplestRatio } from './ratio.ts';

const measures: Measure[] = [160, 320, 480, 720, 1120].map((width) => ({
  id: `m${width}`,
  name: String(width),
  width,
}));

describe('rendition widths', () => {
  it('are every measure once and doubled, with one between where the step is large, and none very near the next', () => {
    expect(renditionWidths(measures, 4000)).toEqual([160, 226, 320, 480, 720, 960, 1120, 1440, 2240]);
  });

  it('waste no more than is stated at any width between two', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 16, max: 4000 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 20_000 }),
        (wished, original) => {
          const widths = renditionWidths(
            wished.map((width) => ({ id: 'm', name: 'm', width })),
            original,
          );
          for (const [at, width] of widths.entries()) {
            const next = widths[at + 1];
            // A pixel for what was rounded.
            if (next) expect(1 - ((width + 1) / next) ** 2).toBeLessThanOrEqual(MOST_WASTED + 0.001);
          }
        },
      ),
    );
  });

  it('end with the original where it is narrower than the widest wish', () => {
    expect(renditionWidths(measures, 900)).toEqual([160, 226, 320, 480, 720, 900]);
    expect(renditionWidths(measures, 100)).toEqual([100]);
  });

  it.each([
    [1440, 'everywhere', 0.5],
    [1439, 'plain', 0.5],
    [720, 'plain', 1],
    [719, 'nowhere', 1],
    [360, 'nowhere', 2],
  ])('a column of 720 is served by %i pixels %s', (pixels, sharp, factor) => {
    const served = sharpnessAt({ width: 720 }, pixels);
    expect(served.sharp).toBe(sharp);
    expect(served.factor).toBeCloseTo(factor, 2);
  });

  it('never exceed the original, rise, and do not repeat', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 16, max: 4000 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 20_000 }),
        (wished, original) => {
          const widths = renditionWidths(
            wished.map((width) => ({ id: 'm', name: 'm', width })),
            original,
          );
          expect(widths.length).toBeGreaterThan(0);
          expect(Math.max(...widths)).toBeLessThanOrEqual(original);
          expect(widths).toEqual([...new Set(widths)].sort((a, b) => a - b));
        },
      ),
    );
  });
});

describe('ratios', () => {
  it.each([
    [16 / 9, '16:9'],
    [4000 / 3000, '4:3'],
    [1, '1:1'],
    [5600 / 1400, '4:1'],
    [1.777, '16:9'],
  ])('%d reads %s', (quotient, words) => {
    expect(ratioInWords(quotient * 1000, 1000)).toBe(words);
  });

  it('are within a thousandth of the quotient', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 20, noNaN: true }), (quotient) => {
        const { width, height } = simplestRatio(quotient);
        expect(Math.abs(width / height / quotient - 1)).toBeLessThan(0.02);
      }),
    );
  });

  it('need a positive number', () => {
    expect(() => simplestRatio(0)).toThrow(RangeError);
    expect(() => simplestRatio(Number.NaN)).toThrow(RangeError);
  });
});

describe('the height at a width', () => {
  it('keeps the proportions and is at least one pixel', () => {
    expect(heightAt(320, { width: 4000, height: 3000 })).toBe(240);
    expect(heightAt(160, { width: 20_000, height: 3 })).toBe(1);
  });
});
