import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { Upload } from 'tus-js-client';
import type {
  Arrival,
  Asset,
  AssetDetail,
  CatalogueItem,
  Page,
  Site,
  UnpackAnswer,
} from '@placard/core/contract';
import { unpack, type Boxed, type Choice, type Frame } from '@placard/core/embed';
import { openDatabase, migrateDatabase } from '@placard/server/db/database';
import { found } from '@placard/server/people/found';
import { FERNHOLLOW, SAMPLE_ACCOUNTS } from './fernhollow.ts';
import { CAPTIONS, FILES, type SampleFile } from './labels.ts';
import { APPROVED, hostFiles, hostOf } from './hosts.ts';
import { OWN_TERMS, PERMISSIONS } from './rights.ts';
import { samplePages } from './pages.ts';

export { SAMPLE_ACCOUNTS } from './fernhollow.ts';

const MEDIA = fileURLToPath(new URL('./media/', import.meta.url));

/** Sets up the site, its people and approved hosts, where there is none yet. */
export async function foundDemo(databaseUrl: string, standins: number): Promise<void> {
  await migrateDatabase(databaseUrl);
  const database = openDatabase(databaseUrl);
  try {
    await found(database, {
      ...FERNHOLLOW,
      approvedHosts: APPROVED.map(([name, note]) => ({ host: hostOf(name, standins), note })),
    });
  } finally {
    await database.close();
  }
}

/** Where to seed, and how to tell the progress. */
export interface SeedPlan {
  address: string;
  origin: string;
  standins: number;
  say: (text: string) => void;
}

