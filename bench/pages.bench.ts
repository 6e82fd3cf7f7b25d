import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import type { AssetDetail, Page, Site } from '@placard/core/contract';
import { FORMAT, type Block } from '@placard/core/page';
import { newId } from '@placard/server/db/columns';
import { openDatabase, type Database } from '@placard/server/db/database';
import { asset, changeLog, page, placard, placement, rendition, version } from '@placard/server/db/schema';
import { refreshSearch } from '@placard/server/search/searchrows';
import { completePageRows } from '@placard/server/pages/pagerow';
import { openServer, pause, until, type Caller, type OpenServer } from '@placard/server/testing/openserver';
import { send, settled } from '@placard/server/testing/sending';
import type { Figure, Place } from '@placard/launcher/bench';
import { word } from './words.ts';

const PAGES = 10_000;
const ASSETS = 1000;
const FEW = 10;
const ASKED = 60;
const SAVES = 40;
const WINDOWS = 20;
const SECONDS = 60;
/** How long a window gathers what it is told before it asks again, in milliseconds: as `web/kit/asking` does. */
const windowWaits = () => 500 + Math.random() * 700;

/** Screens that list and count pages, and saving one, with 10,000 pages of three placements each. */
export async function bench(_place: Place): Promise<Figure[]> {
  const server = await openServer();
  const database = openDatabase(server.databaseUrl);
  try {
    const editor = await server.signIn('editor');
    const assets = await manyAssets(server, editor, database);
    await fill(database, editor, assets, FEW);
    const [one] = (await editor.ask<{ pages: { id: string }[] }>('GET', '/api/pages?limit=1')).body.pages;
    const id = one?.id ?? '';
    const among = { few: await saving(editor, id), many: 0 };
    await fill(database, editor, assets, PAGES - FEW);
    among.many = await saving(editor, id);
    const me = await asking(editor, '/api/me');
    // Just after something has changed, nothing that was remembered is good any more.
    const changed = () => database.insert(changeLog).values({ kind: 'page', subject: id, at: new Date() });
    const ask = async (path: string) => ({
      still: await asking(editor, path),
      changed: await asking(editor, path, changed),
    });
    const stages = await ask('/api/stages');
    const list = await ask('/api/pages');
    const searched = await ask('/api/pages?words=lun%20far&sort=title');
    const busy = await windowsOpen(server, editor, id);
    return [
      asked('how much is at each stage', stages, me, 1.5),
      asked('the first pages of the list', list, me, 3),
      asked('the list searched by two words and sorted', searched, me, 5),
      figure(`saving a page among ${PAGES} ÷ among ${FEW}, median`, among.many, among.few, 1.3),
      {
        says: `the server with ${WINDOWS} windows open and a save a second, in cores`,
        ratio: busy.cores,
        wanted: '≤ 0.5',
        detail: `over ${SECONDS} s; p95 of a save ${busy.save.toFixed(0)} ms`,
      },
      {
        says: 'who one is meanwhile ÷ on an idle server, p95',
        ratio: busy.asked / busy.idle,
        wanted: '≤ 2',
        detail: `${busy.asked.toFixed(1)} ms, idle ${busy.idle.toFixed(1)} ms`,
      },
    ];
  } finally {
    await database.close();
    await server.close();
  }
}

const asked = (says: string, ours: { still: number; changed: number }, me: number, most: number): Figure => ({
  ...figure(`${says} ÷ who one is, median`, ours.still, me, most),
  detail: `${ours.still.toFixed(1)} ms, just after a change ${ours.changed.toFixed(1)} ms (${(ours.changed / me).toFixed(2)}); who one is ${me.toFixed(1)} ms`,
});

const figure = (says: string, ours: number, peer: number, most: number): Figure => ({
  says,
  ratio: ours / peer,
  wanted: `≤ ${most}`,
  detail: `${ours.toFixed(1)} ms, ${peer.toFixed(1)} ms`,
});

const percentile = (times: number[], share: number): number =>
  times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;

async function milliseconds(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
}

/** How long an address takes to be answered, in milliseconds: the median of many times, after the first few. */
export async function asking(
  caller: Caller,
  path: string,
  first: () => Promise<unknown> = async () => {},
): Promise<number> {
  const times: number[] = [];
  for (let at = 0; at < ASKED + 5; at++) {
    await first();
    const time = await milliseconds(() => caller.ask('GET', path));
    if (at >= 5) times.push(time);
  }
  return percentile(times, 0.5);
}

async function saveOnce(caller: Caller, id: string): Promise<number> {
  const { body: now } = await caller.ask<Page>('GET', `/api/pages/${id}`);
  const words: Block = { type: 'paragraph', content: [{ type: 'text', text: `${now.version}` }] };
  return milliseconds(() =>
    caller.ask('PUT', `/api/pages/${id}`, {
      version: now.version,
      title: now.title,
      document: { ...now.document, content: [...now.document.content.slice(0, 6), words] },
    }),
  );
}

async function saving(caller: Caller, id: string): Promise<number> {
  const times: number[] = [];
  for (let at = 0; at < SAVES + 5; at++) {
    const time = await saveOnce(caller, id);
    if (at >= 5) times.push(time);
  }
  return percentile(times, 0.5);
}

