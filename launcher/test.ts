import { spawnSync } from 'node:child_process';
import { mkdtemp, rm, statfs } from 'node:fs/promises';
import { freemem, tmpdir } from 'node:os';
import { join } from 'node:path';
import { Command, Option } from 'commander';
import { needPrograms } from './debian.ts';
import { endToEnd } from './endtoend.ts';
import { exitingWith } from './exit.ts';
import { say } from './say.ts';
import { ROOT, type Ended } from './testpart.ts';
import { timeReport } from './testreport.ts';
import { unitTests } from './unittests.ts';

/** What the tests need in memory, databases, stores and browsers together, in bytes. */
const ROOM_FOR_TESTS = 6 * 1024 ** 3;

const PARTS = ['check', 'unit', 'e2e'] as const;

async function run(positionals: string[], { only }: { only?: (typeof PARTS)[number] }): Promise<number> {
  const wants = (part: (typeof PARTS)[number]) => only === undefined || only === part;
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo', 'chromium', 'exiftool');
  const scratch = await mkdtemp(join(await quickFolder(), 'placard-test-'));
  // Whatever the tests and their programs put aside goes there too.
  process.env['TMPDIR'] = scratch;
  // What the product waits before it does something by itself is waited shorter, unless somebody wants it as it is.
  process.env['PLACARD_PACE'] ??= '0.25';
  const parts: Ended[] = [];
  try {
    if (wants('check')) parts.push(check());
    if (wants('unit')) parts.push(await unitTests(scratch, positionals));
    if (wants('e2e')) parts.push(await endToEnd(scratch, positionals));
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
  const passed = parts.reduce((sum, part) => sum + part.passed, 0);
  const failed = parts.reduce((sum, part) => sum + part.failed, 0);
  process.stdout.write(`\n${timeReport(parts)}\n`);
  // Said again behind everything: whoever reads only the end of what a long run printed reads what failed.
  sayAgain(
    'Failed, and passed when tried once more:',
    parts.flatMap(({ second }) => second),
  );
  sayAgain(
    'Failed:',
    parts.flatMap(({ failures }) => failures),
  );
  process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
  return failed === 0 && passed > 0 ? 0 : 1;
}

function sayAgain(about: string, failures: string[]): void {
  if (failures.length > 0) process.stdout.write(`\n${[about, ...failures].join('\n\n')}\n`);
}

/**
 * Where throwaway files go: into memory where there is room for them, for a database that is made for every test file
 * waits for the disk again and again, and on a busy machine for minutes.
 */
async function quickFolder(): Promise<string> {
  const memory = '/dev/shm';
  const room = await statfs(memory).then(
    ({ bavail, bsize }) => bavail * bsize,
    () => 0,
  );
  return Math.min(room, freemem()) > ROOM_FOR_TESTS ? memory : tmpdir();
}

const CHECKS: [string, string[]][] = [
  ['Types', ['tsc', '--noEmit']],
  ['Lint', ['oxlint', '--deny-warnings']],
  ['Formatting', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['Unused code', ['knip']],
];

function check(): Ended {
  const failures: string[] = [];
  const spent: Ended['spent'] = {};
  for (const [name, [program = '', ...args]] of CHECKS) {
    say(`${name} …`);
    const begun = Date.now();
    if (
      spawnSync(join(ROOT, 'node_modules/.bin', program), args, { cwd: ROOT, stdio: 'inherit' }).status !== 0
    ) {
      say(`${name}: not in order`);
      failures.push(`${name}: not in order`);
    }
    spent[name] = Date.now() - begun;
  }
  return {
    passed: CHECKS.length - failures.length,
    failed: failures.length,
    failures,
    second: [],
    timed: [],
    spent,
  };
}

/** `placard test`: typecheck, lint, unused code, unit and end-to-end tests, on a throwaway database and ports. */
export const command = new Command('test')
  .argument('[names...]', 'only the test files whose names have one of these')
  .addOption(new Option('--only <part>', 'only this part').choices(PARTS))
  .action(exitingWith(run));
