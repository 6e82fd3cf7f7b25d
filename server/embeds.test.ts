import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  FramingAnswer,
  HostLine,
  KeptFile,
  OutsideLine,
  PolicyLines,
  Page,
  Provider,
  Site,
  Stages,
  UnpackAnswer,
} from '@placard/core/contract';
import { namedIn } from '@placard/core/embed';
import { FORMAT, type Block } from '@placard/core/page';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';

let foreign: Server;
let origin: string;
let host: string;
let server: OpenServer;
let editor: Caller;
let reviewer: Caller;
let keeper: Caller;
let section: string;
/** How often each address was asked. */
const asked = new Map<string, number>();
/** What an address answers from now on. */
const now = new Map<string, (response: ServerResponse) => void>();

const html =
  (body: string, headers: Record<string, string> = {}) =>
  (response: ServerResponse) =>
    void response.writeHead(200, { 'content-type': 'text/html', ...headers }).end(body);
const json = (body: object) => (response: ServerResponse) =>
  void response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(body));
const discovers = (to: string) =>
  html(`<title>A page</title><link rel="alternate" type="application/json+oembed" href="${to}">`);

beforeAll(async () => {
  foreign = createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', origin);
    asked.set(pathname, (asked.get(pathname) ?? 0) + 1);
    const answer = now.get(pathname);
    if (answer) answer(response);
    else response.writeHead(404).end();
  });
  await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve));
  host = `127.0.0.1:${(foreign.address() as AddressInfo).port}`;
  origin = `http://${host}`;
  server = await openServer({ PLACARD_TRUSTED_OUTSIDE: origin, PLACARD_TRUSTED_FRAMES: origin });
  [editor, reviewer, keeper] = [
    await server.signIn('editor'),
    await server.signIn('reviewer'),
    await server.signIn('keeper'),
  ];
  const site = await editor.ask<Site>('GET', '/api/site');
  section = site.body.sections[0]?.id ?? '';
});
afterAll(async () => {
  await server.close();
  foreign.closeAllConnections();
  foreign.close();
});

const ask = async (address: string) =>
  (await editor.ask<UnpackAnswer>('POST', '/api/embeds/ask', { address })).body;
const kinds = ({ unpacked }: UnpackAnswer) => unpacked.choices.map(({ kind }) => kind);

