import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Asset, AssetDetail, Counts, Page, Site } from '@placard/core/contract';
import type { PageDocument } from '@placard/core/page';
import { openServer, until, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let section: string;
const ids: Record<string, string> = {};

interface Answer {
  otherwise?: string | null;
  assets: Asset[];
  total: number;
  counts: Counts | null;
}
const search = async (query: string) => (await editor.ask<Answer>('GET', `/api/assets?${query}`)).body;
const titles = async (query: string) => (await search(query)).assets.map(({ placard }) => placard.title);

async function hold(
  title: string,
  colour: string,
  size: [number, number],
  label: object,
  by: Caller = editor,
): Promise<void> {
  const [width, height] = size;
  const bytes = await sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();
  const arrival = await settled(by, await send(server, by, bytes, `${title}.png`));
  const { body } = await by.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  const id = body.accepted[0]?.asset ?? '';
  ids[title] = id;
  await editor.ask('PATCH', `/api/assets/${id}/placard`, { version: 1, changes: label });
}

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  await hold('Red ridge', '#b02020', [300, 200], { alt: 'A ridge at dusk', licence: 'own' });
  const keeper = await server.signIn('keeper');
  await hold('Blue lake', '#2040b0', [200, 301], { licence: 'cc-by-4.0', creator: 'Jun Ito' }, keeper);
  await hold('Blue ridge', '#2050c0', [240, 240], {
    alt: 'x',
    licence: 'cc-by-4.0',
    source: 'The Æther Archive',
  });
  await until(async () => (await search('lacking=prep&limit=0')).total === 0);
});
afterAll(() => server.close());

describe('finding what is held', () => {
  it('offers what is nearly written so where nothing is found', async () => {
    expect(await search('words=blue+rigde')).toMatchObject({ total: 0, otherwise: 'blue ridge' });
    expect(await search('words=zebra')).toMatchObject({ total: 0, otherwise: null });
    // Wherever in the word it is, and what else was asked stays.
    for (const word of ['ridgge', 'tidge', 'rigde', 'irdge', 'ridgr', 'rodge', 'rige'])
      expect(await search(`words=${word}+-red`)).toMatchObject({ total: 0, otherwise: 'ridge -red' });
    expect(await search('words=%22no+such%22+rigde')).toMatchObject({ otherwise: 'ridge "no such"' });
  });

  it.each([
    ['words=ridge', ['Blue ridge', 'Red ridge']],
    ['words=rid+blu', ['Blue ridge']],
    ['words=ito', ['Blue lake']],
    ['words=at', ['Red ridge']],
    ['words=%2B-*%22(%27)', ['Blue ridge', 'Blue lake', 'Red ridge']],
    ['words=the+archive', ['Blue ridge']],
    ['words=%22blue+ridge%22', ['Blue ridge']],
    ['words=%22ridge+blue%22', []],
    ['words=ridge+-red', ['Blue ridge']],
    ['words=-ridge', ['Blue lake']],
    ['words=ridges', ['Blue ridge', 'Red ridge']],
    ['words=lakes+-%22blue+ridge%22', ['Blue lake']],
    ['words=rchiv', ['Blue ridge']],
    ['words=chi', []],
    ['words=ridge.png', ['Blue ridge', 'Red ridge']],
    ['colour=blue', ['Blue ridge', 'Blue lake']],
    ['shape=portrait', ['Blue lake']],
    ['shape=square', ['Blue ridge']],
    ['licence=cc-by-4.0&lacking=alt', ['Blue lake']],
    ['lacking=credit', ['Blue ridge']],
    ['use=unused&colour=red', ['Red ridge']],
    ['use=used', []],
    ['since=2999-01-01', []],
    ['sort=title', ['Blue lake', 'Blue ridge', 'Red ridge']],
  ])('%s finds %j', async (query, expected) => {
    const found = await titles(query);
    if (query.includes('sort=title') || expected.length < 2) expect(found).toEqual(expected);
    else expect(found.toSorted()).toEqual([...expected].toSorted());
  });

  it.each([
    ['added', ({ addedAt }: Asset) => addedAt],
    ['title', ({ placard }: Asset) => placard.title.toLowerCase()],
    ['pixels', ({ facts }: Asset) => facts.width * facts.height],
    ['bytes', ({ bytes }: Asset) => bytes],
    ['by', ({ addedBy }: Asset) => addedBy],
    ['licence', ({ placard }: Asset) => placard.licence],
  ])('is put in order by %s, both ways', async (sort, keyOf) => {
    const keys = async (order: string) =>
      (await search(`sort=${sort}&order=${order}`)).assets.map((asset) => keyOf(asset));
    const up = await keys('up');
    expect(new Set(up).size).toBeGreaterThan(1);
    expect(up).toEqual(up.toSorted((a, b) => (a < b ? -1 : a > b ? 1 : 0)));
    expect(await keys('down')).toEqual(up.toReversed());
  });

  it('counts what each further condition would leave, each facet without itself', async () => {
    const { counts, total } = await search('colour=blue&counted=yes');
    expect(total).toBe(2);
    expect(counts?.colour).toEqual({ red: 1, blue: 2 });
    expect(counts?.shape).toEqual({ portrait: 1, square: 1 });
    expect(counts?.lacking).toMatchObject({ alt: 1, credit: 1 });
    expect(counts?.use).toEqual({ unused: 2 });
  });

  it('refuses a day that is none', async () => {
    expect((await editor.ask('GET', '/api/assets?since=2026-99-99')).status).toBe(400);
  });

  it('goes on where the last part ended', async () => {
    const whole = await titles('sort=title');
    expect([
      ...(await titles('sort=title&limit=2')),
      ...(await titles('sort=title&limit=2&offset=2')),
    ]).toEqual(whole);
  });
});

