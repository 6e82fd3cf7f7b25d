import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { cp, mkdtemp, readFile, rm, statfs } from 'node:fs/promises';
import { freemem, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command, Option } from 'commander';
import { needPrograms } from './debian.ts';
import { exitingWith } from './exit.ts';
import { openHouse } from './house.ts';
import { startMariaDb } from './mariadb.ts';
import { freeRun } from './ports.ts';
import { say } from './say.ts';
import { builtWeb } from './serve.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** What the tests need in memory, databases, stores and browsers together, in bytes. */
const ROOM_FOR_TESTS = 6 * 1024 ** 3;

interface Count {
  passed: number;
  failed: number;
}

const PARTS = ['check', 'unit', 'e2e'] as const;

async function run(positionals: string[], { only }: { only?: (typeof PARTS)[number] }): Promise<number> {
  const wants = (part: (typeof PARTS)[number]) => only === undefined || only === part;
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo', 'chromium', 'exiftool');
  const scratch = await mkdtemp(join(await quickFolder(), 'placard-test-'));
  // Whatever the tests and their programs put aside goes there too.
  process.env['TMPDIR'] = scratch;
  const counts: Count[] = [];
  try {
    if (wants('check')) counts.push(check());
    if (wants('unit')) counts.push(await unit(scratch, positionals));
    if (wants('e2e')) counts.push(await endToEnd(scratch, positionals));
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
  return failed === 0 && passed > 0 ? 0 : 1;
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

function check(): Count {
  let failed = 0;
  for (const [name, [program = '', ...args]] of CHECKS) {
    say(`${name} …`);
    if (
      spawnSync(join(ROOT, 'node_modules/.bin', program), args, { cwd: ROOT, stdio: 'inherit' }).status !== 0
    ) {
      say(`${name}: not in order`);
      failed++;
    }
  }
  return { passed: CHECKS.length - failed, failed };
}

async function unit(scratch: string, names: string[]): Promise<Count> {
  say('Unit tests …');
  const database = await startMariaDb(join(scratch, 'mariadb'), 'test-');
  const report = join(scratch, 'unit.json');
  try {
    await runTool(
      'vitest',
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`, ...names],
      {
        TEST_DATABASE_URL: database.url,
        // Servers under test are what is run outside of them, too.
        PLACARD_SERVER_PROGRAM: fileURLToPath(new URL('../server/main.ts', import.meta.url)),
      },
    );
  } finally {
    await database.stop();
  }
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const told = JSON.parse(await readFile(report, 'utf8')) as {
    numPassedTests: number;
    numFailedTests: number;
    success: boolean;
  };
  return { passed: told.numPassedTests, failed: told.success ? 0 : Math.max(1, told.numFailedTests) };
}

/** Houses of the sample site that end-to-end tests have, each with a worker of its own. */
const HOUSES = 2;
/** Ports that a house may want, in a row. */
const PORTS_OF_A_HOUSE = 30;

async function endToEnd(scratch: string, names: string[]): Promise<Count> {
  say('End-to-end tests: opening a house with the sample site …');
  const web = builtWeb();
  const first = await freeRun(HOUSES * PORTS_OF_A_HOUSE);
  const folderOf = (at: number) => join(scratch, `house-${at}`);
  const open = (at: number, standins?: number) =>
    openHouse({
      data: folderOf(at),
      port: first + at * PORTS_OF_A_HOUSE,
      web,
      seed: at === 0,
      logLevel: 'error',
      ...(standins === undefined ? {} : { standins }),
    });
  // The sample site is made once, and copied: what is copied names the stand-ins of the first, and shares them.
  await (await open(0)).close();
  for (let at = 1; at < HOUSES; at++) await cp(folderOf(0), folderOf(at), { recursive: true });
  const house = await open(0);
  const houses = [house];
  const report = join(scratch, 'e2e.json');
  try {
    while (houses.length < HOUSES) houses.push(await open(houses.length, house.standins));
    await runTool('playwright', ['test', '--config', 'e2e/playwright.config.ts', ...names], {
      PLACARD_ADDRESSES_UNDER_TEST: houses.map(({ address }) => address).join(' '),
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      PLACARD_E2E_OUTPUT: join(scratch, 'e2e'),
    });
  } finally {
    for (const house of houses) await house.close();
  }
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { stats } = JSON.parse(await readFile(report, 'utf8')) as {
    stats: { expected: number; unexpected: number; flaky: number };
  };
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
}

async function runTool(program: string, args: string[], env: NodeJS.ProcessEnv): Promise<void> {
  const child = spawn(join(ROOT, 'node_modules/.bin', program), args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  await new Promise<void>((resolve) => child.once('exit', () => resolve()));
}

/** `placard test`: typecheck, lint, unused code, unit and end-to-end tests, on a throwaway database and ports. */
export const command = new Command('test')
  .argument('[names...]', 'only the test files whose names have one of these')
  .addOption(new Option('--only <part>', 'only this part').choices(PARTS))
  .action(exitingWith(run));
