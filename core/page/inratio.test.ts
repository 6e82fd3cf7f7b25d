import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { largestOf } from '../geometry/rectangle.ts';
import { ratioStyle, shownInRatio, zoomIn } from './inratio.ts';

const part = fc.integer({ min: 1, max: 20 });
const size = fc.record({
  width: fc.integer({ min: 50, max: 4000 }),
  height: fc.integer({ min: 50, max: 4000 }),
});

describe('a picture in a box of a ratio', () => {
  it('fills it where it is to be filled, and never juts out where it is to be fitted', () => {
    fc.assert(
      fc.property(part, part, size, (width, height, picture) => {
        /** The picture's height in a box that is 100 wide. */
        const drawn = (how: 'filled' | 'fitted') => {
          const wide = 100 * zoomIn({ width, height, how }, picture);
          return { wide, high: (wide * picture.height) / picture.width };
        };
        const high = (100 * height) / width;
        expect(drawn('filled').wide).toBeGreaterThanOrEqual(100 - 1e-6);
        expect(drawn('filled').high).toBeGreaterThanOrEqual(high - 1e-6);
        expect(drawn('fitted').wide).toBeLessThanOrEqual(100 + 1e-6);
        expect(drawn('fitted').high).toBeLessThanOrEqual(high + 1e-6);
      }),
    );
  });

  it('is cut where a crop of that ratio round the same focal point would cut it', () => {
    fc.assert(
      fc.property(
        part,
        part,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (width, height, x, y) => {
          const picture = { width: 30_000, height: 20_000 };
          const crop = largestOf(width / height, picture, { x, y });
          const [left = 0, top = 0] = (
            ratioStyle({ width, height, how: 'filled' }, picture, { x, y })['object-position'] ?? ''
          )
            .split(' ')
            .map((share) => Number(share.replace('%', '')) / 100);
          // A tenth of a percent is as fine as it is written.
          expect(left * (picture.width - crop.width)).toBeCloseTo(crop.x, -2);
          expect(top * (picture.height - crop.height)).toBeCloseTo(crop.y, -2);
        },
      ),
    );
  });

  it('needs as many pixels as it is drawn wide, on every screen', () => {
    const shown = { width: 300, share: 1, across: false };
    expect(
      shownInRatio(shown, { width: 1, height: 1, how: 'filled' }, { width: 3000, height: 1500 }),
    ).toEqual({
      width: 600,
      share: 2,
      across: false,
      boxed: true,
    });
  });
});
