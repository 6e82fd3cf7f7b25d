import { useCallback, useReducer } from 'react';
import type { Cue } from '@placard/core/captions';

/** How many steps can be taken back. */
const MOST = 200;

/** Captions while they are written. */
export interface WrittenCues {
  cues: readonly Cue[];
  /** Which is chosen; -1 for none. */
  at: number;
  before: readonly (readonly Cue[])[];
  behind: readonly (readonly Cue[])[];
  /** How often anything has been written, so that it is known what has been saved. */
  writes: number;
}

type CueStep =
  | { do: 'write'; cues: readonly Cue[]; at: number }
  | { do: 'choose'; at: number }
  | { do: 'back' }
  | { do: 'again' }
  | { do: 'load'; cues: readonly Cue[] };

/** Captions after a step. What is written can be taken back, and what was taken back done again until something else is written. */
export function afterStep(state: WrittenCues, step: CueStep): WrittenCues {
  const { cues, before, behind, writes } = state;
  switch (step.do) {
    case 'write':
      if (step.cues === cues) return { ...state, at: step.at };
      return {
        cues: step.cues,
        at: step.at,
        before: [...before, cues].slice(-MOST),
        behind: [],
        writes: writes + 1,
      };
    case 'choose':
      return { ...state, at: step.at };
    case 'back': {
      const last = before.at(-1);
      return last
        ? { ...state, cues: last, before: before.slice(0, -1), behind: [...behind, cues], writes: writes + 1 }
        : state;
    }
    case 'again': {
      const last = behind.at(-1);
      return last
        ? { ...state, cues: last, before: [...before, cues], behind: behind.slice(0, -1), writes: writes + 1 }
        : state;
    }
    case 'load':
      return { cues: step.cues, at: -1, before: [], behind: [], writes: 0 };
  }
}

export const NONE: WrittenCues = { cues: [], at: -1, before: [], behind: [], writes: 0 };

export type CuesState = ReturnType<typeof useCues>;

/** Captions while they are written: every step can be taken back. */
export function useCues() {
  const [state, dispatch] = useReducer(afterStep, NONE);
  const write = useCallback((cues: readonly Cue[], at: number) => dispatch({ do: 'write', cues, at }), []);
  const choose = useCallback((at: number) => dispatch({ do: 'choose', at }), []);
  const takeBack = useCallback(() => dispatch({ do: 'back' }), []);
  const doAgain = useCallback(() => dispatch({ do: 'again' }), []);
  const load = useCallback((cues: readonly Cue[]) => dispatch({ do: 'load', cues }), []);
  return { ...state, write, choose, takeBack, doAgain, load };
}
