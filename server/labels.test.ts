import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import type {
  AssetDetail,
  Ending,
  Judged,
  LabelChange,
  LabelSheet,
  Page,
  PermissionOnFile,
  ReplacedPlace,
  Site,
} from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { openDatabase } from './db/database.ts';
import { placard } from './db/schema.ts';
import { refreshEnded } from './search/searchrows.ts';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let reviewer: Caller;
let keeper: Caller;
let section: string;

async function hold(title: string, label: Partial<Placard> = {}): Promise<string> {
  const background = `#${Buffer.from(title.padEnd(3, '.')).toString('hex').slice(0, 6)}`;
  const bytes = await sharp({ create: { width: 400, height: 300, channels: 3, background } })
    .jpeg()
    .withExif({ IFD0: { Software: title } })
    .toBuffer();
  const arrival = await settled(editor, await send(server, editor, bytes, `${title}.jpg`));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  const id = body.accepted[0]?.asset ?? '';
  // What is not prepared keeps a page back.
  await until(async () => (await read(id)).prepared === 'done');
  await write(id, { alt: `What ${title} shows.`, ...label });
  return id;
}

const read = async (id: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
const write = async (id: string, changes: Partial<Placard>, caller = editor) => {
  const { placardVersion: version } = await read(id);
  return caller.ask('PATCH', `/api/assets/${id}/placard`, { version, changes });
};
const judged = async (id: string) => (await editor.ask<Judged>('GET', `/api/assets/${id}/may-we`)).body;
const changesOf = async (id: string) =>
  (await editor.ask<LabelChange[]>('GET', `/api/assets/${id}/label-changes`)).body;
const page = async (title: string, ...assets: string[]) =>
  (
    await editor.ask<Page>('POST', '/api/pages', {
      title,
      section,
      document: {
        type: 'doc',
        content: assets.map((asset, at) => ({
          type: 'picture',
          attrs: {
            id: `place-${at}x`,
            position: 'centred',
            measure: 'column',
            gap: 12,
            asset,
            ownAlt: null,
            ownCaption: null,
          },
        })),
      },
    })
  ).body;

let foreign: Server;
let foreignOrigin: string;

beforeAll(async () => {
  foreign = createServer((_request, response) =>
    response
      .writeHead(200, { 'content-type': 'text/html' })
      .end('<p>You may, says the page.<script>1</script>'),
  );
  await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve));
  foreignOrigin = `http://127.0.0.1:${(foreign.address() as AddressInfo).port}`;
  server = await openServer({ PLACARD_TRUSTED_OUTSIDE: foreignOrigin });
  [editor, reviewer, keeper] = [
    await server.signIn('editor'),
    await server.signIn('reviewer'),
    await server.signIn('keeper'),
  ];
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(async () => {
  await server.close();
  foreign.close();
});

describe('a label’s changes', () => {
  it('are all on record, and one is taken back without the ones after it', async () => {
    const id = await hold('Record', { creator: 'Iro Vale', licence: 'cc-by-4.0' });
    await write(id, { caption: 'First', creator: 'I. Vale' });
    await write(id, { caption: 'Second' }, reviewer);
    const changes = await changesOf(id);
    expect(changes.map(({ after, by }) => [after, by])).toMatchObject([
      [{ caption: 'Second' }, 'reviewer'],
      [{ caption: 'First', creator: 'I. Vale' }, 'editor'],
      [{ creator: 'Iro Vale' }, 'editor'],
    ]);
    expect(changes[1]?.before).toEqual({ caption: '', creator: 'Iro Vale' });
    const { body } = await editor.ask<{ left: string[] }>(
      'POST',
      `/api/label-changes/${changes[1]?.id}/undo`,
      {},
    );
    // The caption was changed again since.
    expect(body.left).toEqual(['caption']);
    expect((await read(id)).placard).toMatchObject({ caption: 'Second', creator: 'Iro Vale' });
    expect((await changesOf(id))[0]).toMatchObject({ source: 'undo', after: { creator: 'Iro Vale' } });
  });

  it('of many belong together', async () => {
    const ids = [await hold('Many one'), await hold('Many two')];
    await editor.ask('POST', '/api/assets/label', {
      labels: [{ assets: ids, changes: { source: 'The club' } }],
    });
    expect((await changesOf(ids[0] ?? ''))[0]).toMatchObject({ source: 'many', together: 2 });
  });

  it('that change nothing are none', async () => {
    const id = await hold('Same', { caption: 'Here' });
    const { placardVersion } = await read(id);
    await write(id, { caption: 'Here' });
    expect((await read(id)).placardVersion).toBe(placardVersion);
  });
});

describe('may we?', () => {
  it('answers for every place, with what is done to the picture there', async () => {
    const id = await hold('Strict', { creator: 'Iro Vale', licence: 'cc-by-nd-4.0' });
    const { id: where } = await page('Strict page', id);
    expect((await judged(id)).places).toMatchObject([
      { title: 'Strict page', changes: [], answer: { verdict: 'if' } },
    ]);
    await until(async () => (await read(id)).prepared === 'done');
    const { body: saved } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/versions`, {
      preparation: {
        edits: [{ kind: 'crop', x: 0, y: 0, width: 200, height: 200 }],
        focal: { x: 0.5, y: 0.5 },
        narrow: null,
        output: { modern: null, quality: { way: 'usual' } },
      },
      use: { page: where, place: 'place-0x' },
    });
    expect(saved.id).toBeTruthy();
    const { asItIs, places } = await judged(id);
    expect(asItIs.verdict).toBe('if');
    expect(places[0]).toMatchObject({ changes: ['cropped'], answer: { verdict: 'no' } });
    const { body: proof } = await editor.ask<{ findings: { rule: string; says: string }[] }>(
      'GET',
      `/api/pages/${where}/proof`,
    );
    expect(proof.findings.find(({ rule }) => rule === 'terms-against')?.says).toMatch(/It is cropped/);
  });

  it('follows what the site is for, in answers and in searches', async () => {
    const id = await hold('Nobody’s business', { creator: 'Iro Vale', licence: 'cc-by-nc-4.0' });
    const found = async () =>
      (await editor.ask<{ assets: { id: string }[] }>('GET', '/api/assets?verdict=no')).body.assets.map(
        (asset) => asset.id,
      );
    expect(await found()).not.toContain(id);
    const policy = { commercial: true, territory: [], approval: 'nothing' };
    expect((await editor.ask('PUT', '/api/site/policy', policy)).status).toBe(403);
    await keeper.ask('PUT', '/api/site/policy', policy);
    expect((await judged(id)).asItIs.verdict).toBe('no');
    await until(async () => (await found()).includes(id));
    await keeper.ask('PUT', '/api/site/policy', { ...policy, commercial: false });
    await until(async () => !(await found()).includes(id));
  });
});

describe('where a picture stands', () => {
  it('tells what its alt text is advised by: what stands beside it, where it leads, what says the same', async () => {
    const [one, two, three] = [
      await hold('Row one', { alt: 'A dome by night' }),
      await hold('Row two', { alt: 'The moon' }),
      await hold('Row three', { alt: 'A dome by night' }),
    ];
    const target = await page('The way up');
    const { id: where } = await page('In a row', one, two, three);
    const { body } = await editor.ask<Page>('GET', `/api/pages/${where}`);
    const content = body.document.content.map((block, at) =>
      at === 1 && block.type === 'picture'
        ? { ...block, attrs: { ...block.attrs, linksTo: `page:${target.id}`, ownCaption: 'Only here' } }
        : block,
    );
    await editor.ask('PUT', `/api/pages/${where}`, {
      version: body.version,
      title: body.title,
      document: { type: 'doc', content },
    });
    expect((await judged(two)).places).toMatchObject([
      { neighbours: ['A dome by night', 'A dome by night'], linksTo: 'The way up', own: ['caption'] },
    ]);
    expect((await judged(one)).places[0]?.neighbours).toEqual(['The moon']);
    expect((await judged(one)).twins).toEqual(['Row three']);
  });
});

describe('a permission', () => {
  const wish = {
    kind: 'asked',
    giver: 'Odd Farrow',
    givenOn: '2026-10-01',
    until: '',
    commercial: false,
    changes: true,
    note: 'By letter.',
  };
  const onFile = async (id: string) =>
    (await editor.ask<PermissionOnFile[]>('GET', `/api/assets/${id}/permissions`)).body;

  it('is put on file with what shows it, and a reviewer decides', async () => {
    const id = await hold('Asked for', { creator: 'Odd Farrow', licence: 'permission' });
    expect((await judged(id)).asItIs.reasons.at(-1)?.says).toMatch(/No permission is on file/);
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    const letter = Buffer.from('%PDF-1.7\n<script>alert(1)</script>');
    await editor.ask('POST', `/api/permissions/${body.id}/evidence`, {
      name: 'letter.html',
      base64: letter.toString('base64'),
    });
    const [permission] = await onFile(id);
    expect(permission).toMatchObject({ state: 'unchecked', giver: 'Odd Farrow', addedBy: 'editor' });
    const file = await fetch(permission?.evidence[0]?.url ?? '');
    // Whatever it is, it is saved and never shown.
    expect(file.headers.get('content-type')).toBe('application/octet-stream');
    expect(file.headers.get('content-disposition')).toBe('attachment; filename=letter.pdf');
    expect(Buffer.from(await file.arrayBuffer())).toEqual(letter);

    const decision = { state: 'approved', says: 'Read it.' };
    expect((await editor.ask('POST', `/api/permissions/${body.id}/decision`, decision)).status).toBe(403);
    await reviewer.ask('POST', `/api/permissions/${body.id}/decision`, decision);
    expect((await onFile(id))[0]).toMatchObject({
      state: 'approved',
      checkedBy: 'reviewer',
      says: 'Read it.',
    });
    // What is attached afterwards was not approved.
    await editor.ask('POST', `/api/permissions/${body.id}/evidence`, {
      name: 'note.txt',
      base64: Buffer.from('Only for 2026').toString('base64'),
    });
    expect((await onFile(id))[0]?.state).toBe('unchecked');
  });

  it('is shown by what stands at an address now, and by nothing that lies within reach of the server alone', async () => {
    const id = await hold('From an address');
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    const keep = (address: string) =>
      editor.ask<{ title: string }>('POST', `/api/permissions/${body.id}/evidence`, { address });
    expect((await keep(`${foreignOrigin}/terms`)).status).toBe(200);
    const [file] = (await onFile(id))[0]?.evidence ?? [];
    expect(file).toMatchObject({ kind: 'address', address: `${foreignOrigin}/terms` });
    const answer = await fetch(file?.url ?? '');
    expect(answer.headers.get('content-type')).toBe('application/octet-stream');
    expect(await answer.text()).toContain('You may');
    for (const address of ['http://127.0.0.1:9/', 'http://169.254.169.254/latest', 'file:///etc/passwd'])
      expect((await keep(address)).status, address).toBe(422);
    expect((await onFile(id))[0]?.evidence).toHaveLength(1);
  });

  it('is given and ends on days that there are', async () => {
    const id = await hold('Days');
    const bad = { ...wish, until: '2026-02-30' };
    expect((await editor.ask('POST', `/api/assets/${id}/permissions`, bad)).status).toBe(400);
  });

  it('goes with its asset, and so does what showed it', async () => {
    const id = await hold('Thrown away');
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    const base64 = Buffer.from('Yes.').toString('base64');
    await editor.ask('POST', `/api/permissions/${body.id}/evidence`, { name: 'yes.txt', base64 });
    const url = (await onFile(id))[0]?.evidence[0]?.url ?? '';
    expect((await fetch(url)).status).toBe(200);
    await editor.ask('POST', '/api/assets/bin', { assets: [id] });
    await editor.ask('POST', '/api/assets/empty-bin', {});
    await expect.poll(async () => (await fetch(url)).status).toBe(404);
  });

  it.each([
    ['nothing', '', /empty/],
    ['a program', Buffer.from('7f454c4602010100', 'hex').toString('base64'), /PDF/],
  ])('%s shows nothing', async (_, base64, says) => {
    const id = await hold(`Empty ${_}`);
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    const answer = await editor.ask<{ title: string }>('POST', `/api/permissions/${body.id}/evidence`, {
      name: 'x',
      base64,
    });
    expect(answer.status).toBe(422);
    expect(answer.body.title).toMatch(says);
  });

  it('that nobody approved keeps a page here, where the site wants it so', async () => {
    const id = await hold('Kept here', { creator: 'Odd Farrow', licence: 'permission' });
    const { id: where } = await page('Waiting page', id);
    const leave = () => editor.ask<{ title: string }>('GET', `/api/pages/${where}/hand-off`);
    expect((await leave()).status).toBe(200);
    await keeper.ask('PUT', '/api/site/policy', {
      commercial: false,
      territory: [],
      approval: 'permissions',
    });
    const refused = await leave();
    expect(refused.status).toBe(409);
    expect(refused.body.title).toMatch(/No reviewer has approved the terms of “Kept here”/);
    const zip = await fetch(`${server.address}/api/pages/${where}/hand-off/zip`, {
      headers: { cookie: editor.cookie },
    });
    expect(zip.status).toBe(409);
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${id}/permissions`, wish);
    await reviewer.ask('POST', `/api/permissions/${body.id}/decision`, { state: 'approved', says: '' });
    expect((await leave()).status).toBe(200);
    await keeper.ask('PUT', '/api/site/policy', { commercial: false, territory: [], approval: 'nothing' });
  });
});