describe('an address', () => {
  it('of which the host has an embed becomes its frame, sized as the host says, with a card of the page', async () => {
    now.set('/film/1', discovers('/oembed1'));
    now.set(
      '/oembed1',
      json({
        type: 'video',
        title: 'Aligning',
        html: `<iframe src="${origin}/player/1"></iframe>`,
        width: 480,
        height: 360,
        thumbnail_url: `${origin}/still.jpg`,
        cache_age: 600,
      }),
    );
    now.set('/player/1', html('a player'));
    const answer = await ask(`${origin}/film/1`);
    expect(kinds(answer)).toEqual(['frame', 'card']);
    expect(answer.unpacked.frame).toMatchObject({
      title: 'Aligning',
      src: `${origin}/player/1`,
      shape: { width: 480, height: 360 },
    });
    expect(answer.unpacked.choices[1]).toMatchObject({
      card: { address: `${origin}/film/1`, title: 'Aligning' },
      picture: `${origin}/still.jpg`,
    });
    expect(answer.asked?.says.join(' ')).toMatch(/has a film at this address.*lets itself be framed/);
    expect(answer.hosts).toEqual([{ host, review: 'unreviewed', note: '' }]);
    // As long as it said, it is not asked again.
    await ask(`${origin}/film/1`);
    expect(asked.get('/oembed1')).toBe(1);
  });

  it('of which the host answers in XML is read as well; something rich is taken apart', async () => {
    now.set('/post/1', html('<link rel="alternate" type="text/xml+oembed" href="/oembed2">'));
    now.set(
      '/oembed2',
      (response) =>
        void response
          .writeHead(200, { 'content-type': 'text/xml' })
          .end(
            '<?xml version="1.0"?><oembed><type>rich</type><title>A post</title><html>&lt;blockquote&gt;&lt;p&gt;Bring gloves tonight, all of you.&lt;/p&gt;&lt;/blockquote&gt;&lt;script src="https://flockline.example/w.js"&gt;&lt;/script&gt;</html></oembed>',
          ),
    );
    expect(kinds(await ask(`${origin}/post/1`))).toEqual(['quotation', 'box', 'card']);
  });

  it('of a photo is offered to be brought in', async () => {
    now.set('/photo/1', discovers('/oembed3'));
    now.set(
      '/oembed3',
      json({
        type: 'photo',
        title: 'Frost',
        author_name: 'Wren',
        url: `${origin}/frost.jpg`,
        width: 9,
        height: 9,
      }),
    );
    const answer = await ask(`${origin}/photo/1`);
    expect(kinds(answer)).toEqual(['card']);
    expect(answer.asked?.photo).toEqual({ address: `${origin}/frost.jpg`, title: 'Frost', creator: 'Wren' });
    expect(answer.asked?.preview).toContain(server.content);
  });

  it('that does not let itself be framed is a card of what it says of itself, and why is said', async () => {
    now.set(
      '/map',
      html(
        '<title>The sky</title><meta name="description" content="Tonight."><meta property="og:image" content="/s.jpg">',
        { 'x-frame-options': 'SAMEORIGIN' },
      ),
    );
    const answer = await ask(`${origin}/map`);
    expect(answer.unpacked.choices).toMatchObject([
      { kind: 'card', card: { title: 'The sky', words: 'Tonight.' }, picture: `${origin}/s.jpg` },
    ]);
    expect(answer.asked?.says.join(' ')).toContain('only by its own pages');
    now.set('/map/pane', html('<title>The sky</title>', { 'content-security-policy': 'frame-ancestors *' }));
    // A whole page in a frame is there to be chosen, behind its card.
    expect(kinds(await ask(`${origin}/map/pane`))).toEqual(['card', 'frame']);
  });

  it('that leads on is asked where it leads to', async () => {
    now.set('/old', (response) => void response.writeHead(301, { location: '/map' }).end());
    expect((await ask(`${origin}/old`)).asked?.says.join(' ')).toContain('only by its own pages');
  });

  it.each<[string, (response: ServerResponse) => void, RegExp]>([
    [
      'lies of its type',
      json({ type: 'window', html: '<iframe src="https://a.example/">' }),
      /no type that oEmbed has/,
    ],
    [
      'is nonsense',
      (response) => void response.writeHead(200, { 'content-type': 'application/json' }).end('<<<{'),
      /neither JSON nor XML/,
    ],
    ['names no code', json({ type: 'rich', html: '' }), /gives no code/],
    ['is far too long', json({ type: 'rich', html: 'x'.repeat(400_000) }), /neither JSON nor XML|longer/],
    ['is a bomb', json({ type: 'rich', html: '<div>'.repeat(50_000) }), /has something to embed/],
    ['refuses', (response) => void response.writeHead(401).end(), /does not let this be embedded/],
    [
      'leads into a private network',
      (response) => void response.writeHead(302, { location: 'http://10.0.0.1/oembed' }).end(),
      /10\.0\.0\.1|private|not be asked|network/i,
    ],
    [
      'ends in the middle',
      (response) => {
        response.writeHead(200, { 'content-type': 'application/json', 'content-length': '9000' });
        response.write('{"type"');
        setTimeout(() => response.destroy(), 20);
      },
      /stopped in the middle|neither JSON/,
    ],
  ])('whose host’s answer %s is a card all the same, and it is said', async (name, answer, says) => {
    const path = `/oembed-${name.replaceAll(' ', '-')}`;
    now.set('/page', discovers(path));
    now.set(path, answer);
    const { unpacked, asked: heard } = await ask(`${origin}/page`);
    expect(unpacked.choices[0]?.kind).toBe('card');
    expect(heard?.says.join(' ')).toMatch(says);
  });

  it('inside a private network is not asked, and what is none is refused in a sentence', async () => {
    const within = await ask('http://127.0.0.1:1/x');
    expect(within.unpacked.choices.at(-1)?.kind).toBe('card');
    expect((await editor.ask('POST', '/api/embeds/ask', { address: 'javascript:alert(1)' })).status).toBe(
      422,
    );
  });
});

