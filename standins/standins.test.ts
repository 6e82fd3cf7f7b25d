import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { attic } from './attic/server.ts';
import { commonfield } from './commonfield/server.ts';
import { corkrail } from './corkrail/server.ts';
import { lanternreel } from './lanternreel/server.ts';
import { quillmere } from './quillmere/server.ts';

const servers: Server[] = [];
const at: Record<'commonfield' | 'quillmere' | 'lanternreel' | 'attic' | 'corkrail', string> = {} as never;

async function open(name: keyof typeof at, make: (port: number) => Server): Promise<void> {
  const port = await new Promise<number>((resolve) => {
    const free = createServer().listen(0, '127.0.0.1', () => {
      const { port: found } = free.address() as AddressInfo;
      free.close(() => resolve(found));
    });
  });
  const server = make(port);
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  servers.push(server);
  at[name] = `http://127.0.0.1:${port}`;
}

beforeAll(async () => {
  await open('commonfield', commonfield);
  await open('quillmere', quillmere);
  await open('lanternreel', lanternreel);
  await open('attic', (port) => attic(port, 'the key'));
  await open('corkrail', corkrail);
});
afterAll(() => {
  for (const server of servers) {
    server.closeAllConnections();
    server.close();
  }
});

const json = async <T>(address: string, options: RequestInit = {}) =>
  (await (await fetch(address, options)).json()) as T;
interface Found {
  total: number;
  pictures: Record<string, string | number>[];
}

describe('Commonfield', () => {
  const search = (query: string) => json<Found>(`${at.commonfield}/search?${query}`);

  it('offers at least three hundred pictures under licences of all kinds', async () => {
    const { total } = await search('');
    expect(total).toBeGreaterThanOrEqual(300);
    const licences = new Set<unknown>();
    for (let page = 1; page <= Math.ceil(total / 24); page++)
      for (const { licence } of (await search(`page=${page}`)).pictures) licences.add(licence);
    expect(licences.size).toBe(8);
  });

  it.each([
    ['commercial=yes', /-nc/],
    ['changes=yes', /-nd/],
  ])('with %s leaves out what forbids it', async (filter, forbidden) => {
    const [every, some] = [await search(''), await search(filter)];
    expect(some.total).toBeGreaterThan(0);
    expect(some.total).toBeLessThan(every.total);
    for (let page = 1; page <= Math.ceil(some.total / 24); page++)
      for (const { licence } of (await search(`${filter}&page=${page}`)).pictures)
        expect(licence).not.toMatch(forbidden);
  });

  it.each(['colour', 'shape', 'kind'])('narrows by %s', async (facet) => {
    const values = {
      colour: ['blue', 'green'],
      shape: ['portrait', 'square', 'landscape'],
      kind: ['diagram', 'drawing'],
    };
    const every = (await search('')).total;
    for (const value of values[facet as keyof typeof values]) {
      const { total } = await search(`${facet}=${value}`);
      expect(total).toBeGreaterThan(0);
      expect(total).toBeLessThan(every);
    }
  });

  it('has a page for each picture that says whose it is in three ways', async () => {
    const [picture] = (await search('words=moon')).pictures;
    const page = await (await fetch(String(picture?.['page']))).text();
    expect(page).toContain('application/ld+json');
    expect(page).toContain(`rel="license" href="${picture?.['licence']}"`);
    expect(page).toContain('og:image');
  });

  it('gives files as large as it says', async () => {
    const [picture] = (await search('shape=square')).pictures;
    const bytes = Buffer.from(await (await fetch(String(picture?.['file']))).arrayBuffer());
    const { width, height, format } = await sharp(bytes).metadata();
    expect({ width, height, format }).toEqual({
      width: picture?.['width'],
      height: picture?.['height'],
      format: 'jpeg',
    });
  });

  it('says 404 of what is not there', async () => {
    expect((await fetch(`${at.commonfield}/picture/none`)).status).toBe(404);
  });
});

describe('Quillmere Pictures', () => {
  it('lends a small comp, and gives the original only to the account that bought it', async () => {
    const { pictures } = await json<Found>(`${at.quillmere}/search?words=comet`);
    const number = String(pictures[0]?.['number']);
    const comp = Buffer.from(await (await fetch(String(pictures[0]?.['comp']))).arrayBuffer());
    expect((await sharp(comp).metadata()).width).toBe(640);

    const bought = (account: string) =>
      json<{ bought: boolean; original: string | null }>(
        `${at.quillmere}/bought/${number}?account=${account}`,
      );
    expect(await bought('us')).toEqual({ bought: false, original: null });
    expect((await fetch(`${at.quillmere}/original/${number}.jpg?account=us`)).status).toBe(403);

    expect((await fetch(`${at.quillmere}/buy/${number}?account=us`)).status).toBe(400);
    expect((await fetch(`${at.quillmere}/buy/${number}`, { method: 'POST' })).status).toBe(400);
    const paid = await fetch(`${at.quillmere}/buy/${number}?account=us`, {
      method: 'POST',
      headers: { accept: 'application/json' },
    });
    expect(await paid.json()).toEqual({ bought: true });
    const { original } = await bought('us');
    expect((await fetch(original ?? '')).headers.get('content-type')).toBe('image/jpeg');
    expect((await bought('others')).bought).toBe(false);
  });
});

