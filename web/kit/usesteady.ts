import { useState } from 'react';

/** The same value for as long as its stamp is the same, however often it is made anew. */
export function useSteady<T>(value: T, stamp: string): T {
  const [kept, keep] = useState({ value, stamp });
  if (kept.stamp === stamp) return kept.value;
  keep({ value, stamp });
  return value;
}
