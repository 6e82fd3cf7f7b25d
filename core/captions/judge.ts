import * as v from 'valibot';
import type { Cue } from './vtt.ts';

const count = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most));

/** How captions are to be, so that they can be read. */
const BoundsSchema = v.object({
  /** The most letters a second. */
  perSecond: count(5, 60),
  /** The most letters in a line; and the most lines. */
  perLine: v.pipe(count(10, 100), v.integer()),
  lines: v.pipe(count(1, 5), v.integer()),
  /** How long one stands at least and at most, in seconds. */
  least: count(0.1, 10),
  most: count(1, 60),
  /** The least time between two, in seconds; none at all is right too. */
  gap: count(0, 2),
});
export const CaptionBoundsSchema = v.pipe(
  BoundsSchema,
  v.check(({ least, most }) => least < most, 'Captions have to stand longer at most than at least.'),
);
export type CaptionBounds = v.InferOutput<typeof CaptionBoundsSchema>;

/**
 * What is taken where a site says nothing: letters a second, letters a line and lines as UNE 153010:2012 (subtitling for
 * deaf and hard-of-hearing people) has them; how long one stands by the trade's rule of six seconds for two full lines;
 * the gap of two pictures of film, by which the eye sees that words have changed.
 */
export const USUAL_BOUNDS: CaptionBounds = {
  perSecond: 15,
  perLine: 37,
  lines: 2,
  least: 1,
  most: 6,
  gap: 0.08,
};

export type CaptionFault =
  'after-end' | 'fast' | 'long-line' | 'many-lines' | 'short' | 'long' | 'gap' | 'overlap' | 'empty';

/** Something about a cue that is hard on readers, in a sentence. */
export interface Judged {
  rule: CaptionFault;
  says: string;
}

/** The words of a cue as they are read: without marks, entities as what they mean. */
export const wordsOfCue = (text: string): string =>
  text
    .replace(/<[^<>]*>/g, '')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&nbsp;', ' ')
    .replace(/&[lr]rm;/g, '')
    .replaceAll('&amp;', '&');

/** Letters as readers count them. */
const letters = (text: string): number => Array.from(text).length;

/** Letters a second of one cue. */
export const readingSpeed = ({ start, end, text }: Cue): number =>
  letters(wordsOfCue(text).replace(/\s+/g, ' ').trim()) / Math.max(0.001, end - start);

/** What of one cue is hard on readers, before the next one, in a film that ends at `filmEnds` seconds; nothing where all is well. */
export function judgeCue(
  cue: Cue,
  next: Cue | undefined,
  bounds: CaptionBounds,
  filmEnds = Number.POSITIVE_INFINITY,
): Judged[] {
  const judged: Judged[] = [];
  const say = (rule: CaptionFault, says: string) => judged.push({ rule, says });
  const words = wordsOfCue(cue.text);
  const lines = words.split('\n');
  const long = cue.end - cue.start;
  // What is measured of a film is not sure to the picture.
  if (cue.end > filmEnds + 0.1)
    say(
      'after-end',
      cue.start >= filmEnds
        ? `It is never seen: the film ends at ${inSeconds(filmEnds)}.`
        : `It stands longer than the film, which ends at ${inSeconds(filmEnds)}.`,
    );
  if (words.trim() === '') say('empty', 'It says nothing.');
  const speed = readingSpeed(cue);
  if (words.trim() !== '' && speed > bounds.perSecond + 0.05)
    say('fast', `${Math.round(speed)} letters a second are to be read; ${bounds.perSecond} can be.`);
  const longest = Math.max(...lines.map(letters));
  if (longest > bounds.perLine)
    say('long-line', `A line of ${longest} letters; ${bounds.perLine} have room.`);
  if (lines.length > bounds.lines) say('many-lines', `${lines.length} lines; ${bounds.lines} at most.`);
  if (long < bounds.least - 0.0005)
    say('short', `It stands for ${inSeconds(long)}, which is under ${inSeconds(bounds.least)}.`);
  if (long > bounds.most + 0.0005)
    say('long', `It stands for ${inSeconds(long)}, which is over ${inSeconds(bounds.most)}.`);
  if (next) {
    const gap = next.start - cue.end;
    if (gap < -0.0005) say('overlap', `It still stands when the next one begins, by ${inSeconds(-gap)}.`);
    else if (gap > 0.0005 && gap < bounds.gap - 0.0005)
      say(
        'gap',
        `${Math.round(gap * 1000)} ms lie between it and the next one: that flickers. Leave none, or ${Math.round(bounds.gap * 1000)} ms.`,
      );
  }
  return judged;
}

const inSeconds = (seconds: number): string => `${Math.round(seconds * 100) / 100} s`;

/** How often each fault occurs in all cues. */
export function judgeAll(
  cues: readonly Cue[],
  bounds: CaptionBounds,
  filmEnds?: number,
): { at: number; judged: Judged[] }[] {
  return cues.flatMap((cue, at) => {
    const judged = judgeCue(cue, cues[at + 1], bounds, filmEnds);
    return judged.length > 0 ? [{ at, judged }] : [];
  });
}
