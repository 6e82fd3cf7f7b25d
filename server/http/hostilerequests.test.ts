import { randomBytes } from 'node:crypto';
import { request } from 'node:http';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Arrival, Looked, Room } from '@placard/core/contract';
import { ENDPOINTS } from '@placard/core/contract/openapi';
import { openServer, until, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let keeper: Caller;
beforeAll(async () => {
  server = await openServer();
  [editor, keeper] = [await server.signIn('editor'), await server.signIn('keeper')];
});
afterAll(() => server.close());

const here = () => server.address.replace('localhost', '127.0.0.1');
const asked = (path: string, how: RequestInit & { cookie?: string } = {}) =>
  fetch(`${here()}${path}`, {
    ...how,
    headers: {
      origin: server.address,
      ...(how.cookie === undefined ? {} : { cookie: how.cookie }),
      ...(how.headers as Record<string, string> | undefined),
    },
  });
const announce = (caller: Caller, bytes: number, more: Record<string, string> = {}) =>
  asked('/upload', {
    method: 'POST',
    cookie: caller.cookie,
    headers: {
      'tus-resumable': '1.0.0',
      'upload-length': String(bytes),
      'upload-metadata': `filename ${Buffer.from('film.mp4').toString('base64')}`,
      ...more,
    },
  });

const sendWhole = (location: string, bytes: Buffer = Buffer.alloc(0)) =>
  asked(location, {
    method: 'PATCH',
    cookie: editor.cookie,
    headers: {
      'tus-resumable': '1.0.0',
      'upload-offset': '0',
      'content-type': 'application/offset+octet-stream',
    },
    body: new Uint8Array(bytes),
  });

describe('an upload', () => {
  it('cannot be fetched, hung up on or read as script', async () => {
    const location = (await announce(editor, 5000)).headers.get('location') ?? '';
    for (const method of ['GET', 'OPTIONS', 'PUT', 'POST']) {
      const answer = await asked(location, { method, cookie: editor.cookie });
      expect([method, answer.status]).toEqual([method, 405]);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
    }
    const disguised = await asked(location, {
      method: 'PATCH',
      cookie: editor.cookie,
      headers: { 'tus-resumable': '1.0.0', 'x-http-method-override': 'GET' },
    });
    expect(disguised.status).not.toBe(200);
    for (const path of ['/upload/..%2f..%2fsecret', '/upload/x', '/upload/a/b'])
      expect((await asked(path, { method: 'HEAD', cookie: editor.cookie })).status).toBe(404);
  });

  it('that is only announced takes no room from others', async () => {
    const { used } = (await editor.ask<Room>('GET', '/api/site/room')).body;
    await keeper.ask('PUT', '/api/site/room', { limit: used + 10_000_000 });
    for (let i = 0; i < 20; i++) expect((await announce(editor, 9_000_000)).status).toBe(201);
    expect((await editor.ask<Room>('GET', '/api/site/room')).body.used).toBe(used);
    const arrival = await settled(editor, await send(server, editor, Buffer.from('no picture'), 'a.jpg'));
    expect(arrival.says).toMatch(/not a picture/);
    await keeper.ask('PUT', '/api/site/room', { limit: null });
  });

  it('begun twice, since the answer was lost, is one; and nobody takes another’s', async () => {
    const token = randomBytes(12).toString('base64url');
    const named = {
      'upload-metadata': `filename ${Buffer.from('a.jpg').toString('base64')},token ${Buffer.from(token).toString('base64')}`,
    };
    const [one, again] = [await announce(editor, 3, named), await announce(editor, 3, named)];
    expect([one.status, again.status]).toEqual([201, 201]);
    expect(again.headers.get('location')).toBe(one.headers.get('location'));
    const { body } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
    expect(body.filter(({ id }) => id === token)).toHaveLength(1);
    expect((await announce(keeper, 3, named)).status).toBe(400);
    const sent = await sendWhole(one.headers.get('location') ?? '', Buffer.from('abc'));
    expect(sent.status).toBe(204);
    expect((await announce(editor, 3, named)).status).toBe(410);
  });

  it('for which others left no room is refused when it is whole, and nothing of it is kept', async () => {
    const { used } = (await editor.ask<Room>('GET', '/api/site/room')).body;
    await keeper.ask('PUT', '/api/site/room', { limit: used + 180_000 });
    // Pictures, so that what came first is held, not refused and gone again.
    const noise = () =>
      sharp(randomBytes(200 * 200 * 3), { raw: { width: 200, height: 200, channels: 3 } })
        .png()
        .toBuffer();
    const pictures = [await noise(), await noise()];
    const places = [
      await announce(editor, pictures[0]?.length ?? 0),
      await announce(editor, pictures[1]?.length ?? 0),
    ].map(({ headers }) => headers.get('location') ?? '');
    const statuses = [
      (await sendWhole(places[0] ?? '', pictures[0])).status,
      (await sendWhole(places[1] ?? '', pictures[1])).status,
    ];
    expect(statuses).toEqual([204, 507]);
    const { body } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
    expect(body.find(({ id }) => places[1]?.endsWith(id))).toMatchObject({
      state: 'refused',
      says: expect.stringMatching(/no room/) as string,
    });
    await keeper.ask('PUT', '/api/site/room', { limit: null });
  });
});

describe('what is sent', () => {
  it('to sign in is cut off as it comes, without a session', async () => {
    const sent = await new Promise<{ status: number; bytes: number }>((resolve) => {
      let bytes = 0;
      const flood = request(`${here()}/api/auth/sign-in/email`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: server.address },
      });
      const part = Buffer.alloc(64_000, 0x20);
      const more = () => {
        while (bytes < 200_000_000 && !flood.destroyed) {
          bytes += part.length;
          if (!flood.write(part)) return void flood.once('drain', more);
        }
      };
      flood.on('response', ({ statusCode = 0 }) => {
        resolve({ status: statusCode, bytes });
        flood.destroy();
      });
      flood.on('error', () => resolve({ status: 0, bytes }));
      more();
    });
    expect([413, 0]).toContain(sent.status);
    expect(sent.bytes).toBeLessThan(20_000_000);
  });

  it('packed, so that it unpacks to more, is not unpacked', async () => {
    const answer = await asked('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' },
      body: 'x',
    });
    expect(answer.status).toBe(415);
  });

  it.each(['[', '{"a":'])('nested without end (%s) is refused in a sentence', async (begun) => {
    const answer = await asked('/api/pages', {
      method: 'POST',
      cookie: editor.cookie,
      headers: { 'content-type': 'application/json' },
      body: `${begun.repeat(100_000)}1`,
    });
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { title: string }).title).toMatch(/levels deep/);
  });

  it('as a name of any length and kind never makes the server stumble', async () => {
    for (const name of ['x'.repeat(5000), '..', '%00', '\ud83d\ude00'.repeat(200)])
      for (const { method, path } of ENDPOINTS.filter(({ path }) => path.includes('{'))) {
        const at = path.replace(/\{\w+\}/g, encodeURIComponent(name));
        const { status } = await keeper.ask(method, at, method === 'GET' ? undefined : {});
        expect([`${method} ${path}`, status < 500]).toEqual([`${method} ${path}`, true]);
      }
    for (const name of ['x'.repeat(5000), '..%2f..%2fsecret', 'con'])
      expect((await fetch(`${server.content}/media/${name}`)).status).toBe(404);
  });

  it('to a download as JSON is refused in a sentence', async () => {
    const answer = await asked('/api/assets/pack.zip', {
      method: 'POST',
      cookie: editor.cookie,
      headers: { 'content-type': 'application/json' },
      body: '{"assets":"a"}',
    });
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { title: string }).title).toMatch(/Say which assets/);
  });
});

