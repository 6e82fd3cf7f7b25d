import { element, type Element, type Markup } from '../markup/index.ts';
import { inTime } from '../text/index.ts';
import { wordsOfCue } from './judge.ts';
import type { Cue } from './vtt.ts';

/** A pause after which another paragraph begins, in seconds; and how long one gets before the next sentence does. */
const [PAUSE, LONG] = [2.5, 500];

/** One paragraph of a transcript: who speaks, where that is said, and the words. */
export interface Said {
  who: string;
  words: string;
  /** When that begins, in seconds; absent where it was written down before moments were. */
  at?: number;
}

/** What is said in a film, as it is read: sentences of cues put together, another paragraph with each speaker and after a pause. */
export function transcriptOf(cues: readonly Cue[]): Said[] {
  const said: Said[] = [];
  let ended = Number.NEGATIVE_INFINITY;
  for (const { start, end, text } of cues) {
    const who = /<v(?:\.[\w.-]{1,40})?[ \t]([^<>]{1,200})>/.exec(text)?.[1]?.trim() ?? '';
    const words = wordsOfCue(text).replace(/\s+/g, ' ').trim();
    if (words === '') continue;
    const last = said.at(-1);
    const goesOn =
      last !== undefined &&
      start - ended < PAUSE &&
      (who === '' || who === last.who) &&
      !(last.words.length > LONG && /[.!?…][”"’)]?$/.test(last.words));
    if (goesOn) last.words = `${last.words} ${words}`;
    else said.push({ who, words, at: start });
    ended = end;
  }
  return said;
}

/** The parts of a film, each with when it begins (WebVTT, chapters). */
export const chaptersOf = (cues: readonly Cue[]): Said[] =>
  cues.flatMap(({ start, text }) => {
    const words = wordsOfCue(text).replace(/\s+/g, ' ').trim();
    return words === '' ? [] : [{ who: '', words, at: start }];
  });

/** The parts as markup: links that open a file where each begins (Media Fragments URI 1.0, temporal dimension). */
export const chaptersMarkup = (parts: readonly Said[], file: string): Element =>
  element(
    'ol',
    {},
    ...parts.map(({ words, at = 0 }) =>
      element(
        'li',
        {},
        element('a', { href: `${file}#t=${Math.round(at * 1000) / 1000}` }, words),
        ` ${inTime(at)}`,
      ),
    ),
  );

/** The same as markup: a paragraph each. */
export const transcriptMarkup = (said: readonly Said[]): Element[] =>
  said.map(({ who, words }) =>
    element(
      'p',
      {},
      ...(who === '' ? [words] : ([element('strong', {}, `${who}:`), ` ${words}`] as Markup[])),
    ),
  );
