import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Paths, portableName } from './portable.ts';

describe('a file’s name', () => {
  it.each(['con', 'PRN', 'aux', 'nul', 'com1', 'lpt9'])(
    'is never %s, which some systems keep for a device',
    (name) => {
      expect(portableName(name)).toBe(`${name}-file`);
    },
  );

  it('is short enough, and never nothing', () => {
    expect(portableName('a'.repeat(500))).toHaveLength(100);
    expect(portableName('')).toBe('file');
  });
});

describe('files that stand together', () => {
  it('have one name each, whatever they are called', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.string({ minLength: 1 }),
            fc.constantFrom('a', 'A', 'a-2', 'con', 'b'),
            fc.constantFrom('jpg', 'webp'),
          ),
        ),
        (files) => {
          const paths = new Paths();
          const given = new Map(
            files.map(([key, name, extension]) => [key, paths.of(key, 'media/', name, extension)]),
          );
          const lower = [...given.values()].map((path) => path.toLowerCase());
          expect(new Set(lower).size).toBe(lower.length);
          // Asked for again, it is the same.
          for (const [key, path] of given) expect(paths.of(key, 'media/', 'other', 'png')).toBe(path);
        },
      ),
    );
  });

  it('are numbered in the order in which they come', () => {
    const paths = new Paths();
    expect(['k1', 'k2', 'k3'].map((key) => paths.of(key, 'media/', 'moon-v2-480', 'jpg'))).toEqual([
      'media/moon-v2-480.jpg',
      'media/moon-v2-480-2.jpg',
      'media/moon-v2-480-3.jpg',
    ]);
  });
});
