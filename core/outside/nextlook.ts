import type { OutsideState } from './seen.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/**
 * When an address is looked at again: once a day, spread over the day by its own share (0 to 1), so that no host is
 * asked about all of its addresses at once; one that does not answer at growing distances, up to a week.
 */
export function nextLook(now: Date, state: OutsideState, failures: number, share: number): Date {
  if (state === 'silent') {
    const rest = Math.min(7 * DAY, HOUR * 2 ** Math.min(failures, 10));
    return new Date(now.getTime() + rest * (0.8 + 0.4 * share));
  }
  // The same time of the next day that it falls on, never in less than half a day.
  const midnight = Math.floor(now.getTime() / DAY) * DAY;
  const at = midnight + share * DAY;
  const least = now.getTime() + DAY / 2;
  return new Date(at >= least ? at : at + DAY >= least ? at + DAY : at + 2 * DAY);
}
