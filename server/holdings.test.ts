import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Asset, AssetDetail, Site, Summary } from '@placard/core/contract';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

const FILM = fileURLToPath(new URL('./testing/files/tiny.mp4', import.meta.url));

let server: OpenServer;
let editor: Caller;
let keeper: Caller;
let reviewer: Caller;
let section: string;
const ids: Record<string, string> = {};

async function hold(title: string, bytes: Buffer, fileName: string, label: object = {}): Promise<string> {
  const arrival = await settled(editor, await send(server, editor, bytes, fileName));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  const id = body.accepted[0]?.asset ?? '';
  ids[title] = id;
  if (Object.keys(label).length > 0)
    await editor.ask('PATCH', `/api/assets/${id}/placard`, { version: 1, changes: label });
  return id;
}
const paper = (colour: string) =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: colour } })
    .png()
    .toBuffer();
const assetOf = async (title: string) =>
  (await editor.ask<AssetDetail>('GET', `/api/assets/${ids[title]}`)).body;

beforeAll(async () => {
  server = await openServer();
  [editor, keeper, reviewer] = [
    await server.signIn('editor'),
    await server.signIn('keeper'),
    await server.signIn('reviewer'),
  ];
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  await hold('Red', await paper('#b00'), 'red.png', { creator: 'Jun Ito', keywords: 'paper, red' });
  await hold('Green', await paper('#0b0'), 'green.png', { creator: 'Jun Ito', alt: 'Green paper' });
  await hold('Blue', await paper('#00b'), 'blue.png', {
    creator: '=HYPERLINK("https://evil.example")',
    licence: 'cc-by-4.0',
    keywords: 'paper',
  });
  await hold('The sky turning', await readFile(FILM), 'sky.mp4');
});
afterAll(() => server.close());

describe('shortlists', () => {
  interface Line {
    id: string;
    name: string;
    assets: number;
    by: string;
  }
  const lists = async () => (await editor.ask<Line[]>('GET', '/api/shortlists')).body;
  const begin = async (name: string) =>
    (await editor.ask<{ id: string }>('POST', '/api/shortlists', { name })).body.id;
  const put = (list: string, titles: string[], caller = editor) =>
    caller.ask<{ assets: string[] }>('POST', `/api/shortlists/${list}/add`, {
      assets: titles.map((title) => ids[title] ?? title),
    });
  const found = async (list: string) =>
    (
      await editor.ask<{ assets: Asset[] }>('GET', `/api/assets?shortlist=${list}&sort=title`)
    ).body.assets.map(({ placard }) => placard.title);

  it('hold each asset once, whoever puts it there, and say what was new', async () => {
    const list = await begin('For the front page');
    expect((await put(list, ['Red', 'Green'])).body.assets).toHaveLength(2);
    expect((await put(list, ['Green', 'Blue'])).body.assets).toEqual([ids['Blue']]);
    await Promise.all([put(list, ['The sky turning']), put(list, ['The sky turning'], keeper)]);
    expect(await lists()).toMatchObject([{ name: 'For the front page', assets: 4, by: 'editor' }]);
    expect(await found(list)).toEqual(['Blue', 'Green', 'Red', 'The sky turning']);
    const taken = await editor.ask<{ assets: string[] }>('POST', `/api/shortlists/${list}/take`, {
      assets: [ids['Green'], ids['Red'], 'nothing-here'],
    });
    expect(new Set(taken.body.assets)).toEqual(new Set([ids['Green'], ids['Red']]));
    expect(await found(list)).toEqual(['Blue', 'The sky turning']);
    await editor.ask('DELETE', `/api/shortlists/${list}`);
    expect((await assetOf('Blue')).placard.title).toBe('Blue');
  });

  it('do not count what lies in the bin, and have it again when it is put back', async () => {
    const list = await begin('Two of them');
    await put(list, ['Red', 'Blue']);
    await editor.ask('POST', '/api/assets/bin', { assets: [ids['Red']] });
    expect((await lists())[0]?.assets).toBe(1);
    expect(await found(list)).toEqual(['Blue']);
    await editor.ask('POST', '/api/assets/restore', { assets: [ids['Red']] });
    expect(await found(list)).toEqual(['Blue', 'Red']);
    await editor.ask('DELETE', `/api/shortlists/${list}`);
  });

  it('take nothing that is not held', async () => {
    const list = await begin('Empty');
    expect((await put(list, ['nothing-here', 'nor-this-one'])).body.assets).toEqual([]);
    await editor.ask('DELETE', `/api/shortlists/${list}`);
    for (const [method, path, body] of [
      ['PATCH', '', { name: 'Late' }],
      ['POST', '/add', { assets: [ids['Red']] }],
      ['POST', '/take', { assets: [ids['Red']] }],
      ['DELETE', '', undefined],
    ] as const) {
      const answer = await editor.ask<{ title: string }>(method, `/api/shortlists/${list}${path}`, body);
      expect(answer.status).toBe(404);
      expect(answer.body.title).toMatch(/does not exist any more/);
    }
  });

  it.each([[''], ['   '], ['x'.repeat(121)]])('are not named %j', async (name) => {
    expect((await editor.ask('POST', '/api/shortlists', { name })).status).toBe(400);
  });
});

