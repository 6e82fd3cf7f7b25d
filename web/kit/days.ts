import { differenceInSeconds, format, formatISO } from 'date-fns';

/** The day that it is where the person sits, as ISO 8601. */
export const today = (now = new Date()): string => formatISO(now, { representation: 'date' });

/** A moment with its time, as 24 Nov 2026, 14:05. */
export const writtenTime = (moment: string): string => format(moment, 'd MMM yyyy, HH:mm');

/** A moment as “12 s ago”, or its date once that says more. */
export function ago(moment: string, now = Date.now()): string {
  const seconds = Math.max(0, differenceInSeconds(now, moment));
  if (seconds < 5) return 'just now';
  if (seconds < 60) return `${seconds} s ago`;
  if (seconds < 3600) return `${Math.round(seconds / 60)} min ago`;
  if (seconds < 86_400) return `${Math.round(seconds / 3600)} h ago`;
  return format(moment, 'd MMM yyyy');
}
