import type { Cue } from './vtt.ts';

/** The shortest cue that is made here, in seconds. */
const LEAST = 0.1;

/** Times are kept to the millisecond, as WebVTT writes them. */
const ms = (seconds: number): number => Math.round(seconds * 1000) / 1000;

/** Cues in the order in which they are shown. */
export const inOrder = (cues: readonly Cue[]): Cue[] =>
  cues.toSorted((a, b) => a.start - b.start || a.end - b.end);

/** With a cue of other times; its end stays behind its beginning. */
export function timed(
  cues: readonly Cue[],
  at: number,
  { start, end }: Partial<Pick<Cue, 'start' | 'end'>>,
): Cue[] {
  const cue = cues[at];
  if (!cue) return [...cues];
  const from = ms(Math.max(0, start ?? cue.start));
  const to = ms(end ?? cue.end);
  const whole =
    to > from
      ? { ...cue, start: from, end: to }
      : start === undefined
        ? { ...cue, start: ms(Math.max(0, to - LEAST)), end: ms(Math.max(LEAST, to)) }
        : { ...cue, start: from, end: ms(from + LEAST) };
  return inOrder(cues.with(at, whole));
}

/** With another cue from a moment on, as long as is wanted and no longer than until the next one begins. */
export function added(cues: readonly Cue[], start: number, long = 2, text = ''): { cues: Cue[]; at: number } {
  const from = ms(Math.max(0, start));
  const next = cues.find((cue) => cue.start > from);
  const end = ms(Math.max(from + LEAST, Math.min(from + long, next?.start ?? Number.POSITIVE_INFINITY)));
  const cue = { start: from, end, text };
  const all = inOrder([...cues, cue]);
  return { cues: all, at: all.indexOf(cue) };
}

export const without = (cues: readonly Cue[], at: number): Cue[] => cues.toSpliced(at, 1);

/**
 * With a cue made two at a place in its words; its time is shared out by how much each has to say, or divided at a
 * moment within it.
 */
export function split(cues: readonly Cue[], at: number, letter: number, moment?: number): Cue[] {
  const cue = cues[at];
  if (!cue) return [...cues];
  const [before, behind] = [cue.text.slice(0, letter).trim(), cue.text.slice(letter).trim()];
  const share = before.length + behind.length === 0 ? 0.5 : before.length / (before.length + behind.length);
  const within = moment !== undefined && moment > cue.start + LEAST && moment < cue.end - LEAST;
  const length = cue.end - cue.start;
  const middle = ms(within ? moment : cue.start + Math.min(length - LEAST, Math.max(LEAST, length * share)));
  if (!(middle > cue.start && middle < cue.end)) return [...cues];
  return inOrder(
    cues.toSpliced(at, 1, { ...cue, end: middle, text: before }, { ...cue, start: middle, text: behind }),
  );
}

/** With a cue and the next one made one. */
export function joined(cues: readonly Cue[], at: number): Cue[] {
  const [one, other] = [cues[at], cues[at + 1]];
  if (!one || !other) return [...cues];
  const text = [one.text, other.text].filter((words) => words.trim() !== '').join('\n');
  return inOrder(cues.toSpliced(at, 2, { start: one.start, end: Math.max(one.end, other.end), text }));
}

/** All cues from one on, earlier or later by so many seconds; none begins before the film does. */
export function shifted(cues: readonly Cue[], by: number, from = 0): Cue[] {
  const first = cues[from];
  if (!first) return [...cues];
  const whole = Math.max(by, -Math.min(...cues.slice(from).map(({ start }) => start)));
  return inOrder(
    cues.map((cue, at) =>
      at < from ? cue : { ...cue, start: ms(cue.start + whole), end: ms(cue.end + whole) },
    ),
  );
}

/** The cue that is shown at a moment, the last to begin; -1 where none is. */
export function cueAt(cues: readonly Cue[], moment: number): number {
  return cues.findLastIndex(({ start, end }) => start <= moment && moment < end);
}
