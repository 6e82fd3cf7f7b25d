import { useEffect, useState, type ReactNode } from 'react';
import { drawSoon } from './drawing.ts';

/** A value that follows another one once the small settings that wait are drawn: they are looked at first. */
export function useAfterDrawing<T>(value: T, before: T = value): T {
  const [late, setLate] = useState(before);
  useEffect(() => drawSoon(() => setLate(value)), [value]);
  return late;
}

/** What is shown once they are. */
export function AfterDrawing({ children }: { children: ReactNode }) {
  return useAfterDrawing(true, false) ? children : null;
}
