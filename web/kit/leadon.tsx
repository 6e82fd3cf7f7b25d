import { useEffect } from 'react';
import { matchPath, useNavigate } from 'react-router';
import { tell } from './messages.tsx';

/** True while the window is at an address; it is elsewhere as soon as somebody presses, though the screen before still stands. */
export const isAt = (path: string): boolean => matchPath(path, window.location.pathname) !== null;

/** Leads on from an address to another, unless whoever came there has gone elsewhere meanwhile. */
export function LeadOn({ from, to }: { from: string; to: string }) {
  const navigate = useNavigate();
  useEffect(() => {
    if (isAt(from)) void navigate(to, { replace: true });
  }, [from, to, navigate]);
  return null;
}

/**
 * Leads on to what an answer made. Whoever has gone elsewhere while it was on its way stays there: they are told what
 * it is and where.
 */
export function useLeadOn(from: string): (made: { to: string; says: string }) => void {
  const navigate = useNavigate();
  return ({ to, says }) => {
    if (isAt(from)) void navigate(to);
    else tell({ says, at: to });
  };
}
