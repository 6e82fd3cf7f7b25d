import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { namedIn } from './namedin.ts';
import {
  BoxedSchema,
  boxMarkup,
  boxPolicy,
  codeInBox,
  boxDocument,
  heightAt,
  steppedHeight,
} from './boxed.ts';

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

/** What a browser makes of the height on a screen (CSS Values 4, calc and clamp). */
const computed = (css: string, screen: number): number =>
  Function(
    'clamp',
    `return ${css.replace('calc', '').replaceAll('100vw', String(screen)).replaceAll('px', '')}`,
  )((least: number, wanted: number, most: number) => Math.max(least, Math.min(wanted, most))) as number;

describe('how high a box is', () => {
  it.each([
    [200, 600],
    [300, 600],
    [400, 500],
    [700, 200],
    [900, 200],
  ])('at a width of %i', (width, height) => {
    expect(heightAt(boxed.heights, width)).toBe(height);
  });

  it('is what was measured on every screen, and between two of them neither more nor less', () => {
    const step = fc.tuple(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 20, max: 3000 }));
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (some) => {
        let screen = 300;
        const steps = some.map(([by, height]) => ({ screen: (screen += by), height }));
        const css = steppedHeight(steps);
        for (const { screen: at, height } of steps)
          expect(Math.abs(computed(css, at) - height)).toBeLessThan(0.2);
        for (const [at, { screen: from, height }] of steps.entries()) {
          const next = steps[at + 1];
          if (!next) continue;
          const between = computed(css, (from + next.screen) / 2);
          expect(between).toBeGreaterThan(Math.min(height, next.height) - 0.2);
          expect(between).toBeLessThan(Math.max(height, next.height) + 0.2);
        }
      }),
    );
  });

  it('is written as its own style, with the room that it has', () => {
    const { attributes } = boxMarkup(boxed, { widthOn: (screen) => Math.min(screen, 700) });
    const { height } = attributes.style ?? {};
    expect(computed(height ?? '', 400)).toBeCloseTo(500, 0);
    expect(computed(height ?? '', 1280)).toBeCloseTo(200, 0);
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