describe('Lanternreel', () => {
  it('finds films by words, each with a page whose embed code frames its player', async () => {
    const every = await json<{ total: number }>(`${at.lanternreel}/search`);
    const { total, films } = await json<{ total: number; films: Record<string, string>[] }>(
      `${at.lanternreel}/search?words=night`,
    );
    expect(total).toBeGreaterThan(0);
    expect(total).toBeLessThanOrEqual(every.total);
    const page = await (await fetch(films[0]?.['page'] ?? '')).text();
    expect(page).toContain(`&lt;iframe width=&quot;560&quot;`);
    expect(page).toContain(films[0]?.['player'] ?? 'no player');
    expect(await (await fetch(films[0]?.['player'] ?? '')).text()).toContain('<video controls');
  });

  it('answers a part of a film for whoever asks for a part', async () => {
    const { films } = await json<{ films: { id: string }[] }>(`${at.lanternreel}/search`);
    const part = await fetch(`${at.lanternreel}/media/${films[0]?.id}`, {
      headers: { range: 'bytes=0-99' },
    });
    expect(part.status).toBe(206);
    expect(part.headers.get('content-range')).toMatch(/^bytes 0-99\/\d+$/);
    expect((await part.arrayBuffer()).byteLength).toBe(100);
  });

  it('receives a film with captions, and then has it', async () => {
    const announce = (query: string) =>
      fetch(`${at.lanternreel}/films${query}`, {
        method: 'POST',
        body: JSON.stringify({
          title: 'Ours & <theirs>',
          description: '',
          language: 'en',
          audience: 'named',
        }),
      });
    expect((await announce('')).status).toBe(403);
    const { id } = (await (await announce('?account=us')).json()) as { id: string };
    const put = (path: string, body: string) =>
      fetch(`${at.lanternreel}/films/${id}/${path}`, { method: 'PUT', body });
    await put('captions/en', 'WEBVTT\n');
    const received = (await (await put('content', 'film bytes')).json()) as { page: string; player: string };
    const page = await (await fetch(received.page)).text();
    expect(page).toContain('Ours &amp; &lt;theirs>');
    expect(page).toContain('for named people');
    expect(await (await fetch(received.player)).text()).toContain('srclang="en"');
    expect(await (await fetch(`${at.lanternreel}/media/${id}`)).text()).toBe('film bytes');
    expect(await (await fetch(`${at.lanternreel}/captions/${id}/en`)).text()).toBe('WEBVTT\n');
  });
});

describe('Attic', () => {
  const ask = <T>(path: string, key = 'the key') =>
    json<T>(`${at.attic}${path}`, { headers: { authorization: `Bearer ${key}` } });

  it('opens nothing without its key', async () => {
    for (const path of ['/albums', '/albums/press/pictures', '/file/press-1.jpg', '/small/press-1.jpg']) {
      expect((await fetch(`${at.attic}${path}`)).status).toBe(403);
      expect(await ask(path, 'another key')).toEqual({ says: 'This key opens nothing.' });
    }
  });

  it('has albums in albums, and says the way to each', async () => {
    const { albums } = await ask<{ albums: { id: string }[] }>('/albums?in=volunteers');
    expect(albums.map(({ id }) => id)).toEqual(['spring-camp', 'autumn-camp']);
    const { path } = await ask<{ path: { id: string }[] }>('/albums?in=eclipse');
    expect(path.map(({ id }) => id)).toEqual(['open-nights', 'eclipse']);
  });

  it('gives pictures a page at a time', async () => {
    const first = await ask<Found>('/albums/spring-camp/pictures?page=1');
    const second = await ask<Found>('/albums/spring-camp/pictures?page=2');
    expect(first.total).toBe(31);
    expect([first.pictures.length, second.pictures.length]).toEqual([24, 7]);
  });
});

describe('Corkrail', () => {
  it('gives out an iframe wrapped in what nobody needs', async () => {
    const code = await (await fetch(`${at.corkrail}/board/autumn-sky/code`)).text();
    expect(code).toMatch(/^<div class=.*<iframe src="http/s);
    const [, board] = /src="([^"]+)"/.exec(code) ?? [];
    expect(await (await fetch(board ?? '')).text()).toContain('Saturn after ten');
    expect((await fetch(`${at.corkrail}/board/none`)).status).toBe(404);
  });
});
