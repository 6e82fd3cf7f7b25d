import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AssetDetail, Page, Site, Stages } from '@placard/core/contract';
import type { Block, PageDocument } from '@placard/core/page';
import { unpack } from '@placard/core/embed';
import { openDatabase } from '../db/database.ts';
import { page as pageTable } from '../db/schema.ts';
import { Signature } from '../store/signature.ts';
import { openServer, SECRET, until, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let section: string;
let asset: AssetDetail;

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  const bytes = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#2f5d50' } })
    .jpeg()
    .toBuffer();
  const arrival = await settled(editor, await send(server, editor, bytes, 'old dome.jpg'));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'The old dome', section }],
  });
  asset = await until(async () => {
    const { body: now } = await editor.ask<AssetDetail>('GET', `/api/assets/${body.accepted[0]?.asset}`);
    return now.prepared === 'done' && now;
  });
});
afterAll(() => server.close());

const picture = (id: string): Block => ({
  type: 'picture',
  attrs: {
    id,
    position: 'full',
    measure: 'column',
    gap: 20,
    asset: asset.id,
    ownAlt: null,
    ownCaption: null,
  },
});
const page = (...content: Block[]): PageDocument => ({ type: 'doc', content });
const begin = async (title: string, document?: PageDocument) =>
  (await editor.ask<Page>('POST', '/api/pages', { title, section, ...(document ? { document } : {}) })).body;
const read = async () => (await editor.ask<AssetDetail>('GET', `/api/assets/${asset.id}`)).body;

describe('a page', () => {
  it('has an address of its own in its section', async () => {
    const [first, second] = [await begin('Opening hours'), await begin('Opening hours')];
    expect([first.slug, second.slug]).toEqual(['opening-hours', 'opening-hours-2']);
  });

  it('is found from what stands in it, until that is taken out', async () => {
    const made = await begin('Where it is used', page(picture('place-1'), picture('place-2')));
    expect((await read()).usedIn).toContainEqual({
      pageId: made.id,
      title: 'Where it is used',
      placements: 2,
    });
    await editor.ask('PUT', `/api/pages/${made.id}`, {
      version: made.version,
      title: made.title,
      document: page({ type: 'paragraph' }),
    });
    expect((await read()).usedIn.map(({ pageId }) => pageId)).not.toContain(made.id);
  });

  it('is checked by what it is, also where it says that it cannot be read', async () => {
    const made = await begin('Kept as it stands');
    const kept = (stored: unknown): Block => ({
      type: 'unknown',
      attrs: { id: 'unknown-0', called: 'x', stored: JSON.stringify(stored) },
    });
    const { frame } = unpack('<iframe src="https://lanternreel.example/player/1" title="x"></iframe>');
    const place = { id: 'place-1', position: 'full', measure: 'column', gap: 20 };
    const powerful = { ...frame, sandbox: ['allow-top-navigation'] };
    const asset = {
      type: 'picture',
      attrs: { ...place, asset: 'nobody-knows', ownAlt: null, ownCaption: null },
    };
    for (const [stored, says] of [
      [{ type: 'embed', attrs: { ...place, frame: powerful } }, /not safe to place|cannot be read/],
      [asset, /not held here any more/],
      [{ type: 'constellation' }, /cannot be read, and was not in it before/],
    ] as const)
      for (const [method, path] of [
        ['PUT', `/api/pages/${made.id}`],
        ['POST', '/api/pages'],
      ] as const) {
        const { status, body } = await editor.ask<{ title: string }>(method, path, {
          ...(method === 'PUT' ? { version: made.version } : { section }),
          title: made.title,
          document: page(kept(stored)),
        });
        expect([status, body.title]).toEqual([422, expect.stringMatching(says) as string]);
      }
  });

  it('with something in it that cannot be read is saved with it, word for word, and that is found', async () => {
    const made = await begin('Partly unknown');
    const later = { type: 'constellation', attrs: { stars: 7 } };
    const database = openDatabase(server.databaseUrl);
    await database
      .update(pageTable)
      .set({ document: { type: 'doc', content: [later as never] } })
      .where(eq(pageTable.id, made.id));
    await database.close();
    const read = (await editor.ask<Page>('GET', `/api/pages/${made.id}`)).body;
    const save = (content: Block[]) =>
      editor.ask<{ version: number; findings: { says: string }[] }>('PUT', `/api/pages/${made.id}`, {
        version: read.version,
        title: made.title,
        document: { ...read.document, content },
      });
    const [unknown] = read.document.content;
    if (unknown?.type !== 'unknown') throw new Error('It was read.');
    const changed = {
      ...unknown,
      attrs: { ...unknown.attrs, stored: JSON.stringify({ ...later, more: 1 }) },
    };
    expect((await save([changed])).status).toBe(422);
    const words: Block = { type: 'paragraph', content: [{ type: 'text', text: 'Words round it.' }] };
    const { status, body } = await save([unknown, words]);
    expect(status).toBe(200);
    expect(body.findings.map(({ says }) => says).join(' ')).toContain('cannot be read');
    const again = (await editor.ask<Page>('GET', `/api/pages/${made.id}`)).body;
    expect(again.document.content[0]).toMatchObject({ attrs: { stored: JSON.stringify(later) } });
  });

  it('refuses what is not held, and anything that is no page', async () => {
    const foreign = {
      ...picture('place-1'),
      attrs: { ...(picture('place-1') as { attrs: object }).attrs, asset: 'asset-of-another' },
    };
    expect(
      (await editor.ask('POST', '/api/pages', { title: 'x', section, document: page(foreign as Block) }))
        .status,
    ).toBe(422);
    for (const document of [{ type: 'doc', content: [{ type: 'script' }] }, { type: 'doc' }, 'x', null]) {
      expect((await editor.ask('POST', '/api/pages', { title: 'x', section, document })).status).toBe(400);
    }
    expect((await editor.ask('POST', '/api/pages', { title: ' ', section })).status).toBe(400);
  });
});

