import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page, PageList, PageVersion, PageVersionLine, Site } from '@placard/core/contract';
import type { Block, PageDocument } from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';

let server: OpenServer;
let editor: Caller;
let keeper: Caller;
let sections: string[];

beforeAll(async () => {
  server = await openServer();
  [editor, keeper] = await Promise.all([server.signIn('editor'), server.signIn('keeper')]);
  sections = (await editor.ask<Site>('GET', '/api/site')).body.sections.map(({ id }) => id);
});
afterAll(() => server.close());

const words = (text: string, href?: string): Block => ({
  type: 'paragraph',
  content: [{ type: 'text', text, ...(href ? { marks: [{ type: 'link', attrs: { href } }] } : {}) }],
});
const heading = (text: string): Block => ({
  type: 'heading',
  attrs: { level: 2 },
  content: [{ type: 'text', text }],
});
const doc = (...content: Block[]): PageDocument => ({ type: 'doc', content });
const begin = async (title: string, document: PageDocument = doc(words('One'))) =>
  (await editor.ask<Page>('POST', '/api/pages', { title, section: sections[0], document })).body;
const read = async (id: string) => (await editor.ask<Page>('GET', `/api/pages/${id}`)).body;
const change = (id: string, body: object) => editor.ask<Page>('PATCH', `/api/pages/${id}`, body);
const arrange = (pages: string[], to: object) =>
  editor.ask<{ done: number; linkedFrom: { id: string }[] }>('POST', '/api/pages/arrange', { pages, to });
const follow = (address: string) =>
  editor.ask<{ page: string; address: string }>(
    'GET',
    `/api/addresses?address=${encodeURIComponent(address)}`,
  );
const found = async (id: string) =>
  (await editor.ask<{ findings: Finding[] }>('GET', `/api/pages/${id}/proof`)).body.findings;
const listed = async (query: string) =>
  (await editor.ask<PageList>('GET', `/api/pages?${query}`)).body.pages.map(({ id }) => id);

describe('the address of a page', () => {
  it('leads on when the page has another, and links to it go with it', async () => {
    const target = await begin('Where to park', doc(heading('By the gate')));
    const linking = await begin('Finding us', doc(words('Parking', `page:${target.id}#by-the-gate`)));
    expect(await found(linking.id)).toEqual([]);
    const moved = await change(target.id, { slug: 'parking', section: sections[1], title: 'Parking' });
    expect(moved.body).toMatchObject({ title: 'Parking', formerAddresses: [target.address] });
    expect(moved.body.address).not.toBe(target.address);
    expect((await follow(`${target.address}/`)).body).toEqual({
      page: target.id,
      address: moved.body.address,
    });
    const { body } = await editor.ask<{ codes: { html: string } }>(
      'GET',
      `/api/pages/${linking.id}/hand-off`,
    );
    // Made names carry their page, where it becomes a part of another.
    const carried = `${moved.body.address.slice(1).replaceAll('/', '-')}-by-the-gate`;
    expect(body.codes.html).toContain(`<a href="${moved.body.address}#${carried}">Parking</a>`);
    expect(await found(linking.id)).toEqual([]);
  });

  it('is refused where another page has it, and leads nowhere else once one has it again', async () => {
    const [one, two] = [await begin('Night one'), await begin('Night two')];
    expect((await change(two.id, { slug: one.slug })).status).toBe(409);
    expect((await change(two.id, { slug: 'Not An Address' })).status).toBe(400);
    await change(one.id, { slug: 'night-first' });
    expect((await follow(one.address)).body.page).toBe(one.id);
    await change(two.id, { slug: one.slug });
    expect((await follow(one.address)).body.page).toBe(two.id);
    expect((await read(one.id)).formerAddresses).toEqual([]);
  });

  it('leads on when its section is renamed, and no more once somebody says so', async () => {
    const { body: made } = await keeper.ask<{ id: string }>('POST', '/api/sections', {
      title: 'Autumn',
      parent: null,
    });
    const page = await begin('Star party');
    await arrange([page.id], { do: 'move', section: made.id });
    const before = await read(page.id);
    expect(before.address).toBe('/autumn/star-party');
    await keeper.ask('PATCH', `/api/sections/${made.id}`, { title: 'Late autumn' });
    expect((await read(page.id)).address).toBe('/late-autumn/star-party');
    expect((await follow('/autumn/star-party')).body.address).toBe('/late-autumn/star-party');
    await editor.ask(
      'DELETE',
      `/api/pages/${page.id}/addresses?address=${encodeURIComponent('/autumn/star-party')}`,
    );
    expect((await follow('/autumn/star-party')).status).toBe(404);
    expect((await follow('/nowhere')).status).toBe(404);
  });
});

