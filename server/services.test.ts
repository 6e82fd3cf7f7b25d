import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AssetDetail, CatalogueItem, HostedFilm, SentFilm, Site } from '@placard/core/contract';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

const MEDIA = fileURLToPath(new URL('../demo/media/', import.meta.url));
const HEIC = fileURLToPath(new URL('./testing/files/halves.heic', import.meta.url));
const KEY = 'opens the albums';

let foreign: Server;
let origin: string;
let server: OpenServer;
let editor: Caller;
let section: string;
/** What the host was sent. */
const came: { announced?: object; captions?: string; bytes: number; whole: boolean } = {
  bytes: 0,
  whole: false,
};
/** What the folders were shown as a key, by path. */
const shown = new Map<string, string | undefined>();
let behaves: 'well' | 'slowly' | 'badly' = 'well';

beforeAll(async () => {
  foreign = createServer((request, response) => {
    const json = (body: object, status = 200) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
    const url = new URL(request.url ?? '/', origin);
    const film = {
      id: 'f1',
      title: 'A “night” & more',
      owner: 'Ilse Varga',
      seconds: 40,
      page: `${origin}/film/f1`,
      still: `${origin}/still.jpg`,
      width: 1280,
      height: 720,
    };
    if (url.pathname === '/search')
      return json({
        total: 2,
        films: [
          { ...film, player: `${origin}/player/f1` },
          { ...film, id: 'f2', player: 'javascript:alert(1)' },
        ],
      });
    if (url.pathname === '/films') {
      void bodyOf(request).then((body) => {
        // Whatever came of an earlier try is none of this film.
        Object.assign(came, { announced: JSON.parse(body.toString()) as object, bytes: 0, whole: false });
        return behaves === 'badly' ? json({ says: 'full' }, 507) : json({ id: 'new1' }, 201);
      });
      return;
    }
    if (url.pathname === '/films/new1/captions/en') {
      void bodyOf(request).then((body) => {
        came.captions = body.toString();
        json({});
      });
      return;
    }
    if (url.pathname === '/films/new1/content') {
      request.on('data', (part: Buffer) => {
        came.bytes += part.length;
        if (behaves !== 'slowly') return;
        request.pause();
        setTimeout(() => request.resume(), 60);
      });
      request.on('end', () => {
        came.whole = true;
        json({ id: 'new1', page: `${origin}/film/new1`, player: `${origin}/player/new1` });
      });
      return;
    }
    shown.set(url.pathname, request.headers.authorization);
    if (url.pathname === '/albums')
      return json({ path: [], albums: [{ id: 'camp', title: 'Camp', count: 1 }] });
    if (url.pathname === '/albums/camp/pictures')
      return json({
        total: 1,
        pictures: [
          {
            name: 'DSCF0001.JPG',
            by: 'Hilde Moor',
            file: `${origin}/file/1.jpg`,
            small: `${origin}/small/1.jpg`,
            width: 60,
            height: 40,
          },
        ],
      });
    if (url.pathname === '/file/1.jpg') {
      void sharp({ create: { width: 60, height: 40, channels: 3, background: '#204060' } })
        .jpeg()
        .toBuffer()
        .then((jpeg) => response.writeHead(200, { 'content-type': 'image/jpeg' }).end(jpeg));
      return;
    }
    return response.writeHead(404).end();
  });
  await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve));
  origin = `http://127.0.0.1:${(foreign.address() as AddressInfo).port}`;
  server = await openServer({
    PLACARD_TRUSTED_OUTSIDE: origin,
    PLACARD_TRUSTED_FRAMES: origin,
    PLACARD_LANTERNREEL: origin,
    PLACARD_LANTERNREEL_ACCOUNT: 'us',
    PLACARD_ATTIC: origin,
    PLACARD_ATTIC_KEY: KEY,
  });
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(async () => {
  await server.close();
  foreign.closeAllConnections();
  foreign.close();
});