const FILE = () => ({
  format: 1,
  name: 'The films',
  hosts: [host],
  addresses: [{ page: '/watch/{id}', embed: '/player/{id}' }],
  options: [{ id: 'quiet', says: 'Quiet', kind: 'switch', query: 'quiet', usual: false, ours: true }],
});

describe('what a host understands', () => {
  it('is written by keepers alone, and what is wrong with it is said', async () => {
    const put = (who: Caller, id: string, version: number, file: unknown) =>
      who.ask<{ version: number; title?: string }>('PUT', `/api/host-files/${id}`, { version, file });
    expect((await put(editor, 'file0001', 0, FILE())).status).toBe(403);
    expect(await put(keeper, 'file0001', 0, { ...FILE(), hosts: ['not a host'] })).toMatchObject({
      status: 422,
      body: { title: 'This is not a host name.' },
    });
    expect((await put(keeper, 'file0001', 0, FILE())).body.version).toBe(1);
    expect((await put(keeper, 'file0001', 0, FILE())).status).toBe(409);
    expect(await put(keeper, 'file0002', 0, FILE())).toMatchObject({
      status: 409,
      body: { title: `The file “The films” is about ${host} already.` },
    });
    expect((await editor.ask<KeptFile[]>('GET', '/api/host-files')).body).toMatchObject([
      { id: 'file0001', version: 1 },
    ]);
  });

  it('is how its embeds are set, unless their address says otherwise', async () => {
    const unpack = async (src: string) =>
      (
        await editor.ask<UnpackAnswer>('POST', '/api/embeds/unpack', {
          code: `<iframe src="${src}" title="t"></iframe>`,
        })
      ).body.unpacked;
    expect((await unpack(`${origin}/player/1`)).frame?.src).toBe(`${origin}/player/1?quiet=1`);
    expect((await unpack(`${origin}/player/1`)).findings[0]?.says).toContain('“Quiet”');
    expect((await unpack(`${origin}/player/1?quiet=0`)).frame?.src).toBe(`${origin}/player/1?quiet=0`);
  });

  it('says where the embed of a page is', async () => {
    now.set('/watch/1', html('<title>Watch</title>', { 'x-frame-options': 'DENY' }));
    expect((await ask(`${origin}/watch/1`)).unpacked.frame?.src).toBe(`${origin}/player/1?quiet=1`);
  });
});

const NOTHING = { type: 'doc', format: FORMAT, content: [] as Block[] };
const write = async (title: string, content: Block[]) =>
  (await editor.ask<Page>('POST', '/api/pages', { title, section, document: { ...NOTHING, content } })).body;
const framing = (src: string, id: string): Block => ({
  type: 'embed',
  attrs: {
    id,
    position: 'full',
    measure: 'column',
    gap: 20,
    frame: {
      src,
      title: 'A board',
      shape: { kind: 'height', height: 300 },
      sandbox: ['allow-scripts'],
      permissions: [],
    },
  },
});
const linking = (href: string): Block => ({
  type: 'paragraph',
  content: [{ type: 'text', text: 'there', marks: [{ type: 'link', attrs: { href } }] }],
});

