import { useCallback, useEffect, useReducer } from 'react';
import { PreparationSchema, type Preparation } from '@placard/core/prep';
import { inHand } from '../kit/inhand.ts';

export interface History {
  past: Preparation[];
  now: Preparation;
  future: Preparation[];
}

export type Step = { do: 'set'; next: Preparation; settled: boolean } | { do: 'undo' | 'redo' };

const MOST = 200;

/** What a step makes of what was done so far. */
export function afterStep({ past, now, future }: History, step: Step): History {
  switch (step.do) {
    case 'set':
      // While something is dragged, one step back is to where it was before.
      return { past: step.settled ? [...past, now].slice(-MOST) : past, now: step.next, future: [] };
    case 'undo': {
      const before = past.at(-1);
      return before
        ? { past: past.slice(0, -1), now: before, future: [now, ...future] }
        : { past, now, future };
    }
    case 'redo': {
      const [next, ...rest] = future;
      return next ? { past: [...past, now], now: next, future: rest } : { past, now, future };
    }
  }
}

/** Where work begins: what was in hand when somebody left, one step from how it is kept. */
function beginning([from, name]: readonly [Preparation, string]): History {
  const held = inHand(name, PreparationSchema);
  return held ? { past: [from], now: held, future: [] } : { past: [], now: from, future: [] };
}

/** A preparation that is being worked on, with its steps back and forth (Ctrl Z, Ctrl Shift Z). */
export function usePreparation(from: Preparation, name: string) {
  const [{ past, now, future }, step] = useReducer(afterStep, [from, name] as const, beginning);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (event.target instanceof HTMLInputElement && event.target.type === 'text') return;
      event.preventDefault();
      step({ do: event.shiftKey ? 'redo' : 'undo' });
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
  /** Changes it; `settled` is false while a drag goes on, whose beginning was set settled. */
  const set = useCallback((next: Preparation, settled = true) => step({ do: 'set', next, settled }), []);
  return {
    now,
    set,
    changed: JSON.stringify(now) !== JSON.stringify(from),
    undo: past.length > 0 ? () => step({ do: 'undo' }) : null,
    redo: future.length > 0 ? () => step({ do: 'redo' }) : null,
  };
}
