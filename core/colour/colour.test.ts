import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COLOURS, colourOf } from './colour.ts';

const filled = (...pixels: [number, number, number][]) => Uint8Array.from(pixels.flat());

describe('the colour of a picture', () => {
  it.each([
    ['red', [176, 32, 32]],
    ['orange', [201, 118, 28]],
    ['yellow', [207, 181, 59]],
    ['green', [60, 125, 79]],
    ['blue', [32, 64, 176]],
    ['violet', [119, 67, 143]],
    ['grey', [128, 128, 130]],
    ['black', [6, 6, 14]],
    ['white', [252, 251, 250]],
    // The two ends of the circle are one colour.
    ['red', [176, 32, 60]],
  ] as const)('is %s for %j', (name, [r, g, b]) => {
    expect(colourOf(filled([r, g, b], [r, g, b]))).toBe(name);
  });

  it('is a hue that is plainly seen, even where more is black', () => {
    const night = Array.from({ length: 7 }, (): [number, number, number] => [3, 3, 8]);
    const aurora = Array.from({ length: 3 }, (): [number, number, number] => [40, 160, 80]);
    expect(colourOf(filled(...night, ...aurora))).toBe('green');
    expect(colourOf(filled(...night, ...night, ...night, ...aurora))).toBe('black');
  });

  it('is always one of the names, whatever the pixels', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 90 }), (rgb) => {
        expect(COLOURS).toContain(colourOf(rgb));
      }),
    );
  });
});
