import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Page, Problem, Site } from '@placard/core/contract';
import { anyPage } from '@placard/core/testing';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
let page: Page;

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  const section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  page = (await editor.ask<Page>('POST', '/api/pages', { title: 'Whatever comes', section })).body;
});
afterAll(() => server.close());

/** A value with something else somewhere in it. */
function spoilt(value: unknown, path: readonly number[], other: unknown): unknown {
  const [at, ...deeper] = path;
  if (at === undefined || typeof value !== 'object' || value === null) return other;
  const names = Object.keys(value);
  const name = names[at % Math.max(1, names.length)];
  if (name === undefined) return other;
  const next = spoilt((value as Record<string, unknown>)[name], deeper, other);
  return Array.isArray(value) ? value.with(Number(name), next) : { ...value, [name]: next };
}

const body = fc
  .tuple(anyPage, fc.array(fc.nat(9), { maxLength: 9 }), fc.jsonValue())
  .map(([document, path, other]) =>
    spoilt(
      {
        document,
        facts: { description: '', keyPhrase: '', lead: null, listing: null },
        shown: { from: '2026-12-01' },
        title: 'Whatever comes',
      },
      path,
      other,
    ),
  );

it('whatever JSON is sent as a page is taken whole or refused in a sentence, and the page can be read', async () => {
  let version = page.version;
  const answered = new Set<number>();
  await fc.assert(
    fc.asyncProperty(body, async (given) => {
      const sent = typeof given === 'object' && given !== null ? { version, ...given } : given;
      const { status, body: said } = await editor.ask<Partial<Page> & Partial<Problem>>(
        'PUT',
        `/api/pages/${page.id}`,
        sent,
      );
      answered.add(status);
      expect([200, 400, 409, 413, 422]).toContain(status);
      if (status === 200) version = said.version ?? version;
      else expect(said.title).toMatch(/^[\p{Lu}“].{8,}\.$/su);
      const read = await editor.ask<Page>('GET', `/api/pages/${page.id}`);
      expect([read.status, read.body.version]).toEqual([200, version]);
    }),
    { numRuns: 150 },
  );
  // Some of it was refused; nothing of it is held here, so that what is placed never is.
  expect(answered.has(400)).toBe(true);
});
