import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdtemp, rm, statfs } from 'node:fs/promises';
import { freemem, tmpdir } from 'node:os';
import { join } from 'node:path';
import { Command, Option } from 'commander';
import { touchedSince } from './changed.ts';
import { needPrograms } from './debian.ts';
import { endToEnd } from './endtoend.ts';
import { exitingWith } from './exit.ts';
import { say } from './say.ts';
import { hearTool, ROOT, timing, type Ended } from './testpart.ts';
import { timeReport } from './testreport.ts';
import { unitTests } from './unittests.ts';

/** What the tests need in memory, databases, stores and browsers together, in bytes. */
const ROOM_FOR_TESTS = 6 * 1024 ** 3;

const PARTS = ['check', 'unit', 'e2e'] as const;

/** What is tested: the checks or not, and of each kind of tests all (no names), those of some names, or none. */
interface Chosen {
  check: boolean;
  unit: string[] | null;
  e2e: string[] | null;
}

interface Options {
  only?: string[];
  changed?: string | true;
  long?: boolean;
}

/** What is to be tested, by what was said. Throws where there is no commit of the name that was given. */
function chosenBy(names: string[], { only, changed, long }: Options): Chosen {
  if (long) return { check: false, unit: names.length > 0 ? names : properties(), e2e: null };
  if (changed !== undefined) {
    const { unit, e2e } = touchedSince(changed === true ? 'HEAD' : changed);
    return { check: true, unit: unit.length > 0 ? unit : null, e2e: e2e.length > 0 ? e2e : null };
  }
  const parts = (only ?? []).filter(isPart);
  const files = [...(only ?? []).filter((name) => !isPart(name)), ...names];
  const driving = files.filter(drives);
  const others = files.filter((name) => !drives(name));
  const all = parts.length === 0 && files.length === 0;
  return {
    check: all || parts.includes('check'),
    unit: all || parts.includes('unit') || others.length > 0 ? others : null,
    e2e: all || parts.includes('e2e') || driving.length > 0 ? driving : null,
  };
}

/** The test files that hold for whatever there is, and are tried with examples. */
const properties = (): string[] =>
  spawnSync('git', ['grep', '-l', "from 'fast-check'", '--', '*.test.ts', '*.test.tsx'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
    .stdout.split('\n')
    .filter((file) => file !== '');

const isPart = (name: string): boolean => PARTS.some((part) => part === name);

/** True for the name of a file of end-to-end tests, or its path. */
function drives(name: string): boolean {
  const file = `${name.replace(/^e2e\//, '').replace(/\.e2e\.ts$/, '')}.e2e.ts`;
  return existsSync(join(ROOT, 'e2e', file));
}

async function run(names: string[], options: Options): Promise<number> {
  const chosen = chosenBy(names, options);
  if (options.long) process.env['PLACARD_LONG'] = '1';
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo', 'qpdf', 'chromium', 'exiftool');
  const scratch = await mkdtemp(join(await quickFolder(), 'placard-test-'));
  // Whatever the tests and their programs put aside goes there too.
  process.env['TMPDIR'] = scratch;
  // What the product waits before it does something by itself is waited shorter, unless somebody wants it as it is.
  process.env['PLACARD_PACE'] ??= '0.25';
  const parts: Ended[] = [];
  try {
    if (chosen.check) parts.push(await check());
    if (chosen.unit) parts.push(await unitTests(scratch, chosen.unit));
    if (chosen.e2e) parts.push(await endToEnd(scratch, chosen.e2e));
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
  const passed = parts.reduce((sum, part) => sum + part.passed, 0);
  const failed = parts.reduce((sum, part) => sum + part.failed, 0);
  process.stdout.write(`\n${timeReport(parts)}\n`);
  // Said again behind everything: whoever reads only the end of what a long run printed reads what failed.
  const second = parts.flatMap((part) => part.second);
  sayAgain(`Failed, and passed when tried once more (${second.length}):`, second);
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

/** All of them at once: most keep only one core busy. What each says is shown when it has ended. */
async function check(): Promise<Ended> {
  const failures: string[] = [];
  const spent: Ended['spent'] = {};
  await Promise.all(
    CHECKS.map(async ([name, [program = '', ...args]]) => {
      say(`${name} …`);
      const { well, said } = await timing(spent, name, () => hearTool(program, args));
      if (said.trim() !== '') process.stdout.write(`${said.trimEnd()}\n`);
      say(`${name}: ${well ? 'in order' : 'not in order'}`);
      if (!well) failures.push(`${name}: not in order`);
    }),
  );
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
  .argument('[files...]', 'only the test files whose names have one of these')
  .option(
    '--only <part or file...>',
    `only some parts (${PARTS.join(', ')}), or the test files of these names`,
  )
  .addOption(
    new Option(
      '--changed [commit]',
      'only what a change since a commit touches, by imports and by screens; since the last one where none is named',
    ).conflicts('only'),
  )
  .addOption(
    new Option(
      '--long',
      'what holds for whatever there is, with other examples each time and many more of them',
    ).conflicts(['only', 'changed']),
  )
  .action(exitingWith(run));
