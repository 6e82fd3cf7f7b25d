import { useEffect, useState } from 'react';

/** Gives a page the whole window, without what stands round every screen, until it is left. */
export function useFullWindow(): [full: boolean, turn: (full: boolean) => void] {
  const [full, turn] = useState(false);
  useEffect(() => {
    const { dataset } = document.documentElement;
    if (full) dataset['fullWindow'] = '';
    return () => void delete dataset['fullWindow'];
  }, [full]);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.shiftKey && event.key.toLowerCase() === 'f') {
        event.preventDefault();
        turn((before) => !before);
      }
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
  return [full, turn];
}