describe('many at once', () => {
  it('labels change together and can be taken back', async () => {
    const which = [ids['Red ridge'], ids['Blue lake']];
    const { body } = await editor.ask<{ before: unknown[] }>('POST', '/api/assets/label', {
      labels: [{ assets: which, changes: { source: 'Our archive' } }],
    });
    expect(await titles('words=archive&sort=title')).toEqual(['Blue lake', 'Blue ridge', 'Red ridge']);
    await editor.ask('POST', '/api/assets/label', { labels: body.before });
    expect(await titles('words=archive')).toEqual(['Blue ridge']);
  });

  it('what lies in the bin is out of sight until it is restored, and gone when it is emptied', async () => {
    const assets = [ids['Red ridge']];
    const file = (await editor.ask<AssetDetail>('GET', `/api/assets/${ids['Red ridge']}`)).body.original;
    await editor.ask('POST', '/api/assets/bin', { assets });
    expect(await titles('words=red')).toEqual([]);
    expect(await titles('bin=yes')).toEqual(['Red ridge']);
    await editor.ask('POST', '/api/assets/restore', { assets });
    expect(await titles('words=red')).toEqual(['Red ridge']);
    await editor.ask('POST', '/api/assets/bin', { assets });
    await editor.ask('POST', '/api/assets/empty-bin');
    await expect.poll(() => titles('bin=yes')).toEqual([]);
    await expect.poll(async () => (await fetch(file)).status).toBe(404);
  });

  it('what stands in a page is not binned but named; a replacement takes its place at the same position', async () => {
    const [used, other] = [ids['Blue lake'] ?? '', ids['Blue ridge'] ?? ''];
    await editor.ask('PATCH', `/api/assets/${used}/placard`, { version: 4, changes: { alt: 'A lake' } });
    const document = {
      type: 'doc',
      content: [
        {
          type: 'picture',
          attrs: {
            id: 'placement-1',
            position: 'beside-left',
            measure: 'aside',
            gap: 16,
            asset: used,
            ownAlt: null,
            ownCaption: null,
          },
        },
      ],
    } as unknown as PageDocument;
    const created = await editor.ask<Page>('POST', '/api/pages', { title: 'By the lake', section, document });
    expect(created.status).toBe(200);
    expect(await titles('use=used')).toEqual(['Blue lake']);
    const refused = await editor.ask<{ binned: string[]; used: object[] }>('POST', '/api/assets/bin', {
      assets: [used],
    });
    expect(refused.body).toMatchObject({
      binned: [],
      used: [{ title: 'Blue lake', pages: [{ title: 'By the lake' }] }],
    });
    const swapped = await editor.ask<{ binned: string[] }>('POST', '/api/assets/bin', {
      assets: [used],
      instead: other,
    });
    expect(swapped.body.binned).toEqual([used]);
    const { body } = await editor.ask<Page>('GET', `/api/pages/${created.body.id}`);
    expect(body.document.content[0]).toMatchObject({
      attrs: { asset: other, position: 'beside-left', measure: 'aside' },
    });
    expect(await titles('use=used')).toEqual(['Blue ridge']);
  });
});
