import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ENDPOINTS } from '@placard/core/contract/openapi';
import type { Page, Site } from '@placard/core/contract';
import { openServer, type Caller, type OpenServer } from './testing/openserver.ts';

let server: OpenServer;
let callers: Record<'editor' | 'reviewer' | 'keeper', Caller>;
beforeAll(async () => {
  server = await openServer();
  callers = {
    editor: await server.signIn('editor'),
    reviewer: await server.signIn('reviewer'),
    keeper: await server.signIn('keeper'),
  };
});
afterAll(() => server.close());

const here = () => server.address.replace('localhost', '127.0.0.1');

describe('every endpoint', () => {
  for (const endpoint of ENDPOINTS.filter(({ roles }) => roles.length > 0)) {
    const path = endpoint.path.replace(/\{host\}/, 'a.example').replace(/\{\w+\}/g, 'nothing-here');
    const sends =
      endpoint.method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: '{}' };

    it(`${endpoint.method} ${endpoint.path} needs a session`, async () => {
      const answer = await fetch(`${here()}${path}`, { method: endpoint.method, ...sends });
      expect(answer.status).toBe(401);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
    });

    it(`${endpoint.method} ${endpoint.path} is for ${endpoint.roles.join(', ')}`, async () => {
      for (const [role, caller] of Object.entries(callers)) {
        const { status } = await caller.ask(
          endpoint.method,
          path,
          endpoint.method === 'GET' ? undefined : {},
        );
        const admitted = endpoint.roles.some((name) => name === role);
        if (admitted) expect([200, 400, 404, 422]).toContain(status);
        else expect(status).toBe(403);
      }
    });
  }
});

describe('writes from another site', () => {
  it.each([
    [{ origin: 'https://evil.example' }],
    [{ origin: 'null' }],
    [{ 'sec-fetch-site': 'cross-site' }],
    [{ 'sec-fetch-site': 'same-site' }],
  ])('with %j are refused', async (headers) => {
    const answer = await fetch(`${here()}/api/pages`, {
      method: 'POST',
      headers: {
        cookie: callers.editor.cookie,
        'content-type': 'application/json',
        ...(headers as Record<string, string>),
      },
      body: '{}',
    });
    expect(answer.status).toBe(403);
  });
});

describe('the application’s own origin', () => {
  it('sends a strict policy and cookies that scripts cannot read', async () => {
    const answer = await fetch(`${here()}/api/sample-accounts`);
    const policy = answer.headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toContain('unsafe');
    const signedIn = await fetch(`${here()}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.address },
      body: JSON.stringify({ email: 'editor@test.example', password: 'a password for tests' }),
    });
    for (const cookie of signedIn.headers.getSetCookie())
      expect(cookie).toMatch(/HttpOnly.*SameSite=Lax|SameSite=Lax.*HttpOnly/i);
  });

  it('offers no sample accounts outside the demo', async () => {
    expect(await (await fetch(`${here()}/api/sample-accounts`)).json()).toEqual([]);
  });

  it('lets nobody sign up', async () => {
    const answer = await fetch(`${here()}/api/auth/sign-up/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.address },
      body: JSON.stringify({ email: 'new@test.example', password: 'a password for tests', name: 'New' }),
    });
    expect(answer.ok).toBe(false);
  });

  it('describes itself', async () => {
    const document = (await (await fetch(`${here()}/api/openapi.json`)).json()) as {
      openapi: string;
      paths: object;
    };
    expect(document.openapi).toBe('3.1.0');
    expect(Object.keys(document.paths)).toContain('/api/pages/{id}/hand-off');
  });
});

describe('the users’-content origin', () => {
  it('answers only to signed addresses', async () => {
    for (const path of [
      '/f/AAAAAAAAAAAAAAAAAAAAAA/originals/aa/x.jpg',
      '/proof/AAAAAAAAAAAAAAAAAAAAAA/page-1/1/9999999999999/2026-12-01',
      '/frame/AAAAAAAAAAAAAAAAAAAAAA/e30',
      '/f/x/../../secret',
      '/api/me',
    ]) {
      expect((await fetch(`${server.content}${path}`)).status).toBe(404);
    }
  });
});

describe('a page saved by two', () => {
  it('keeps the first and refuses the second with the newer version', async () => {
    const { editor, keeper } = callers;
    const { body: site } = await editor.ask<Site>('GET', '/api/site');
    const { body: page } = await editor.ask<Page>('POST', '/api/pages', {
      title: 'Two windows',
      section: site.sections[0]?.id,
    });
    const save = (caller: Caller, text: string) =>
      caller.ask<{ title: string; currentVersion?: number }>('PUT', `/api/pages/${page.id}`, {
        version: page.version,
        title: 'Two windows',
        document: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] },
      });
    const answers = await Promise.all([save(editor, 'first'), save(keeper, 'second')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const refused = answers.find(({ status }) => status === 409);
    expect(refused?.body.currentVersion).toBe(page.version + 1);
    expect(refused?.body.title).toMatch(/saved this page in another window/);
  });

  it('refuses an embed that unpacking would not have made', async () => {
    const { editor } = callers;
    const { body: site } = await editor.ask<Site>('GET', '/api/site');
    const frame = {
      src: 'http://lanternreel.example/1',
      title: 't',
      shape: { kind: 'height', height: 9 },
      sandbox: [],
      permissions: [],
    };
    const block = {
      type: 'embed',
      attrs: { id: 'place-1', position: 'full', measure: 'column', gap: 0, frame },
    };
    const answer = await editor.ask('POST', '/api/pages', {
      title: 'Embed',
      section: site.sections[0]?.id,
      document: { type: 'doc', content: [block] },
    });
    expect(answer.status).toBe(422);
  });
});

// Last, since it uses up the tries of this address.
it('limits attempts to sign in', async () => {
  const attempt = async () => {
    const answer = await fetch(`${here()}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.address },
      body: JSON.stringify({ email: 'editor@test.example', password: 'a wrong password' }),
    });
    return answer.status;
  };
  const statuses: number[] = [];
  for (let i = 0; i < 14; i++) statuses.push(await attempt());
  expect(statuses).toContain(401);
  expect(statuses.at(-1)).toBe(429);
});
