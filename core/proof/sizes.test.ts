import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sizesOf, widthOn, type Shown } from '../page/availablewidth.ts';
import { lengthOf, matches, sizeOf } from './sizes.ts';

describe('a source size list', () => {
  it.each([
    ['720px', 1280, 720],
    ['100vw', 390, 390],
    ['(max-width: 599.98px) 100vw, 720px', 599, 599],
    ['(max-width: 599.98px) 100vw, 720px', 600, 720],
    ['(max-width: 599.98px) calc(50vw - 12px), min(33.3vw - 8px, 224px)', 400, 188],
    ['(max-width: 599.98px) calc(50vw - 12px), min(33.3vw - 8px, 224px)', 600, 191.8],
    ['max(50vw - 4px, clamp(10px, 90vw, 200px))', 100, 90],
    ['nonsense', 500, 500],
    ['', 500, 500],
  ])('%s on a screen of %i', (sizes, screen, size) => {
    expect(sizeOf(sizes, screen)).toBeCloseTo(size, 3);
  });

  it('takes no query that it does not know for one that holds', () => {
    expect(matches('(prefers-color-scheme: dark)', 500)).toBe(false);
    expect(matches('(min-width: 501px)', 500)).toBe(false);
    expect(lengthOf('(1px + 2px) * 3', 100)).toBe(9);
  });

  it('of ours says what a browser is thought to go by, on every screen', () => {
    const share = fc.record({
      share: fc.double({ min: 0.25, max: 1, noNaN: true }),
      less: fc.integer({ min: 0, max: 60 }),
    });
    const shown = fc
      .tuple(fc.integer({ min: 40, max: 1400 }), share, fc.option(share), fc.boolean(), fc.boolean())
      .map(([whole, narrow, wide, beside, across]): Shown => ({
        width: beside && whole >= 376 ? Math.ceil(whole * 0.66) : whole,
        ...narrow,
        ...(wide ? { wide } : {}),
        ...(beside && !across ? { beside: { part: 0.66, from: 376, whole, edges: 40 } } : {}),
        across,
      }));
    fc.assert(
      fc.property(shown, fc.integer({ min: 320, max: 2000 }), (how, screen) => {
        const [said, thought] = [sizeOf(sizesOf(how), screen), widthOn(how, screen)];
        // Shares are written to a hundredth of a percent.
        expect(Math.abs(said - thought)).toBeLessThan(0.002 * screen);
      }),
    );
  });
});