describe('hosts', () => {
  const lineOf = async (name: string) =>
    (await editor.ask<HostLine[]>('GET', '/api/hosts')).body.find((line) => line.host === name);
  const waiting = async () => (await editor.ask<Stages>('GET', '/api/stages')).body.hosts;

  it('are asked for once, stand on the stage rule, and are answered with who and why', async () => {
    const before = await waiting();
    const why = { why: 'For the film evening.' };
    expect((await editor.ask('POST', '/api/hosts/films.example/ask', why)).status).toBe(200);
    expect((await editor.ask('POST', '/api/hosts/films.example/ask', why)).status).toBe(409);
    expect(await waiting()).toBe(before + 1);
    expect((await lineOf('films.example'))?.asked).toMatchObject({ why: 'For the film evening.' });
    expect((await editor.ask('PUT', '/api/hosts/films.example', { review: 'approved' })).status).toBe(403);
    await reviewer.ask('PUT', '/api/hosts/films.example', { review: 'approved', note: 'Sound.' });
    expect(await lineOf('films.example')).toMatchObject({
      review: 'approved',
      note: 'Sound.',
      asked: null,
      decided: { by: expect.stringMatching(/./) as string },
    });
    expect(await waiting()).toBe(before);
  });

  it('are reviewed by families, of which the nearest counts', async () => {
    const page = await write('Of a family', [framing('https://a.boards.example/1', 'place-f1')]);
    const rules = async () =>
      (
        await editor.ask<{ findings: { rule: string; severity: string }[] }>(
          'GET',
          `/api/pages/${page.id}/proof`,
        )
      ).body.findings.filter(({ rule }) => rule === 'host-not-approved');
    expect(await rules()).toMatchObject([{ severity: 'warn' }]);
    await reviewer.ask('PUT', '/api/hosts/*.boards.example', { review: 'approved' });
    expect(await rules()).toEqual([]);
    await reviewer.ask('PUT', '/api/hosts/a.boards.example', { review: 'refused' });
    expect(await rules()).toMatchObject([{ severity: 'stop' }]);
    await reviewer.ask('DELETE', '/api/hosts/a.boards.example');
    expect(await rules()).toEqual([]);
    expect((await lineOf('*.boards.example'))?.pages).toBe(1);
  });

  it('tell before a refusal what it would change', async () => {
    const page = await write('May leave', [framing(`${origin}/player/1`, 'place-f2')]);
    const { body } = await editor.ask<{ id: string; embeds: string[]; stops: boolean }[]>(
      'GET',
      `/api/hosts/${host}/pages`,
    );
    expect(body).toContainEqual({ id: page.id, title: 'May leave', embeds: ['A board'], stops: true });
  });

  it('remember the least that their frames need', async () => {
    await editor.ask('PUT', `/api/hosts/${host}/needs`, {
      needs: { sandbox: ['allow-scripts'], permissions: [] },
    });
    const code = `<iframe src="${origin}/player/1" title="t" allowfullscreen></iframe>`;
    const { unpacked } = (await editor.ask<UnpackAnswer>('POST', '/api/embeds/unpack', { code })).body;
    expect(unpacked.frame).toMatchObject({ sandbox: ['allow-scripts'], permissions: [] });
    await editor.ask('PUT', `/api/hosts/${host}/needs`, { needs: null });
  });

  it('come out of an open list, shown first; one that was refused stays refused', async () => {
    await reviewer.ask('PUT', '/api/hosts/bad.example', { review: 'refused' });
    const list = JSON.stringify([
      {
        provider_name: 'Good',
        provider_url: 'https://good.example/',
        endpoints: [
          { url: 'https://api.good.example/oembed.{format}', schemes: ['https://good.example/film/*'] },
        ],
      },
      {
        provider_name: 'Bad',
        endpoints: [{ url: 'https://bad.example/oembed', schemes: ['https://bad.example/*'] }],
      },
      {
        provider_name: 'Plain',
        endpoints: [{ url: 'http://plain.example/oembed', schemes: ['http://plain.example/*'] }],
      },
      { nothing: true },
    ]);
    expect((await editor.ask('POST', '/api/hosts/providers/read', { list })).status).toBe(403);
    expect((await reviewer.ask('POST', '/api/hosts/providers/read', { list: '{}' })).status).toBe(422);
    const read = await reviewer.ask<{ providers: Provider[]; left: string[] }>(
      'POST',
      '/api/hosts/providers/read',
      { list },
    );
    expect(read.body.providers).toMatchObject([
      { host: 'api.good.example', frames: ['good.example'], review: 'unreviewed' },
      { host: 'bad.example', review: 'refused' },
    ]);
    expect(read.body.left).toHaveLength(2);
    const taken = await reviewer.ask('POST', '/api/hosts/providers', {
      list,
      hosts: ['api.good.example', 'bad.example'],
      approve: true,
    });
    expect(taken.body).toEqual({ taken: 1 });
    expect(await lineOf('api.good.example')).toMatchObject({ review: 'unreviewed', provider: true });
    expect(await lineOf('good.example')).toMatchObject({ review: 'approved', provider: false });
    expect(await lineOf('bad.example')).toMatchObject({ review: 'refused', provider: false });
  });
});