it('a new title is a version of its own, so that a window that has the page open does not write the old one over it', async () => {
  const page = await begin('Once so called');
  expect((await change(page.id, { title: 'Now so called' })).body.version).toBe(2);
  const late = { version: 1, title: 'Once so called', document: page.document };
  expect((await editor.ask('PUT', `/api/pages/${page.id}`, late)).status).toBe(409);
  const { body: lines } = await editor.ask<PageVersionLine[]>('GET', `/api/pages/${page.id}/versions`);
  expect(lines.map(({ title }) => title)).toEqual(['Now so called', 'Once so called']);
  // The same title again, or another address, is none.
  expect((await change(page.id, { title: 'Now so called', slug: 'now' })).body.version).toBe(2);
});

describe('a link to a page of ours', () => {
  it('is broken while that page lies in the bin, and mended by bringing it back', async () => {
    const target = await begin('Soup');
    const linking = await begin('Food', doc(words('Soup', `page:${target.id}`)));
    const { body } = await arrange([target.id], { do: 'bin' });
    expect(body).toMatchObject({ done: 1, linkedFrom: [{ id: linking.id }] });
    expect((await found(linking.id)).map(({ rule }) => rule)).toEqual(['link-broken']);
    expect(await listed('words=Food&state=to-mend')).toEqual([linking.id]);
    await arrange([target.id], { do: 'restore' });
    expect(await found(linking.id)).toEqual([]);
    expect(await listed('words=Food&state=to-mend')).toEqual([]);
  });

  it('is doubtful while visitors do not see that page, unless they do not see the link either', async () => {
    const target = await begin('Rota');
    const linking = await begin('Volunteers', doc(words('the rota', `page:${target.id}`)));
    expect(await found(linking.id)).toEqual([]);
    const show = async (version: number, shown: object | null) =>
      editor.ask('PUT', `/api/pages/${target.id}`, { version, title: 'Rota', document: doc(), shown });
    await show(1, { ours: true });
    expect((await found(linking.id)).map(({ rule, severity }) => `${rule} ${severity}`)).toEqual([
      'link-hidden warn',
    ]);
    expect(await listed('words=Volunteers&state=to-look-at')).toEqual([linking.id]);
    await editor.ask('PUT', `/api/pages/${linking.id}`, {
      version: 1,
      title: 'Volunteers',
      document: linking.document,
      shown: { ours: true },
    });
    expect(await found(linking.id)).toEqual([]);
    await show(2, null);
    expect(await found(linking.id)).toEqual([]);
  });

  it('is broken where its place was taken out of that page', async () => {
    const target = await begin('Dates', doc(heading('November'), words('x')));
    const linking = await begin('Plan', doc(words('When', `page:${target.id}#november`)));
    expect(await found(linking.id)).toEqual([]);
    await editor.ask('PUT', `/api/pages/${target.id}`, {
      version: 1,
      title: 'Dates',
      document: doc(heading('December')),
    });
    expect((await found(linking.id)).map(({ says }) => says)).toEqual([
      'The link “When” leads to a place called “november”, which “Dates” does not have any more.',
    ]);
  });
});

describe('places in pages', () => {
  const places = async (text: string) =>
    (
      await editor.ask<{ page: string; title: string; anchor: string; words: string }[]>(
        'GET',
        `/api/places?words=${encodeURIComponent(text)}`,
      )
    ).body.map(({ title, anchor, words: said }) => [title, anchor, said]);

  it('are found by their words in any page, and not in the bin', async () => {
    const zenith = await begin('At the zenith', doc(heading('Überblick: 100% “Zenith”'), heading('Ladders')));
    await begin('Steps', doc(heading('Zenith ladder'), words('Zenith in words is no place.')));
    expect(await places('zenith')).toEqual([
      ['At the zenith', 'ueberblick-100-zenith', 'Überblick: 100% “Zenith”'],
      ['Steps', 'zenith-ladder', 'Zenith ladder'],
    ]);
    expect(await places('ZENITH lad')).toEqual([['Steps', 'zenith-ladder', 'Zenith ladder']]);
    expect(await places('überblick')).toHaveLength(1);
    expect(await places('…')).toEqual([]);
    await arrange([zenith.id], { do: 'bin' });
    expect(await places('überblick')).toEqual([]);
  });
});

describe('many pages at once', () => {
  it('go into the bin, out of the lists and counts, back, and away for good', async () => {
    const pages = [await begin('Bin one'), await begin('Bin two')].map(({ id }) => id);
    await arrange(pages, { do: 'bin' });
    expect(await listed('words=Bin')).toEqual([]);
    expect((await listed('words=Bin&state=binned')).toSorted()).toEqual(pages.toSorted());
    expect((await editor.ask('GET', `/api/pages/${pages[0]}/hand-off`)).status).toBe(409);
    await arrange([pages[0] ?? ''], { do: 'restore' });
    // What does not lie in the bin is not taken away.
    expect((await arrange(pages, { do: 'remove' })).body.done).toBe(1);
    expect((await editor.ask('GET', `/api/pages/${pages[1]}`)).status).toBe(404);
    expect((await editor.ask('GET', `/api/pages/${pages[0]}`)).status).toBe(200);
  });

  it('move with a free address each', async () => {
    const [one, two] = [await begin('Same name'), await begin('Same name')];
    await arrange([one.id], { do: 'move', section: sections[2] });
    await arrange([two.id], { do: 'move', section: sections[2] });
    const addresses = [(await read(one.id)).slug, (await read(two.id)).slug];
    expect(new Set(addresses).size).toBe(2);
    expect((await arrange([one.id], { do: 'move', section: 'no-such-section' })).status).toBe(404);
  });

  it('are not for reviewers', async () => {
    const reviewer = await server.signIn('reviewer');
    expect(
      (await reviewer.ask('POST', '/api/pages/arrange', { pages: ['page-12345'], to: { do: 'bin' } })).status,
    ).toBe(403);
  });
});

