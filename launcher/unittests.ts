import { readFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startMariaDb } from './mariadb.ts';
import { say } from './say.ts';
import { ROOT, runTool, TRIED_AGAIN, withoutReport, type Ended } from './testpart.ts';

/** What Vitest writes of a run, as far as it is read here. */
interface Report {
  success: boolean;
  testResults: TestFile[];
}

interface TestFile {
  name: string;
  status: string;
  message: string;
  assertionResults: { fullName: string; status: string; failureMessages: string[] }[];
}

/** Runs the unit tests, or those in files of some names, with a database server of their own. */
export async function unitTests(scratch: string, names: string[]): Promise<Ended> {
  say('Unit tests …');
  const database = await startMariaDb(join(scratch, 'mariadb'), 'test-');
  const run = async (report: string, files: string[]): Promise<Report | undefined> => {
    const written = join(scratch, report);
    await runTool(
      'vitest',
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${written}`, ...files],
      {
        TEST_DATABASE_URL: database.url,
        // Servers under test are what is run outside of them, too.
        PLACARD_SERVER_PROGRAM: fileURLToPath(new URL('../server/main.ts', import.meta.url)),
      },
    );
    return readFile(written, 'utf8').then(
      (text) => JSON.parse(text) as Report,
      () => undefined,
    );
  };
  try {
    const first = await run('unit.json', names);
    if (!first) return withoutReport('Unit tests');
    const broken = first.testResults.filter(({ status }) => status === 'failed');
    if (first.success || broken.length === 0 || broken.length > TRIED_AGAIN) return endOf(first);
    say('What failed, once more by itself …');
    const again = await run(
      'again.json',
      broken.map(({ name }) => relative(ROOT, name)),
    );
    if (!again) return endOf(first);
    const whole = first.testResults.filter(({ status }) => status !== 'failed');
    const end = endOf({ success: again.success, testResults: [...whole, ...again.testResults] });
    return { ...end, second: end.failed === 0 ? broken.flatMap(failuresOf) : [] };
  } finally {
    await database.stop();
  }
}

function endOf({ success, testResults }: Report): Ended {
  const failures = testResults.flatMap(failuresOf);
  if (!success && failures.length === 0)
    failures.push('Unit tests: an error outside of any test, told above');
  return {
    passed: testResults.flatMap((file) => file.assertionResults).filter(({ status }) => status === 'passed')
      .length,
    failed: failures.length,
    failures,
    second: [],
  };
}

/** The failures of one file of tests: of the file itself where it did not come as far as its tests. */
function failuresOf({ name, status, message, assertionResults }: TestFile): string[] {
  const file = relative(ROOT, name);
  const tests = assertionResults.filter((test) => test.status === 'failed');
  return status === 'failed' && tests.length === 0
    ? [`✘ ${file}\n${message}`]
    : tests.map(({ fullName, failureMessages }) => `✘ ${file} › ${fullName}\n${failureMessages.join('\n')}`);
}
