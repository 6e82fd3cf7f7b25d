import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page, Site } from '@placard/core/contract';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
});
afterAll(() => server.close());

const sections = async () => (await editor.ask<Site>('GET', '/api/site')).body.sections;
const begin = async (title: string, parent: string | null = null) =>
  (await editor.ask<{ id: string; title: string }>('POST', '/api/sections', { title, parent })).body.id;
const tree = async () => {
  const rows = await sections();
  const path = (id: string): string => {
    const row = rows.find((row) => row.id === id);
    return row ? `${row.parent ? `${path(row.parent)}/` : ''}${row.slug}` : '';
  };
  return rows.map(({ id }) => path(id)).toSorted();
};

describe('sections', () => {
  it('get folder names in lower case without blanks, numbered where they are taken', async () => {
    const news = await begin('Sky News & Été');
    await begin('Sky news été');
    await begin('Sky News Été');
    await begin('Sky News & Été', news);
    expect(await tree()).toEqual([
      'sky-news-and-ete',
      'sky-news-and-ete/sky-news-and-ete',
      'sky-news-ete',
      'sky-news-ete-2',
      'visit',
    ]);
  });

  it('are moved with what lies in them, but never into themselves', async () => {
    const [outer, inner] = [await begin('Outer'), await begin('Loose')];
    const innermost = await begin('Innermost', inner);
    await editor.ask('PATCH', `/api/sections/${inner}`, { parent: outer });
    expect(await tree()).toContain('outer/loose/innermost');
    const { status, body } = await editor.ask<{ title: string }>('PATCH', `/api/sections/${outer}`, {
      parent: innermost,
    });
    expect(status).toBe(422);
    expect(body.title).toMatch(/cannot be moved into itself/);
    await editor.ask('PATCH', `/api/sections/${inner}`, { parent: null });
    expect(await tree()).toContain('loose/innermost');
  });

  it('are merged with their pages and sections, none of which is lost or loses its place', async () => {
    const [from, into] = [await begin('From'), await begin('Into')];
    await begin('Same', from);
    await begin('Same', into);
    const [one, two] = [from, into].map((section) =>
      editor.ask<Page>('POST', '/api/pages', { title: 'A page', section }),
    );
    const moved = (await one)?.body.id;
    await two;
    expect((await editor.ask('POST', `/api/sections/${from}/merge`, { into })).status).toBe(200);
    expect(await tree()).toEqual(expect.arrayContaining(['into/same', 'into/same-2']));
    expect((await sections()).map(({ id }) => id)).not.toContain(from);
    const { body } = await editor.ask<Page>('GET', `/api/pages/${moved}`);
    expect(body).toMatchObject({ slug: 'a-page-2', section: { id: into } });
  });

  it('are not taken away while they hold something, and say what', async () => {
    const held = await begin('Full');
    await begin('Inside', held);
    const { status, body } = await editor.ask<{ title: string }>('DELETE', `/api/sections/${held}`);
    expect([status, body.title]).toEqual([
      422,
      '“Full” still holds sections. Merge it into another section instead.',
    ]);
    expect((await editor.ask('DELETE', `/api/sections/${await begin('Empty')}`)).status).toBe(200);
  });

  it('stay a tree when two arrange them at once', async () => {
    const [a, b] = [await begin('A one'), await begin('B one')];
    const answers = await Promise.all([
      editor.ask('PATCH', `/api/sections/${a}`, { parent: b }),
      editor.ask('PATCH', `/api/sections/${b}`, { parent: a }),
    ]);
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 422]);
  });

  it('are arranged by editors only', async () => {
    const reviewer = await server.signIn('reviewer');
    expect((await reviewer.ask('POST', '/api/sections', { title: 'No', parent: null })).status).toBe(403);
  });
});
