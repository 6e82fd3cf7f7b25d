import { pino } from 'pino';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import { openDatabase, type Database } from '../db/database.ts';
import { job } from '../db/schema.ts';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { until } from '../testing/openserver.ts';
import { enqueue, take, visibleJobs } from './queue.ts';
import { JOBS } from '../jobs/index.ts';
import { away, unfit } from '../refusal.ts';
import type { JobName, Work } from './job.ts';
import { Runner } from './runner.ts';

let database: Database;
let drop: () => Promise<void>;
beforeAll(async () => {
  let url: string;
  ({ url, drop } = await createTestDatabase());
  database = openDatabase(url);
});
afterAll(async () => {
  await database.close();
  await drop();
});
beforeEach(() => database.delete(job));

/** Takes all that waits, and ends as a process does that is killed: nobody renews its leases any more. */
async function dieWithAll(): Promise<void> {
  while (await take(database, 'killed'));
  await database.update(job).set({ leaseUntil: new Date(Date.now() - 1) });
}

/** A runner whose work of every kind is this. */
function runnerOf(work: Work): Runner<null> {
  const jobs = JOBS.map((job) => ({ ...job, work: () => work }));
  return new Runner<null>(database, jobs, pino({ level: 'silent' }));
}

it('what its process ended under three times is set aside and told', async () => {
  await enqueue(database, 'receive', 'arrival-1', 'Reading');
  for (let death = 0; death < 3; death++) await dieWithAll();
  const [tried, told]: [string[], string[]] = [[], []];
  const runner = runnerOf({
    run: async (subject) => void tried.push(subject),
    gaveUp: async (subject, says) => void told.push(`${subject}: ${says}`),
  });
  runner.start(null);
  await until(async () => told.length > 0);
  await runner.stop();
  expect(tried).toEqual([]);
  expect(told).toEqual([
    'arrival-1: The server stopped three times while it worked on this, so it was set aside.',
  ]);
  expect(await visibleJobs(database)).toMatchObject([{ subject: 'arrival-1', state: 'failed' }]);
});

it('what was under way beside it is done: each is tried alone before it is set aside', async () => {
  for (let i = 0; i < 4; i++) await enqueue(database, 'receive', `arrival-${i}`, 'Reading');
  await dieWithAll();
  await dieWithAll();
  let [here, most] = [0, 0];
  const done: string[] = [];
  const runner = runnerOf({
    run: async (subject) => {
      most = Math.max(most, ++here);
      await new Promise((resolve) => setTimeout(resolve, 20));
      here--;
      done.push(subject);
    },
    gaveUp: async () => {},
  });
  runner.start(null);
  await until(async () => done.length === 4);
  await runner.stop();
  expect(most).toBe(1);
  // Done once, it is as new when it is asked for again.
  await enqueue(database, 'receive', 'arrival-0', 'Reading');
  expect((await take(database, 'w'))?.lost).toBe(0);
});

it('what only a newer server does waits for that', async () => {
  await enqueue(database, 'of tomorrow' as JobName, 'subject-1', 'Something new');
  await enqueue(database, 'judge', 'site-1', 'Judging');
  const done: string[] = [];
  const runner = runnerOf({ run: async (subject) => void done.push(subject) });
  runner.start(null);
  await until(async () => done.length > 0);
  await runner.stop();
  expect(done).toEqual(['site-1']);
  expect(await visibleJobs(database)).toMatchObject([{ state: 'waiting', subject: 'subject-1' }]);
});

it.each([
  ['is refused for good is told at once', unfit('The file is damaged.'), 'failed'],
  ['is away for the moment is tried again', away('The disk is not there.'), 'waiting'],
] as const)('what %s', async (_name, error, state) => {
  await enqueue(database, 'receive', 'arrival-1', 'Reading');
  let tries = 0;
  const runner = runnerOf({
    run: () => {
      tries++;
      return Promise.reject(error);
    },
  });
  runner.start(null);
  await until(async () => (await visibleJobs(database))[0]?.state === state && tries > 0);
  await runner.stop();
  expect(await visibleJobs(database)).toMatchObject([{ state, says: error.message }]);
});