/** Windows on the list of pages that ask again for what they show whenever they are told of it, while one saves. */
async function windowsOpen(server: OpenServer, editor: Caller, id: string) {
  const probe = async (seconds: number) => {
    const times: number[] = [];
    const until = Date.now() + seconds * 1000;
    while (Date.now() < until) {
      times.push(await milliseconds(() => editor.ask('GET', '/api/me')));
      await pause(100);
    }
    return percentile(times, 0.95);
  };
  const idle = await probe(10);
  const windows = await Promise.all(Array.from({ length: WINDOWS }, () => openWindow(server, editor)));
  const saves: number[] = [];
  const writing = async () => {
    for (let at = 0; at < SECONDS; at++) {
      const took = await saveOnce(editor, id);
      saves.push(took);
      await pause(Math.max(0, 1000 - took));
    }
  };
  const before = ticks(server.pid());
  const begun = Date.now();
  const [asked] = await Promise.all([probe(SECONDS), writing()]);
  const cores = (ticks(server.pid()) - before) / 100 / ((Date.now() - begun) / 1000);
  for (const close of windows) close();
  return { idle, asked, cores, save: percentile(saves, 0.95) };
}

/** The processor time of a process, in hundredths of a second (proc(5)). */
function ticks(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return Number(fields[11]) + Number(fields[12]);
}

async function openWindow(server: OpenServer, caller: Caller): Promise<() => void> {
  const closing = new AbortController();
  const answer = await fetch(`${server.address.replace('localhost', '127.0.0.1')}/api/events`, {
    headers: { cookie: caller.cookie, host: new URL(server.address).host },
    signal: closing.signal,
  });
  let due: NodeJS.Timeout | undefined;
  const listen = async () => {
    for await (const bytes of answer.body ?? []) {
      if (!new TextDecoder().decode(bytes as Uint8Array).includes('"page"')) continue;
      due ??= setTimeout(() => {
        due = undefined;
        for (const path of ['/api/stages', '/api/pages']) caller.ask('GET', path).catch(() => {});
      }, windowWaits());
    }
  };
  listen().catch(() => {});
  return () => {
    clearTimeout(due);
    closing.abort();
  };
}

/** A picture taken in as any other, and copies of its rows for many more. */
async function manyAssets(server: OpenServer, editor: Caller, database: Database): Promise<string[]> {
  const { body: site } = await editor.ask<Site>('GET', '/api/site');
  const bytes = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#2f5d50' } })
    .jpeg()
    .toBuffer();
  const arrival = await settled(editor, await send(server, editor, bytes, 'dome.jpg'));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'The old dome', section: site.sections[0]?.id }],
  });
  const first = body.accepted[0]?.asset ?? '';
  await until(async () => {
    const { body: now } = await editor.ask<AssetDetail>('GET', `/api/assets/${first}`);
    return now.prepared === 'done';
  });
  const [row] = await database.select().from(asset).where(eq(asset.id, first));
  const [label] = await database.select().from(placard).where(eq(placard.assetId, first));
  const [shown] = await database.select().from(version).where(eq(version.assetId, first));
  if (!row || !label || !shown) throw new Error('The picture was not taken in.');
  const files = await database.select().from(rendition).where(eq(rendition.versionId, shown.id));
  const ids = [first];
  for (let at = 1; at < ASSETS; at++) {
    const [id, versionId] = [newId(), newId()];
    await database.insert(asset).values({ ...row, id, versionId, name: `dome-${at}` });
    await database.insert(version).values({ ...shown, id: versionId, assetId: id });
    await database.insert(placard).values({ ...label, assetId: id, alt: 'A dome.', licence: 'own' });
    await database.insert(rendition).values(files.map((file) => ({ ...file, id: newId(), versionId })));
    ids.push(id);
  }
  await refreshSearch(database, ids);
  return ids;
}

/** Pages of three placements each, straight into the database. */
async function fill(database: Database, editor: Caller, assets: string[], many: number): Promise<void> {
  const { body: site } = await editor.ask<Site>('GET', '/api/site');
  for (let from = 0; from < many; from += 500) {
    const made = Array.from({ length: Math.min(500, many - from) }, (_, at) => {
      const number = from + at + many;
      return {
        id: newId(),
        title: word(number, 4, ' '),
        shown: [0, 1, 2].map((nth) => assets[(number * 7 + nth * 331) % assets.length] ?? ''),
      };
    });
    await database.insert(page).values(
      made.map(({ id, title, shown }) => ({
        id,
        siteId: site.id,
        sectionId: site.sections[0]?.id ?? '',
        title,
        slug: id.toLowerCase(),
        document: { type: 'doc' as const, format: FORMAT, content: shown.flatMap(blocksOf) },
        changedAt: new Date(),
        changedBy: 'nobody',
      })),
    );
    await database
      .insert(placement)
      .values(
        made.flatMap(({ id, shown }) =>
          shown.map((assetId, ordinal) => ({ pageId: id, ordinal, assetId, versionId: null, host: null })),
        ),
      );
  }
  await completePageRows(database);
}

const blocksOf = (held: string, at: number): Block[] => [
  { type: 'paragraph', content: [{ type: 'text', text: 'Some words that stand before what is shown.' }] },
  {
    type: 'picture',
    attrs: {
      id: `place-${at}`,
      position: 'full',
      measure: 'column',
      gap: 20,
      asset: held,
      ownAlt: null,
      ownCaption: null,
    },
  },
];
