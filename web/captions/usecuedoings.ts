import { useCallback, useMemo, type RefObject } from 'react';
import { added, joined, split, timed, without, type Cue } from '@placard/core/captions';
import { useLatest } from '../kit/uselatest.ts';
import type { CuesState } from './usecues.ts';

export type CueDoing = 'p' | 'n' | 'b' | 'e' | 'd' | 'j' | 'x';
/** What is done to captions at the moment of the film, by the letter that is pressed with Alt. */
export type CueDoings = Record<CueDoing | 'ArrowLeft' | 'ArrowRight' | 'ArrowDown' | 'ArrowUp', () => void>;

/** What is done to the captions of a film, at the moment where it stands. */
export function useCueDoings(
  { cues, at, write, choose }: CuesState,
  film: RefObject<HTMLVideoElement | null>,
) {
  // Rows that do not change are not drawn anew: what they are handed stays the same, and looks at what is so now.
  const latest = useLatest({ cues, at });
  const onText = useCallback(
    (index: number, text: string) => {
      const now = latest.current;
      const cue = now.cues[index];
      if (cue && cue.text !== text) write(now.cues.with(index, { ...cue, text }), now.at);
    },
    [latest, write],
  );
  const onTime = useCallback(
    (index: number, times: Partial<Pick<Cue, 'start' | 'end'>>) => {
      const now = latest.current;
      write(timed(now.cues, index, times), now.at);
    },
    [latest, write],
  );
  const goTo = useCallback(
    (index: number) => {
      choose(index);
      const cue = latest.current.cues[index];
      if (cue && film.current && film.current.paused) film.current.currentTime = cue.start;
    },
    [choose, film, latest],
  );
  const doings = useMemo((): CueDoings => {
    const here = () => film.current?.currentTime ?? 0;
    const seek = (by: number) => {
      if (film.current) film.current.currentTime = Math.max(0, here() + by);
    };
    return {
      p: () => void (film.current?.paused ? film.current.play() : film.current?.pause()),
      n: () => {
        const next = added(cues, here());
        write(next.cues, next.at);
      },
      b: () => onTime(at, { start: here() }),
      e: () => onTime(at, { end: here() }),
      d: () => {
        const area = document.activeElement;
        const cue = cues[at];
        if (!cue) return;
        // What was typed last may not be written down yet.
        const written =
          area instanceof HTMLTextAreaElement ? { text: area.value, letter: area.selectionStart } : null;
        if (written && area instanceof HTMLElement) area.blur();
        const text = written?.text ?? cue.text;
        const letter = written?.letter || Math.ceil(text.length / 2);
        write(split(latest.current.cues.with(at, { ...cue, text }), at, letter, here()), at);
      },
      j: () => write(joined(cues, at), at),
      x: () => write(without(cues, at), Math.min(at, cues.length - 2)),
      ArrowLeft: () => seek(-1),
      ArrowRight: () => seek(1),
      ArrowDown: () => goTo(Math.min(cues.length - 1, at + 1)),
      ArrowUp: () => goTo(Math.max(0, at - 1)),
    };
  }, [cues, at, write, onTime, goTo, film, latest]);
  return { doings, onText, onTime, goTo };
}