describe('terms of our own', () => {
  const club = {
    name: 'The club’s terms',
    short: 'by courtesy of the club',
    deed: 'https://club.example/terms',
    permits: ['Reproduction', 'Distribution'],
    requires: ['Attribution'],
    source: 'Letter of the club, 3 May 2026',
  };

  it('are added by reviewers, named on placards, changed for all of them, and kept while they are named', async () => {
    expect((await editor.ask('POST', '/api/terms', club)).status).toBe(403);
    const { body } = await reviewer.ask<{ id: string }>('POST', '/api/terms', club);
    expect((await reviewer.ask('POST', '/api/terms', club)).status).toBe(409);
    const id = await hold('Of the club', { creator: 'The club', licence: body.id });
    const { id: where } = await page('Club page', id);
    const html = async () =>
      (await editor.ask<{ codes: { html: string } }>('GET', `/api/pages/${where}/hand-off`)).body.codes.html;
    expect(await html()).toContain(
      '<a href="https://club.example/terms" rel="license">by courtesy of the club</a>',
    );
    expect((await judged(id)).asItIs).toMatchObject({
      verdict: 'if',
      owes: [{ duty: 'Attribution', clause: { text: 'Letter of the club, 3 May 2026' } }],
    });
    await reviewer.ask('PUT', `/api/terms/${body.id}`, { ...club, short: 'courtesy of the club' });
    expect(await html()).toContain('>courtesy of the club<');
    expect((await reviewer.ask('DELETE', `/api/terms/${body.id}`)).status).toBe(409);
    await write(id, { licence: 'own' });
    expect((await reviewer.ask('DELETE', `/api/terms/${body.id}`)).status).toBe(200);
    expect((await write(id, { licence: body.id })).status).toBe(422);
  });

  it('decide like all others whether anybody may fetch something by its name, and until when', async () => {
    const { body } = await reviewer.ask<{ id: string }>('POST', '/api/terms', { ...club, name: 'Open club' });
    const closed = { ...club, name: 'Closed club', permits: ['Reproduction'] };
    const { body: shut } = await reviewer.ask<{ id: string }>('POST', '/api/terms', closed);
    const id = await hold('By its name', { creator: 'The club', licence: body.id });
    await until(async () => (await read(id)).prepared === 'done');
    const fetched = async () => (await fetch(`${server.content}/media/by-its-name`)).status;
    expect(await fetched()).toBe(200);
    await write(id, { licence: shut.id });
    expect(await fetched()).toBe(404);
    expect((await judged(id)).asItIs.reasons[0]?.says).toBe(
      'Closed club does not let it be shown to visitors.',
    );
    await write(id, { licence: body.id, until: '2020-01-01' });
    expect(await fetched()).toBe(404);
    await write(id, { until: '' });
    expect(await fetched()).toBe(200);
  });
});