/** Fills the sample site as an editor would: sign in, upload, accept, label, write pages. */
export async function seedDemo({ address, origin, standins, say }: SeedPlan): Promise<void> {
  const [editor, reviewer] = [
    await signIn(address, origin, 'editor'),
    await signIn(address, origin, 'reviewer'),
  ];
  const { ask, cookie } = editor;

  const site = await ask<Site>('GET', '/api/site');
  say(`Taking in ${FILES.length} pictures, films, sounds and documents …`);
  const arrivals = new Map<string, SampleFile>();
  for (const file of FILES) arrivals.set(await send(address, origin, cookie, file), file);
  const ready = await untilRead(ask, arrivals.size);
  const sectionOf = (slug: string) => site.sections.find((section) => section.slug === slug)?.id ?? '';
  const wanted = ready.filter(({ id }) => arrivals.get(id)?.waiting !== true).toReversed();
  const { accepted } = await ask<{ accepted: { arrival: string; asset: string }[] }>(
    'POST',
    '/api/arrivals/accept',
    {
      arrivals: wanted.map(({ id }) => ({
        id,
        title: arrivals.get(id)?.label.title ?? '',
        section: sectionOf(arrivals.get(id)?.section ?? ''),
      })),
    },
  );
  say('Writing their placards …');
  const ids = new Map<string, string>();
  for (const { arrival, asset } of accepted) {
    const file = arrivals.get(arrival);
    if (!file) continue;
    ids.set(file.file, asset);
    await ask('PATCH', `/api/assets/${asset}/placard`, { version: 1, changes: file.label });
  }
  const assetOf = (file: string) => ids.get(file) ?? '';
  await ask('PUT', `/api/assets/${assetOf('finder-scope.mp4')}/captions`, {
    language: 'en',
    label: 'English',
    text: CAPTIONS,
  });

  const { files: theirs, ...ownTerms } = OWN_TERMS;
  const { id: club } = await reviewer.ask<{ id: string }>('POST', '/api/terms', ownTerms);
  for (const file of theirs) {
    const { placardVersion } = await ask<AssetDetail>('GET', `/api/assets/${assetOf(file)}`);
    await ask('PATCH', `/api/assets/${assetOf(file)}/placard`, {
      version: placardVersion,
      changes: { licence: club },
    });
  }
  for (const { file, wish, evidence, approved } of PERMISSIONS) {
    const { id } = await ask<{ id: string }>('POST', `/api/assets/${assetOf(file)}/permissions`, wish);
    const base64 = Buffer.from(evidence.text).toString('base64');
    await ask('POST', `/api/permissions/${id}/evidence`, { name: evidence.name, base64 });
    if (approved)
      await reviewer.ask('POST', `/api/permissions/${id}/decision`, {
        state: 'approved',
        says: 'Letter read.',
      });
  }

  const comp = await takeComp(ask, sectionOf('visit'));

  const keeper = await signIn(address, origin, 'keeper');
  for (const [at, file] of (await hostFiles(standins)).entries())
    await keeper.ask('PUT', `/api/host-files/hostfile000000${at + 1}`, { version: 0, file });
  await ask('POST', `/api/hosts/${hostOf('flockline', standins)}/ask`, {
    why: 'Wren posts from the field on most nights; visitors ask for it.',
  });

  say('Writing pages …');
  const lanternreel = await embedCode(ask, `http://127.0.0.1:${standins + 1}/film/q7Ztturn`);
  const corkrail = await embedCode(ask, `http://127.0.0.1:${standins + 2}/board/autumn-sky/code`);
  const dead = unpack(
    '<iframe src="https://cloudmap.example/live" title="Cloud cover tonight" width="720" height="300"></iframe>',
  ).frame;
  if (!dead) throw new Error('The sample embed of a dead host could not be unpacked.');
  const sketch = await embedCode(ask, `http://${hostOf('sketchyard', standins)}/s/moons`);
  const feed = await boxedCode(
    ask,
    `http://${hostOf('flockline', standins)}/wren`,
    `http://127.0.0.1:${standins + 9}`,
  );
  const map = {
    address: `http://${hostOf('hillshade', standins)}/map/fernhollow`,
    title: 'The sky over Fernhollow',
    words: 'What is up tonight, hour by hour, with the hills around.',
    site: 'Hillshade',
  };
  const written = new Map<string, string>();
  for (const page of samplePages({
    asset: assetOf,
    comp,
    film: lanternreel,
    board: { ...corkrail, title: 'The members’ board' },
    deadHost: dead,
    sketch,
    feed,
    post: `http://${hostOf('flockline', standins)}/wren/p/81`,
    map,
  })) {
    const { title, section, facts, copy } = page;
    const document = page.document((of) => written.get(of) ?? '');
    const made = await ask<Page>('POST', '/api/pages', {
      title,
      section: sectionOf(section),
      document,
      ...(copy ? { copy } : {}),
    });
    written.set(title, made.id);
    if (facts)
      await ask('PUT', `/api/pages/${made.id}`, { version: 1, title, document: made.document, facts });
  }

  say('Making renditions …');
  for (;;) {
    const { total } = await ask<{ assets: Asset[]; total: number }>(
      'GET',
      '/api/assets?lacking=prep&limit=1',
    );
    if (total === 0) break;
    say(`  ${total} still to do`);
    await pause(2000);
  }
}

type Ask = <T>(method: string, path: string, body?: unknown) => Promise<T>;