describe('kept searches', () => {
  const kept = async (caller: Caller) =>
    (await caller.ask<{ id: string; name: string; query: string }[]>('GET', '/api/kept-searches')).body;
  const keep = (caller: Caller, name: string, query: string) =>
    caller.ask<{ id: string }>('POST', '/api/kept-searches', { name, query });

  it('are one’s own, and the same name again says what it is now', async () => {
    const { body } = await keep(editor, 'Without alt text', 'lacking=alt');
    await keep(reviewer, 'Without alt text', 'lacking=licence');
    expect((await keep(editor, 'Without alt text', 'lacking=alt&kind=picture')).body.id).toBe(body.id);
    expect(await kept(editor)).toMatchObject([{ query: 'lacking=alt&kind=picture' }]);
    expect(await kept(reviewer)).toMatchObject([{ query: 'lacking=licence' }]);
    expect((await reviewer.ask('DELETE', `/api/kept-searches/${body.id}`)).status).toBe(404);
    expect((await editor.ask('DELETE', `/api/kept-searches/${body.id}`)).status).toBe(200);
    expect(await kept(editor)).toEqual([]);
    expect(await kept(reviewer)).toHaveLength(1);
  });
});

describe('captions', () => {
  const put = (title: string, body: object) =>
    editor.ask<{ title: string; tracks: { language: string; label: string; url: string }[] }>(
      'PUT',
      `/api/assets/${ids[title]}/captions`,
      body,
    );
  const SRT = '1\r\n00:00:01,000 --> 00:00:02,500\r\n<script>alert(1)</script> & the sky\r\n';

  it('in SRT become WebVTT, one track for each language, on the second origin', async () => {
    const english = { language: 'en', label: 'English', text: SRT };
    expect((await put('The sky turning', english)).status).toBe(200);
    const { body } = await put('The sky turning', {
      ...english,
      label: 'English, corrected',
      text: 'WEBVTT\n\n00:01.000 --> 00:02.000\nThe sky turns.\n',
    });
    expect(body.tracks.map(({ language, label }) => [language, label])).toEqual([
      ['en', 'English, corrected'],
    ]);
    const url = body.tracks[0]?.url ?? '';
    expect(new URL(url).origin).toBe(server.content);
    const answer = await fetch(url);
    expect(answer.headers.get('content-type')).toMatch(/^text\/vtt/);
    expect(await answer.text()).toMatch(/^WEBVTT\n\n00:00:01.000 --> 00:00:02.000\nThe sky turns\./);
  });

  it('keep words as words', async () => {
    const { body } = await put('The sky turning', { language: 'nl', label: 'Nederlands', text: SRT });
    const url = body.tracks.find(({ language }) => language === 'nl')?.url ?? '';
    expect(await (await fetch(url)).text()).not.toContain('<script>');
  });

  it.each<[string, string, object, number]>([
    ['a picture', 'Red', { language: 'en', label: 'English', text: SRT }, 422],
    ['no captions', 'The sky turning', { language: 'en', label: 'English', text: 'hello' }, 422],
    ['a language in words', 'The sky turning', { language: 'English', label: 'x', text: SRT }, 400],
    ['a language with a path', 'The sky turning', { language: '../en', label: 'x', text: SRT }, 400],
    ['no name', 'The sky turning', { language: 'en', label: ' ', text: SRT }, 400],
  ])('for %s are refused in a sentence', async (_, title, body, status) => {
    const answer = await put(title, body);
    expect(answer.status).toBe(status);
    expect(answer.body.title).toMatch(/\.$/);
  });
});

