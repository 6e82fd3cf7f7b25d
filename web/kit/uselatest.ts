import { useLayoutEffect, useRef, type RefObject } from 'react';

/** What is now the case, for what was set up earlier and is called later. */
export function useLatest<T>(value: T): Readonly<RefObject<T>> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  }, [value]);
  return latest;
}
