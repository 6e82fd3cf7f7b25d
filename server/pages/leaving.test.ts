import { Unzip, UnzipInflate, unzipSync } from 'fflate';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AssetDetail, Page, PermissionOnFile, Site } from '@placard/core/contract';
import { linkToFile, type Block } from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { docx } from '../testing/documents.ts';
import { openServer, until, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';

const MEDIA = fileURLToPath(new URL('../../demo/media/', import.meta.url));
const LABEL = { alt: 'What it shows.', creator: 'Odd Farrow', licence: 'cc-by-4.0' };

let server: OpenServer;
let editor: Caller;
let reviewer: Caller;
let keeper: Caller;
let section: string;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  reviewer = await server.signIn('reviewer');
  keeper = await server.signIn('keeper');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(() => server.close());

const coloured = (background: string, width = 1600) =>
  sharp({ create: { width, height: 900, channels: 3, background } })
    .jpeg()
    .toBuffer();
const read = async (id: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
const prepared = (id: string) =>
  until(async () => {
    const asset = await read(id);
    if (asset.prepared === 'failed') throw new Error(asset.trouble ?? 'It could not be prepared.');
    return asset.prepared === 'done' && asset;
  });

async function hold(bytes: Buffer, title: string, label: object = LABEL): Promise<string> {
  const arrival = await settled(editor, await send(server, editor, bytes, `${title}.bin`));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  const id = body.accepted[0]?.asset ?? '';
  const { placardVersion: version } = await prepared(id);
  await editor.ask('PATCH', `/api/assets/${id}/placard`, { version, changes: label });
  return id;
}

const place = (type: 'picture' | 'film', asset: string, id: string, more: object = {}) =>
  ({
    type,
    attrs: {
      id,
      position: 'full',
      measure: 'column',
      gap: 20,
      asset,
      ownAlt: null,
      ownCaption: null,
      ...more,
    },
  }) as Block;
const begin = async (title: string, ...content: Block[]) =>
  (await editor.ask<Page>('POST', '/api/pages', { title, section, document: { type: 'doc', content } })).body;
const save = (page: Page, more: object = {}) =>
  editor.ask<{ version: number; title: string }>('PUT', `/api/pages/${page.id}`, {
    version: page.version,
    title: page.title,
    document: page.document,
    ...more,
  });

async function zipOf(id: string): Promise<Map<string, Buffer>> {
  const answer = await fetch(
    `${server.address.replace('localhost', '127.0.0.1')}/api/pages/${id}/hand-off/zip`,
    {
      headers: { cookie: editor.cookie },
    },
  );
  expect(answer.status).toBe(200);
  const files = new Map<string, Buffer>();
  const unzip = new Unzip((file) => {
    const parts: Uint8Array[] = [];
    file.ondata = (error, part, last) => {
      if (error) throw error;
      parts.push(part);
      if (last) files.set(file.name, Buffer.concat(parts));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  unzip.push(new Uint8Array(await answer.arrayBuffer()), true);
  return files;
}

describe('what stops a page', () => {
  it('keeps it back until a reviewer lets it go, with a reason that is kept', async () => {
    const id = await hold(await coloured('#123'), 'Still a comp', { ...LABEL, licence: 'comp' });
    const page = await begin('Tried out', place('picture', id, 'place-1'));
    const leave = () => editor.ask<{ title: string }>('GET', `/api/pages/${page.id}/hand-off`);
    const refused = await leave();
    expect(refused.status).toBe(409);
    expect(refused.body.title).toMatch(/still a comp.*Buy it.*A reviewer may let it go/);
    const wish = { rule: 'comp-left', where: 'place-1', reason: 'Agreed by telephone.' };
    expect((await editor.ask('POST', `/api/pages/${page.id}/let-go`, wish)).status).toBe(403);
    expect(
      (await reviewer.ask('POST', `/api/pages/${page.id}/let-go`, { ...wish, reason: ' ' })).status,
    ).toBe(400);
    expect(
      (await reviewer.ask('POST', `/api/pages/${page.id}/let-go`, { ...wish, rule: 'soft' })).status,
    ).toBe(404);
    const { body } = await reviewer.ask<{ findings: Finding[] }>(
      'POST',
      `/api/pages/${page.id}/let-go`,
      wish,
    );
    const gone = body.findings.find(({ rule }) => rule === 'comp-left')?.waived;
    expect(gone).toMatchObject({ by: 'reviewer', reason: 'Agreed by telephone.' });
    expect((await leave()).status).toBe(200);
    await reviewer.ask('DELETE', `/api/pages/${page.id}/let-go/${gone?.id}`);
    expect((await leave()).status).toBe(409);
  });

  it('that was let go of one thing is not let go of another in its place', async () => {
    const [one, other] = [
      await hold(await coloured('#234'), 'First comp', { ...LABEL, licence: 'comp' }),
      await hold(await coloured('#345'), 'Second comp', { ...LABEL, licence: 'comp' }),
    ];
    const page = await begin('Two comps', place('picture', one, 'place-1'));
    const wish = { rule: 'comp-left', where: 'place-1', reason: 'Agreed.' };
    await reviewer.ask('POST', `/api/pages/${page.id}/let-go`, wish);
    expect((await editor.ask('GET', `/api/pages/${page.id}/hand-off`)).status).toBe(200);
    const document = { type: 'doc' as const, content: [place('picture', other, 'place-1')] };
    await save(page, { document });
    expect((await editor.ask('GET', `/api/pages/${page.id}/hand-off`)).status).toBe(409);
  });
});

describe('an approval', () => {
  const wish = {
    kind: 'asked',
    giver: 'Odd Farrow',
    givenOn: '2026-05-03',
    until: '',
    commercial: true,
    changes: true,
    note: '',
  };
  const approved = async (title: string, colour: string) => {
    const id = await hold(await coloured(colour), title, { ...LABEL, licence: 'permission' });
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    await reviewer.ask('POST', `/api/permissions/${body.id}/decision`, { state: 'approved', says: 'Fine.' });
    const onFile = async () =>
      (await editor.ask<PermissionOnFile[]>('GET', `/api/assets/${id}/permissions`)).body[0];
    expect(await onFile()).toMatchObject({ state: 'approved' });
    return { id, onFile };
  };

  it('ends when the licence is changed, and says why', async () => {
    const { id, onFile } = await approved('Relicensed', '#456');
    const { placardVersion: version } = await read(id);
    await editor.ask('PATCH', `/api/assets/${id}/placard`, { version, changes: { caption: 'Only words.' } });
    expect(await onFile()).toMatchObject({ state: 'approved' });
    await editor.ask('PATCH', `/api/assets/${id}/placard`, {
      version: version + 1,
      changes: { licence: 'bought' },
    });
    expect(await onFile()).toMatchObject({
      state: 'unchecked',
      checkedBy: null,
      says: expect.stringMatching(
        /After it was approved, licence was changed from “With permission” to “Bought, royalty-free”/,
      ) as string,
    });
  });

  it('ends when its file is replaced, and says why', async () => {
    const { id, onFile } = await approved('Replaced', '#567');
    const arrival = await settled(editor, await send(server, editor, await coloured('#a11'), 'other.jpg'));
    await editor.ask('POST', '/api/arrivals/accept', {
      arrivals: [{ id: arrival.id, title: 'Other', section, instead: id }],
    });
    expect(await onFile()).toMatchObject({
      state: 'unchecked',
      says: expect.stringMatching(/its file was replaced/) as string,
    });
  });

  it('is needed for our own work where the policy says so', async () => {
    const id = await hold(await coloured('#678'), 'By ourselves', { ...LABEL, licence: 'own' });
    const page = await begin('Our own', place('picture', id, 'place-1'));
    const leave = async () => (await editor.ask('GET', `/api/pages/${page.id}/hand-off`)).status;
    const policy = { commercial: false, territory: [], approval: 'everything' };
    await keeper.ask('PUT', '/api/site/policy', policy);
    expect(await leave()).toBe(200);
    await keeper.ask('PUT', '/api/site/policy', { ...policy, ownWork: true });
    expect(await leave()).toBe(409);
    await keeper.ask('PUT', '/api/site/policy', { ...policy, approval: 'nothing' });
  });
});

describe('the files of a hand-off', () => {
  it('have one name each, though one is called like a file of another', async () => {
    const first = await hold(await coloured('#789'), 'Moon');
    const second = await hold(await coloured('#89a', 720), 'Moon 720');
    const { body: page } = await editor.ask<Page>('POST', '/api/pages', {
      title: 'Same names',
      section,
      document: {
        type: 'doc',
        content: [place('picture', first, 'place-1'), place('picture', second, 'place-2')],
      },
    });
    const { body } = await editor.ask<{
      codes: { html: string };
      data: string;
      files: { path: string; bytes: number }[];
    }>('GET', `/api/pages/${page.id}/hand-off`);
    const paths = body.files.map(({ path }) => path.toLowerCase());
    expect(new Set(paths).size).toBe(paths.length);
    const files = await zipOf(page.id);
    const named = new Set(
      [...`${body.codes.html} ${body.data}`.matchAll(/media\/[\w.-]+/g)].map(([path]) => path),
    );
    // Everything that is named is there, and everything that is there is named.
    expect([...named].sort()).toEqual([...files.keys()].filter((name) => name.startsWith('media/')).sort());
    for (const { path, bytes } of body.files) expect(files.get(path)?.length).toBe(bytes);
    const again = await editor.ask<{ codes: { html: string } }>('GET', `/api/pages/${page.id}/hand-off`);
    expect(again.body.codes.html).toBe(body.codes.html);
  });

  it('of a sound are that sound, written anew', async () => {
    const sound = await hold(await readFile(`${MEDIA}wind-in-the-pines.mp3`), 'Wind');
    const page = await begin('A sound', place('film', sound, 'place-1'));
    const { status, body } = await editor.ask<{ codes: { html: string } }>(
      'GET',
      `/api/pages/${page.id}/hand-off`,
    );
    expect(status).toBe(200);
    expect(body.codes.html).toContain('<source src="media/wind.mp3" type="audio/mpeg">');
    expect((await zipOf(page.id)).get('media/wind.mp3')?.length).toBeGreaterThan(1000);
  });

  it('of a film are what it is without what it came with, and its captions lie in the page that opens offline', async () => {
    const film = await hold(await readFile(`${MEDIA}finder-scope.mp4`), 'Assembled');
    await editor.ask('PUT', `/api/assets/${film}/captions`, {
      language: 'en',
      label: 'English',
      text: 'WEBVTT\n\n00:00.000 --> 00:01.000\nNorth\n',
    });
    const page = await begin('A film', place('film', film, 'place-1'));
    const { body } = await editor.ask<{ html: string; files: { path: string; bytes: number }[] }>(
      'GET',
      `/api/pages/${page.id}/hand-off`,
    );
    expect(body.files.find(({ path }) => path.endsWith('.vtt'))?.bytes).toBeGreaterThan(20);
    const files = await zipOf(page.id);
    const sheet = files.get('index.html')?.toString() ?? '';
    const [, data = ''] = /<track kind="captions" src="data:text\/vtt;base64,([^"]+)"/.exec(sheet) ?? [];
    expect(Buffer.from(data, 'base64').toString()).toContain('North');
    expect(files.get('fragment.html')?.toString()).toContain('src="media/assembled-en.vtt"');
    // Its label is written into the file a while after nobody writes on it any more.
    await until(async () => (await zipOf(page.id)).get('media/assembled.mp4')?.includes('Odd Farrow'));
  });
});

describe('captions', () => {
  it('that somebody has written since are not taken off by who means the ones before', async () => {
    const sound = await hold(await readFile(`${MEDIA}wind-in-the-pines.mp3`), 'Wind with words');
    const write = async (words: string) =>
      (
        await editor.ask<{ tracks: { id: string }[]; version: number }>(
          'PUT',
          `/api/assets/${sound}/captions`,
          { language: 'en', label: 'English', text: `WEBVTT\n\n00:00.000 --> 00:01.000\n${words}\n` },
        )
      ).body;
    const before = await write('First');
    const now = await write('Then');
    const track = `/api/tracks/${now.tracks[0]?.id}`;
    expect((await editor.ask('DELETE', `${track}?version=${before.version}`)).status).toBe(409);
    expect((await editor.ask<{ text: string }>('GET', track)).body.text).toContain('Then');
    expect((await editor.ask('DELETE', `${track}?version=${now.version}`)).status).toBe(200);
    expect((await editor.ask('GET', track)).status).toBe(404);
  });
});

describe('a save', () => {
  it('sent again since its answer was lost is the same save', async () => {
    const page = await begin('Sent twice', { type: 'paragraph' });
    const once = await save(page, { save: 'save-000001', title: 'Sent once' });
    expect(once.status).toBe(200);
    const again = await save(page, { save: 'save-000001', title: 'Sent once' });
    expect([again.status, again.body.version]).toEqual([200, once.body.version]);
    expect((await save(page, { save: 'save-000002' })).status).toBe(409);
  });

  it('that meets a swap is told of the swap, in the name of whoever swapped', async () => {
    const [one, other] = [
      await hold(await coloured('#9ab'), 'Old one'),
      await hold(await coloured('#abc'), 'New one'),
    ];
    const page = await begin('Swapped under', place('picture', one, 'place-1'));
    await keeper.ask('POST', '/api/assets/bin', { assets: [one], instead: other });
    const { status, body } = await save(page);
    expect(status).toBe(409);
    expect(body.title).toMatch(/^keeper put another file in the place of something/);
  });

  it.each(Array.from({ length: 8 }, (_, round) => [round]))(
    'and a binning of what it places never both succeed (%d)',
    async (round) => {
      const id = await hold(await coloured(`#${(0xbcd000 + round).toString(16)}`), `Wanted by two ${round}`);
      const page = await begin(`Placing ${round}`, { type: 'paragraph' });
      const document = { type: 'doc' as const, content: [place('picture', id, 'place-1')] };
      const [saved, binned] = await Promise.all([
        save(page, { document }),
        editor.ask<{ binned: string[]; used: { pages: { title: string }[] }[] }>('POST', '/api/assets/bin', {
          assets: [id],
        }),
      ]);
      const wasBinned = binned.body.binned.includes(id);
      expect(saved.status === 200).toBe(!wasBinned);
      if (wasBinned) expect(saved.body.title).toMatch(new RegExp(`“Wanted by two ${round}”.*out of the bin`));
      else expect(binned.body.used[0]?.pages[0]?.title).toBe(`Placing ${round}`);
    },
  );
});

describe('a document that leaves', () => {
  it('says nothing of who wrote it, and what else is in it is found before', async () => {
    const id = await hold(
      docx({
        'docProps/core.xml': '<c><dc:creator>Anna Example</dc:creator></c>',
        'word/vbaProject.bin': 'x',
      }),
      'Minutes',
    );
    expect((await read(id)).facts.note).toMatch(/macros/);
    const page = await begin('With minutes', {
      type: 'paragraph',
      content: [
        {
          type: 'text',
          text: 'The minutes',
          marks: [{ type: 'link', attrs: { href: linkToFile(id), newWindow: null } }],
        },
      ],
    });
    const { body } = await editor.ask<{ findings: Finding[] }>('GET', `/api/pages/${page.id}/proof`);
    expect(body.findings.map(({ rule, severity }) => `${rule} ${severity}`)).toContain(
      'document-active warn',
    );
    const file = [...(await zipOf(page.id))].find(([name]) => name.endsWith('.docx'));
    const parts = unzipSync(file?.[1] ?? Buffer.alloc(0));
    expect(Buffer.from(parts['docProps/core.xml'] ?? []).toString()).toBe('<c></c>');
    expect(parts['word/vbaProject.bin']).toBeDefined();
  });
});
