import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toHtml } from '../markup/index.ts';
import { added, cueAt, inOrder, joined, shifted, split, timed, without } from './cues.ts';
import { judgeCue, USUAL_BOUNDS } from './judge.ts';
import { writeSrt } from './srt.ts';
import { chaptersMarkup, chaptersOf, transcriptMarkup, transcriptOf } from './transcript.ts';
import { readCaptions, type Cue } from './vtt.ts';

const CUES: Cue[] = [
  { start: 1, end: 3, text: 'The small telescope' },
  { start: 3.5, end: 6, text: 'looks where the large one looks.' },
  { start: 10, end: 12, text: 'Now the screws.' },
];

const anyCues = fc
  .array(
    fc.tuple(
      fc.integer({ min: 0, max: 7_200_000 }),
      fc.integer({ min: 100, max: 9_000 }),
      fc.stringMatching(/^[A-Za-z ,.\n]{0,60}$/),
    ),
    { maxLength: 12 },
  )
  .map((some) =>
    inOrder(some.map(([start, long, text]) => ({ start: start / 1000, end: (start + long) / 1000, text }))),
  );

const isSound = (cues: readonly Cue[]) => {
  for (const { start, end } of cues) {
    expect(start).toBeGreaterThanOrEqual(0);
    expect(end).toBeGreaterThan(start);
    expect(Math.round(start * 1000) / 1000).toBe(start);
  }
  expect(cues).toEqual(inOrder(cues));
};

describe('cues', () => {
  it('are added where the film stands, and end before the next one begins', () => {
    const { cues, at } = added(CUES, 9);
    expect(cues[at]).toEqual({ start: 9, end: 10, text: '' });
    expect(added(CUES, 20).cues.at(-1)).toEqual({ start: 20, end: 22, text: '' });
  });

  it('are split in proportion to their words, or at a moment', () => {
    const two = split(CUES, 1, 16);
    expect(two.slice(1, 3)).toEqual(
      [
        { start: 3.5, end: 4.71, text: 'looks where the' },
        { start: 4.71, end: 6, text: 'large one looks.' },
      ].map((cue) => ({
        ...cue,
        start: expect.closeTo(cue.start, 1) as number,
        end: expect.closeTo(cue.end, 1) as number,
      })),
    );
    expect(split(CUES, 1, 16, 5)[2]?.start).toBe(5);
    expect(split(CUES, 1, 16, 9)[2]?.start).toBeCloseTo(4.71, 1);
  });

  it('are joined with the next one, and split again', () => {
    expect(joined(CUES, 0)[0]).toEqual({
      start: 1,
      end: 6,
      text: 'The small telescope\nlooks where the large one looks.',
    });
    expect(joined(CUES, 2)).toEqual(CUES);
  });

  it('are shifted together, and never before the film begins', () => {
    expect(shifted(CUES, 0.5).map(({ start }) => start)).toEqual([1.5, 4, 10.5]);
    expect(shifted(CUES, -5).map(({ start }) => start)).toEqual([0, 2.5, 9]);
    expect(shifted(CUES, 1, 2).map(({ start }) => start)).toEqual([1, 3.5, 11]);
  });

  it('are found by the moment', () => {
    expect([0, 1, 2.9, 3, 3.6, 11, 99].map((moment) => cueAt(CUES, moment))).toEqual([
      -1, 0, 0, -1, 1, 2, -1,
    ]);
  });

  it('stay sound, whatever is done to them', () => {
    const doing = fc.oneof(
      fc.tuple(fc.constant('timed'), fc.nat(12), fc.double({ min: -5, max: 8000, noNaN: true })),
      fc.tuple(fc.constant('added'), fc.nat(12), fc.double({ min: -5, max: 8000, noNaN: true })),
      fc.tuple(
        fc.constantFrom('split', 'joined', 'without', 'shifted'),
        fc.nat(12),
        fc.double({ min: -50, max: 50, noNaN: true }),
      ),
    );
    fc.assert(
      fc.property(anyCues, fc.array(doing, { maxLength: 8 }), (cues, doings) => {
        let now = cues;
        for (const [what, at, number] of doings) {
          if (what === 'timed') now = timed(now, at, at % 2 ? { start: number } : { end: number });
          if (what === 'added') now = added(now, number).cues;
          if (what === 'split') now = split(now, at, Math.abs(Math.round(number)));
          if (what === 'joined') now = joined(now, at);
          if (what === 'without') now = without(now, at);
          if (what === 'shifted') now = shifted(now, number, at);
          isSound(now);
        }
      }),
    );
  });
});

