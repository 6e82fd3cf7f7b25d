import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AS_IT_CAME, type Preparation } from '@placard/core/prep';
import { afterStep, type History, type Step } from './usepreparation.ts';

const turned = (degrees: number): Preparation => ({
  ...AS_IT_CAME,
  edits: [{ kind: 'straighten', degrees }],
});
const begin = (now: Preparation): History => ({ past: [], now, future: [] });
const set = (degrees: number, settled = true): Step => ({ do: 'set', next: turned(degrees), settled });
const times = (count: number, step: Step) => Array.from({ length: count }, () => step);
const all = (from: History, steps: readonly Step[]) => steps.reduce(afterStep, from);

describe('steps back and forth', () => {
  it('go back over one drag at once, to where it began', () => {
    const dragged = all(begin(AS_IT_CAME), [set(1), set(2, false), set(3, false), set(4, false)]);
    expect(dragged.now).toEqual(turned(4));
    expect(afterStep(dragged, { do: 'undo' }).now).toEqual(AS_IT_CAME);
  });

  it('do nothing where there is nothing before or after', () => {
    const still = begin(turned(1));
    expect(afterStep(still, { do: 'undo' })).toEqual(still);
    expect(afterStep(still, { do: 'redo' })).toEqual(still);
  });

  it('forward are forgotten once something new is done', () => {
    const back = all(begin(AS_IT_CAME), [set(1), set(2), { do: 'undo' }, set(5)]);
    expect(afterStep(back, { do: 'redo' })).toEqual(back);
    expect(back.now).toEqual(turned(5));
  });

  it('keep no more than two hundred', () => {
    const long = all(
      begin(AS_IT_CAME),
      Array.from({ length: 260 }, (_, at) => set(at / 10)),
    );
    expect(long.past).toHaveLength(200);
  });

  const steps = fc.array(
    fc.oneof(
      fc.integer({ min: -40, max: 40 }).map((degrees) => set(degrees)),
      fc.constantFrom<Step>({ do: 'undo' }, { do: 'redo' }),
    ),
    { maxLength: 40 },
  );

  it('all the way back lead to the beginning, and all the way forth to the end again', () => {
    fc.assert(
      fc.property(steps, (some) => {
        const end = all(begin(AS_IT_CAME), some);
        const whole = end.past.length + end.future.length;
        const back = all(end, times(whole, { do: 'undo' }));
        expect(back.now).toEqual(AS_IT_CAME);
        expect(back.past).toEqual([]);
        const forth = all(back, times(whole, { do: 'redo' }));
        expect(forth.now).toEqual(end.future.at(-1) ?? end.now);
        expect(forth.future).toEqual([]);
      }),
    );
  });

  it('one back and one forth change nothing', () => {
    fc.assert(
      fc.property(steps, (some) => {
        const end = all(begin(AS_IT_CAME), some);
        if (end.past.length > 0)
          expect(afterStep(afterStep(end, { do: 'undo' }), { do: 'redo' })).toEqual(end);
      }),
    );
  });
});
