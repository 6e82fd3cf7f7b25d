import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Changed, Page, Site } from '@placard/core/contract';
import { openDatabase } from '../db/database.ts';
import { changeLog } from '../db/schema.ts';
import { openServer, until, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
let site: Site;

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  site = (await editor.ask<Site>('GET', '/api/site')).body;
});
afterAll(() => server.close());

/** Listens as a window does; gives what it is told of, and how it stops. */
async function listen(address: string) {
  const abort = new AbortController();
  const answer = await fetch(`${address}/api/events`, {
    headers: { cookie: editor.cookie },
    signal: abort.signal,
  });
  const changeLog: Changed[] = [];
  const read = async () => {
    let text = '';
    for await (const bytes of answer.body ?? []) {
      text += new TextDecoder().decode(bytes as Uint8Array);
      const parts = text.split('\n\n');
      text = parts.pop() ?? '';
      for (const part of parts) {
        const data = /^event: changed\ndata: (.*)$/m.exec(part)?.[1];
        if (data) changeLog.push(JSON.parse(data) as Changed);
      }
    }
  };
  read().catch(() => {});
  return { changeLog, stop: () => abort.abort() };
}
const begin = async (title: string) =>
  (await editor.ask<Page>('POST', '/api/pages', { title, section: site.sections[0]?.id })).body;

describe('an open window', () => {
  it('is told what changed, by kind and id, and of nothing else', async () => {
    const made = await begin('Watched');
    const window = await listen(server.address);
    await until(async () => window.changeLog.some(({ page }) => page?.includes(made.id)));
    window.changeLog.length = 0;
    const { body: list } = await editor.ask<{ id: string }>('POST', '/api/shortlists', { name: 'Autumn' });
    await until(async () => window.changeLog.length > 0);
    expect(window.changeLog).toEqual([{ shortlist: [list.id] }]);
    window.changeLog.length = 0;
    await editor.ask('PUT', `/api/pages/${made.id}`, {
      version: made.version,
      title: 'Watched still',
      document: made.document,
    });
    await until(async () => window.changeLog.length > 0);
    expect(window.changeLog).toEqual([{ page: [made.id] }]);
    window.stop();
  });

  it('is told what another process did', async () => {
    const window = await listen(server.address);
    const leave = await server.join();
    const made = await begin('From elsewhere');
    await until(async () => window.changeLog.some(({ page }) => page === 'all' || page?.includes(made.id)));
    window.stop();
    await leave();
  });

  it('is told that all have changed where they are too many to name', async () => {
    const window = await listen(server.address);
    const made = await begin('One of many');
    await until(async () => window.changeLog.some(({ page }) => page?.includes(made.id)));
    window.changeLog.length = 0;
    const database = openDatabase(server.databaseUrl);
    await database.insert(changeLog).values(
      Array.from({ length: 260 }, (_, at) => ({
        kind: 'page' as const,
        subject: `many-${at}`,
        at: new Date(),
      })),
    );
    await database.close();
    await until(async () => window.changeLog.length > 0);
    expect(window.changeLog).toEqual([{ page: 'all' }]);
    window.stop();
  });
});