describe('what stands beyond the end of a film', () => {
  const said = (cue: Partial<Cue>, ends?: number) =>
    judgeCue({ start: 8, end: 10, text: 'Yes, here.', ...cue }, undefined, USUAL_BOUNDS, ends).map(
      ({ says }) => says,
    );
  it.each<[string, Partial<Cue>, number | undefined, string[]]>([
    ['ends with it', {}, 10, []],
    ['ends a moment later, as films are measured', {}, 9.95, []],
    ['stands on', {}, 9, ['It stands longer than the film, which ends at 9 s.']],
    ['is never seen', {}, 7, ['It is never seen: the film ends at 7 s.']],
    ['is of a film of which nobody knows the end', {}, undefined, []],
  ])('what %s', (_, cue, ends, says) => expect(said(cue, ends)).toEqual(says));
});

describe('what is hard on readers', () => {
  const rules = (cue: Partial<Cue>, next?: Partial<Cue>) =>
    judgeCue({ ...CUES[0]!, ...cue }, next && { ...CUES[1]!, ...next }, USUAL_BOUNDS).map(({ rule }) => rule);
  it.each<[string, Partial<Cue>, Partial<Cue> | undefined, string[]]>([
    ['all is well', {}, {}, []],
    ['too fast', { end: 2 }, undefined, ['fast']],
    [
      'marks and entities are no letters',
      { text: '<v Wren Oakes><i>Salt &amp; pepper &lt;3</i>', end: 2.4 },
      undefined,
      [],
    ],
    ['a long line', { text: 'x'.repeat(38), end: 5 }, undefined, ['long-line']],
    ['letters beyond the first plane count once', { text: '𝄞'.repeat(30), end: 3.1 }, undefined, []],
    ['three lines', { text: 'a\nb\nc' }, undefined, ['many-lines']],
    ['too short', { end: 1.5, text: 'Yes' }, undefined, ['short']],
    ['too long', { end: 8 }, undefined, ['long']],
    ['a flicker', { end: 3.46 }, {}, ['gap']],
    ['no gap at all', { end: 3.5 }, {}, []],
    ['an overlap', { end: 3.7 }, {}, ['overlap']],
    ['nothing said', { text: ' ' }, undefined, ['empty']],
  ])('%s', (_, cue, next, found) => {
    expect(rules(cue, next)).toEqual(found);
  });
});

describe('SRT', () => {
  it('is written with commas and numbers, and without what only WebVTT has', () => {
    expect(writeSrt([{ start: 1.5, end: 3661.004, text: '<v Wren><i>a</i> &lt; b' }])).toBe(
      '1\n00:00:01,500 --> 01:01:01,004\n<i>a</i> < b\n',
    );
  });
  it('is read back as it was', () => {
    fc.assert(
      fc.property(anyCues, (cues) => {
        const sound = cues
          .filter(({ text }) => text.trim() !== '')
          .map((cue) => ({ ...cue, text: cue.text.replace(/\s+/g, ' ').trim() }));
        if (sound.length > 0) expect(readCaptions(writeSrt(sound))).toEqual({ cues: sound, mended: [] });
      }),
    );
  });
});

describe('a transcript', () => {
  it('puts sentences together, and begins anew after a pause and with each speaker', () => {
    expect(transcriptOf([...CUES, { start: 12.2, end: 13, text: '<v Odd>Left a little.' }])).toEqual([
      { who: '', words: 'The small telescope looks where the large one looks.', at: 1 },
      { who: '', words: 'Now the screws.', at: 10 },
      { who: 'Odd', words: 'Left a little.', at: 12.2 },
    ]);
  });
  it('is markup in which nothing is markup', () => {
    expect(toHtml(transcriptMarkup(transcriptOf([{ start: 0, end: 1, text: '<v A>1 &lt; 2' }])))).toBe(
      '<p><strong>A:</strong> 1 &lt; 2</p>',
    );
  });
});

it('chapters are links that open the film where each begins, with its time', () => {
  const parts = chaptersOf([
    { start: 0, end: 62, text: 'The <i>screws</i>' },
    { start: 62.25, end: 90, text: ' ' },
    { start: 90.5, end: 4000, text: 'Looking & seeing' },
  ]);
  expect(toHtml(chaptersMarkup(parts, 'finder.mp4'))).toBe(
    '<ol><li><a href="finder.mp4#t=0">The screws</a> 0:00</li><li><a href="finder.mp4#t=90.5">Looking &amp; seeing</a> 1:31</li></ol>',
  );
});