describe('what is about to end', () => {
  it('is listed by its day with its pages, and replaced in all of them at once', async () => {
    const [old, fresh] = [
      await hold('Ending', { licence: 'own', until: '2026-12-24' }),
      await hold('Fresh', { licence: 'own' }),
    ];
    const { id: where } = await page('Until Christmas', old);
    const ending = async () => (await editor.ask<Ending[]>('GET', '/api/labels/ending')).body;
    expect(await ending()).toMatchObject([
      { asset: old, until: '2026-12-24', by: 'placard', pages: [{ title: 'Until Christmas' }] },
    ]);
    const wordless = await hold('Wordless', { licence: 'own', alt: '' });
    const refused = await editor.ask('POST', `/api/assets/${old}/replace`, { instead: wordless });
    expect(refused.status).toBe(422);
    // Nor where the other goes into the bin with it.
    const binned = await editor.ask('POST', '/api/assets/bin', { assets: [old], instead: wordless });
    expect(binned.status).toBe(422);
    expect((await ending())[0]?.pages).toMatchObject([{ title: 'Until Christmas' }]);
    const done = await editor.ask<{ pages: number; places: ReplacedPlace[] }>(
      'POST',
      `/api/assets/${old}/replace`,
      { instead: fresh },
    );
    expect(done.body).toMatchObject({ pages: 1, places: [{ page: where, version: null }] });
    expect((await ending())[0]?.pages).toEqual([]);
    // Undone, it stands where it stood, and nowhere else.
    const { id: other } = await page('Fresh from the beginning', fresh);
    await editor.ask('POST', `/api/assets/${fresh}/replace`, { instead: old, only: done.body.places });
    expect((await ending())[0]?.pages).toMatchObject([{ id: where }]);
    const untouched = (await editor.ask<Page>('GET', `/api/pages/${other}`)).body.document;
    expect(untouched.content[0]).toMatchObject({ attrs: { asset: fresh } });
    await editor.ask('POST', `/api/assets/${old}/replace`, { instead: fresh });
    const { document } = (await editor.ask<Page>('GET', `/api/pages/${where}`)).body;
    expect(document.content[0]).toMatchObject({ attrs: { asset: fresh, position: 'centred', gap: 12 } });
    expect((await editor.ask('POST', `/api/assets/${old}/replace`, { instead: old })).status).toBe(404);
  });
});

