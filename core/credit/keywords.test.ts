import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeKeywords, keywordsOf } from './keywords.ts';

describe('keywords', () => {
  it.each([
    ['moon, night,  Moon ,dome', ['moon', 'night', 'dome']],
    ['a;b\nc', ['a', 'b', 'c']],
    ['dark   sky', ['dark sky']],
    [' , ,', []],
  ])('of “%s” are %j', (line, words) => {
    expect(keywordsOf(line)).toEqual(words);
  });

  it('are added and taken away whatever their case', () => {
    expect(changeKeywords('moon, Night', 'dome, MOON', 'night')).toBe('moon, dome');
  });

  it('read back as they were written', () => {
    fc.assert(
      fc.property(fc.string(), (line) => {
        const words = keywordsOf(line);
        expect(keywordsOf(words.join(', '))).toEqual(words);
      }),
    );
  });

  it('added and taken away again leave what was there', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z]{1,6}$/)), (words) => {
        const line = keywordsOf(words.join(',')).join(', ');
        expect(changeKeywords(changeKeywords(line, 'ZZ new', ''), '', 'zz NEW')).toBe(line);
      }),
    );
  });
});
