import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withoutShareMarks } from './sharemarks.ts';

describe('an address', () => {
  it.each([
    ['https://a.example/x?utm_source=mail&y=1&fbclid=Zz#part', 'https://a.example/x?y=1#part'],
    ['https://a.example/x?utm_source=mail', 'https://a.example/x'],
    ['https://a.example/x?y=utm_source', 'https://a.example/x?y=utm_source'],
    ['https://a.example/?q=1#?utm_source=2', 'https://a.example/?q=1#?utm_source=2'],
    ['mailto:a@b.example?utm_source=1', 'mailto:a@b.example?utm_source=1'],
    ['/visit?utm_source=1', '/visit?utm_source=1'],
  ])('%s leads to %s', (given, expected) => {
    expect(withoutShareMarks(given).address).toBe(expected);
  });

  it('loses nothing but those marks, and none the second time', () => {
    const query = fc.array(fc.stringMatching(/^[a-z_]{1,10}=[a-z0-9]{0,4}$/), { maxLength: 6 });
    fc.assert(
      fc.property(query, (parts) => {
        const given = `https://a.example/x?${parts.join('&')}`;
        const { address, marks } = withoutShareMarks(given);
        expect(withoutShareMarks(address).marks).toEqual([]);
        for (const part of parts) expect(address.includes(part) || marks.includes(part)).toBe(true);
      }),
    );
  });
});