describe('something embedded', () => {
  const code = '<div id="m"></div><script>document.getElementById("m").textContent="drawn"</script>';
  const boxed = {
    code,
    title: 'A map',
    named: namedIn(code),
    heights: [],
    sources: [],
    popups: false,
  };
  const block = {
    type: 'box',
    attrs: { id: 'place-b1', position: 'full', measure: 'column', gap: 20, boxed },
  };

  it('is looked at on the other origin, and measured in a sandbox', async () => {
    const { body } = await editor.ask<{ preview: string; measure: string }>('POST', '/api/embeds/preview', {
      block,
    });
    expect(new URL(body.preview).origin).toBe(server.content);
    const shown = await fetch(body.preview);
    expect(await shown.text()).toContain('srcdoc=');
    // The box inherits what the page may run: exactly this script.
    expect(shown.headers.get('content-security-policy')).toMatch(/script-src 'sha256-[\w+/=]+'/);
    const measured = await fetch(body.measure);
    expect(measured.headers.get('content-security-policy')).toMatch(
      /^sandbox allow-scripts; default-src 'none'/,
    );
    const document = await measured.text();
    expect(document).toContain(boxed.code);
    // Nothing stands before the foreign code that would let it run more than it was given.
    expect(document + measured.headers.get('content-security-policy')).not.toContain('nonce');
    expect((await fetch(body.preview.replace(/.(?=\/[0-9a-f]+$)/, '_'))).status).toBe(404);
  });

  it('that holds nothing foreign, or an unsafe frame, is refused in a sentence', async () => {
    expect((await editor.ask('POST', '/api/embeds/preview', { block: { type: 'rule' } })).status).toBe(422);
    const other = { ...boxed, named: { ...boxed.named, origins: ['https://elsewhere.example'] } };
    const opened = { ...block, attrs: { ...block.attrs, boxed: other } };
    expect((await editor.ask('POST', '/api/embeds/preview', { block: opened })).status).toBe(422);
    const unsafe = framing('http://10.0.0.1/', 'place-f3');
    expect((await editor.ask('POST', '/api/embeds/preview', { block: unsafe })).status).toBe(422);
  });
});

