import { readFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startMariaDb } from './mariadb.ts';
import { say } from './say.ts';
import { passedSince, ROOT, runTool, timing, TRIED_AGAIN, withoutReport, type Ended } from './testpart.ts';

/** What Vitest writes of a run, as far as it is read here. */
interface Report {
  testResults: TestFile[];
}

/** A run: whether it says itself that all went well, and what it tells of each file. */
interface Run {
  well: boolean;
  files: TestFile[];
}

interface TestFile {
  name: string;
  status: string;
  message: string;
  assertionResults: { fullName: string; status: string; duration?: number; failureMessages: string[] }[];
}

/** Runs the unit tests, or those in files of some names, with a database server of their own. */
export async function unitTests(scratch: string, names: string[]): Promise<Ended> {
  say('Unit tests …');
  const spent: Ended['spent'] = {};
  const database = await startMariaDb(join(scratch, 'mariadb'), 'test-');
  const run = async (report: string, files: string[]): Promise<Run | undefined> => {
    const written = join(scratch, report);
    const well = await runTool(
      'vitest',
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${written}`, ...files],
      {
        TEST_DATABASE_URL: database.url,
        // Servers under test are what is run outside of them, too.
        PLACARD_SERVER_PROGRAM: fileURLToPath(new URL('../server/main.ts', import.meta.url)),
      },
    );
    return readFile(written, 'utf8').then(
      (text) => ({ well, files: (JSON.parse(text) as Report).testResults }),
      () => undefined,
    );
  };
  try {
    const first = await timing(spent, 'Unit tests', () => run('unit.json', names));
    if (!first) return withoutReport('Unit tests');
    const broken = first.files.filter(isBroken);
    if (broken.length === 0 || broken.length > TRIED_AGAIN) return { ...endOf(first), spent };
    say('What failed, once more by itself …');
    const again = await timing(spent, 'Unit tests, what failed once more', () =>
      run(
        'again.json',
        broken.map(({ name }) => relative(ROOT, name)),
      ),
    );
    if (!again) return { ...endOf(first), spent };
    const whole = first.files.filter((file) => !isBroken(file));
    const end = endOf({ well: again.well, files: [...whole, ...again.files] });
    return { ...end, spent, second: passedSince(broken.flatMap(failuresOf), end.failures) };
  } finally {
    await database.stop();
  }
}

/** One whose process died is told of as passed, without a test in it. */
const isBroken = ({ status, assertionResults }: TestFile): boolean =>
  status === 'failed' || assertionResults.length === 0;

function endOf({ well, files }: Run): Ended {
  const failures = files.filter(isBroken).flatMap(failuresOf);
  if (!well && failures.length === 0) failures.push('Unit tests: an error outside of any test, told above');
  const tests = files.flatMap(({ assertionResults }) => assertionResults);
  return {
    passed: tests.filter(({ status }) => status === 'passed').length,
    failed: failures.length,
    failures,
    second: [],
    timed: files.flatMap(({ name, assertionResults }) =>
      assertionResults.map(({ fullName, duration }) => ({
        file: relative(ROOT, name),
        title: fullName,
        ms: duration ?? 0,
      })),
    ),
    spent: {},
  };
}

/** The failures of one file of tests: of the file itself where it did not come as far as its tests. */
function failuresOf({ name, message, assertionResults }: TestFile): string[] {
  const file = relative(ROOT, name);
  const tests = assertionResults.filter(({ status }) => status === 'failed');
  return tests.length === 0
    ? [`✘ ${file}\n${message || 'It ended without a test.'}`]
    : tests.map(({ fullName, failureMessages }) => `✘ ${file} › ${fullName}\n${failureMessages.join('\n')}`);
}
