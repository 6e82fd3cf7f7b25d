import type { Ended } from './testpart.ts';

/** So many tests are named as the slowest. */
const SLOWEST = 30;

/** What the tests took: by part, by file, and the slowest of them, in seconds; an empty text where nothing ran. */
export function timeReport(parts: Ended[]): string {
  const tests = parts.flatMap(({ timed }) => timed);
  const files = [...new Set(tests.map(({ file }) => file))].map((file) => {
    const within = tests.filter((test) => test.file === file);
    return { says: `${file} (${within.length})`, ms: within.reduce((sum, { ms }) => sum + ms, 0) };
  });
  const slowest = tests.map(({ file, title, ms }) => ({ says: `${file} › ${title}`, ms }));
  return [
    table(
      'Time by part, as it passed',
      parts.flatMap(({ spent }) => Object.entries(spent).map(([says, ms]) => ({ says, ms }))),
    ),
    table('Time by file, its tests added up', ordered(files)),
    table(`The ${SLOWEST} slowest tests`, ordered(slowest).slice(0, SLOWEST)),
  ]
    .filter(Boolean)
    .join('\n\n');
}

interface Line {
  says: string;
  ms: number;
}

const ordered = (lines: Line[]): Line[] => lines.toSorted((one, other) => other.ms - one.ms);

const table = (about: string, lines: Line[]): string =>
  lines.length === 0
    ? ''
    : [`${about}:`, ...lines.map(({ says, ms }) => `${(ms / 1000).toFixed(1).padStart(8)} s  ${says}`)].join(
        '\n',
      );
