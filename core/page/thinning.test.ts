import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thinned } from './thinning.ts';

const NOW = new Date('2026-11-26T12:30:00Z');
const minutesAgo = (minutes: number) => new Date(NOW.getTime() - minutes * 60_000);
const saves = (minutes: readonly number[], handedOff: readonly number[] = []) =>
  minutes
    .toSorted((a, b) => b - a)
    .map((ago, at) => ({ number: at + 1, at: minutesAgo(ago), handedOff: handedOff.includes(ago) }));
/** How many minutes ago the kept ones were saved. */
const kept = (minutes: readonly number[], handedOff: readonly number[] = []) => {
  const versions = saves(minutes, handedOff);
  const gone = new Set(thinned(versions, NOW));
  return versions
    .filter(({ number }) => !gone.has(number))
    .map(({ at }) => (NOW.getTime() - at.getTime()) / 60_000);
};

describe('the versions that are kept of a page', () => {
  it('are all of the last hour', () => expect(kept([59, 40, 3, 2, 1])).toEqual([59, 40, 3, 2, 1]));

  it('are the last of each hour before that, for a day', () =>
    // It is half past twelve: 130 to 100 minutes ago are within the hour from ten to eleven.
    expect(kept([500, 130, 120, 100, 5])).toEqual([500, 100, 5]));

  it('are the last of each day before that', () =>
    expect(kept([9000, 4000, 3990, 3980, 5])).toEqual([9000, 3980, 5]));

  it('are those that were handed off, however old', () =>
    expect(kept([9000, 4000, 3990, 3980, 5], [4000])).toEqual([9000, 4000, 3980, 5]));

  it('stay the same when they are thinned again, and are always the newest and the oldest', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(20_000), { minLength: 1, maxLength: 60 }), (minutes) => {
        const once = kept(minutes);
        expect(kept(once)).toEqual(once);
        expect(once).toContain(Math.min(...minutes));
        expect(once).toContain(Math.max(...minutes));
      }),
    );
  });
});
