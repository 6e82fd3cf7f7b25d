import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { seenAt, seenThrough } from '../geometry/index.ts';
import {
  AS_IT_CAME,
  BLANK_SHEET,
  focalIn,
  PreparationSchema,
  carriedOver,
  preparedBy,
  windowOf,
  type Preparation,
  type Sheet,
} from './preparation.ts';
import { windowAfter, type Edit } from './edit.ts';
import { UNTONED } from './tone.ts';

const ORIGINAL = { width: 4000, height: 3000 };
const improved = { ...UNTONED, contrast: 12 };
const by = (sheet: Partial<Sheet>, before: Partial<Preparation> = {}) =>
  preparedBy({ ...BLANK_SHEET, ...sheet }, { ...AS_IT_CAME, ...before }, ORIGINAL, improved);

describe('a prep sheet', () => {
  it.each<[Partial<Sheet>, Edit[]]>([
    [{}, []],
    [{ size: { by: 'width', pixels: 500 } }, [{ kind: 'resize', width: 500, height: 375 }]],
    [{ size: { by: 'width', pixels: 5000 } }, []],
    [{ ratio: { width: 1, height: 1 } }, [{ kind: 'crop', x: 500, y: 0, width: 3000, height: 3000 }]],
    [{ ratio: { width: 4, height: 3 } }, []],
    [
      { ratio: { width: 2, height: 1 }, size: { by: 'longest', pixels: 800 } },
      [
        { kind: 'crop', x: 0, y: 500, width: 4000, height: 2000 },
        { kind: 'resize', width: 800, height: 400 },
      ],
    ],
    [{ tone: { way: 'improve' } }, [{ kind: 'tone', ...improved }]],
    [{ tone: { way: 'set', ...UNTONED } }, []],
    [{ ink: { kind: 'sepia' }, sharpen: 20 }, [{ kind: 'sepia' }, { kind: 'sharpen', strength: 20 }]],
  ])('%j makes %j', (sheet, edits) => {
    expect(by(sheet).edits).toEqual(edits);
  });

  it('cuts round the focal point', () => {
    const { edits } = by({ ratio: { width: 1, height: 1 } }, { focal: { x: 0.9, y: 0.5 } });
    expect(edits[0]).toMatchObject({ kind: 'crop', x: 1000, width: 3000 });
  });

  it('leaves what it does not speak of, and takes another ink away', () => {
    const before: Edit[] = [{ kind: 'turn', quarters: 1 }, { kind: 'sepia' }, { kind: 'blur', strength: 4 }];
    expect(by({ ink: { kind: 'monochrome' } }, { edits: before }).edits.map(({ kind }) => kind)).toEqual([
      'turn',
      'monochrome',
      'blur',
    ]);
  });

  it('always makes a possible preparation, never larger than the original', () => {
    const side = fc.integer({ min: 1, max: 6000 });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const ratio = fc.option(
      fc.record({ width: fc.integer({ min: 1, max: 100 }), height: fc.integer({ min: 1, max: 100 }) }),
    );
    const before = fc.constantFrom<Edit[]>(
      [],
      [{ kind: 'turn', quarters: 1 }],
      [
        { kind: 'straighten', degrees: 7 },
        { kind: 'mirror', axis: 'down' },
      ],
    );
    fc.assert(
      fc.property(
        side,
        side,
        side,
        ratio,
        ratio,
        share,
        share,
        before,
        (width, height, pixels, ratio, narrowRatio, x, y, edits) => {
          const sheet: Sheet = { ...BLANK_SHEET, ratio, narrowRatio, size: { by: 'longest', pixels } };
          const original = { width, height };
          const made = preparedBy(sheet, { ...AS_IT_CAME, edits, focal: { x, y } }, original, UNTONED);
          expect(v.is(PreparationSchema, made)).toBe(true);
          for (const screen of ['wide', 'narrow'] as const) {
            const { size, across, down } = windowOf(made, original, screen);
            expect(size.width).toBeLessThanOrEqual(Math.ceil(across) + 1);
            expect(size.height).toBeLessThanOrEqual(Math.ceil(down) + 1);
          }
        },
      ),
    );
  });
});

describe('the focal point', () => {
  it('is seen where the edits bring it', () => {
    const at = (edits: Edit[]) => focalIn(windowAfter(edits, ORIGINAL), { x: 0.25, y: 0.5 }, ORIGINAL);
    expect(at([])).toEqual({ x: 0.25, y: 0.5 });
    expect(at([{ kind: 'mirror', axis: 'across' }]).x).toBeCloseTo(0.75);
    expect(at([{ kind: 'turn', quarters: 1 }])).toMatchObject({
      x: expect.closeTo(0.5) as number,
      y: expect.closeTo(0.25) as number,
    });
    expect(at([{ kind: 'crop', x: 1000, y: 0, width: 1000, height: 3000 }]).x).toBe(0);
  });

  it('comes back to where it was, through any window', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -45, max: 45, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.boolean(),
        (degrees, x, y, flip) => {
          const window = windowAfter(
            [...(flip ? [{ kind: 'mirror', axis: 'across' } as const] : []), { kind: 'straighten', degrees }],
            ORIGINAL,
          );
          const back = seenAt(window, seenThrough(window, { x, y }));
          expect(back.x).toBeCloseTo(x, 6);
          expect(back.y).toBeCloseTo(y, 6);
        },
      ),
    );
  });
});

describe('the same picture with more pixels', () => {
  it('is cut in the same place, turned the same way, and not made small again', () => {
    const comp: Preparation = {
      ...AS_IT_CAME,
      edits: [
        { kind: 'turn', quarters: 1 },
        { kind: 'crop', x: 30, y: 60, width: 300, height: 300 },
        { kind: 'resize', width: 150, height: 150 },
        { kind: 'sepia' },
      ],
      narrow: { x: 0, y: 0, width: 75, height: 150 },
    };
    const bought = carriedOver(comp, { width: 600, height: 400 }, { width: 6000, height: 4000 });
    expect(bought.edits).toEqual([
      { kind: 'turn', quarters: 1 },
      { kind: 'crop', x: 300, y: 600, width: 3000, height: 3000 },
      { kind: 'sepia' },
    ]);
    expect(bought.narrow).toEqual({ x: 0, y: 0, width: 1500, height: 3000 });
  });
});