describe('what pages lead to and show outside', () => {
  const looked = async (): Promise<OutsideLine[]> =>
    (await editor.ask<{ lines: OutsideLine[] }>('GET', '/api/outside?all=yes')).body.lines;
  const lookAgain = async () => {
    const before = new Map((await looked()).map(({ id, checkedAt }) => [id, checkedAt]));
    await editor.ask('POST', '/api/outside/look', { ids: [...before.keys()] });
    await until(async () =>
      (await looked()).every(
        ({ id, address, checkedAt }) => !address.startsWith(origin) || checkedAt !== before.get(id),
      ),
    );
  };
  const stateOf = async (path: string) =>
    (await looked()).find(({ address }) => address === `${origin}${path}`)?.state;

  it('is looked at again, and what became of it is found in its pages with a way to mend it', async () => {
    now.set(
      '/robots.txt',
      (response) =>
        void response
          .writeHead(200, { 'content-type': 'text/plain' })
          .end('User-agent: *\nDisallow: /closed'),
    );
    now.set('/here', html('<p id="part">there'));
    now.set('/there', html('moved here'));
    now.set('/moves', html('still here'));
    now.set('/frame', html('a frame'));
    const page = await write('Leads outside', [
      linking(`${origin}/here#part`),
      linking(`${origin}/here#none`),
      linking(`${origin}/gone`),
      linking(`${origin}/closed`),
      linking(`${origin}/moves`),
      framing(`${origin}/frame`, 'place-o1'),
    ]);
    await lookAgain();
    expect(
      await Promise.all(['/here#part', '/here#none', '/gone', '/closed', '/moves', '/frame'].map(stateOf)),
    ).toEqual(['works', 'anchor', 'gone', 'works', 'works', 'works']);
    expect(asked.get('/closed') ?? 0).toBe(0);
    now.set('/moves', (response) => void response.writeHead(308, { location: '/there' }).end());
    now.set('/frame', html('a frame', { 'content-security-policy': "frame-ancestors 'none'" }));
    await lookAgain();
    expect([await stateOf('/moves'), await stateOf('/frame')]).toEqual(['moved', 'refuses']);
    const { findings } = (
      await editor.ask<{
        findings: {
          rule: string;
          says: string;
          remedies?: { says: string; from: object[]; to: object[] }[];
        }[];
      }>('GET', `/api/pages/${page.id}/proof`)
    ).body;
    const found = findings.filter(({ rule }) => rule === 'outside-broken');
    expect(found).toHaveLength(4);
    const moved = found.find(({ says }) => says.includes('moved for good'));
    expect(JSON.stringify(moved?.remedies?.[0]?.to)).toContain(`${origin}/there`);
    const refusing = found.find(({ says }) => says.includes('framed'));
    expect(refusing?.remedies?.map(({ says }) => says)).toEqual([
      'Put a link card in its place',
      'Remove it',
    ]);
    expect(refusing?.remedies?.[0]?.to).toMatchObject([
      { type: 'linkCard', attrs: { card: { title: 'A board' } } },
    ]);
  });

  it('is said where a form stands in a frame that may not send it, with a way to let it', async () => {
    now.set('/form', html('<form action="/send"><input name="a"><button>Send</button></form>'));
    const page = await write('With a form', [framing(`${origin}/form`, 'place-o2')]);
    await lookAgain();
    expect(await stateOf('/form')).toBe('form');
    const found = async () =>
      (
        await editor.ask<{ findings: { rule: string; says: string; remedies?: { says: string }[] }[] }>(
          'GET',
          `/api/pages/${page.id}/proof`,
        )
      ).body.findings.filter(({ rule }) => rule === 'outside-broken');
    expect(await found()).toMatchObject([
      { says: expect.stringContaining('A form stands in it'), remedies: [{ says: expect.any(String) }] },
    ]);
    // It is nothing that is wrong with the address.
    const { body } = await editor.ask<{ lines: OutsideLine[] }>('GET', '/api/outside');
    expect(body.lines.some(({ address }) => address === `${origin}/form`)).toBe(false);
    const sending = framing(`${origin}/form`, 'place-o2') as Extract<Block, { type: 'embed' }>;
    sending.attrs.frame.sandbox = ['allow-forms', 'allow-scripts'];
    await editor.ask('PUT', `/api/pages/${page.id}`, {
      version: 1,
      title: 'With a form',
      document: { type: 'doc', content: [sending] },
    });
    expect(await found()).toEqual([]);
    // Whoever asks beforehand hears of it, too.
    const asked = await editor.ask('POST', '/api/embeds/framing', { frame: sending.attrs.frame });
    expect(asked.body).toMatchObject({ may: true, wants: ['allow-forms'] });
  });

  it('a frame’s host says whether it lets itself be framed, and whoever is silent is told from whoever refuses', async () => {
    now.set('/closed-frame', html('x', { 'x-frame-options': 'DENY' }));
    const ask = async (address: string) => {
      const embed = framing(address, 'place-o4') as Extract<Block, { type: 'embed' }>;
      return (await editor.ask<FramingAnswer>('POST', '/api/embeds/framing', { frame: embed.attrs.frame }))
        .body;
    };
    expect(await ask(`${origin}/closed-frame`)).toMatchObject({
      may: false,
      answered: true,
      says: expect.stringContaining('does not let itself be framed'),
    });
    now.set('/open-frame', html('x'));
    expect(await ask(`${origin}/open-frame`)).toMatchObject({ may: true, answered: true });
    now.set(
      '/paper',
      (response) => void response.writeHead(200, { 'content-type': 'application/pdf' }).end('%PDF-'),
    );
    expect(await ask(`${origin}/paper`)).toMatchObject({ may: false, answered: true });
    now.set('/silent', (response) => void response.destroy());
    expect(await ask(`${origin}/silent`)).toMatchObject({ may: false, answered: false });
  });

  it('is forgotten with the last page that uses it', async () => {
    const page = await write('For a while', [linking(`${origin}/only-here`)]);
    expect(await stateOf('/only-here')).toBe('unseen');
    await editor.ask('PUT', `/api/pages/${page.id}`, { version: 1, title: 'For a while', document: NOTHING });
    expect(await stateOf('/only-here')).toBeUndefined();
  });

  it('is left alone while its pages lie in the bin', async () => {
    const page = await write('Binned for a while', [linking(`${origin}/in-the-bin`)]);
    const arrange = (to: string) =>
      editor.ask('POST', '/api/pages/arrange', { pages: [page.id], to: { do: to } });
    expect(await stateOf('/in-the-bin')).toBe('unseen');
    await arrange('bin');
    expect(await stateOf('/in-the-bin')).toBeUndefined();
    await arrange('restore');
    expect(await stateOf('/in-the-bin')).toBe('unseen');
    await arrange('bin');
    await arrange('remove');
    expect(await stateOf('/in-the-bin')).toBeUndefined();
  });
});

