import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceOf, loadedOf, typeOf } from './files.ts';
import type { CreditPlace } from './held.ts';
import { NARROW, sizesOf, widthOn } from './availablewidth.ts';
import { gapsOf, POSITIONS, shownIn } from './standing.ts';

const ladder = (mime: string, ...widths: number[]) =>
  widths.map((width) => ({ width, height: width, mime, bytes: width, key: `${width}.${mime.slice(6)}` }));

describe('the files that a browser may choose from', () => {
  it('leave out what no screen would load of a picture across the column', () => {
    const sources = [
      ...ladder('image/jpeg', 160, 226, 320, 720, 1440),
      ...ladder('image/webp', 160, 226, 320, 720, 1440),
    ];
    const { safe, modern } = choiceOf({ sources }, 720);
    expect(safe.map(({ width }) => width)).toEqual([320, 720, 1440]);
    expect(modern[0]?.files.map(({ width }) => width)).toEqual([320, 720, 1440]);
    // One that is shown small needs them.
    expect(choiceOf({ sources }, 160).safe.map(({ width }) => width)).toEqual([160, 226, 320, 720, 1440]);
  });

  it('are those there are, where none is wide enough', () => {
    const { safe, fallback } = choiceOf({ sources: ladder('image/png', 100, 200) }, 720);
    expect([safe, fallback]).toEqual([ladder('image/png', 200), ladder('image/png', 200)[0]]);
    expect(choiceOf({ sources: [] }, 720)).toMatchObject({
      safe: [],
      fallback: null,
      modern: [],
      narrow: [],
    });
  });
});

/** What a browser makes of a `sizes` attribute on a screen so wide (HTML, parse a sizes attribute). */
function sizeAt(sizes: string, viewport: number): number {
  for (const part of sizes.split(/, (?=\(|\d+px$|\d+vw$|min)/)) {
    const [, media, value = part] = /^\(max-width: ([\d.]+)px\) (.*)$/.exec(part) ?? [];
    if (media !== undefined && viewport > Number(media)) continue;
    const lengths = [...value.matchAll(/([\d.]+)(px|vw)/g)].map(
      ([, n, unit]) => Number(n) * (unit === 'vw' ? viewport / 100 : 1),
    );
    return Math.min(...lengths);
  }
  throw new Error(`no size in ${sizes}`);
}

it('what is weighed is what the sizes say, for every place on every screen', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...POSITIONS),
      fc.constantFrom<CreditPlace>('below', 'beside', 'foot', 'list'),
      fc.integer({ min: 100, max: 1200 }),
      fc.oneof(fc.integer({ min: 320, max: 1600 }), fc.constantFrom(599, 600, 601)),
      fc.integer({ min: 1, max: 100 }),
      (position, credit, width, screen, percent) => {
        const standing = {
          position,
          width: position === 'full' ? null : width,
          gaps: gapsOf({ position, gap: 20 }),
        };
        const shown = shownIn({ width: 720, share: percent / 100, bleed: 1120 }, standing, credit);
        expect(widthOn(shown, screen)).toBeCloseTo(sizeAt(sizesOf(shown), screen), 6);
      },
    ),
  );
});

it('a caption beside a picture takes its part of it, from where there is room for both', () => {
  const wide = (width: number, credit: CreditPlace) =>
    shownIn(
      { width, share: 1, bleed: null },
      { position: 'full', width: null, gaps: gapsOf({ position: 'full', gap: 0 }) },
      credit,
    ).width;
  expect([wide(720, 'beside'), wide(720, 'below'), wide(300, 'beside')]).toEqual([476, 720, 300]);
  expect(loadedOf(ladder('image/webp', 320, 480, 720), wide(720, 'beside'))?.width).toBe(480);
  expect(NARROW).toBe(600);
});

describe('what a file says that it is', () => {
  it.each([
    ['video/mp4', 'avc1.640028,mp4a.40.2', 'video/mp4; codecs="avc1.640028,mp4a.40.2"'],
    ['video/webm', 'av01.0.05M.08,opus', 'video/webm; codecs="av01.0.05M.08,opus"'],
    ['audio/ogg', 'opus', 'audio/ogg; codecs="opus"'],
    // RFC 3003 knows no such parameter, and browsers that see one refuse the file.
    ['audio/mpeg', 'mp4a.6b', 'audio/mpeg'],
    ['audio/flac', 'flac', 'audio/flac'],
    ['video/mp4', '', 'video/mp4'],
  ])('%s with “%s” is %s', (mime, codecs, type) => {
    expect(typeOf({ mime, codecs })).toBe(type);
  });
});
