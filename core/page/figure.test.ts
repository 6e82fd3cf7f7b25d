import fc from 'fast-check';
import { generate, parse } from 'css-tree';
import { describe, expect, it } from 'vitest';
import { POSITIONS } from './document.ts';
import { columnOf, figureStyle, sizesAttribute, shownWidth } from './figure.ts';

const measures = [160, 320, 480, 720, 1120].map((width) => ({
  id: width === 720 ? 'column' : `m${width}`,
  name: `${width}`,
  width,
}));

describe('the width a placement is shown at', () => {
  it.each([
    ['beside-left', 'm320', 320],
    ['centred', 'm480', 480],
    ['alone-left', 'm1120', 720],
    ['full', 'm160', 720],
    ['bleed', 'm160', 1120],
    ['beside-right', 'unheard-of', 720],
  ] as const)('%s at %s is %d', (position, measure, width) => {
    expect(shownWidth(position, measure, measures)).toBe(width);
  });

  it('is never wider than the widest measure, whatever is asked', () => {
    fc.assert(
      fc.property(fc.constantFrom(...POSITIONS), fc.string(), (position, measure) => {
        expect(shownWidth(position, measure, measures)).toBeLessThanOrEqual(1120);
      }),
    );
  });
});

describe('the column', () => {
  it('is the measure of that name, else the second widest, else the only one', () => {
    expect(columnOf(measures)).toBe(720);
    expect(
      columnOf([
        { id: 'a', name: 'a', width: 300 },
        { id: 'b', name: 'b', width: 900 },
        { id: 'c', name: 'c', width: 600 },
      ]),
    ).toBe(600);
    expect(columnOf([{ id: 'a', name: 'a', width: 300 }])).toBe(300);
    expect(columnOf([])).toBe(720);
  });
});

describe('the style of a figure', () => {
  it('is valid CSS in every position, made of numbers and known words only', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...POSITIONS),
        fc.option(fc.integer({ min: 16, max: 4000 })),
        fc.integer({ min: 0, max: 200 }),
        (position, width, gap) => {
          const style = figureStyle({ position, width, gap });
          const errors: unknown[] = [];
          generate(parse(style, { context: 'declarationList', onParseError: (error) => errors.push(error) }));
          expect(errors).toEqual([]);
          expect(style).not.toMatch(/["<>&]|url|expression/);
        },
      ),
    );
  });

  it('floats only beside the text', () => {
    for (const position of POSITIONS)
      expect(/float/.test(figureStyle({ position, width: 320, gap: 20 }))).toBe(
        position.startsWith('beside'),
      );
  });
});

it('the sizes belong to the style: the shown width on a desk, the screen on a phone', () => {
  expect(sizesAttribute({ position: 'beside-left', width: 320, gap: 20 }, 720)).toBe(
    '(max-width: 600px) 100vw, 320px',
  );
  expect(sizesAttribute({ position: 'full', width: null, gap: 20 }, 720)).toBe(
    '(max-width: 600px) 100vw, 720px',
  );
  expect(sizesAttribute({ position: 'bleed', width: 1120, gap: 0 }, 720)).toBe('min(100vw, 1120px)');
});
