import { mkdtemp, rm, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openDatabase, type Database } from '../db/database.ts';
import { arrival, site } from '../db/schema.ts';
import { found } from '../people/found.ts';
import { createTestDatabase } from '../testing/opendatabase.ts';
import { announceArrival, endAbandoned } from './arrivals.ts';
import { receivedBytes } from '../store/uploads.ts';

let database: Database;
let drop: () => Promise<void>;
let uploads: string;
let siteId: string;
beforeAll(async () => {
  let url: string;
  ({ url, drop } = await createTestDatabase());
  database = openDatabase(url);
  uploads = await mkdtemp(join(tmpdir(), 'placard-uploads-'));
  await found(database, {
    name: 'A site',
    language: 'en',
    measures: [],
    style: '',
    sections: [],
    people: [],
    approvedHosts: [],
  });
  siteId = (await database.select().from(site))[0]?.id ?? '';
});
afterAll(async () => {
  await database.close();
  await drop();
  await rm(uploads, { recursive: true, force: true });
});

it('uploads that nobody goes on with end: what never began soon, what rests in the middle after a day', async () => {
  for (const id of ['never-begun', 'fresh-one', 'half-way-now', 'half-way-old'])
    await announceArrival(database, { id, siteId, fileName: `${id}.jpg`, bytes: 10, personId: '' });
  for (const id of ['half-way-now', 'half-way-old']) await writeFile(join(uploads, id), 'abc');
  const hours = (count: number) => count * 3_600_000;
  const later = Date.now() + hours(48);
  await utimes(join(uploads, 'half-way-now'), later / 1000, (later - hours(2)) / 1000);
  await endAbandoned(database, uploads, Date.now() + 1000);
  expect(await database.$count(arrival)).toBe(4);
  await endAbandoned(database, uploads, later);
  const left = new Map((await database.select().from(arrival)).map((row) => [row.id, row]));
  expect([...left.keys()].sort()).toEqual(['half-way-now', 'half-way-old']);
  expect(left.get('half-way-now')?.state).toBe('sending');
  expect(left.get('half-way-old')).toMatchObject({
    state: 'refused',
    says: 'Nobody went on sending this for a day. Send it again.',
  });
  expect(await receivedBytes(uploads, 'half-way-old')).toBe(0);
});
