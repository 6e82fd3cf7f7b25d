import { describe, expect, it } from 'vitest';
import type { Cue } from '@placard/core/captions';
import { afterStep, NONE, type WrittenCues } from './usecues.ts';

const cue = (text: string): Cue => ({ start: 0, end: 1, text });
const words = ({ cues }: WrittenCues) => cues.map(({ text }) => text);
const written = (...texts: string[]) =>
  texts.reduce<WrittenCues>(
    (state, text) =>
      afterStep(state, { do: 'write', cues: [...state.cues, cue(text)], at: state.cues.length }),
    NONE,
  );

describe('Captions while they are written', () => {
  it('are taken back step by step, and done again', () => {
    let state = afterStep(afterStep(written('one', 'two'), { do: 'back' }), { do: 'back' });
    expect(words(state)).toEqual([]);
    expect(words(afterStep(state, { do: 'back' }))).toEqual([]);
    state = afterStep(afterStep(state, { do: 'again' }), { do: 'again' });
    expect(words(state)).toEqual(['one', 'two']);
    expect(words(afterStep(state, { do: 'again' }))).toEqual(['one', 'two']);
  });

  it('forget what was taken back once something else is written', () => {
    const back = afterStep(written('one', 'two'), { do: 'back' });
    const other = afterStep(back, { do: 'write', cues: [...back.cues, cue('three')], at: 1 });
    expect(words(afterStep(other, { do: 'again' }))).toEqual(['one', 'three']);
  });

  it('count each change of what is to be saved, also one that is taken back, and no choice', () => {
    const state = written('one', 'two');
    expect(state.writes).toBe(2);
    expect(afterStep(state, { do: 'choose', at: 0 })).toMatchObject({ writes: 2, at: 0 });
    expect(afterStep(state, { do: 'write', cues: state.cues, at: 0 }).writes).toBe(2);
    expect(afterStep(state, { do: 'back' }).writes).toBe(3);
  });

  it('begin anew with what is loaded: what another wrote is no step of ours', () => {
    const loaded = afterStep(written('one'), { do: 'load', cues: [cue('theirs')] });
    expect(words(afterStep(loaded, { do: 'back' }))).toEqual(['theirs']);
    expect(loaded.writes).toBe(0);
  });
});
