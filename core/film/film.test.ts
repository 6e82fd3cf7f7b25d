import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  choicesInWords,
  frameOf,
  frameOn,
  codecsOf,
  filmRungs,
  gainFor,
  loopRungs,
  momentInWords,
  soundRungs,
} from './index.ts';

const widthsOf = (width: number, height: number, plays = false) => [
  ...new Set(filmRungs({ width, height }, { widest: null, plays }).map((rung) => rung.width)),
];

describe('the files of a film', () => {
  it.each([
    ['a large one', 3840, 2160, [640, 1280, 1920]],
    ['one as wide as a window', 1920, 1080, [640, 1280, 1920]],
    ['one a little wider than a step', 1400, 788, [640, 1400]],
    ['one of a column', 1280, 720, [640, 1280]],
    ['an upright one', 1080, 1920, [640, 1080]],
    ['a small one', 320, 180, [320]],
    ['one of odd pixels', 641, 361, [640]],
  ])('%s come in these widths', (_what, width, height, widths) => {
    expect(widthsOf(width, height)).toEqual(widths);
  });

  it('are no wider than somebody wants it', () => {
    const rungs = filmRungs({ width: 1920, height: 1080 }, { widest: 800, plays: true });
    expect(Math.max(...rungs.map(({ width }) => width))).toBe(800);
  });

  it('spare its own width in the format that it plays in already', () => {
    const own = filmRungs({ width: 1280, height: 720 }, { widest: null, plays: true });
    expect(own.map(({ width, coding }) => `${coding} ${width}`)).toEqual(['h264 640', 'av1 640', 'av1 1280']);
  });

  it('are never larger than it, even, and of its proportions', () => {
    fc.assert(
      fc.property(fc.integer({ min: 16, max: 8000 }), fc.integer({ min: 16, max: 8000 }), (width, height) => {
        const rungs = filmRungs({ width, height }, { widest: null, plays: false });
        expect(rungs.some(({ coding }) => coding === 'h264')).toBe(true);
        for (const rung of [...rungs, ...loopRungs({ width, height }, null)]) {
          expect(rung.width).toBeLessThanOrEqual(width);
          expect(rung.height).toBeLessThanOrEqual(height);
          expect([rung.width % 2, rung.height % 2]).toEqual([0, 0]);
          expect(Math.abs(rung.height - (height * rung.width) / width)).toBeLessThanOrEqual(
            2 + (2 * height) / width,
          );
        }
      }),
    );
  });

  it('of a sound are none where it is small and plays everywhere', () => {
    expect(['mp3', 'm4a', 'wav', 'flac', 'ogg'].map((extension) => soundRungs(extension).length)).toEqual([
      0, 0, 1, 1, 1,
    ]);
  });
});

describe('codecs', () => {
  it.each([
    [[{ codec: 'h264', profile: 'High', level: 31 }, { codec: 'aac' }], 'avc1.64001f,mp4a.40.2'],
    [[{ codec: 'h264', profile: 'Constrained Baseline', level: 30 }], 'avc1.42e01e'],
    [
      [
        { codec: 'av1', profile: 'Main', level: 5, pixels: 'yuv420p' },
        { codec: 'opus', pixels: '' },
      ],
      'av01.0.05M.08,opus',
    ],
    [[{ codec: 'av1', profile: 'Main', level: 8, pixels: 'yuv420p10le' }], 'av01.0.08M.10'],
    [[{ codec: 'vp8' }, { codec: 'vorbis' }], 'vp8,vorbis'],
    [[{ codec: 'mp3' }], 'mp4a.6b'],
    // Of which nobody is sure, nothing is said.
    [[{ codec: 'hevc', profile: 'Main', level: 93 }, { codec: 'aac' }], ''],
    [[{ codec: 'h264', profile: 'unknown', level: -99 }], ''],
  ])('%j are called %s (RFC 6381)', (streams, called) => {
    expect(codecsOf(streams)).toBe(called);
  });
});

describe('what is chosen of a film', () => {
  it('is told in words', () => {
    expect(choicesInWords({ still: 83.44, loudness: -16 })).toEqual(['still at 1:23.4', 'at -16 LUFS']);
    expect(choicesInWords({ still: null, loudness: null })).toEqual([]);
    expect([0, 59.96, 3600, 7205.5].map(momentInWords)).toEqual(['0:00', '1:00', '1:00:00', '2:00:05.5']);
  });

  it.each([1, 2, 12.5, 24_000 / 1001, 24, 25, 30_000 / 1001, 50, 60_000 / 1001, 60, 100])(
    'is looked at frame by frame, on and back, at %f frames a second',
    (rate) => {
      let at = 0;
      for (let frame = 1; frame <= 200; frame++) {
        at = frameOn(at, 1, rate);
        expect([frameOf(at, rate), Math.round(at * 100) / 100]).toEqual([frame, at]);
      }
      for (let frame = 199; frame >= 0; frame--) {
        at = frameOn(at, -1, rate);
        expect(frameOf(at, rate)).toBe(frame);
      }
      expect(frameOn(at, -1, rate)).toBe(0);
    },
  );

  it.each([
    [{ integrated: -31, peak: -12 }, -16, { decibels: 15, held: true }],
    [{ integrated: -20, peak: -9 }, -16, { decibels: 4, held: false }],
    [{ integrated: -10, peak: 0 }, -23, { decibels: -13, held: false }],
  ])('makes a sound of %j as loud as %i LUFS', (before, wanted, gain) => {
    expect(gainFor(before, wanted)).toEqual(gain);
  });
});
