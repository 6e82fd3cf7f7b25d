import { expect, it } from 'vitest';
import { passedSince, type Ended } from './testpart.ts';
import { timeReport } from './testreport.ts';

const part = (spent: Ended['spent'], timed: Ended['timed']): Ended => ({
  passed: timed.length,
  failed: 0,
  failures: [],
  second: [],
  timed,
  spent,
});

it('says what parts, files and the slowest tests took, the longest first', () => {
  const report = timeReport([
    part({ Types: 4_000 }, []),
    part({ 'Unit tests': 90_500 }, [
      { file: 'core/a.test.ts', title: 'one', ms: 100 },
      { file: 'core/b.test.ts', title: 'two', ms: 2_500 },
      { file: 'core/a.test.ts', title: 'three', ms: 1_000 },
    ]),
  ]);
  expect(report.split('\n').map((line) => line.trim())).toEqual([
    'Time by part, as it passed:',
    '4.0 s  Types',
    '90.5 s  Unit tests',
    '',
    'Time by file, its tests added up:',
    '2.5 s  core/b.test.ts (1)',
    '1.1 s  core/a.test.ts (2)',
    '',
    'The 30 slowest tests:',
    '2.5 s  core/b.test.ts › two',
    '1.0 s  core/a.test.ts › three',
    '0.1 s  core/a.test.ts › one',
  ]);
});

it('names no more than thirty tests, and says nothing where nothing ran', () => {
  const timed = Array.from({ length: 200 }, (_, at) => ({ file: 'a', title: String(at), ms: at }));
  expect(timeReport([part({}, timed)]).split('\n')).toHaveLength(1 + 1 + 1 + 1 + 30);
  expect(timeReport([part({}, [])])).toBe('');
});

it('what failed and does not any more is told by its name, whatever was said of it', () => {
  const before = ['✘ a › one\nIt was 3.', '✘ a › two\nIt was 4.'];
  expect(passedSince(before, ['✘ a › two\nIt was 5.'])).toEqual(['✘ a › one\nIt was 3.']);
  expect(passedSince(before, [])).toEqual(before);
});
