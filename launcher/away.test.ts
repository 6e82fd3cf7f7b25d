import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openServer, until, type OpenServer } from '@placard/server/testing/openserver';
import { startMariaDb, type RunningDatabase } from './mariadb.ts';

let folder: string;
let database: RunningDatabase;
let server: OpenServer;
const usual = process.env['TEST_DATABASE_URL'];
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-away-'));
  // One of its own, since it is killed.
  database = await startMariaDb(folder, 'test-');
  process.env['TEST_DATABASE_URL'] = database.url;
  server = await openServer();
});
afterAll(async () => {
  await server.close();
  await database.stop();
  if (usual) process.env['TEST_DATABASE_URL'] = usual;
  await rm(folder, { recursive: true, force: true });
});

it('a database that is killed is said to be away, nobody is signed out, and everything goes on by itself', async () => {
  const editor = await server.signIn('editor');
  const { body: site } = await editor.ask<{ sections: { id: string }[] }>('GET', '/api/site');
  const { body: page } = await editor.ask<{ id: string; version: number }>('POST', '/api/pages', {
    title: 'Written through it',
    section: site.sections[0]?.id,
  });
  const save = () =>
    editor.ask<{ title: string }>('PUT', `/api/pages/${page.id}`, {
      version: page.version,
      title: 'Written through it',
      document: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Kept.' }] }] },
    });
  process.kill(Number(await readFile(join(folder, 'mariadb.pid'), 'utf8')), 'SIGKILL');
  const seen = new Map<number, string>();
  await until(async () => {
    const { status, body } = await save();
    seen.set(status, body.title);
    return status === 200;
  });
  expect([...seen.keys()].filter((status) => status !== 200 && status !== 503)).toEqual([]);
  expect(seen.get(503) ?? 'The database is away').toMatch(/database is away.*kept/);
  expect((await editor.ask('GET', '/api/me')).status).toBe(200);
});
