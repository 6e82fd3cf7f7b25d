import { useCallback, useEffect, useReducer } from 'react';
import type { Preparation } from '@placard/core/prep';

interface History {
  past: Preparation[];
  now: Preparation;
  future: Preparation[];
  /** What it began with. */
  from: Preparation;
}

type Step =
  | { do: 'set'; next: Preparation; settled: boolean }
  | { do: 'undo' | 'redo' }
  | { do: 'begin'; from: Preparation };

const MOST = 200;

function after(history: History, step: Step): History {
  const { past, now, future, from } = history;
  switch (step.do) {
    case 'begin':
      return { past: [], now: step.from, future: [], from: step.from };
    case 'set':
      // While something is dragged, one step back is to where it was before.
      return step.settled
        ? { past: [...past, now].slice(-MOST), now: step.next, future: [], from }
        : { past, now: step.next, future: [], from };
    case 'undo': {
      const before = past.at(-1);
      return before ? { past: past.slice(0, -1), now: before, future: [now, ...future], from } : history;
    }
    case 'redo': {
      const [next, ...rest] = future;
      return next ? { past: [...past, now], now: next, future: rest, from } : history;
    }
  }
}

/** A preparation that is being worked on, with its steps back and forth (Ctrl Z, Ctrl Shift Z). */
export function usePreparation(from: Preparation) {
  const [history, step] = useReducer(after, { past: [], now: from, future: [], from });
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
    now: history.now,
    set,
    changed: JSON.stringify(history.now) !== JSON.stringify(history.from),
    undo: history.past.length > 0 ? () => step({ do: 'undo' }) : null,
    redo: history.future.length > 0 ? () => step({ do: 'redo' }) : null,
  };
}
