import { useEffect } from 'react';

/** Calls the window what is in it: what is worked on first, then the screen. */
export function useTitle(...parts: (string | undefined)[]): void {
  const title = [...parts.filter(Boolean), 'Placard'].join(' · ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}
