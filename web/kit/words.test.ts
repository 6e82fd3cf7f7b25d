import { describe, expect, it } from 'vitest';
import { ago, inBytes, inPixels, inTime, plural } from './words.ts';

describe('words for numbers', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [61_400, '61 kB'],
    [6_120_000, '6.1 MB'],
    [2_000_000_000, '2.00 GB'],
  ])('%d bytes read %s', (bytes, words) => {
    expect(inBytes(bytes)).toBe(words);
  });

  it.each([
    [8, '0:08'],
    [252, '4:12'],
    [3725, '1:02:05'],
  ])('%d seconds read %s', (seconds, words) => {
    expect(inTime(seconds)).toBe(words);
  });

  it('pixels and counts carry their thousands', () => {
    expect(inPixels(4000, 3000)).toBe('4,000 × 3,000');
    expect(plural(1, 'file')).toBe('1 file');
    expect(plural(1200, 'file')).toBe('1,200 files');
    expect(plural(2, 'label is', 'labels are')).toBe('2 labels are');
  });

  it('a moment is told from now until its date says more', () => {
    const now = Date.parse('2026-03-04T12:00:00Z');
    const before = (seconds: number) => ago(new Date(now - seconds * 1000).toISOString(), now);
    expect([before(1), before(12), before(125), before(7300)]).toEqual([
      'just now',
      '12 s ago',
      '2 min ago',
      '2 h ago',
    ]);
    expect(before(40 * 86_400)).toMatch(/2026$/);
    expect(before(-30)).toBe('just now');
  });
});
