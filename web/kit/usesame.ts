import { replaceEqualDeep } from '@tanstack/react-query';
import { useState } from 'react';

/** The value given before for as long as a new one says the same, so that what hangs on it is not begun anew. */
export function useSame<T>(value: T): T {
  const [kept, keep] = useState(value);
  const same = replaceEqualDeep(kept, value) as T;
  if (same !== kept) keep(same);
  return same;
}
