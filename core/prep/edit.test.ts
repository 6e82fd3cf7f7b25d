import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { EditsSchema, ImpossibleEdit, windowAfter, withEdit, type Edit } from './edit.ts';
import { changesMade, editInWords } from './inwords.ts';

const ORIGINAL = { width: 4000, height: 3000 };
const crop = { kind: 'crop', x: 100, y: 200, width: 1600, height: 900 } as const;

describe('edits', () => {
  it.each<[Edit[], { width: number; height: number }]>([
    [[], ORIGINAL],
    [[{ kind: 'turn', quarters: 1 }], { width: 3000, height: 4000 }],
    [[crop], { width: 1600, height: 900 }],
    [[crop, { kind: 'turn', quarters: 3 }], { width: 900, height: 1600 }],
    [[crop, { kind: 'resize', width: 800, height: 450 }], { width: 800, height: 450 }],
    [
      [
        { kind: 'resize', width: 800, height: 600 },
        { ...crop, width: 600, height: 300 },
      ],
      { width: 600, height: 300 },
    ],
    [[{ kind: 'sepia' }, { kind: 'blur', strength: 9 }], ORIGINAL],
    [[{ kind: 'resize', width: 8000, height: 6000, enlarge: true }], { width: 8000, height: 6000 }],
  ])('%j give %j', (edits, size) => {
    expect(windowAfter(edits, ORIGINAL).size).toEqual(size);
  });

  it('never enlarge in silence, and never cut beyond the picture', () => {
    expect(() => windowAfter([{ kind: 'resize', width: 4001, height: 3000 }], ORIGINAL)).toThrow(
      ImpossibleEdit,
    );
    expect(() => windowAfter([crop, crop], ORIGINAL)).toThrow(/does not lie within/);
  });

  it('are taken by their schema as they are, and nothing else is', () => {
    expect(v.is(EditsSchema, [crop, { kind: 'two-ink', dark: '#102030', light: '#ffeedd' }])).toBe(true);
    for (const wrong of [
      { kind: 'shear' },
      { ...crop, width: 0 },
      { ...crop, x: 1.5 },
      { kind: 'turn', quarters: 4 },
      { kind: 'two-ink', dark: 'red', light: 'url(x)' },
      { kind: 'straighten', degrees: 46 },
      { kind: 'border', width: 2, colour: '#fff;}' },
    ])
      expect(v.is(EditsSchema, [wrong])).toBe(false);
  });

  it('stand in the order of work, one of each kind, and can be taken out again', () => {
    const first = withEdit(
      withEdit([], 'tone', { kind: 'tone', brightness: 5, contrast: 0, saturation: 0, warmth: 0 }),
      'crop',
      crop,
    );
    expect(first.map(({ kind }) => kind)).toEqual(['crop', 'tone']);
    expect(withEdit(first, 'crop', { ...crop, x: 0 })).toHaveLength(2);
    expect(withEdit(first, 'crop', null).map(({ kind }) => kind)).toEqual(['tone']);
  });
});

describe('in words', () => {
  it.each<[Edit, string]>([
    [crop, 'Cropped 1,600 × 900'],
    [{ kind: 'straighten', degrees: -0.8 }, 'Straightened −0.8°'],
    [{ kind: 'turn', quarters: 3 }, 'Turned 90° anticlockwise'],
    [
      { kind: 'tone', brightness: 0, contrast: 12, saturation: -4, warmth: 0 },
      'Tone contrast +12, saturation −4',
    ],
    [{ kind: 'resize', width: 90, height: 60, enlarge: true }, 'Enlarged 90 × 60'],
  ])('%j is “%s”', (edit, words) => {
    const { what, how } = editInWords(edit);
    expect(`${what} ${how}`).toBe(words);
  });

  it.each<[Edit[], string[]]>([
    [[{ kind: 'resize', width: 90, height: 60 }], []],
    [[{ kind: 'sharpen', strength: 9 }], []],
    [[crop, { kind: 'straighten', degrees: 1 }], ['cropped']],
    [
      [crop, { kind: 'monochrome' }],
      ['cropped', 'recoloured'],
    ],
    [
      [{ kind: 'tone', brightness: 1, contrast: 0, saturation: 0, warmth: 0 }, { kind: 'sepia' }],
      ['recoloured'],
    ],
  ])('a credit says of %j: %j', (edits, changes) => {
    expect(changesMade(edits)).toEqual(changes);
  });

  it('says nothing of edits that change nothing in the work, however many', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 4000 }), { maxLength: 5 }), (widths) => {
        expect(changesMade(widths.map((width) => ({ kind: 'resize', width, height: width })))).toEqual([]);
      }),
    );
  });
});