describe('a label', () => {
  it('changed once changes in every page that hands it off', async () => {
    const made = await begin('Labelled', page(picture('place-1')));
    const { placardVersion } = await read();
    const labelled = await editor.ask<{ version: number }>('PATCH', `/api/assets/${asset.id}/placard`, {
      version: placardVersion,
      changes: { alt: 'A dome on a meadow.', creator: 'Odd Farrow', licence: 'cc-by-4.0' },
    });
    expect(labelled.status).toBe(200);
    const { body } = await editor.ask<{ codes: { html: string }; findings: unknown[] }>(
      'GET',
      `/api/pages/${made.id}/hand-off`,
    );
    expect(body.codes.html).toContain('alt="A dome on a meadow."');
    expect(body.codes.html).toContain('“The old dome” by Odd Farrow');
    expect(body.findings).toEqual([]);
  });

  it('written by two keeps the first and tells the second', async () => {
    const { placardVersion: version } = await read();
    const write = (caption: string) =>
      editor.ask<{ currentVersion: number }>('PATCH', `/api/assets/${asset.id}/placard`, {
        version,
        changes: { caption },
      });
    const answers = await Promise.all([write('one'), write('two')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(answers.find(({ status }) => status === 409)?.body.currentVersion).toBe(version + 1);
  });

  it.each([
    [{ creatorUrl: 'javascript:alert(1)' }, /web address/],
    [{ licence: 'cc-by-9.0' }, /no such licence/],
    [{ title: 'x'.repeat(400) }, /./],
  ])('does not take %j', async (changes, says) => {
    const { placardVersion } = await read();
    const answer = await editor.ask<{ title: string }>('PATCH', `/api/assets/${asset.id}/placard`, {
      version: placardVersion,
      changes,
    });
    expect(answer.status).toBe(400);
    expect(answer.body.title).toMatch(says);
  });
});

describe('a proof', () => {
  it('is the same HTML as the hand-off, but for its addresses, and runs no script', async () => {
    const { frame } = unpack('<iframe src="https://lanternreel.example/player/1" title="A film"></iframe>');
    if (!frame) throw new Error('no frame');
    const made = await begin(
      'Proofed',
      page(picture('place-1'), {
        type: 'embed',
        attrs: { id: 'place-2', position: 'centred', measure: 'column', gap: 0, frame },
      }),
    );
    const { body: proof } = await editor.ask<{ preview: string }>('GET', `/api/pages/${made.id}/proof`);
    expect(proof.preview.startsWith(server.content)).toBe(true);
    const answer = await fetch(proof.preview);
    const policy = answer.headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain('frame-src https://lanternreel.example;');
    expect(policy).toContain(`frame-ancestors ${server.address}`);
    expect(policy).not.toContain('script-src');
    const { body: handedOff } = await editor.ask<{ codes: { html: string } }>(
      'GET',
      `/api/pages/${made.id}/hand-off`,
    );
    const bare = (html: string) => html.replace(/(?:http[^" ]*\/f\/[^" ]*|media\/[^" ]*)/g, 'ADDRESS');
    expect(bare(await answer.text())).toContain(bare(handedOff.codes.html));
  });

  it('shows the version that its address is of, until the address ends, and nothing that lies in the bin', async () => {
    const said = (text: string) => page({ type: 'paragraph', content: [{ type: 'text', text }] });
    const made = await begin('Looked at', said('Said at first.'));
    const { preview } = (await editor.ask<{ preview: string }>('GET', `/api/pages/${made.id}/proof`)).body;
    await editor.ask('PUT', `/api/pages/${made.id}`, {
      version: made.version,
      title: made.title,
      document: said('Said later.'),
    });
    const shown = async (address: string) => {
      const answer = await fetch(address);
      return [answer.status, /Said \w+/.exec(await answer.text())?.[0]];
    };
    expect(await shown(preview)).toEqual([200, 'Said at']);
    const later = (await editor.ask<{ preview: string }>('GET', `/api/pages/${made.id}/proof`)).body.preview;
    expect(await shown(later)).toEqual([200, 'Said later']);

    // The same, as it was given out some hours ago, or would be for another version or another looker.
    const [, , , ...named] = new URL(preview).pathname.split('/');
    const given = (hoursAgo: number) =>
      new Signature(SECRET).of(`preview:${named.join('/')}`, Date.now() - hoursAgo * 3_600_000);
    const at = (signature: string) => `${server.content}/proof/${signature}/${named.join('/')}`;
    expect(await shown(at(given(0)))).toEqual([200, 'Said at']);
    expect(await shown(at(given(2)))).toEqual([404, undefined]);
    expect(await shown(preview.replace(`/1/${named[2]}`, `/2/${named[2]}`))).toEqual([404, undefined]);
    expect(await shown(`${preview}-ours`)).toEqual([404, undefined]);

    await editor.ask('POST', '/api/pages/arrange', { pages: [made.id], to: { do: 'bin' } });
    expect(await shown(preview)).toEqual([404, undefined]);
    expect(await shown(later)).toEqual([404, undefined]);
  });

  it('shows what is for our people in the application alone, to who is signed in still', async () => {
    const document = page({
      type: 'paragraph',
      attrs: { when: { ours: true } },
      content: [{ type: 'text', text: 'Said among us.' }],
    } as Block);
    const made = await begin('For our people', document);
    const leaving = await server.signIn('editor');
    const asked = async (query: string) =>
      (await leaving.ask<{ preview: string }>('GET', `/api/pages/${made.id}/proof${query}`)).body.preview;
    const [ours, visitors] = [await asked('?ours=yes'), await asked('')];
    const shown = async (address: string, headers: Record<string, string> = {}) => {
      const answer = await fetch(address, { headers });
      return [answer.status, (await answer.text()).includes('Said among us.')];
    };
    expect(await shown(visitors)).toEqual([200, false]);
    expect(await shown(ours)).toEqual([200, true]);
    expect(await shown(ours, { 'sec-fetch-dest': 'iframe' })).toEqual([200, true]);
    // Opened by its address alone it is nothing, and nobody has it by another's session.
    expect(await shown(ours, { 'sec-fetch-dest': 'document' })).toEqual([404, false]);
    expect(await shown(ours.replace(/-[^-/]+$/, '-another'))).toEqual([404, false]);
    await leaving.ask('POST', '/api/auth/sign-out', {});
    expect(await shown(ours)).toEqual([404, false]);
    expect(await shown(visitors)).toEqual([200, false]);
  });

  it('shows its pictures, and films in parts', async () => {
    const file = asset.renditions[0];
    const whole = await fetch(file?.url ?? '');
    expect(whole.headers.get('content-type')).toBe(file?.mime);
    expect(whole.headers.get('cache-control')).toContain('immutable');
    const part = await fetch(file?.url ?? '', { headers: { range: 'bytes=0-9' } });
    expect(part.status).toBe(206);
    expect((await part.arrayBuffer()).byteLength).toBe(10);
  });
});

it('the stages count what really waits', async () => {
  const stages = async () => (await editor.ask<Stages>('GET', '/api/stages')).body;
  const before = await stages();
  await begin('Nothing in it yet');
  expect(await stages()).toEqual({ ...before, place: before.place + 1, pages: before.pages + 1 });
});

it('an answer that is not there is a problem with a sentence', async () => {
  const answer = await editor.ask<{ title: string; status: number }>('GET', '/api/pages/not-a-page');
  expect(answer.body).toMatchObject({ status: 404, title: 'This page does not exist any more.' });
  expect((await editor.ask<{ title: string }>('GET', '/api/nothing')).body.title).toContain('/api/nothing');
});