describe('the policies of the whole site', () => {
  const lines = async () => (await editor.ask<PolicyLines>('GET', '/api/site/policy-lines')).body;

  it('name what the pages embed, and no longer what lies in the bin', async () => {
    const board = framing('https://board.example/7', 'place-p1');
    if (board.type === 'embed') board.attrs.frame.permissions = ['fullscreen'];
    const page = await write('With a board', [board]);
    await write('With another', [framing('https://notes.example/3', 'place-p2')]);
    const all = await until(async () => {
      const now = await lines();
      return now.csp.includes('notes.example') && now;
    });
    expect(all.csp).toMatch(/frame-src [^;]*https:\/\/board\.example[^;]* https:\/\/notes\.example/);
    expect(all.permissions).toContain('fullscreen=(self "https://board.example")');
    expect(all.permissions).toContain('camera=()');
    await editor.ask('POST', '/api/pages/arrange', { pages: [page.id], to: { do: 'bin' } });
    const less = await lines();
    expect(less.csp).not.toContain('board.example');
    expect(less.pages).toBe(all.pages - 1);
    // What no visitor sees asks for nothing.
    const hidden = JSON.parse(JSON.stringify(framing('https://backstage.example/1', 'place-p3')));
    hidden.attrs.when = { ours: true };
    await write('With one for our people', [hidden]);
    expect((await lines()).csp).not.toContain('backstage.example');
  });
});
