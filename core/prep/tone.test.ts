import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Edit } from './edit.ts';
import { colourMatrix, improvedTone, recoloured, sharpeningKernel, toneMatrix, UNTONED } from './tone.ts';

const colour = fc.tuple(...Array.from({ length: 3 }, () => fc.integer({ min: 0, max: 255 })));
const tone = (change: object): Edit => ({ kind: 'tone', ...UNTONED, ...change });

describe('tone', () => {
  it.each<[Edit[], number[], number[]]>([
    [[], [12, 34, 56], [12, 34, 56]],
    [[tone({ brightness: 100 })], [20, 40, 60], [40, 80, 120]],
    [[tone({ contrast: 50 })], [128, 0, 255], [128, 0, 255]],
    [[tone({ saturation: -100 })], [255, 0, 0], [54, 54, 54]],
    [[{ kind: 'monochrome' }], [0, 255, 0], [182, 182, 182]],
    [[{ kind: 'two-ink', dark: '#102030', light: '#f0e0d0' }], [0, 0, 0], [16, 32, 48]],
    [[{ kind: 'two-ink', dark: '#102030', light: '#f0e0d0' }], [255, 255, 255], [240, 224, 208]],
    [[{ kind: 'sepia' }], [255, 255, 255], [255, 255, 239]],
    [[tone({ warmth: 100 })], [100, 100, 100], [120, 100, 80]],
  ])('%j turns %j into %j', (edits, before, after) => {
    const got = recoloured(colourMatrix(edits), before);
    for (const [at, value] of after.entries())
      expect(Math.abs((got[at] ?? -9) - value)).toBeLessThanOrEqual(1);
  });

  it('left at nothing changes no colour', () => {
    fc.assert(
      fc.property(colour, (before) => {
        expect(recoloured(toneMatrix(UNTONED), before)).toEqual(before);
      }),
    );
  });

  it('in monochrome all colours are grey, whatever else was done', () => {
    fc.assert(
      fc.property(colour, fc.integer({ min: -100, max: 100 }), (before, warmth) => {
        const [r, g, b] = recoloured(
          colourMatrix([tone({ warmth, contrast: 20 }), { kind: 'monochrome' }]),
          before,
        );
        expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('sharpening leaves an even surface as it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), (strength) => {
        expect(sharpeningKernel(strength).reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 9);
      }),
    );
  });
});

describe('automatic improvement', () => {
  const greys = (from: number, to: number) =>
    Uint8Array.from({ length: 3 * 1000 }, (_, at) => from + ((to - from) * Math.floor(at / 3)) / 999);

  it('spreads a flat picture towards black and white', () => {
    const tone = improvedTone(greys(90, 160));
    const matrix = toneMatrix(tone);
    expect(tone.contrast).toBeGreaterThan(20);
    const [before, after] = [
      160 - 90,
      recoloured(matrix, [160, 160, 160])[0] - recoloured(matrix, [90, 90, 90])[0],
    ];
    expect(after).toBeGreaterThan(before * 1.3);
  });

  it('brings light into a dark picture, and leaves a full one nearly alone', () => {
    expect(improvedTone(greys(0, 90)).brightness).toBeGreaterThan(30);
    const { brightness, contrast } = improvedTone(greys(2, 253));
    expect(Math.abs(brightness) + Math.abs(contrast)).toBeLessThan(8);
  });

  it('takes some of a cast out', () => {
    const blueish = greys(20, 220).map((value, at) => (at % 3 === 2 ? Math.min(255, value + 30) : value));
    expect(improvedTone(blueish).warmth).toBeGreaterThan(0);
  });

  it('does not invent a tone for an even surface, or for nothing', () => {
    expect(improvedTone(new Uint8Array(300).fill(80))).toEqual(UNTONED);
    expect(improvedTone(new Uint8Array())).toEqual(UNTONED);
  });

  it('stays within bounds for anything', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 3, maxLength: 300 }), (pixels) => {
        for (const value of Object.values(improvedTone(pixels)))
          expect(Math.abs(value)).toBeLessThanOrEqual(60);
      }),
    );
  });
});
