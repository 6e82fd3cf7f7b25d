import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AssetDetail, Page, PageList, Site, Stages } from '@placard/core/contract';
import { unpack } from '@placard/core/embed';
import { FORMAT, type Block } from '@placard/core/page';
import sharp from 'sharp';
import { openDatabase, type Database } from '../db/database.ts';
import { page as pageTable, pageRow } from '../db/schema.ts';
import { openServer, until, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';
import { gatherMarked } from './pagerow.ts';

let server: OpenServer;
let editor: Caller;
let reviewer: Caller;
let keeper: Caller;
let database: ReturnType<typeof openDatabase>;
let site: Site;
let asset: AssetDetail;

beforeAll(async () => {
  server = await openServer();
  [editor, reviewer, keeper] = [
    await server.signIn('editor'),
    await server.signIn('reviewer'),
    await server.signIn('keeper'),
  ];
  database = openDatabase(server.databaseUrl);
  site = (await editor.ask<Site>('GET', '/api/site')).body;
  const bytes = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#2f5d50' } })
    .jpeg()
    .toBuffer();
  const arrival = await settled(editor, await send(server, editor, bytes, 'old dome.jpg'));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'The old dome', section: site.sections[0]?.id }],
  });
  asset = await until(async () => {
    const { body: now } = await editor.ask<AssetDetail>('GET', `/api/assets/${body.accepted[0]?.asset}`);
    return now.prepared === 'done' && now;
  });
});
afterAll(async () => {
  await database.close();
  await server.close();
});

const words = (text: string): Block => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const picture = (): Block => ({
  type: 'picture',
  attrs: {
    id: 'place-1',
    position: 'full',
    measure: 'column',
    gap: 20,
    asset: asset.id,
    ownAlt: null,
    ownCaption: null,
  },
});
const begin = async (title: string, ...content: Block[]) => {
  const section = site.sections[0]?.id;
  const document = { type: 'doc', content: content.length > 0 ? content : [words(title)] };
  return (await editor.ask<Page>('POST', '/api/pages', { title, section, document })).body;
};
const listed = async (query: Record<string, string> = {}) =>
  (await editor.ask<PageList>('GET', `/api/pages?${new URLSearchParams(query).toString()}`)).body;
const lineOf = async (id: string) => (await listed({ limit: '200' })).pages.find((line) => line.id === id);
const label = async (changes: object) => {
  const { body } = await editor.ask<AssetDetail>('GET', `/api/assets/${asset.id}`);
  const version = body.placardVersion;
  await editor.ask('PATCH', `/api/assets/${asset.id}/placard`, { version, changes });
};

describe('what a page is listed by follows', () => {
  it('its label, its host, what is let go, and what the site is for', async () => {
    const { frame } = unpack('<iframe src="https://board.example/1" title="Board"></iframe>');
    if (!frame) throw new Error('no frame');
    const board: Block = {
      type: 'embed',
      attrs: { id: 'place-2', position: 'full', measure: 'column', gap: 0, frame },
    };
    const made = await begin('Followed', picture(), board);
    const line = async () => (await lineOf(made.id))?.findings;
    expect(await line()).toEqual({ stop: 2, warn: 1 });
    await label({ alt: 'A dome.', creator: 'Orla Tamsin', licence: 'cc-by-nc-4.0' });
    expect(await line()).toEqual({ stop: 0, warn: 1 });
    await reviewer.ask('PUT', '/api/hosts/board.example', { review: 'refused' });
    expect(await line()).toEqual({ stop: 1, warn: 0 });
    await reviewer.ask('POST', `/api/pages/${made.id}/let-go`, {
      rule: 'host-not-approved',
      where: 'place-2',
      reason: 'Only until Friday.',
    });
    expect(await line()).toEqual({ stop: 0, warn: 0 });
    const policy = { ...site.policy, commercial: true };
    expect((await keeper.ask('PUT', '/api/site/policy', policy)).status).toBe(200);
    await until(async () => (await line())?.stop === 1);
    await keeper.ask('PUT', '/api/site/policy', site.policy);
    await until(async () => (await line())?.stop === 0);
    expect((await lineOf(made.id))?.lead).toContain(server.content);
    expect((await lineOf(made.id))?.bytes).toBeGreaterThan(0);
  });

  it('the day, when its time is near', async () => {
    const made = await begin('Until when', picture());
    const ends = new Date(Date.now() + 40 * 86_400_000).toISOString().slice(0, 10);
    await label({ until: ends });
    await lineOf(made.id);
    const [row] = await database.select().from(pageRow).where(eq(pageRow.pageId, made.id));
    const near = new Date(Date.parse(ends) - 30 * 86_400_000).toISOString().slice(0, 10);
    expect([row?.warnings, row?.changesOn]).toEqual([0, near]);
    // As if that day had come: the row is looked at again, and only then.
    expect(await gatherMarked(database, site.id)).toBe(0);
    await database.update(pageRow).set({ changesOn: '2020-01-01' }).where(eq(pageRow.pageId, made.id));
    expect(await gatherMarked(database, site.id)).toBe(1);
    await label({ until: '' });
  });

  it('is not read wrongly by whoever saves while something else changes', async () => {
    const made = await begin('At once', picture());
    for (let round = 0; round < 5; round++) {
      const { body: now } = await editor.ask<Page>('GET', `/api/pages/${made.id}`);
      await Promise.all([
        label({ alt: round % 2 === 0 ? '' : 'A dome.' }),
        editor.ask('PUT', `/api/pages/${made.id}`, {
          version: now.version,
          title: made.title,
          document: { type: 'doc', content: [picture(), words(`${round}`)] },
        }),
      ]);
      expect((await lineOf(made.id))?.findings.stop).toBe(round % 2 === 0 ? 1 : 0);
    }
    await label({ alt: 'A dome.' });
  });
});