describe('a signed address', () => {
  it('opens nothing of another kind', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M0 0h9"/></svg>',
    );
    const { thumbnail } = await settled(editor, await send(server, editor, svg, 'a.svg'));
    const [, signature = '', key = ''] = /\/f\/([^/]+)\/(.+)$/.exec(thumbnail ?? '') ?? [];
    expect((await fetch(`${server.content}/f/${signature}/${key}`)).status).toBe(200);
    for (const kind of ['frame', 'proof', 'outside'])
      expect((await fetch(`${server.content}/${kind}/${signature}/${encodeURIComponent(key)}`)).status).toBe(
        404,
      );
  });
});

describe('who one is', () => {
  it.each([
    ['POST', '/api/auth/update-user', { name: 'keeper' }],
    ['POST', '/api/auth/change-email', { newEmail: 'keeper@test.example' }],
    ['POST', '/api/auth/sign-up/email', { name: 'x', email: 'x@test.example', password: 'a long password' }],
    ['POST', '/api/auth/delete-user', {}],
    ['GET', '/api/auth/ok', undefined],
  ])('is not changed by %s %s', async (method, path, body) => {
    const answer = await asked(path, {
      method,
      cookie: editor.cookie,
      headers: { 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    expect(answer.status).toBe(404);
    expect((await editor.ask<{ name: string }>('GET', '/api/me')).body.name).toBe('editor');
  });

  /** Resolves when the stream of changes ends that this session opened. */
  const streamOf = async (caller: Caller) => {
    const answer = await asked('/api/events', { cookie: caller.cookie });
    expect(answer.status).toBe(200);
    let ended = false;
    void answer
      .text()
      .catch(() => '')
      .then(() => (ended = true));
    return () => ended;
  };
  const post = (caller: Caller, path: string, body: object = {}) =>
    asked(path, {
      method: 'POST',
      cookie: caller.cookie,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });

  it('is forgotten with a sign-out, the stream of changes with it', async () => {
    const [one, other] = [await server.signIn('reviewer'), await server.signIn('reviewer')];
    const ended = await streamOf(one);
    const othersEnded = await streamOf(other);
    expect((await post(one, '/api/auth/sign-out')).status).toBe(200);
    await until(async () => ended());
    expect((await one.ask('GET', '/api/me')).status).toBe(401);
    expect((await other.ask('GET', '/api/me')).status).toBe(200);
    expect(othersEnded()).toBe(false);
  });

  it('with a new password is asked for everywhere else, and streams opened by the old one end', async () => {
    const [here, elsewhere] = [await server.signIn('reviewer'), await server.signIn('reviewer')];
    const ended = await streamOf(elsewhere);
    const changed = await post(here, '/api/auth/change-password', {
      currentPassword: 'a password for tests',
      newPassword: 'another password for tests',
      revokeOtherSessions: false,
    });
    expect(changed.status).toBe(200);
    await until(async () => ended());
    expect((await elsewhere.ask('GET', '/api/me')).status).toBe(401);
  });
});

describe('pasted code', () => {
  const ask = (code: string) =>
    editor.ask<{ unpacked?: { findings: { rule: string }[] }; title?: string }>(
      'POST',
      '/api/embeds/unpack',
      {
        code,
      },
    );
  it.each([
    [
      'that opens formatting again and again',
      `<p>${Array.from({ length: 1500 }, (_, i) => `<b ${i}>`).join('')}${'<p>x'.repeat(1000)}`,
    ],
    [
      'with tens of thousands of attributes',
      `<iframe ${Array.from({ length: 17_000 }, (_, i) => i.toString(36))
        .join(' ')
        .slice(0, 95_000)} src="https://a.example">`,
    ],
  ])('%s holds nobody up', async (_, code) => {
    const unpacked = ask(code);
    let others = 0;
    const open = Symbol('open');
    while ((await Promise.race([unpacked, Promise.resolve(open)])) === open) {
      await editor.ask('GET', '/api/me');
      others++;
    }
    expect((await unpacked).status).toBeLessThan(500);
    expect(others).toBeGreaterThan(0);
    expect(
      (await ask('<iframe src="https://lanternreel.example/1" title="t">')).body.unpacked?.findings,
    ).toEqual([]);
  });
});

it('the server is still up', async () => {
  expect((await fetch(`${here()}/healthz`)).status).toBe(200);
  expect((await editor.ask<Looked>('POST', '/api/gather/look', { address: 'nowhere' })).status).toBe(422);
});