it('a page begun from another has its words, and an address of its own', async () => {
  const from = await begin('Winter talks', doc(words('Come at eight.')));
  const { body } = await editor.ask<Page>('POST', `/api/pages/${from.id}/copy`, { title: 'Spring talks' });
  expect(body.document.content).toEqual(from.document.content);
  expect([body.slug, body.section.id, body.version]).toEqual(['spring-talks', from.section.id, 1]);
});

describe('the versions of a page', () => {
  it('are every save of it, with its facts, and can be read', async () => {
    const made = await begin('Versions', doc(words('One')));
    for (const [at, text] of ['Two', 'Three'].entries())
      await editor.ask('PUT', `/api/pages/${made.id}`, {
        version: at + 1,
        title: `Versions ${text}`,
        document: doc(words(text)),
        facts: { description: text, keyPhrase: '', lead: null, listing: null },
        shown: { from: '2026-12-01' },
      });
    const { body: lines } = await editor.ask<PageVersionLine[]>('GET', `/api/pages/${made.id}/versions`);
    expect(lines.map(({ number, title }) => [number, title])).toEqual([
      [3, 'Versions Three'],
      [2, 'Versions Two'],
      [1, 'Versions'],
    ]);
    const { body: second } = await editor.ask<PageVersion>('GET', `/api/pages/${made.id}/versions/2`);
    expect(second).toMatchObject({
      document: { content: [words('Two')] },
      facts: { description: 'Two' },
      shown: { from: '2026-12-01' },
    });
    expect((await editor.ask('GET', `/api/pages/${made.id}/versions/9`)).status).toBe(404);
    // A window that says nothing of the facts leaves them as they are.
    await editor.ask('PUT', `/api/pages/${made.id}`, {
      version: 3,
      title: 'x',
      document: doc(words('Four')),
    });
    expect(await read(made.id)).toMatchObject({
      facts: { description: 'Three' },
      shown: { from: '2026-12-01' },
    });
  });

  it('say when they were handed off', async () => {
    const made = await begin('Handed off');
    await editor.ask('PUT', `/api/pages/${made.id}`, { version: 1, title: 'x', document: doc(words('Two')) });
    // What is handed off says of which version it is, whatever a window has read of the page before.
    const ready = await editor.ask<{ version: number }>('GET', `/api/pages/${made.id}/hand-off`);
    expect(ready.body.version).toBe(2);
    const handedOff = async () =>
      (await editor.ask<PageVersionLine[]>('GET', `/api/pages/${made.id}/versions`)).body[0]?.handedOffAt;
    // Asking for the files alone says nothing: a link of another site can do that.
    const zip = await fetch(`${server.address}/api/pages/${made.id}/hand-off/zip`, {
      headers: { cookie: editor.cookie },
    });
    expect((await zip.arrayBuffer()).byteLength).toBeGreaterThan(100);
    expect(await handedOff()).toBeNull();
    await editor.ask('POST', `/api/pages/${made.id}/handed-off`, { version: ready.body.version });
    expect(await handedOff()).toMatch(/^\d{4}-/);
  });
});

it('what is not shown on a day is in neither the page that leaves nor its proof on that day', async () => {
  const later: Block = { ...words('Doors open at nine.'), attrs: { when: { from: '2099-01-01' } } } as never;
  const ours: Block = { ...words('Key under the stone.'), attrs: { when: { ours: true } } } as never;
  const made = await begin('Shown later', doc(words('Always.'), later, ours));
  const { body } = await editor.ask<{ codes: { html: string } }>('GET', `/api/pages/${made.id}/hand-off`);
  expect(body.codes.html).toBe('<p>Always.</p>');
  const seen = async (query: string) => {
    const { body: proof } = await editor.ask<{ preview: string }>(
      'GET',
      `/api/pages/${made.id}/proof${query}`,
    );
    return (await fetch(proof.preview)).text();
  };
  expect(await seen('')).not.toContain('Doors open');
  expect(await seen('?on=2099-01-01')).toContain('Doors open');
  expect(await seen('?on=2099-01-01')).not.toContain('under the stone');
  expect(await seen('?ours=yes')).toContain('under the stone');
  expect((await found(made.id)).map(({ rule, severity }) => [rule, severity])).toEqual([
    ['shown-later', 'note'],
  ]);
});
