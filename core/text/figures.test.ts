import { describe, expect, it } from 'vitest';
import { inBytes, inPixels, inTime, plural } from './figures.ts';

describe('words for numbers', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [61_400, '61 kB'],
    [999_700, '1.0 MB'],
    [999_960_000, '1.00 GB'],
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
});
