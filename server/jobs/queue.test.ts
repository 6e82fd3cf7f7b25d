import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { migrateDatabase, openDatabase, type Database } from '../db/database.ts';
import { job } from '../db/schema.ts';
import { advance, enqueue, fail, finish, take, visibleJobs } from './queue.ts';

const base = process.env['TEST_DATABASE_URL'] ?? '';
const name = `placard_${randomBytes(6).toString('hex')}`;
let database: Database;
beforeAll(async () => {
  const connection = await mysql.createConnection(base);
  await connection.query(`CREATE DATABASE ${name}`);
  await connection.end();
  const url = base.replace(/\/placard$/, `/${name}`);
  // Two processes that start at once make the tables once.
  await Promise.all([migrateDatabase(url), migrateDatabase(url)]);
  database = openDatabase(url);
});
afterAll(async () => {
  await database.execute(`DROP DATABASE ${name}`);
  await database.close();
});
beforeEach(() => database.delete(job));

describe('jobs', () => {
  it('asked for twice are done once', async () => {
    const ids = await Promise.all([
      enqueue(database, 'prepare', 'asset-1', 'a'),
      enqueue(database, 'prepare', 'asset-1', 'b'),
    ]);
    expect(ids[0]).toBe(ids[1]);
    expect(await visibleJobs(database)).toHaveLength(1);
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

  it('tell how far they are, and vanish when done', async () => {
    const id = await enqueue(database, 'receive', 'arrival-1', 'Reading');
    await take(database, 'worker-1');
    await advance(database, id, 3, 8);
    expect(await visibleJobs(database)).toMatchObject([{ state: 'working', done: 3, total: 8 }]);
    await finish(database, id);
    expect(await visibleJobs(database)).toEqual([]);
  });
});
