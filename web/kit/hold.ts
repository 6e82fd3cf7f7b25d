import { useEffect } from 'react';

/** Holds something for this window, so that others know that somebody works on it here (Web Locks). */
export function useHold(id: string): void {
  useEffect(() => {
    const given = new AbortController();
    let release = () => {};
    const held = new Promise<void>((resolve) => (release = resolve));
    void navigator.locks
      ?.request(`placard/${id}`, { mode: 'shared', signal: given.signal }, () => held)
      .catch(() => undefined);
    return () => {
      given.abort();
      release();
    };
  }, [id]);
}

/** Does something only where no window holds this; false where one does, or where nobody can know. */
export async function ifNotHeld(id: string, work: () => Promise<void>): Promise<boolean> {
  if (!navigator.locks) return false;
  return navigator.locks.request(`placard/${id}`, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}
