import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** What stands after the question mark in the address bar now; the router hears of it a moment later. */
const inTheBar = () => new URLSearchParams(location.search);

/**
 * The query of the address, and a way to change parts of it (an empty text takes one away). What was just
 * changed counts at once, so that words can be typed into it and two quick changes both hold.
 */
export function useAddressQuery(): [URLSearchParams, (changes: Partial<Record<string, string>>) => void] {
  const [routed, setRouted] = useSearchParams();
  const [now, setNow] = useState(routed);
  useEffect(() => {
    // An older state that the router comes round to late must not undo a newer one.
    if (routed.toString() === inTheBar().toString()) setNow(routed);
  }, [routed]);
  const set = (changes: Partial<Record<string, string>>) => {
    const after = inTheBar();
    for (const [name, value] of Object.entries(changes)) {
      if (value) after.set(name, value);
      else after.delete(name);
    }
    setNow(after);
    setRouted(after, { replace: true });
  };
  return [now, set];
}
