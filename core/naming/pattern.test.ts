import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nameBy, namesAmiss, UnknownToken } from './pattern.ts';

const dome = {
  words: 'The old dome, by day',
  section: 'about',
  date: '2026-04-02',
  width: 3200,
  height: 1800,
};

describe('a pattern', () => {
  it.each([
    ['{words}', 1, 'the-old-dome-by-day'],
    ['{section} {words} {width}', 1, 'about-the-old-dome-by-day-3200'],
    ['{date}_{number:3}', 7, '2026-04-02-007'],
    ['dome {number}', 12, 'dome-12'],
    ['{ Words }', 1, 'the-old-dome-by-day'],
    ['{width}x{height}', 1, '3200x1800'],
    ['---', 1, 'untitled'],
  ])('%s at place %d gives %s', (pattern, place, name) => {
    expect(nameBy(pattern, dome, place)).toBe(name);
  });

  it.each(['{colour}', '{words', 'a } b', '{}'])('%s means nothing', (pattern) => {
    expect(() => nameBy(pattern, dome, 1)).toThrow(UnknownToken);
  });

  it('gives a slug or says why not, whatever is written', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 60 }), (pattern, words) => {
        try {
          expect(nameBy(pattern, { ...dome, words }, 1)).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/);
        } catch (error) {
          expect(error).toBeInstanceOf(UnknownToken);
        }
      }),
    );
  });
});

describe('a table of names', () => {
  const table = (...pairs: [string, string][]) =>
    pairs.map(([before, after], at) => ({ id: String(at), before, after }));
  const taken =
    (...names: string[]) =>
    (name: string) =>
      names.includes(name);

  it('may swap names round, and leave some as they are', () => {
    expect(namesAmiss(table(['a', 'b'], ['b', 'a'], ['c', 'c']), taken('a', 'b', 'c')).size).toBe(0);
  });

  it('marks both of two that would be called the same, and one that is taken', () => {
    const amiss = namesAmiss(table(['a', 'x'], ['b', 'x'], ['c', 'd']), taken('a', 'b', 'c', 'd'));
    expect([...amiss.keys()]).toEqual(['0', '1', '2']);
    expect(amiss.get('2')).toMatch(/Something else/);
  });

  it.each(['', 'Upper', 'a--b', 'a b', '-a', 'a/b', '..', 'a'.repeat(81)])(
    'marks “%s”, which is no name',
    (after) => {
      expect(namesAmiss(table(['a', after]), taken()).get('0')).toMatch(/small letters/);
    },
  );
});
