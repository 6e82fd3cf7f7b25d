import { useCallback, useRef, useState } from 'react';
import { paced } from './pace.ts';
import { useLatest } from './uselatest.ts';

/** Whoever presses twice at once means it once: within so many milliseconds it is the same press. */
const SAME_PRESS = paced(400);

/** What keeps something from being done a second time while it is done, or by a second press of the same moment. */
export class Once {
  readonly #under = new Map<string, number>();

  /**
   * Does something, unless the same is being done. What was given tells what is the same.
   * Returns what it makes of it, or null where it was not done.
   */
  run<T>(what: string, act: () => T): T | null {
    if (this.#under.has(what)) return null;
    this.#under.set(what, Date.now());
    let made: T;
    try {
      made = act();
    } catch (error) {
      this.#under.delete(what);
      throw error;
    }
    const over = () => {
      const since = Date.now() - (this.#under.get(what) ?? 0);
      setTimeout(() => this.#under.delete(what), Math.max(0, SAME_PRESS - since));
    };
    if (made instanceof Promise) made.then(over, () => this.#under.delete(what));
    else over();
    return made;
  }
}

/** Something that a press does: not again before it is done. `busy` is true from the press to its answer. */
export function useOnce<A extends unknown[]>(
  act: (...given: A) => unknown,
): { press: (...given: A) => void; busy: boolean } {
  const once = useRef<Once>(null);
  const latest = useLatest(act);
  const [busy, setBusy] = useState(false);
  const press = useCallback(
    (...given: A) => {
      once.current ??= new Once();
      const made = once.current.run('', () => latest.current(...given));
      if (!(made instanceof Promise)) return;
      setBusy(true);
      const over = () => setBusy(false);
      made.then(over, (error: unknown) => {
        over();
        // It is nobody's here: the window tells of it.
        throw error;
      });
    },
    [latest],
  );
  return { press, busy };
}
