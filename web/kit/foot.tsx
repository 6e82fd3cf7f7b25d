import { useSyncExternalStore, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

const never = () => () => {};

/** Puts something at the right of the foot, from whatever screen is open. */
export function FootRight({ children }: { children: ReactNode }) {
  const place = useSyncExternalStore(never, () => document.getElementById('foot-right'));
  return place && createPortal(children, place);
}
