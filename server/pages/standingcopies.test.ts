import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page, PageList, PageVersionLine, Site } from '@placard/core/contract';
import type { Block, PageDocument } from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
let section: string;

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(() => server.close());

let places = 0;
const words = (text: string): Block => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const heading = (text: string): Block => ({
  type: 'heading',
  attrs: { level: 2 },
  content: [{ type: 'text', text }],
});
const uses = (copy: string): Block => ({ type: 'standingCopy', attrs: { id: `place-${++places}`, copy } });
const doc = (...content: Block[]): PageDocument => ({ type: 'doc', content });
const begin = (title: string, document: PageDocument, copy = false) =>
  editor.ask<Page>('POST', '/api/pages', { title, section, document, ...(copy ? { copy } : {}) });
const keep = async (title: string, ...content: Block[]) => (await begin(title, doc(...content), true)).body;
const save = (page: Page, document: PageDocument) =>
  editor.ask<{ version: number }>('PUT', `/api/pages/${page.id}`, {
    version: page.version,
    title: page.title,
    document,
  });
const read = async (id: string) => (await editor.ask<Page>('GET', `/api/pages/${id}`)).body;
const html = async (id: string) =>
  (await editor.ask<{ codes: { html: string } }>('GET', `/api/pages/${id}/hand-off`)).body.codes.html;
const found = async (id: string) =>
  (await editor.ask<{ findings: Finding[] }>('GET', `/api/pages/${id}/proof`)).body.findings;
const usedIn = async (id: string) =>
  (await editor.ask<{ title: string }[]>('GET', `/api/pages/${id}/uses`)).body.map(({ title }) => title);
const bin = (id: string, what: 'bin' | 'restore') =>
  editor.ask<{ linkedFrom: { title: string }[] }>('POST', '/api/pages/arrange', {
    pages: [id],
    to: { do: what },
  });
const listed = async (query: string) =>
  (await editor.ask<PageList>('GET', `/api/pages?${query}`)).body.pages.map(({ title }) => title);

describe('standing copy', () => {
  it('stands in every page that uses it, and what is changed once is changed in all', async () => {
    const copy = await keep('Ask us', heading('Ask us'), words('We answer on Mondays.'));
    const pages = [
      (await begin('One', doc(words('First.'), uses(copy.id)))).body,
      (await begin('Two', doc(uses(copy.id), words('Second.')))).body,
    ];
    for (const { id } of pages) expect(await html(id)).toContain('<p>We answer on Mondays.</p>');
    expect(await usedIn(copy.id)).toEqual(['One', 'Two']);
    await save(copy, doc(words('We answer on Fridays.')));
    for (const { id } of pages) {
      expect(await html(id)).toContain('<p>We answer on Fridays.</p>');
      // What pages are stored as has none of it.
      expect(JSON.stringify((await read(id)).document)).not.toContain('Fridays');
    }
  });

  it('has versions of its own', async () => {
    const copy = await keep('Versions', words('Before.'));
    await save(copy, doc(words('After.')));
    const { body } = await editor.ask<PageVersionLine[]>('GET', `/api/pages/${copy.id}/versions`);
    expect(body.map(({ number }) => number)).toEqual([2, 1]);
  });

  it('may stand in a page twice, each with names of its own', async () => {
    const note: Block = {
      type: 'together',
      attrs: { key: 'slides-key', setting: 'slides' },
      content: [1, 2].map((n) => ({ type: 'item' as const, content: [words(`Slide ${n}.`)] })),
    };
    const copy = await keep('Twice', note);
    const page = (await begin('Twice in one', doc(uses(copy.id), uses(copy.id)))).body;
    const ids = [...(await html(page.id)).matchAll(/ id="([^"]+)"/g)].map(([, id]) => id);
    expect(ids).toHaveLength(4);
    expect(new Set(ids).size).toBe(4);
  });

  it('is no page: it is in no list and no count of pages, and they are not in its', async () => {
    const before = (await editor.ask<{ pages: number }>('GET', '/api/stages')).body;
    const copy = await keep('Nowhere listed', words('Kept.'));
    expect((await editor.ask('GET', '/api/stages')).body).toEqual(before);
    expect(await listed('words=Nowhere')).toEqual([]);
    expect(await listed('copy=yes&words=Nowhere')).toEqual([copy.title]);
    expect(await listed('copy=yes&words=One')).toEqual([]);
  });

  it('comes round to nothing: it holds no other, and a page may use only what is one', async () => {
    const copy = await keep('Outer', words('Outer.'));
    const inside = await begin('Inner', doc(uses(copy.id)), true);
    expect(inside.status).toBe(422);
    expect(JSON.stringify(inside.body)).toContain('holds no other standing copy');
    const itself = await save(copy, doc(uses(copy.id)));
    expect(itself.status).toBe(422);
    expect((await read(copy.id)).document.content).toEqual([words('Outer.')]);
    const page = (await begin('Only a page', doc(words('Page.')))).body;
    for (const other of [page.id, 'nobody-knows'])
      expect((await begin('Uses it', doc(uses(other)))).status).toBe(422);
  });

  it('is looked for where it stands: what is wrong in it is found in the pages, told at its place, and mended where it is kept', async () => {
    const copy = await keep('Faulty', { ...heading('Deep'), attrs: { level: 4 } } as Block);
    const page = (await begin('Uses the faulty', doc(words('Words.'), uses(copy.id)))).body;
    const [place] = page.document.content.flatMap((block) =>
      'attrs' in block && block.type === 'standingCopy' ? [block.attrs.id] : [],
    );
    const [finding] = await found(page.id);
    expect(finding?.rule).toBe('headings-out-of-order');
    const broken = await keep('Broken link', {
      type: 'paragraph',
      content: [{ type: 'text', text: 'Nowhere', marks: [{ type: 'link', attrs: { href: '#nowhere' } }] }],
    });
    const other = (await begin('Uses the broken', doc(uses(broken.id)))).body;
    expect((await found(other.id)).map(({ rule }) => rule)).toEqual(['link-broken']);
    expect(place).toBeDefined();
  });

  it('in the bin, it is missed where it stood, which is told at once, and comes back with it', async () => {
    const copy = await keep('Binned', words('Here and gone.'));
    const page = (await begin('Misses it', doc(words('Words.'), uses(copy.id)))).body;
    const { body } = await bin(copy.id, 'bin');
    expect(body.linkedFrom.map(({ title }) => title)).toEqual(['Misses it']);
    const [finding] = await found(page.id);
    expect(finding).toMatchObject({
      rule: 'copy-gone',
      severity: 'stop',
      remedies: [{ says: 'Remove it' }],
    });
    expect(await listed('state=to-mend&words=Misses')).toEqual(['Misses it']);
    await bin(copy.id, 'restore');
    expect(await found(page.id)).toEqual([]);
    expect(await listed('state=to-mend&words=Misses')).toEqual([]);
    expect(await html(page.id)).toContain('Here and gone.');
  });

  it('shows each of its blocks when that is to be seen', async () => {
    const later = {
      ...words('Not before 2090.'),
      attrs: { when: { from: '2090-01-01' } },
    } as unknown as Block;
    const copy = await keep('In time', words('Always.'), later);
    const page = (await begin('Uses it in time', doc(uses(copy.id)))).body;
    expect(await html(page.id)).toContain('Always.');
    expect(await html(page.id)).not.toContain('2090');
  });
});
