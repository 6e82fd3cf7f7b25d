import { cp, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import pWaitFor from 'p-wait-for';
import { openHouse, PORTS, type OpenHouse } from './house.ts';
import { freeRun } from './ports.ts';
import { say } from './say.ts';
import { builtWeb } from './serve.ts';
import {
  passedSince,
  runTool,
  timing,
  TRIED_AGAIN,
  withoutReport,
  type Ended,
  type Timed,
} from './testpart.ts';

/** Houses of the sample site that end-to-end tests have, each with a worker of its own. */
const HOUSES = 2;

/** What Playwright writes of a run, as far as it is read here. */
interface Report {
  stats: { expected: number };
  suites: Suite[];
  /** What went wrong outside of any test. */
  errors: Try['errors'];
}

/** The same, and whether it says itself that all went well. */
type Run = Report & { well: boolean };

interface Suite {
  suites?: Suite[];
  specs: { ok: boolean; title: string; file: string; line: number; tests: { results: Try[] }[] }[];
}

interface Try {
  duration: number;
  errors: { message?: string }[];
}

/** Drives the interface in Chromium, in houses of the sample site: all that can be, or the files of some names. */
export async function endToEnd(scratch: string, names: string[]): Promise<Ended> {
  say('End-to-end tests: opening a house with the sample site …');
  const spent: Ended['spent'] = {};
  const web = await timing(spent, 'End to end: the interface built', builtWeb);
  const port = await freeRun(HOUSES * PORTS);
  const folderOf = (at: number | 'made') => join(scratch, `house-${at}`);
  const open = (at: number, standins?: number) =>
    openHouse({
      data: folderOf(at),
      port: port + at * PORTS,
      web,
      seed: at === 0,
      logLevel: 'error',
      ...(standins === undefined ? {} : { standins }),
    });
  const run = async (written: string, houses: OpenHouse[], args: string[]): Promise<Run | undefined> => {
    const report = join(scratch, written);
    const well = await runTool('playwright', ['test', '--config', 'e2e/playwright.config.ts', ...args], {
      PLACARD_ADDRESSES_UNDER_TEST: houses.map(({ address }) => address).join(' '),
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      PLACARD_E2E_OUTPUT: join(scratch, 'e2e'),
    });
    return readFile(report, 'utf8').then(
      (text) => ({ well, ...(JSON.parse(text) as Report) }),
      () => undefined,
    );
  };
  const inHouses = async <T>(count: number, work: (houses: OpenHouse[]) => Promise<T>): Promise<T> => {
    // The sample site is made once, and copied: what is copied names the stand-ins of the first, and shares them.
    for (let at = 0; at < count; at++) {
      await rm(folderOf(at), { recursive: true, force: true });
      await cp(folderOf('made'), folderOf(at), { recursive: true });
    }
    const houses = [await open(0)];
    try {
      while (houses.length < count) houses.push(await open(houses.length, houses[0]?.standins));
      return await work(houses);
    } finally {
      for (const house of houses) await house.close();
    }
  };

  await timing(spent, 'End to end: the sample site made', async () => {
    const house = await open(0);
    // What is made of films takes a while, and is made once for all houses.
    await untilIdle(house.database);
    await house.close();
  });
  await rename(folderOf(0), folderOf('made'));
  const told = await inHouses(HOUSES, (houses) =>
    timing(spent, 'End to end: in Chromium', () => run('e2e.json', houses, names)),
  );
  if (!told) return withoutReport('End-to-end tests');
  const first = { ...endOf(told), spent };
  if (first.failed === 0 || first.failed > TRIED_AGAIN || told.errors.length > 0) return first;
  say('What failed, once more by itself …');
  const again = await timing(spent, 'End to end: what failed once more', () =>
    inHouses(1, (houses) => run('again.json', houses, ['--last-failed'])),
  );
  if (!again) return first;
  const { passed, failed, failures } = endOf(again);
  return {
    ...first,
    passed: first.passed + passed,
    failed,
    failures,
    second: passedSince(first.failures, failures),
  };
}

/** Waits until a house has nothing to do by itself any more. */
async function untilIdle(database: string): Promise<void> {
  const connection = await mysql.createConnection(database);
  await pWaitFor(
    async () => {
      const [[row]] = await connection.query<RowDataPacket[]>(
        "SELECT count(*) AS jobs FROM job WHERE state IN ('waiting', 'working')",
      );
      return Number(row?.['jobs']) === 0;
    },
    { interval: 500 },
  );
  await connection.end();
}

function endOf({ well, stats, suites, errors }: Run): Ended {
  const failures = [...suites.flatMap(failuresOf), ...errors.map(({ message = '' }) => message)];
  if (!well && failures.length === 0)
    failures.push('End-to-end tests: an error outside of any test, told above');
  return {
    passed: stats.expected,
    failed: failures.length,
    failures,
    second: [],
    timed: suites.flatMap(timesOf),
    spent: {},
  };
}

const timesOf = ({ specs, suites = [] }: Suite): Timed[] => [
  ...specs.map(({ title, file, tests }) => ({
    file: `e2e/${file}`,
    title,
    ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
  })),
  ...suites.flatMap(timesOf),
];

function failuresOf({ specs, suites = [] }: Suite): string[] {
  const own = specs.filter(({ ok }) => !ok);
  return [
    ...own.map(({ title, file, line, tests }) =>
      [
        `✘ ${file}:${line} › ${title}`,
        ...tests
          .flatMap(({ results }) => results.flatMap(({ errors }) => errors))
          .map(({ message = '' }) => stripVTControlCharacters(message)),
      ].join('\n'),
    ),
    ...suites.flatMap(failuresOf),
  ];
}