/** Signs in as one of the sample people, and answers how to ask in their name. */
async function signIn(
  address: string,
  origin: string,
  role: (typeof SAMPLE_ACCOUNTS)[number]['role'],
): Promise<{ ask: Ask; cookie: string }> {
  const person = SAMPLE_ACCOUNTS.find((account) => account.role === role);
  const signedIn = await fetch(`${address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin },
    body: JSON.stringify({ email: person?.email, password: person?.password }),
  });
  if (!signedIn.ok) throw new Error(`The sample ${role} could not sign in: ${await signedIn.text()}`);
  const cookie = signedIn.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  const ask: Ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const headers = { cookie, origin, ...(body === undefined ? {} : { 'content-type': 'application/json' }) };
    const answer = await fetch(`${address}${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
    return (await answer.json()) as T;
  };
  return { ask, cookie };
}

/** Takes a comp from the agency into the holdings, as an editor would. */
async function takeComp(ask: Ask, section: string): Promise<string> {
  const { items } = await ask<{ items: CatalogueItem[] }>('GET', '/api/gather/agency?words=ridge+blue');
  const [item] = items;
  if (!item) throw new Error('The agency has no picture for the sample site.');
  const { arrivals } = await ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
    items: [
      { address: item.address, label: { ...item.label, alt: 'The sky above the ridge on the way up' } },
    ],
  });
  for (let tries = 0; tries < 300; tries++) {
    const here = (await ask<Arrival[]>('GET', '/api/arrivals')).find(({ id }) => id === arrivals[0]);
    if (here?.state === 'refused') throw new Error(`The comp was refused: ${here.says}`);
    if (here?.state === 'ready') {
      const { accepted } = await ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
        arrivals: [{ id: here.id, title: here.proposedTitle, section }],
      });
      return accepted[0]?.asset ?? '';
    }
    await pause(200);
  }
  throw new Error('The comp did not arrive in time.');
}

async function send(address: string, origin: string, cookie: string, sample: SampleFile): Promise<string> {
  const bytes = await readFile(`${MEDIA}${sample.file}`);
  return new Promise((resolve, reject) => {
    const upload = new Upload(bytes, {
      endpoint: `${address}/upload`,
      headers: { cookie, origin },
      metadata: { filename: sample.as ?? sample.file },
      onError: reject,
      onSuccess: () => resolve(upload.url?.split('/').at(-1) ?? ''),
    });
    upload.start();
  });
}

async function untilRead(ask: Ask, count: number): Promise<Arrival[]> {
  for (let tries = 0; tries < 600; tries++) {
    const arrivals = await ask<Arrival[]>('GET', '/api/arrivals');
    const refused = arrivals.find(({ state }) => state === 'refused');
    if (refused) throw new Error(`${refused.fileName}: ${refused.says}`);
    if (arrivals.filter(({ state }) => state === 'ready').length >= count) return arrivals;
    await pause(300);
  }
  throw new Error('The sample files were not read in time.');
}

/** What a stand-in's embed code makes, unpacked as if an editor had pasted it: as the site wants it of its host. */
async function choicesOf(ask: Ask, address: string): Promise<Choice[]> {
  const page = await (await fetch(address)).text();
  const [, inside = page] = page.split(/<textarea[^<>]*>/);
  const [given = ''] = inside.split('</textarea>');
  const code = given.replaceAll('&lt;', '<').replaceAll('&quot;', '"').replaceAll('&amp;', '&');
  return (await ask<UnpackAnswer>('POST', '/api/embeds/unpack', { code })).unpacked.choices;
}

async function embedCode(ask: Ask, address: string): Promise<Frame> {
  const frame = (await choicesOf(ask, address)).find((choice) => choice.kind === 'frame');
  if (!frame) throw new Error(`The embed code at ${address} could not be unpacked.`);
  return frame.frame;
}

/** How high Wren's posts were when an editor's browser measured them, in CSS pixels. */
const MEASURED: readonly (readonly [width: number, height: number])[] = [
  [160, 893],
  [240, 769],
  [288, 812],
  [320, 834],
  [358, 842],
  [480, 1005],
  [720, 1283],
  [1120, 1816],
];

async function boxedCode(ask: Ask, address: string, pictures: string): Promise<Boxed> {
  const box = (await choicesOf(ask, address)).find((choice) => choice.kind === 'box');
  if (!box) throw new Error(`The script at ${address} could not be put in a box.`);
  const heights = MEASURED.map(([width, height]) => ({ width, height }));
  return { ...box.boxed, title: 'Posts by Wren Oakes', sources: [pictures], heights };
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