async function bodyOf(request: IncomingMessage): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

async function hold(bytes: Buffer, name: string): Promise<string> {
  const arrival = await settled(editor, await send(server, editor, bytes, name));
  expect(arrival.says).toBeNull();
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: arrival.proposedTitle, section }],
  });
  return body.accepted[0]?.asset ?? '';
}

describe('films on the host', () => {
  it('come with a player of least power; one whose player may not be framed is left out', async () => {
    const { body } = await editor.ask<{ films: HostedFilm[] }>('GET', '/api/gather/films?words=night');
    expect(body.films).toHaveLength(1);
    expect(body.films[0]?.frame).toMatchObject({ src: `${origin}/player/f1`, title: 'A “night” & more' });
    expect(body.films[0]?.preview).toContain(server.content);
  });

  const wish = { title: 'Finding north', language: 'en', audience: 'named', people: ['a@b.example'] };
  let film: string;

  it('receive a film of ours whole, with captions and audience, and give its place back', async () => {
    const bytes = await readFile(`${MEDIA}finder-scope.mp4`);
    film = await hold(bytes, 'finder-scope.mp4');
    await editor.ask('PUT', `/api/assets/${film}/captions`, {
      language: 'en',
      label: 'English',
      text: 'WEBVTT\n\n00:00.000 --> 00:01.000\nNorth\n',
    });
    const { status } = await editor.ask('POST', `/api/assets/${film}/send`, { ...wish, captions: 'en' });
    expect(status).toBe(200);
    const there = await until(async () => (await sent()).find(({ state }) => state === 'there'));
    expect(there).toMatchObject({ page: `${origin}/film/new1`, sent: came.bytes });
    expect(there.frame?.src).toBe(`${origin}/player/new1`);
    // As it was written anew: the same film, without what else its file said.
    expect(came.whole).toBe(true);
    expect(Math.abs(came.bytes / bytes.length - 1)).toBeLessThan(0.05);
    expect(came.captions).toContain('North');
    expect(came.announced).toMatchObject({ audience: 'named', people: ['a@b.example'] });
  });

  it.each([
    [{ ...wish, people: [] }, /Name the people/],
    [{ ...wish, captions: 'fr' }, /no captions in “fr”/],
    [{ ...wish, people: ['not a mail address'] }, /not a mail address/],
    [{ ...wish, title: ' ' }, /title/],
  ])('want to know enough: %j', async (wrong, says) => {
    const { status, body } = await editor.ask<{ title: string }>('POST', `/api/assets/${film}/send`, wrong);
    expect([400, 422]).toContain(status);
    expect(body.title).toMatch(says);
  });

  it('say why one was not taken, and one stopped on its way is sent no further', async () => {
    behaves = 'badly';
    await editor.ask('POST', `/api/assets/${film}/send`, wish);
    const failed = await until(async () => (await sent()).find(({ state }) => state === 'failed'));
    expect(failed.says).toMatch(/did not take it: it answered 507/);
    behaves = 'slowly';
    // As large as no connection holds on its way: noise, of which nothing can be left out.
    const noise = ['-f', 'lavfi', '-i', 'nullsrc=size=640x360:rate=25:duration=4,noise=alls=100:allf=t'];
    const path = join(server.folder, 'long.mp4');
    execFileSync('ffmpeg', [
      '-v',
      'error',
      ...noise,
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-qp',
      '0',
      path,
    ]);
    film = await hold(await readFile(path), 'long.mp4');
    Object.assign(came, { bytes: 0, whole: false });
    const { body } = await editor.ask<{ id: string }>('POST', `/api/assets/${film}/send`, wish);
    await until(() => Promise.resolve(came.bytes > 0));
    await editor.ask('DELETE', `/api/sent-films/${body.id}`);
    expect((await sent()).some(({ id }) => id === body.id)).toBe(false);
    await new Promise((resolve) => setTimeout(resolve, 2500));
    expect(came.whole).toBe(false);
    behaves = 'well';
  });

  const sent = async () =>
    (await editor.ask<{ sent: SentFilm[] }>('GET', `/api/assets/${film}/sent`)).body.sent;
});