describe('the list of pages', () => {
  it('goes on where it ended, each page once, however it is sorted, while others are begun', async () => {
    for (let at = 0; at < 23; at++) await begin(`Walk ${at % 5} of ${at}`);
    for (const sort of ['changed', 'title', 'findings', 'weight']) {
      const seen: string[] = [];
      let cursor: string | null = '';
      do {
        const answer: PageList = await listed({
          words: 'walk',
          sort,
          limit: '7',
          ...(cursor ? { cursor } : {}),
        });
        expect(answer.total).toBe(23);
        seen.push(...answer.pages.map(({ title }) => title));
        cursor = answer.next;
      } while (cursor);
      expect(new Set(seen).size).toBe(23);
      expect(seen).toHaveLength(23);
      if (sort === 'title') expect(seen).toEqual(seen.toSorted());
      if (sort === 'changed') expect(seen[0]).toBe('Walk 2 of 22');
    }
  });

  it('is narrowed by words, section and state, and counts what is so', async () => {
    const answer = await listed({ words: '4 walk' });
    expect(answer.pages.every(({ title }) => /walk/i.test(title) && title.includes('4'))).toBe(true);
    expect(answer.total).toBe(answer.pages.length);
    expect((await listed({ words: '100%' })).total).toBe(0);
    const { body: stages } = await editor.ask<Stages>('GET', '/api/stages');
    expect((await listed({ state: 'empty' })).total).toBe(stages.place);
    expect((await listed({ state: 'to-look-at' })).total).toBe(stages.proof);
    expect((await listed({ state: 'ready' })).total).toBe(stages.handOff);
    expect((await listed()).total).toBe(stages.pages);
    expect((await listed({ section: site.sections[0]?.id ?? '' })).total).toBe(stages.pages);
    expect((await listed({ section: 'no-such-section' })).total).toBe(0);
  });

  it('refuses in a sentence what is no place in it', async () => {
    for (const cursor of ['x', 'bnVsbA', Buffer.from('[1]').toString('base64url')]) {
      const answer = await editor.ask<{ title: string }>('GET', `/api/pages?cursor=${cursor}`);
      expect([answer.status, answer.body.title]).toEqual([400, expect.stringContaining('no such place')]);
    }
    expect((await editor.ask('GET', '/api/pages?limit=9999')).status).toBe(400);
  });
});

describe('a page that this version cannot read whole', () => {
  const store = (id: string, document: unknown) =>
    (database as Database)
      .update(pageTable)
      .set({ document: document as never })
      .where(eq(pageTable.id, id));
  const later = { type: 'constellation', attrs: { stars: 7 } };

  it('keeps what it does not know through everything that is written round it', async () => {
    const made = await begin('Kept whole');
    await store(made.id, { type: 'doc', format: FORMAT, content: [words('one'), later] });
    const { body: opened } = await editor.ask<Page>('GET', `/api/pages/${made.id}`);
    expect(opened.document.content[1]?.type).toBe('unknown');
    const document = { ...opened.document, content: [words('another'), ...opened.document.content] };
    const saved = await editor.ask<{ findings: { rule: string }[] }>('PUT', `/api/pages/${made.id}`, {
      version: opened.version,
      title: opened.title,
      document,
    });
    expect(saved.body.findings.map(({ rule }) => rule)).toEqual(['not-readable']);
    const [row] = await database.select().from(pageTable).where(eq(pageTable.id, made.id));
    expect(JSON.stringify(row?.document)).toContain('constellation');
  });

  it('is no trouble to who asks where an asset stands, and may stand', async () => {
    const made = await begin('Judged beside it');
    await store(made.id, { type: 'doc', format: FORMAT, content: [later, picture()] });
    const { body: opened } = await editor.ask<Page>('GET', `/api/pages/${made.id}`);
    await editor.ask('PUT', `/api/pages/${made.id}`, {
      version: opened.version,
      title: opened.title,
      document: opened.document,
    });
    const judged = await editor.ask<{ places: { page: string }[] }>('GET', `/api/assets/${asset.id}/may-we`);
    expect(judged.status).toBe(200);
    expect(judged.body.places.map(({ page }) => page)).toContain(made.id);
    await store(made.id, { type: 'doc', format: FORMAT + 1, content: [later] });
    const again = await editor.ask<{ places: { page: string }[] }>('GET', `/api/assets/${asset.id}/may-we`);
    expect([again.status, again.body.places.some(({ page }) => page === made.id)]).toEqual([200, false]);
  });

  it('of a newer form is neither shown nor written over, and is listed all the same', async () => {
    const made = await begin('From tomorrow');
    await store(made.id, { type: 'doc', format: FORMAT + 1, content: [later] });
    const read = await editor.ask<{ title: string }>('GET', `/api/pages/${made.id}`);
    expect([read.status, read.body.title]).toEqual([409, expect.stringContaining('newer Placard')]);
    expect(await lineOf(made.id)).toBeDefined();
  });

  it('is not written over by a window that is older than the server', async () => {
    const made = await begin('Old window');
    const answer = await editor.ask<{ title: string }>('PUT', `/api/pages/${made.id}`, {
      version: made.version,
      title: made.title,
      document: { type: 'doc', format: FORMAT - 1, content: [words('old')] },
    });
    expect([answer.status, answer.body.title]).toEqual([409, expect.stringContaining('renewed')]);
    const begun = await editor.ask('POST', '/api/pages', {
      title: 'Old words',
      section: site.sections[0]?.id,
      document: { type: 'doc', format: FORMAT - 1, content: [words('old')] },
    });
    expect(begun.status).toBe(409);
  });
});
