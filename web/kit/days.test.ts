import { describe, expect, it } from 'vitest';
import { ago, today } from './days.ts';

describe('a moment', () => {
  const now = Date.parse('2026-03-04T12:00:00Z');
  const before = (seconds: number) => ago(new Date(now - seconds * 1000).toISOString(), now);

  it.each([
    [1, 'just now'],
    [12, '12 s ago'],
    [125, '2 min ago'],
    [7300, '2 h ago'],
    [40 * 86_400, '23 Jan 2026'],
    [-30, 'just now'],
  ])('%d seconds before now reads “%s”', (seconds, words) => {
    expect(before(seconds)).toBe(words);
  });
});

describe('today', () => {
  it('is the day of the clock on the wall, not of UTC', () => {
    // Late in the evening and early in the morning, wherever this runs, one of them is another day in UTC or it is UTC.
    expect(today(new Date(2026, 10, 24, 23, 59))).toBe('2026-11-24');
    expect(today(new Date(2026, 10, 24, 0, 1))).toBe('2026-11-24');
  });
});
