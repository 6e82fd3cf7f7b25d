import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { TableLook } from '@placard/core/contract';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
let keeper: Caller;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  keeper = await server.signIn('keeper');
});
afterAll(() => server.close());

const looks = async (who: Caller) => (await who.ask<Record<string, TableLook>>('GET', '/api/me/tables')).body;

describe('how somebody wants a table', () => {
  it('is kept for that person alone, and changed in place', async () => {
    expect(await looks(editor)).toEqual({});
    await editor.ask('PUT', '/api/me/tables/ledger', { hidden: ['by'], widths: { title: 240 } });
    await editor.ask('PUT', '/api/me/tables/names', { hidden: [], widths: {} });
    const wanted = { hidden: ['by', 'bytes'], widths: { title: 300, uses: 60 } };
    expect((await editor.ask('PUT', '/api/me/tables/ledger', wanted)).status).toBe(200);
    expect(await looks(editor)).toEqual({ ledger: wanted, names: { hidden: [], widths: {} } });
    expect(await looks(keeper)).toEqual({});
  });

  it.each([
    [{ hidden: [], widths: { title: 5 } }],
    [{ hidden: [], widths: { title: 1e9 } }],
    [{ hidden: ['a b'], widths: {} }],
    [{ hidden: Array.from({ length: 41 }, (_, at) => `c${at}`), widths: {} }],
  ])('is not kept where it makes no sense: %j', async (look) => {
    expect((await editor.ask('PUT', '/api/me/tables/ledger', look)).status).toBe(400);
  });
});
