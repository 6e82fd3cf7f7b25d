import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { isDuplicate, openDatabase, type Database } from './database.ts';
import { job } from './schema.ts';

let database: Database;
let drop: () => Promise<void>;
beforeAll(async () => {
  let url: string;
  ({ url, drop } = await createTestDatabase());
  database = openDatabase(url);
  await database.insert(job).values([row('one'), row('other')]);
});
afterAll(async () => {
  await database.close();
  await drop();
});

const row = (id: string) => {
  const now = new Date();
  return { id, kind: 'test', subject: id, state: 'waiting' as const, createdAt: now, changedAt: now };
};
const saysOf = async (id: string) =>
  (await database.select({ says: job.says }).from(job).where(eq(job.id, id)))[0]?.says;

describe('two transactions that wait for one another', () => {
  /** Adds a letter to one row and then to another; the first time, only once both have begun. */
  function adding(letter: string, ids: string[], begun: () => Promise<void>) {
    let tries = 0;
    const done = database.transaction(async (transaction) => {
      const first = ++tries === 1;
      for (const [at, id] of ids.entries()) {
        await transaction
          .update(job)
          .set({ says: sql`concat(${job.says}, ${letter})` })
          .where(eq(job.id, id));
        if (at === 0 && first) await begun();
      }
    });
    return done.then(() => tries);
  }

  it('are both done, once each', async () => {
    let waiting: (() => void)[] = [];
    const begun = () =>
      new Promise<void>((resolve) => {
        waiting.push(resolve);
        if (waiting.length < 2) return;
        for (const go of waiting) go();
        waiting = [];
      });
    const tries = await Promise.all([
      adding('x', ['one', 'other'], begun),
      adding('y', ['other', 'one'], begun),
    ]);
    // One of them was broken off, and begun anew.
    expect(tries.toSorted()).toEqual([1, 2]);
    for (const id of ['one', 'other']) expect([...((await saysOf(id)) ?? '')].toSorted()).toEqual(['x', 'y']);
  });

  it('are not tried again for any other reason', async () => {
    let tries = 0;
    const again = database.transaction(async (transaction) => {
      tries++;
      await transaction.insert(job).values(row('one'));
    });
    const error = await again.then(
      () => null,
      (refused: unknown) => refused,
    );
    expect(isDuplicate(error)).toBe(true);
    expect(tries).toBe(1);
  });

  it('that fail leave nothing behind', async () => {
    const failing = database.transaction(async (transaction) => {
      await transaction.update(job).set({ says: 'half done' }).where(eq(job.id, 'other'));
      throw new Error('Something went wrong.');
    });
    await expect(failing).rejects.toThrow('Something went wrong.');
    expect(await saysOf('other')).not.toBe('half done');
  });
});