describe('what ran out', () => {
  it('is found as not to be used from the day after on, though nobody touched it', async () => {
    const id = await hold('Overnight', { licence: 'own', until: '2031-12-31' });
    const found = async () =>
      (
        await editor.ask<{ assets: { id: string }[] }>('GET', '/api/assets?verdict=no&limit=500')
      ).body.assets.some((asset) => asset.id === id);
    const database = openDatabase(server.databaseUrl);
    await refreshEnded(database, new Date('2031-12-31T20:00Z'));
    expect(await found()).toBe(false);
    // The next day has come for the search; the judgement itself goes by the clock, so the day is moved there.
    await database.update(placard).set({ until: '2020-01-01' }).where(eq(placard.assetId, id));
    expect(await refreshEnded(database, new Date('2032-01-01T20:00Z'))).toBeGreaterThan(0);
    await database.close();
    expect(await found()).toBe(true);
  });
});

describe('a swap', () => {
  it('of a label’s terms is on record too', async () => {
    const id = await hold('Comp', {
      licence: 'comp',
      creator: 'L. Castellane',
      source: 'Quillmere',
      pictureId: '1',
      accessed: '2026-11-01',
    });
    const other = await sharp({ create: { width: 800, height: 600, channels: 3, background: '#222' } })
      .jpeg()
      .toBuffer();
    const arrival = await settled(editor, await send(server, editor, other, 'original.jpg'));
    const { status } = await editor.ask('POST', `/api/comps/${id}/swap`, { arrival: arrival.id, sure: true });
    expect(status).toBe(200);
    expect((await changesOf(id))[0]).toMatchObject({
      source: 'swap',
      before: { licence: 'comp' },
      after: { licence: 'bought' },
      by: 'editor',
    });
  });
});