describe('a download of many', () => {
  const pack = (assets: string, caller = editor) =>
    fetch(`${server.address.replace('localhost', '127.0.0.1')}/api/assets/pack.zip`, {
      method: 'POST',
      headers: { cookie: caller.cookie, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ assets }),
    });

  it('has their original bytes, and a list of credits that no spreadsheet runs', async () => {
    const answer = await pack([ids['Red'], ids['Blue'], 'nothing-here'].join(','), reviewer);
    expect(answer.headers.get('content-disposition')).toContain('originals.zip');
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
    expect(Object.keys(files).toSorted()).toEqual(['blue.png', 'credits.csv', 'red.png']);
    expect(Buffer.from(files['red.png'] ?? [])).toEqual(await paper('#b00'));
    const { data } = Papa.parse<Record<string, string>>(
      Buffer.from(files['credits.csv'] ?? []).toString('utf8'),
      { header: true, skipEmptyLines: true },
    );
    expect(data.map(({ file, title }) => [file, title])).toEqual([
      ['blue.png', 'Blue'],
      ['red.png', 'Red'],
    ]);
    expect(data[0]?.['creator']).toBe(`'=HYPERLINK("https://evil.example")`);
    expect(data[0]?.['credit']).toContain('CC BY 4.0');
  });

  it.each([[''], ['nothing-here'], ["x' or 1=1 --"]])('of %j is refused in a sentence', async (assets) => {
    const answer = await pack(assets);
    expect(answer.status).toBe(404);
    expect(((await answer.json()) as { title: string }).title).toMatch(/held here any more/);
  });
});

describe('many at once', () => {
  const keywords = async (title: string) => (await assetOf(title)).placard.keywords;

  it('are given keywords and lose them, and what stood there comes back', async () => {
    const assets = [ids['Red'], ids['Green'], ids['Blue']];
    const { body } = await editor.ask<{ before: object[] }>('POST', '/api/assets/keywords', {
      assets,
      add: 'craft, Paper',
      remove: 'red',
    });
    expect([await keywords('Red'), await keywords('Green'), await keywords('Blue')]).toEqual([
      'paper, craft',
      'craft, Paper',
      'paper, craft',
    ]);
    await editor.ask('POST', '/api/assets/label', { labels: body.before });
    expect([await keywords('Red'), await keywords('Green')]).toEqual(['paper, red', '']);
  });

  it('say what they have in common and what they lack', async () => {
    const { body } = await editor.ask<Summary>('POST', '/api/assets/summary', {
      assets: [ids['Red'], ids['Green'], ids['Blue']],
    });
    expect(body.total).toBe(3);
    expect(body.common.creator?.[0]).toEqual({ value: 'Jun Ito', assets: 2 });
    expect(new Set(body.lacking.alt)).toEqual(new Set([ids['Red'], ids['Blue']]));
    expect(new Set(body.lacking.licence)).toEqual(new Set([ids['Red'], ids['Green']]));
  });

  it('are labelled all or not at all', async () => {
    const answer = await editor.ask('POST', '/api/assets/label', {
      labels: [
        { assets: [ids['Red']], changes: { caption: 'A caption' } },
        { assets: [ids['Green']], changes: { licence: 'no such licence at all' } },
      ],
    });
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect((await assetOf('Red')).placard.caption).toBe('');
  });

  it('are moved all or not at all', async () => {
    const { body } = await editor.ask<{ id: string }>('POST', '/api/sections', {
      title: 'News',
      parent: null,
    });
    const answer = await editor.ask('POST', '/api/assets/move', {
      moves: [
        { section: body.id, assets: [ids['Red']] },
        { section: 'nothing-here', assets: [ids['Green']] },
      ],
    });
    expect(answer.status).toBe(404);
    expect((await assetOf('Red')).section.title).toBe('Visit');
  });

  it('more than five thousand are too many', async () => {
    const assets = Array.from({ length: 5001 }, (_, at) => `asset-${at}`);
    expect((await editor.ask('POST', '/api/assets/bin', { assets })).status).toBe(400);
  });

  it('are binned and emptied while the same is asked twice', async () => {
    const gone = [
      await hold('One', await paper('#111'), '1.png'),
      await hold('Two', await paper('#222'), '2.png'),
    ];
    await editor.ask('POST', '/api/assets/bin', { assets: gone });
    const twice = await Promise.all([
      editor.ask('POST', '/api/assets/empty-bin', {}),
      keeper.ask('POST', '/api/assets/empty-bin', {}),
    ]);
    expect(twice.map(({ status }) => status)).toEqual([200, 200]);
    for (const id of gone)
      await until(async () => (await editor.ask('GET', `/api/assets/${id}`)).status === 404);
  });
});
