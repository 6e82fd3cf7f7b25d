import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { attic } from './attic.ts';
import { commonfield } from './commonfield.ts';
import { lanternreel } from './lanternreel.ts';
import { Outbound } from './outbound.ts';
import { quillmere } from './quillmere.ts';

/** What the service answers next, whatever it is asked; null hangs up. */
let answers: { status: number; type: string; body: string } | null;
const asked: string[] = [];
let service: Server;
let address: string;
let outbound: Outbound;
beforeAll(async () => {
  service = createServer((request, response) => {
    asked.push(`${request.method} ${request.url}`);
    if (!answers) return void request.socket.destroy();
    const { status, type, body } = answers;
    request.resume().on('end', () => response.writeHead(status, { 'content-type': type }).end(body));
  });
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(service.address() as AddressInfo).port}`;
  outbound = new Outbound([address]);
});
afterAll(() => {
  service.closeAllConnections();
  service.close();
});

const json = (body: unknown) => ({ status: 200, type: 'application/json', body: JSON.stringify(body) });
const FILM = {
  title: 'A night',
  description: '',
  language: 'en',
  audience: 'everyone' as const,
  people: [],
  type: 'video/mp4',
  bytes: 3,
  captions: null,
};

const SERVICES: [string, string, () => Promise<unknown>][] = [
  [
    'Commonfield',
    'looking for pictures',
    () => commonfield(outbound, address).search({ words: 'moon', page: 1 } as never),
  ],
  [
    'Quillmere Pictures',
    'looking for pictures',
    () => quillmere(outbound, address, 'us').search({ words: 'moon', page: 1 }),
  ],
  [
    'Quillmere Pictures',
    'asking whether one is bought',
    () => quillmere(outbound, address, 'us').originalOf('QM-1'),
  ],
  [
    'Lanternreel',
    'looking for films',
    () => lanternreel(outbound, address, 'us').search({ words: '', page: 1 }),
  ],
  [
    'Lanternreel',
    'sending a film',
    () =>
      lanternreel(outbound, address, 'us').receive(
        { ...FILM, body: Readable.from(Buffer.from('abc')) },
        new AbortController().signal,
        () => {},
      ),
  ],
  ['Attic', 'opening an album', () => attic(outbound, address).open('spring', 1)],
];

describe.each(SERVICES)('%s, %s', (name, _, ask) => {
  it.each([
    ['a web page', { status: 200, type: 'text/html', body: '<h1>Sign in</h1>' }],
    ['nothing', { status: 200, type: 'application/json', body: '' }],
    ['half of it', { status: 200, type: 'application/json', body: '{"total": 3, "pictures": [{"numb' }],
    ['something else', json({ hello: 'world' })],
    ['a list', json([])],
    ['null', json(null)],
    ['its counts in words', json({ total: 'three', pictures: [], films: [], id: 7, bought: 'yes' })],
    ['titles without end', json({ total: 1, pictures: [{ title: 'a'.repeat(5000) }], films: [{}] })],
  ])('answered with %s says that %s', async (_what, given) => {
    answers = given;
    await expect(ask()).rejects.toThrow(`${name} answered something that could not be understood.`);
  });

  it.each([
    ['an error of its own', { status: 500, type: 'text/plain', body: 'stack trace: /srv/secret.rb:12' }],
    ['a refusal', { status: 403, type: 'application/json', body: '{"says":"No."}' }],
    ['no answer at all', null],
  ])('with %s is refused in a sentence that gives nothing of it away', async (_what, given) => {
    answers = given;
    const says = await ask().then(
      () => '',
      (error: unknown) => (error as Error).message,
    );
    expect(says).toMatch(/^[A-Z0-9“].*\.$/s);
    expect(says).not.toContain('secret');
  });
});

describe('what a service is asked', () => {
  const PICTURE = {
    number: 'n1',
    title: 't'.repeat(400),
    description: 'd'.repeat(1500),
    page: `https://service.example/n1`,
    file: `https://service.example/n1.jpg`,
    small: `https://service.example/n1-small.jpg`,
    comp: `https://service.example/n1-comp.jpg`,
    width: 600,
    height: 400,
    creator: 'Ines Falk',
    creatorPage: 'https://service.example/ines',
    licence: 'https://creativecommons.org/licenses/by-sa/4.0/',
  };

  it('words keep to their parameter', async () => {
    answers = json({ total: 0, pictures: [] });
    await commonfield(outbound, address).search({
      words: 'moon&commercial=no#x',
      page: 2,
      commercial: 'yes',
    } as never);
    const url = new URL(asked.at(-1)?.split(' ')[1] ?? '', address);
    expect(Object.fromEntries(url.searchParams)).toEqual({
      words: 'moon&commercial=no#x',
      commercial: 'yes',
      page: '2',
    });
  });

  it('numbers and albums keep to their place in the path', async () => {
    answers = json({ bought: false, original: null });
    await quillmere(outbound, address, 'us&them').originalOf('../buy/QM-1');
    expect(asked.at(-1)).toBe('GET /bought/..%2Fbuy%2FQM-1?account=us%26them');
    answers = json({ path: [], albums: [], total: 0, pictures: [] });
    await attic(outbound, address).open('../../small/x', 1);
    expect(asked.at(-1)).toBe('GET /albums/..%2F..%2Fsmall%2Fx/pictures?page=1');
  });

  it('what a catalogue says of a picture becomes its label, cut to what a label takes', async () => {
    answers = json({ total: 1, pictures: [PICTURE] });
    const { pictures } = await commonfield(outbound, address).search({ words: '', page: 1 } as never);
    expect(pictures[0]?.label).toMatchObject({
      creator: 'Ines Falk',
      source: 'Commonfield',
      licence: 'cc-by-sa-4.0',
      pictureId: 'n1',
    });
    expect(pictures[0]?.label.title).toHaveLength(300);
    expect(pictures[0]?.label.alt).toHaveLength(1000);
  });

  it('what an agency lends is a comp, whatever it says of licences', async () => {
    answers = json({ total: 1, pictures: [PICTURE] });
    const { pictures } = await quillmere(outbound, address, 'us').search({ words: '', page: 1 });
    expect(pictures[0]).toMatchObject({ address: PICTURE.comp, licenceUrl: '', label: { licence: 'comp' } });
  });
});