describe('connected folders', () => {
  it.each(['..', '.', '%2e%2e'])('lead nowhere else: %s', async (folder) => {
    const before = shown.size;
    const { status } = await editor.ask('GET', `/api/gather/folders?folder=${encodeURIComponent(folder)}`);
    expect(status).not.toBe(200);
    for (const path of [...shown.keys()].slice(before)) expect(path).toMatch(/^\/albums/);
  });

  it('are opened with a key that never leaves the server, and their pictures arrive', async () => {
    const top = await editor.ask<{ folders: { id: string }[] }>('GET', '/api/gather/folders');
    expect(top.body.folders[0]?.id).toBe('camp');
    const { body } = await editor.ask<{ items: CatalogueItem[] }>('GET', '/api/gather/folders?folder=camp');
    expect(JSON.stringify(body)).not.toContain(KEY);
    const [item] = body.items;
    // A camera's number is no title.
    expect(item?.label).toMatchObject({ title: '', creator: 'Hilde Moor' });
    const { body: fetched } = await editor.ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
      items: [{ address: item?.address, label: item?.label }],
    });
    const arrival = await settled(editor, fetched.arrivals[0] ?? '');
    expect(arrival.state).toBe('ready');
    expect(shown.get('/file/1.jpg')).toBe(`Bearer ${KEY}`);
  });
});

describe('what files say of themselves', () => {
  it('fills the label of what arrives, and the source’s own words go before it', async () => {
    const xmp = `<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmpRights="http://ns.adobe.com/xap/1.0/rights/" xmpRights:WebStatement="https://creativecommons.org/licenses/by/4.0/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">Night on the rim</rdf:li></rdf:Alt></dc:title><dc:creator><rdf:Seq><rdf:li>Jun Ito</rdf:li></rdf:Seq></dc:creator><dc:subject><rdf:Bag><rdf:li>rim</rdf:li><rdf:li>night</rdf:li></rdf:Bag></dc:subject></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`;
    const bytes = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#334455' } })
      .withXmp(xmp)
      .jpeg()
      .toBuffer();
    const asset = (await editor.ask<AssetDetail>('GET', `/api/assets/${await hold(bytes, 'DSC_0009.jpg')}`))
      .body;
    expect(asset.placard).toMatchObject({
      title: 'Night on the rim',
      creator: 'Jun Ito',
      keywords: 'rim, night',
      licence: 'cc-by-4.0',
    });
  });

  it('a HEIC picture is shown upright in its colours, and its own bytes are kept', async () => {
    const id = await hold(await readFile(HEIC), 'IMG_7.heic');
    const asset = await until(async () => {
      const { body } = await editor.ask<AssetDetail>('GET', `/api/assets/${id}`);
      return body.prepared === 'done' && body;
    });
    expect(asset.facts).toMatchObject({ extension: 'heic', mime: 'image/heic' });
    const original = Buffer.from(await (await fetch(asset.original)).arrayBuffer());
    expect(original.equals(await readFile(HEIC))).toBe(true);
    const safe = asset.renditions.find(({ mime }) => mime === 'image/jpeg');
    const shown = sharp(Buffer.from(await (await fetch(safe?.url ?? '')).arrayBuffer()));
    const { width = 0, height = 0 } = await shown.metadata();
    const pixel = async (left: number) => [
      ...(await shown
        .clone()
        .extract({ left, top: Math.floor(height / 2), width: 1, height: 1 })
        .removeAlpha()
        .raw()
        .toBuffer()),
    ];
    const [left, right] = [await pixel(2), await pixel(width - 3)];
    // Two halves of other colours.
    expect(left.reduce((sum, value, at) => sum + Math.abs(value - (right[at] ?? 0)), 0)).toBeGreaterThan(100);
  });
});
