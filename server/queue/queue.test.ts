import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { migrateDatabase, openDatabase, type Database } from '../db/database.ts';
import { job } from '../db/schema.ts';
import { createEmptyDatabase } from '../testing/opendatabase.ts';
import { advance, enqueue, fail, finish, giveBack, jobOn, take, visibleJobs } from './queue.ts';
import { declareJobs } from './job.ts';
import { JOBS } from '../jobs/index.ts';

let database: Database;
let drop: () => Promise<void>;
beforeAll(async () => {
  declareJobs(JOBS);
  let url: string;
  ({ url, drop } = await createEmptyDatabase());
  // Two processes that start at once make the tables once.
  await Promise.all([migrateDatabase(url), migrateDatabase(url)]);
  database = openDatabase(url);
});
afterAll(async () => {
  await database.close();
  await drop();
});
beforeEach(() => database.delete(job));

describe('jobs', () => {
  it('asked for twice are done once', async () => {
    await Promise.all([
      enqueue(database, 'prepare', 'asset-1', 'a'),
      enqueue(database, 'prepare', 'asset-1', 'b'),
    ]);
    const [only, ...others] = await visibleJobs(database);
    expect(others).toEqual([]);
    expect(await jobOn(database, 'prepare', 'asset-1')).toBe(only?.id);
    expect(await jobOn(database, 'prepare', 'asset-2')).toBe('');
  });

  it('asked for again while they run are done again, whether that turn ends well or not', async () => {
    await enqueue(database, 'prepare', 'asset-1', '');
    const first = await take(database, 'w');
    if (!first) throw new Error('nothing to take');
    await enqueue(database, 'prepare', 'asset-1', '');
    await finish(database, first);
    const second = await take(database, 'w');
    expect(second?.id).toBe(first.id);
    if (!second) throw new Error('nothing to take');
    await enqueue(database, 'prepare', 'asset-1', '');
    // What failed is not what was asked for last, so it is not given up.
    expect(await fail(database, second, 'The file is damaged.', false)).toBe(false);
    const third = await take(database, 'w');
    if (!third) throw new Error('nothing to take');
    await finish(database, third);
    expect(await take(database, 'w')).toBeUndefined();
  });

  it('that somebody waits for come before renditions, however many of those were asked for first', async () => {
    for (let i = 0; i < 4; i++) await enqueue(database, 'prepare', `asset-${i}`, '');
    await enqueue(database, 'receive', 'arrival-1', '');
    await enqueue(database, 'fetch', 'arrival-2', '');
    const taken = [await take(database, 'w'), await take(database, 'w'), await take(database, 'w')];
    expect(taken.map((row) => row?.kind)).toEqual(['receive', 'fetch', 'prepare']);
  });

  it('are taken by one worker each, however many ask', async () => {
    for (let i = 0; i < 6; i++) await enqueue(database, 'prepare', `asset-${i}`, '');
    const taken = await Promise.all(Array.from({ length: 10 }, (_, i) => take(database, `worker-${i}`)));
    const subjects = taken.flatMap((row) => (row ? [row.subject] : []));
    expect(new Set(subjects).size).toBe(subjects.length);
    while (await take(database, 'worker-late')) subjects.push('');
    expect(subjects).toHaveLength(6);
  });

  it('of a worker that fell silent are taken up by another', async () => {
    await enqueue(database, 'prepare', 'asset-1', '');
    const first = await take(database, 'worker-1');
    expect(await take(database, 'worker-2')).toBeUndefined();
    await database.update(job).set({ leaseUntil: new Date(Date.now() - 1) });
    expect((await take(database, 'worker-2'))?.id).toBe(first?.id);
  });

  it('that fail for good are shown with the reason, and can be asked for again', async () => {
    await enqueue(database, 'prepare', 'asset-1', 'Preparing');
    const row = await take(database, 'worker-1');
    if (!row) throw new Error('nothing to take');
    expect(await fail(database, row, 'The file is damaged.', false)).toBe(true);
    expect(await visibleJobs(database)).toMatchObject([{ state: 'failed', says: 'The file is damaged.' }]);
    await enqueue(database, 'prepare', 'asset-1', 'Preparing');
    expect((await take(database, 'worker-1'))?.id).toBe(row.id);
  });

  it('asked for again after they ended are as new: their words, their time, their count', async () => {
    await enqueue(database, 'empty', 'site-1', 'Emptying the bin');
    const first = await take(database, 'w');
    if (!first) throw new Error('nothing to take');
    await advance(database, first.id, 3, 8);
    await fail(database, first, 'The disk is full.', false);
    await enqueue(database, 'empty', 'site-1', 'Emptying the bin');
    expect(await visibleJobs(database)).toMatchObject([
      { state: 'waiting', says: 'Emptying the bin', done: 0, total: 0 },
    ]);
    const second = await take(database, 'w');
    expect(second?.createdAt.getTime()).toBeGreaterThan(first.createdAt.getTime());
    expect(second?.attempts).toBe(1);
  });

  it('taken up again after a crash were asked for when they were', async () => {
    await enqueue(database, 'empty', 'site-1', '');
    const first = await take(database, 'worker-1');
    await database.update(job).set({ leaseUntil: new Date(Date.now() - 1) });
    expect((await take(database, 'worker-2'))?.createdAt).toEqual(first?.createdAt);
  });

  it('asked for while they wait keep their place in the queue', async () => {
    await enqueue(database, 'prepare', 'asset-1', '');
    await new Promise((resolve) => setTimeout(resolve, 5));
    await enqueue(database, 'prepare', 'asset-2', '');
    await enqueue(database, 'prepare', 'asset-1', '');
    expect((await take(database, 'w'))?.subject).toBe('asset-1');
  });

  it('asked for later begin no sooner', async () => {
    await enqueue(database, 'relabel', 'asset-1', '', 60_000);
    expect(await take(database, 'w')).toBeUndefined();
    await database.update(job).set({ leaseUntil: new Date(Date.now() - 1) });
    expect((await take(database, 'w'))?.subject).toBe('asset-1');
  });

  it('whose trouble may pass rest longer each time, then are given up', async () => {
    await enqueue(database, 'prepare', 'asset-1', '');
    const rests: number[] = [];
    for (let attempt = 1; ; attempt++) {
      await database.update(job).set({ leaseUntil: null });
      const row = await take(database, 'worker-1');
      if (!row) throw new Error('nothing to take');
      if (await fail(database, row, 'The disk is full.', true)) {
        expect(attempt).toBe(4);
        break;
      }
      expect(await take(database, 'worker-1')).toBeUndefined();
      const [resting] = await database.select().from(job).where(eq(job.id, row.id));
      rests.push((resting?.leaseUntil?.getTime() ?? 0) - Date.now());
    }
    expect(rests).toEqual([...rests].sort((a, b) => a - b));
  });

  it('that get further each time are not what their processes ended of', async () => {
    await enqueue(database, 'batch', 'batch-1', '');
    const turn = async (...reached: number[]) => {
      const row = await take(database, 'worker');
      if (!row) throw new Error('nothing to take');
      for (const done of reached) await advance(database, row.id, done, 9);
      await database.update(job).set({ leaseUntil: new Date(Date.now() - 1) });
      return row.lost;
    };
    // Each begins anew and ends a little later; the last three end at the same place.
    expect([await turn(1, 2), await turn(1, 2, 3), await turn(1, 2, 3, 4)]).toEqual([0, 1, 1]);
    expect([await turn(1, 2, 3, 4), await turn(1, 4), await turn()]).toEqual([1, 2, 3]);
  });

  it('whose worker ends on purpose wait for the next, with nothing counted against them', async () => {
    await enqueue(database, 'prepare', ['asset-1', 'asset-2'], '');
    const mine = await take(database, 'ending');
    const others = await take(database, 'another');
    await giveBack(database, 'ending');
    expect(await take(database, 'next')).toMatchObject({ id: mine?.id, lost: 0, attempts: 1 });
    expect(await take(database, 'next')).toBeUndefined();
    const [still] = await database
      .select()
      .from(job)
      .where(eq(job.id, others?.id ?? ''));
    expect(still?.leasedBy).toBe('another');
  });

  it('tell how far they are, and vanish when done', async () => {
    await enqueue(database, 'receive', 'arrival-1', 'Reading');
    const row = await take(database, 'worker-1');
    if (!row) throw new Error('nothing to take');
    await advance(database, row.id, 3, 8);
    expect(await visibleJobs(database)).toMatchObject([{ state: 'working', done: 3, total: 8 }]);
    await finish(database, row);
    expect(await visibleJobs(database)).toEqual([]);
  });
});
