import fc from 'fast-check';
import { generate, parse } from 'css-tree';
import { describe, expect, it } from 'vitest';
import { columnOf } from '../geometry/measure.ts';
import { pageWidth, sizesOf, type AvailableWidth } from './availablewidth.ts';
import { figureStyle, gapsOf, POSITIONS, shownIn, standingIn, type Position } from './standing.ts';

const measures = [160, 320, 480, 720, 1120].map((width) => ({
  id: width === 720 ? 'column' : `m${width}`,
  name: `${width}`,
  width,
}));
const page = pageWidth(measures);
const shownAt = (position: Position, measure: string, room: AvailableWidth = page) =>
  shownIn(room, standingIn(room, { position, measure, gap: 20 }, measures));

describe('the width a placement is shown at', () => {
  it.each([
    ['beside-left', 'm320', 320],
    ['centred', 'm480', 480],
    ['alone-left', 'm1120', 720],
    ['full', 'm160', 720],
    ['bleed', 'm160', 1120],
    ['beside-right', 'unheard-of', 720],
  ] as const)('%s at %s is %d', (position, measure, width) => {
    expect(shownAt(position, measure).width).toBe(width);
  });

  it('is never wider than the room that there is, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...POSITIONS),
        fc.constantFrom('m160', 'm480', 'm1120', 'column', ''),
        fc.record({
          width: fc.integer({ min: 16, max: 1200 }),
          share: fc.double({ min: 0.1, max: 1, noNaN: true }),
          bleed: fc.constant(null),
        }),
        (position, measure, room) => {
          const shown = shownAt(position, measure, room);
          expect(shown.width).toBeLessThanOrEqual(room.width);
          expect(shown.across).toBe(false);
        },
      ),
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
        fc.constantFrom('100vw', '100cqw'),
        (position, width, gap, screen) => {
          const style = Object.entries(
            figureStyle({ position, width, gaps: gapsOf({ position, gap }) }, screen),
          )
            .map(([property, value]) => `${property}:${value}`)
            .join(';');
          const errors: unknown[] = [];
          generate(parse(style, { context: 'declarationList', onParseError: (error) => errors.push(error) }));
          expect(errors).toEqual([]);
          expect(style).not.toMatch(/["<>&]|url|expression/);
        },
      ),
    );
  });

  it('never stands beside another that floats: words between two would have no room', () => {
    for (const position of POSITIONS)
      expect(figureStyle({ position, width: 320, gaps: gapsOf({ position, gap: 20 }) })).toMatchObject({
        clear: 'both',
      });
  });

  it('floats only beside the text', () => {
    for (const position of POSITIONS)
      expect('float' in figureStyle({ position, width: 320, gaps: gapsOf({ position, gap: 20 }) })).toBe(
        position.startsWith('beside'),
      );
  });
});

it('the sizes belong to the style: the shown width on a desk, the share of the screen on a phone', () => {
  expect(sizesOf(shownAt('beside-left', 'm320'))).toBe('(max-width: 599.98px) 100vw, 320px');
  expect(sizesOf(shownAt('full', ''))).toBe('(max-width: 599.98px) 100vw, 720px');
  expect(sizesOf(shownAt('bleed', ''))).toBe('min(100vw, 1120px)');
  const half = { width: 350, share: 0.5, bleed: null };
  expect(sizesOf(shownAt('bleed', '', half))).toBe('(max-width: 599.98px) 50vw, 350px');
});

describe('gaps', () => {
  const margin = (position: Position, gaps?: object) =>
    figureStyle({ position, width: 320, gaps: gapsOf({ position, gap: 20, gaps: gaps ?? null }) })['margin'];

  it('stand towards the words, and what stands at the edge of the text stands flush with it', () => {
    expect(margin('full')).toBe('20px 0');
    expect(margin('centred')).toBe('20px auto');
    expect(gapsOf({ position: 'beside-left', gap: 20 })).toEqual({ top: 0, right: 20, bottom: 20, left: 0 });
  });

  it('may be another at one side, and change nothing at the others', () => {
    expect(margin('full', { bottom: 4 })).toBe('20px 0 4px');
    expect(gapsOf({ position: 'beside-right', gap: 20, gaps: { left: 0, top: 8 } })).toEqual({
      top: 8,
      right: 0,
      bottom: 20,
      left: 0,
    });
  });

  it('do nothing at the sides where the rest of the line is shared out', () => {
    expect(margin('centred', { left: 90, right: 3 })).toBe(margin('centred'));
    expect(margin('bleed', { left: 90 })).toBe(margin('bleed'));
  });

  it('at the sides leave what fills its room less of it', () => {
    const room = { width: 700, share: 1, bleed: null };
    const said = { position: 'full', measure: '', gap: 20, gaps: { left: 50, right: 50 } } as const;
    expect(shownIn(room, standingIn(room, said, [])).width).toBe(600);
  });
});

it('a width of its own goes before the measure, as far as there is room', () => {
  const at = (width: number) =>
    shownIn(page, standingIn(page, { position: 'centred', measure: 'm160', width, gap: 0 }, measures)).width;
  expect([at(333), at(2000)]).toEqual([333, 720]);
});