describe('labels in a spreadsheet', () => {
  const begin = async () =>
    (await editor.ask<{ id: string }>('POST', '/api/label-sheets', { fileName: 'labels.csv' })).body.id;
  const sheetOf = async (id: string, query = '') =>
    (await editor.ask<LabelSheet>('GET', `/api/label-sheets/${id}${query}`)).body;
  const ended = (id: string) =>
    until(async () => {
      const sheet = await sheetOf(id);
      return !['writing', 'undoing'].includes(sheet.state) && sheet;
    });
  const sendRows = (id: string, headings: string[], rows: string[][], last = true) =>
    editor.ask('POST', `/api/label-sheets/${id}/rows`, {
      headings,
      rows: rows.map((cells, at) => ({ line: at + 2, cells })),
      last,
    });

  it('go out as CSV that a spreadsheet program opens', async () => {
    const id = await hold('Out', { caption: 'Says "hello",\nand more', licence: 'own', alt: '=1+1' });
    const answer = await fetch(`${server.address}/api/labels.csv?words=Out`, {
      headers: { cookie: editor.cookie },
    });
    expect(answer.headers.get('content-type')).toMatch(/^text\/csv/);
    const bytes = Buffer.from(await answer.arrayBuffer());
    expect(bytes.subarray(0, 3)).toEqual(Buffer.from([0xef, 0xbb, 0xbf]));
    const text = bytes.toString('utf8');
    expect(text).toMatch(/^\ufeffId,Changed,File,Title,Alt text,/);
    expect(text).toContain(`${id},2,Out.jpg,Out,'=1+1,no,"Says ""hello"",\nand more"`);
  });

  it('are compared first; nothing is written before that is asked for, and it is taken back', async () => {
    const [one, two] = [await hold('Sheet one'), await hold('Sheet two', { caption: 'Old' })];
    const id = await begin();
    const { placardVersion } = await read(two);
    await write(two, { caption: 'Written meanwhile' });
    await sendRows(
      id,
      ['Id', 'Changed', 'Title', 'Caption', 'Licence'],
      [
        [one, '2', 'Sheet one', '', 'CC BY 4.0'],
        [two, String(placardVersion), 'Sheet two, better', 'From the sheet', 'own'],
        ['nothing-here', '1', 'x', '', ''],
        [one, '2', 'Again', '', ''],
        [two, '2', 'x', 'y', 'licensed'],
      ],
    );
    const sheet = await sheetOf(id);
    expect(sheet).toMatchObject({ state: 'ready', rows: 5, changed: 2, newer: 1, trouble: 3 });
    expect(sheet.lines.map(({ after, newer, trouble }) => [after, newer, trouble])).toMatchObject([
      [{ licence: 'cc-by-4.0' }, [], ''],
      [{ title: 'Sheet two, better', caption: 'From the sheet', licence: 'own' }, ['caption'], ''],
      [{}, [], expect.stringMatching(/Nothing with this id/)],
      [{}, [], expect.stringMatching(/Another row/)],
      [{}, [], expect.stringMatching(/no such licence/)],
    ]);
    expect((await sheetOf(id, '?only=newer')).lines).toHaveLength(1);
    expect((await read(one)).placard.licence).toBe('unknown');

    await editor.ask('POST', `/api/label-sheets/${id}/write`, { newer: 'leave' });
    expect((await ended(id)).state).toBe('written');
    expect((await read(one)).placard.licence).toBe('cc-by-4.0');
    expect((await read(two)).placard).toMatchObject({
      title: 'Sheet two, better',
      caption: 'Written meanwhile',
    });
    expect((await editor.ask('POST', `/api/label-sheets/${id}/write`, { newer: 'leave' })).status).toBe(409);

    await write(one, { licence: 'own' });
    await editor.ask('POST', `/api/label-sheets/${id}/undo`, {});
    expect((await ended(id)).state).toBe('undone');
    expect((await read(two)).placard).toMatchObject({ title: 'Sheet two', licence: 'unknown' });
    // Changed again since by hand, it stays.
    expect((await read(one)).placard.licence).toBe('own');
  });

  it('are written all or not at all', async () => {
    const ids = [await hold('Whole one'), await hold('Whole two')];
    const id = await begin();
    await sendRows(
      id,
      ['Id', 'Title'],
      ids.map((asset) => [asset, 'Renamed']),
    );
    await write(ids[1] ?? '', { caption: 'Somebody was here' });
    await editor.ask('POST', `/api/label-sheets/${id}/write`, { newer: 'overwrite' });
    const sheet = await ended(id);
    expect(sheet.state).toBe('failed');
    expect(sheet.says).toMatch(/Somebody changed the label of “Whole two”/);
    expect((await read(ids[0] ?? '')).placard.title).toBe('Whole one');
  });

  it('sent twice are taken once', async () => {
    const asset = await hold('Sent twice');
    const id = await begin();
    await sendRows(id, ['Id', 'Title'], [[asset, 'New']], false);
    const again = await sendRows(id, ['Id', 'Title'], [['nothing-here', 'New']], false);
    expect(again.status).toBe(409);
    expect(await sheetOf(id)).toMatchObject({ state: 'reading', rows: 1, changed: 1, trouble: 0 });
    expect((await editor.ask('POST', `/api/label-sheets/${id}/write`, { newer: 'leave' })).status).toBe(409);
  });

  it('without ids are refused in a sentence', async () => {
    const answer = await sendRows(await begin(), ['Title', 'Caption'], [['a', 'b']]);
    expect(answer.status).toBe(422);
    expect((answer.body as { title: string }).title).toMatch(/no column “Id”/);
  });
});
