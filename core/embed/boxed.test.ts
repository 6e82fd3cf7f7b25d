import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { namedIn } from './namedin.ts';
import { BoxedSchema, boxMarkup, boxPolicy, codeInBox, boxDocument, boxHeight, heightAt } from './boxed.ts';

const CODE = '<div id="m"></div><script src="https://hillshade.example/m.js"></script>';
const boxed = {
  code: CODE,
  named: namedIn(CODE),
  title: 'A map',
  heights: [
    { width: 300, height: 600 },
    { width: 700, height: 200 },
  ],
  sources: ['https://tiles.hillshade.example'],
  popups: false,
};

/** What a browser makes of the height in a container so wide (CSS Values 4, calc and clamp). */
const computed = (css: string, width: number): number =>
  Function(
    'clamp',
    `return ${css.replace('calc', '').replaceAll('100cqw', String(width)).replaceAll('px', '')}`,
  )((least: number, wanted: number, most: number) => Math.max(least, Math.min(wanted, most))) as number;

describe('how high a box is', () => {
  it.each([
    [200, 600],
    [300, 600],
    [400, 600],
    [699, 600],
    [700, 200],
    [900, 200],
  ])('at a width of %i, words breaking anew', (width, height) => {
    expect(heightAt(boxed, width)).toBe(height);
  });

  it.each([
    [320, 180],
    [480, 270],
    [640, 360],
    [900, 360],
  ])('at a width of %i, keeping its ratio', (width, height) => {
    const film = { heights: [640, 320].map((wide) => ({ width: wide, height: (wide * 9) / 16 })) };
    expect(heightAt(film, width)).toBe(height);
    expect(computed(boxHeight(film), width)).toBeCloseTo(height, 0);
  });

  it('is never less than what was measured at the widths beside it, and is the same in its style', () => {
    const step = fc.tuple(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 20, max: 3000 }));
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 2000 }),
        (some, at) => {
          let width = 100;
          const heights = some.map(([by, height]) => ({ width: (width += by), height }));
          const wide = at;
          expect(Math.abs(computed(boxHeight({ heights }), wide) - heightAt({ heights }, wide))).toBeLessThan(
            1.1,
          );
          for (const measured of heights)
            expect(Math.abs(computed(boxHeight({ heights }), measured.width) - measured.height)).toBeLessThan(
              1.1,
            );
        },
      ),
    );
  });

  it('is what somebody said, at every width', () => {
    expect(heightAt({ ...boxed, height: 333 }, 320)).toBe(333);
    expect(boxMarkup({ ...boxed, height: 333 }).attributes.style).toMatchObject({ height: '333px' });
    expect(boxMarkup({ ...boxed, heights: [] }).attributes.style).toMatchObject({ height: '420px' });
  });
});

describe('what a box may do', () => {
  it('is nothing but what its code names and what it was given', () => {
    expect(boxPolicy(boxed)).toMatchObject({
      'script-src': ['https://hillshade.example', 'https://tiles.hillshade.example'],
      'connect-src': ['https://hillshade.example', 'https://tiles.hillshade.example'],
    });
    expect(boxMarkup(boxed).attributes['sandbox']).toBe('allow-scripts');
    expect(boxMarkup({ ...boxed, popups: true }).attributes['sandbox']).not.toContain('same-origin');
  });

  it.each([
    'https://a.example; script-src *',
    "'self'",
    '*',
    'https://*.a.example',
    'javascript:x',
    'https://a.example/x',
  ])('never is opened by a source like %s', (source) => {
    expect(v.is(BoxedSchema, { ...boxed, sources: [source] })).toBe(false);
  });

  it('is read back as it was written, whatever stands in the code', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', minLength: 1 }), (code) => {
        expect(codeInBox(boxDocument({ ...boxed, code }))?.code).toBe(code);
      }),
    );
  });
});
