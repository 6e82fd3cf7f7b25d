import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../db/database.ts';
import { changeLog } from '../db/schema.ts';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { AnswerCache } from './answercache.ts';

let database: ReturnType<typeof openDatabase>;
let drop: () => Promise<void>;
beforeAll(async () => {
  const made = await createTestDatabase();
  database = openDatabase(made.url);
  drop = made.drop;
});
afterAll(async () => {
  await database.close();
  await drop();
});

const tell = (id?: number) =>
  database
    .insert(changeLog)
    .values({ ...(id ? { id } : {}), kind: 'page', subject: 'page-1', at: new Date() });

describe('an answer', () => {
  it('is worked out once for all who ask at once, and again only after something has changed', async () => {
    const cache = new AnswerCache(database);
    let worked = 0;
    const ask = (name = 'stages') => cache.ask(name, async () => ++worked);
    expect(await Promise.all([ask(), ask(), ask()])).toEqual([1, 1, 1]);
    expect(await ask()).toBe(1);
    await tell();
    expect(await ask()).toBe(2);
    expect(await ask('another')).toBe(3);
    expect(await ask()).toBe(2);
  });

  it('is none any more when a change comes whose number was given before', async () => {
    const cache = new AnswerCache(database);
    await tell(1000);
    let worked = 0;
    const ask = () => cache.ask('stages', async () => ++worked);
    expect(await ask()).toBe(1);
    await tell(900);
    expect(await ask()).toBe(2);
  });

  it('that failed is worked out again', async () => {
    const cache = new AnswerCache(database);
    let worked = 0;
    const ask = () =>
      cache.ask('stages', async () => {
        if (++worked === 1) throw new Error('away');
        return worked;
      });
    await expect(ask()).rejects.toThrow('away');
    expect(await ask()).toBe(2);
  });
});
