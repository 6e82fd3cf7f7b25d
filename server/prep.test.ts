import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  AssetDetail,
  Batch,
  NameLine,
  Page,
  PrepSheet,
  Site,
  VersionLine,
} from '@placard/core/contract';
import { AS_IT_CAME, BLANK_SHEET, USUAL, type Preparation } from '@placard/core/prep';
import { placardFromFile } from '@placard/core/credit';
import { openDatabase } from './db/database.ts';
import { readEmbedded } from './imaging/embedded.ts';
import { batchItem, job } from './db/schema.ts';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let section: string;
let id: string;

const noisy = (width: number, height: number) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .blur(2)
    .jpeg({ quality: 85 })
    .toBuffer();

async function hold(bytes: Buffer, title: string): Promise<string> {
  const arrival = await settled(editor, await send(server, editor, bytes, `${title}.jpg`));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title, section }],
  });
  return body.accepted[0]?.asset ?? '';
}

const read = async (asset: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${asset}`)).body;
const prepared = (asset: string) =>
  until(async () => {
    const now = await read(asset);
    return now.prepared === 'done' && now;
  });
const versionsOf = async (asset: string) =>
  (await editor.ask<VersionLine[]>('GET', `/api/assets/${asset}/versions`)).body;
const save = (asset: string, preparation: Partial<Preparation>, use: unknown = 'everywhere') =>
  editor.ask<{ id: string; title: string }>('POST', `/api/assets/${asset}/versions`, {
    preparation: { ...AS_IT_CAME, ...preparation },
    use,
  });
const fileAt = async (url: string) => Buffer.from(await (await fetch(url)).arrayBuffer());
const startBatch = (assets: string[], sheet: object) =>
  editor.ask<{ id: string; total: number; title: string }>('POST', '/api/batches', {
    assets,
    sheetName: 'For the test',
    sheet: { ...BLANK_SHEET, ...sheet },
  });
const batchOf = async (batch: string) =>
  (await editor.ask<Batch[]>('GET', '/api/batches')).body.find(({ id }) => id === batch);
const ended = (batch: string) =>
  until(async () => {
    const now = await batchOf(batch);
    return now?.endedAt ? now : null;
  });

const crop = { kind: 'crop', x: 100, y: 50, width: 400, height: 200 } as const;

beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
  id = await hold(await noisy(800, 600), 'Night ridge');
  await prepared(id);
});
afterAll(() => server.close());

describe('versions', () => {
  it('a new one takes the place of the old everywhere once its files are there, and the original stays', async () => {
    const before = await read(id);
    const original = await fileAt(before.original);
    const { body } = await save(id, { edits: [crop, { kind: 'monochrome' }] });
    const during = await read(id);
    // Until then what stood there stands there.
    expect(during.renditions.length).toBeGreaterThan(0);
    const now = await until(async () => {
      const asset = await read(id);
      return asset.shown.number === 2 && asset;
    });
    expect(now.shown).toMatchObject({ width: 400, height: 200, changes: ['cropped', 'recoloured'] });
    expect(now.renditions.map(({ width }) => width)).toEqual([320, 320, 400, 400]);
    expect(await fileAt(now.original)).toEqual(original);
    expect(now.thumbnail).not.toBe(before.thumbnail);
    const grey = await sharp(
      await fileAt(now.renditions.find(({ mime }) => mime === 'image/jpeg')?.url ?? ''),
    ).stats();
    expect(Math.abs((grey.channels[0]?.mean ?? 0) - (grey.channels[2]?.mean ?? 9))).toBeLessThan(1);
    const versions = await versionsOf(id);
    expect(versions.map(({ number, state }) => [number, state])).toEqual([
      [2, 'current'],
      [1, 'kept'],
    ]);
    expect(versions[0]?.id).toBe(body.id);
  });

  it('an earlier one is one call away', async () => {
    const [, first] = await versionsOf(id);
    await editor.ask('POST', `/api/assets/${id}/versions/${first?.id}/use`, {});
    const now = await until(async () => {
      const asset = await read(id);
      return asset.shown.number === 1 && asset.prepared === 'done' && asset;
    });
    expect(now.shown).toMatchObject({ width: 800, height: 600, changes: [] });
    expect(now.renditions.some(({ width }) => width === 800)).toBe(true);
  });

  it('one stands in a single place, cut otherwise for narrow screens, and its credit there says so', async () => {
    await editor.ask('PATCH', `/api/assets/${id}/placard`, {
      version: 1,
      changes: { title: 'Night ridge', alt: 'A ridge', creator: 'Jun Ito', licence: 'cc-by-4.0' },
    });
    const picture = (place: string) => ({
      type: 'picture',
      attrs: {
        id: place,
        position: 'centred',
        measure: 'column',
        gap: 10,
        asset: id,
        ownAlt: null,
        ownCaption: null,
      },
    });
    const { body: page } = await editor.ask<Page>('POST', '/api/pages', {
      title: 'Two of one',
      section,
      document: { type: 'doc', content: [picture('place-one'), picture('place-two')] },
    });
    const { status } = await save(
      id,
      { edits: [crop], narrow: { x: 0, y: 0, width: 200, height: 200 } },
      { page: page.id, place: 'place-two' },
    );
    expect(status).toBe(200);
    const html = await until(async () => {
      const { body } = await editor.ask<{ codes?: { html: string } }>(
        'GET',
        `/api/pages/${page.id}/hand-off`,
      );
      // Until its files are there it is held back.
      return body.codes?.html.includes('narrow-200') && body.codes.html;
    });
    const [one = '', two = ''] = html.split('</figure>');
    expect(one).not.toContain('cropped');
    expect(one).toContain('night-ridge-640');
    expect(two).toMatch(
      /<source media="\(max-width: 599.98px\)" type="image\/webp" srcset="media\/night-ridge-v3-narrow-200.webp 200w"/,
    );
    expect(two).toContain('width="400" height="200"');
    expect(two).toContain('CC BY 4.0</a>, cropped');
    expect((await read(id)).shown.number).toBe(1);
    expect((await versionsOf(id)).find(({ number }) => number === 3)?.onlyIn).toMatchObject([
      { title: 'Two of one' },
    ]);
    const again = await save(id, { edits: [crop] }, { page: page.id, place: 'place-nine' });
    expect(again.status).toBe(404);
  });

  it('two saved one right after the other both get their files, and the later one stands in the end', async () => {
    const asset = await hold(await noisy(2400, 1600), 'In a hurry');
    await prepared(asset);
    await save(asset, { edits: [{ ...crop, width: 2000, height: 1000 }] });
    // The first is being made by now, or is about to be.
    await until(async () => (await read(asset)).prepared === 'working');
    await save(asset, { edits: [{ ...crop, width: 1200, height: 1200 }, { kind: 'sepia' }] });
    const now = await until(async () => {
      const found = await read(asset);
      return found.shown.number === 3 && found.prepared === 'done' && found;
    });
    expect(now.renditions.map(({ width, height }) => width === height)).not.toContain(false);
    expect(now.renditions.length).toBeGreaterThan(0);
    for (const { renditions } of await versionsOf(asset)) expect(renditions.length).toBeGreaterThan(0);
  });

  it.each<[Partial<Preparation>, RegExp]>([
    [{ edits: [{ ...crop, x: 700 }] }, /does not lie within/],
    [{ edits: [{ kind: 'resize', width: 900, height: 675 }] }, /more than the 800 × 600/],
    [{ narrow: { x: 0, y: 0, width: 900, height: 10 } }, /does not lie|within/],
  ])('what cannot be done is refused in a sentence: %j', async (preparation, says) => {
    const { status, body } = await save(id, preparation);
    expect(status).toBe(422);
    expect(body.title).toMatch(says);
  });

  it('a tone that improves it, and an upright preview, are given for editing', async () => {
    const { body } = await editor.ask<{ preview: string; improved: object }>('GET', `/api/assets/${id}/prep`);
    expect(await sharp(await fileAt(body.preview)).metadata()).toMatchObject({
      width: 800,
      height: 600,
      format: 'webp',
    });
    expect(Object.keys(body.improved)).toEqual(['brightness', 'contrast', 'saturation', 'warmth']);
  });
});

describe('files that leave', () => {
  it('carry the label as IPTC defines it, and sRGB, in every format', async () => {
    const bytes = await sharp(await noisy(700, 500))
      .withExif({ IFD0: { Artist: 'Somebody' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer();
    const asset = await hold(bytes, 'Traveller');
    await prepared(asset);
    const label = {
      title: 'Traveller & “friends” <3',
      alt: 'Rings above a dome',
      creator: 'Jun Ito',
      keywords: 'dome, night',
      licence: 'cc-by-4.0',
      caption: 'Two hours.',
      source: 'The Æther Archive',
      sourceUrl: 'https://aether.example/1',
      description: 'Twelve rings, the widest half behind the dome.',
      copyright: '© 2026 Jun Ito',
      until: '2031-12-31',
      restrictions: 'Not beside advertising.',
    };
    await editor.ask('PATCH', `/api/assets/${asset}/placard`, { version: 1, changes: label });
    const folder = await mkdtemp(join(tmpdir(), 'placard-xmp-'));
    const formats: string[] = [];
    try {
      const cut = { kind: 'crop', x: 0, y: 0, width: 400, height: 400 } as const;
      // Rounded corners are seen through, so the safe format is PNG then.
      for (const [modern, edits] of [
        ['webp', [cut]],
        ['avif', [cut]],
        ['webp', [cut, { kind: 'corners', radius: 20 }]],
      ] as const) {
        await save(asset, { edits: [...edits], output: { ...USUAL, modern } });
        const now = await until(async () => {
          const [newest] = await versionsOf(asset);
          return newest?.state === 'current' && newest.renditions.length > 0 && newest;
        });
        formats.push(...now.renditions.map(({ mime }) => mime));
        for (const { url, mime, width } of now.renditions) {
          const file = join(folder, `${width}.${mime.split('/')[1]}`);
          await writeFile(file, await fileAt(url));
          const told = spawnSync('exiftool', ['-json', '-struct', '-G1', '-n', file], { encoding: 'utf8' });
          const [tags = {}] = JSON.parse(told.stdout) as Record<string, unknown>[];
          expect(tags).toMatchObject({
            'XMP-dc:Title': label.title,
            'XMP-dc:Creator': ['Jun Ito'],
            'XMP-dc:Subject': ['dome', 'night'],
            'XMP-dc:Description': 'Two hours.',
            'XMP-iptcCore:AltTextAccessibility': 'Rings above a dome',
            'XMP-photoshop:Source': 'The Æther Archive',
            'XMP-xmpRights:WebStatement': 'https://creativecommons.org/licenses/by/4.0/',
            'XMP-cc:License': 'https://creativecommons.org/licenses/by/4.0/',
            'XMP-iptcCore:ExtDescrAccessibility': 'Twelve rings, the widest half behind the dome.',
            'XMP-dc:Rights': '© 2026 Jun Ito',
            'XMP-plus:LicenseEndDate': '2031:12:31',
            'XMP-plus:OtherConstraints': 'Not beside advertising.',
          });
          // What left comes back as it was.
          expect(placardFromFile(await readEmbedded(file))).toMatchObject({
            title: label.title,
            alt: 'Rings above a dome',
            creator: 'Jun Ito',
            keywords: 'dome, night',
            licence: 'cc-by-4.0',
          });
          expect(String(tags['XMP-photoshop:Credit'])).toContain('cropped');
          expect(JSON.stringify(tags)).toMatch(/sRGB/);
          // Where it was taken, and with what, stays here.
          expect(JSON.stringify(tags)).not.toMatch(/GPS|Somebody/);
        }
      }
      expect([...new Set(formats)].toSorted()).toEqual([
        'image/avif',
        'image/jpeg',
        'image/png',
        'image/webp',
      ]);
    } finally {
      await rm(folder, { recursive: true });
    }
  });
});

it('a picture higher than a modern format can say is prepared in the others', async () => {
  const tall = await sharp({ create: { width: 320, height: 20_000, channels: 3, background: '#357' } })
    .jpeg()
    .toBuffer();
  const asset = await hold(tall, 'A very tall one');
  const { renditions, facts } = await prepared(asset);
  expect([facts.width, facts.height]).toEqual([320, 20_000]);
  expect(renditions.map(({ mime, width }) => `${mime} ${width}`)).toContain('image/jpeg 320');
  expect(renditions.some(({ mime, height }) => mime === 'image/webp' && height > 16_383)).toBe(false);
});

it('a drawing is served as one, cleaned and minified, with its label', async () => {
  const source = `<?xml version="1.0"?><!-- by hand --><svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><script>alert(1)</script><metadata>me</metadata><g><g><rect x="0.000001" width="200.0000" height="100" fill="#ff0000" onclick="alert(2)"/></g></g></svg>`;
  const arrival = await settled(editor, await send(server, editor, Buffer.from(source), 'flag.svg'));
  const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
    arrivals: [{ id: arrival.id, title: 'A red flag', section }],
  });
  const asset = body.accepted[0]?.asset ?? '';
  await prepared(asset);
  const { renditions, placardVersion: version } = await read(asset);
  await editor.ask('PATCH', `/api/assets/${asset}/placard`, { version, changes: { licence: 'own' } });
  const drawing = renditions.find(({ mime }) => mime === 'image/svg+xml');
  const svg = (await fileAt(drawing?.url ?? '')).toString();
  expect(svg).not.toMatch(/<script|alert|onclick|by hand/);
  expect(svg).toContain('A red flag');
  expect(svg.replace(/<metadata>.*<\/metadata>/, '').length).toBeLessThan(source.length / 2);
  expect(await sharp(Buffer.from(svg)).metadata()).toMatchObject({ width: 200, height: 100 });
  const place = {
    id: 'place-flag',
    position: 'centred',
    measure: 'column',
    gap: 10,
    asset,
    ownAlt: 'A flag',
    ownCaption: null,
  };
  const { body: page } = await editor.ask<Page>('POST', '/api/pages', {
    title: 'With a flag',
    section,
    document: { type: 'doc', content: [{ type: 'picture', attrs: place }] },
  });
  const { body: ready } = await editor.ask<{ codes: { html: string }; files: { path: string }[] }>(
    'GET',
    `/api/pages/${page.id}/hand-off`,
  );
  expect(ready.codes.html).toContain('<img src="media/a-red-flag-200.svg" width="200" height="100"');
  expect(ready.files.map(({ path }) => path)).toEqual(['media/a-red-flag-200.svg']);
});

it('a label changed later is written into the files too', async () => {
  const asset = await hold(await noisy(500, 400), 'Renamed later');
  await prepared(asset);
  await editor.ask('PATCH', `/api/assets/${asset}/placard`, {
    version: 1,
    changes: { creator: 'Noor Tallis' },
  });
  await until(async () => {
    const { renditions } = await read(asset);
    const file = await fileAt(renditions.find(({ mime }) => mime === 'image/jpeg')?.url ?? '');
    return file.includes('Noor Tallis');
  });
});

describe('a batch', () => {
  const many: string[] = [];
  beforeAll(async () => {
    for (let number = 0; number < 6; number++)
      many.push(await hold(await noisy(900 + number, 600), `Batch ${number}`));
    for (const asset of many) await prepared(asset);
  });

  it('prepares many by a sheet, and tells what that saved', async () => {
    const { body } = await startBatch(many, {
      size: { by: 'width', pixels: 500 },
      ratio: { width: 2, height: 1 },
    });
    expect(body.total).toBe(6);
    const batch = await ended(body.id);
    expect(batch).toMatchObject({ state: 'done', done: 6, failed: 0, left: 0, sheetName: 'For the test' });
    expect(batch.after).toBeLessThan(batch.before);
    for (const asset of many)
      expect((await read(asset)).shown).toMatchObject({ number: 2, width: 500, height: 250 });
  });

  it('lists what failed with its reason, does the rest, and tries again', async () => {
    const broken = many[2] ?? '';
    const { original } = await read(broken);
    const path = join(
      server.folder,
      'store',
      decodeURIComponent(new URL(original).pathname.split('/').slice(3).join('/')),
    );
    const bytes = await fileAt(original);
    await writeFile(path, bytes.subarray(0, 3000));
    const { body } = await startBatch(many, { ink: { kind: 'sepia' } });
    const batch = await ended(body.id);
    expect(batch).toMatchObject({ done: 5, failed: 1 });
    expect(batch.failures).toMatchObject([{ asset: broken, title: 'Batch 2' }]);
    expect(batch.failures[0]?.says).toMatch(/damaged/);
    // It came to nothing: the version before stands there, and nothing of the new one lies about.
    expect((await read(broken)).shown.number).toBe(2);
    await writeFile(path, bytes);
    await editor.ask('POST', `/api/batches/${body.id}/retry`, {});
    expect(await ended(body.id)).toMatchObject({ done: 6, failed: 0 });
  });

  it('is cancelled: what is done is kept, the rest is left', async () => {
    const { body } = await startBatch(many, {
      tone: { way: 'improve' },
      output: { modern: 'avif', quality: { way: 'same', likeness: 0.99 } },
    });
    expect((await editor.ask('POST', `/api/batches/${body.id}/cancel`, {})).status).toBe(200);
    const batch = await until(async () => {
      const now = await batchOf(body.id);
      return now && now.done + now.left + now.failed === 6 && now;
    });
    expect(batch.state).toBe('cancelled');
    expect(batch.left).toBeGreaterThan(0);
  });

  it('goes on after kill -9, each picture once, and leaves no file without a row', async () => {
    const { body } = await startBatch(many, {
      ink: { kind: 'monochrome' },
      size: { by: 'width', pixels: 600 },
    });
    await until(async () => ((await batchOf(body.id))?.done ?? 0) >= 1);
    await server.kill('SIGKILL');
    await server.start();
    const batch = await ended(body.id);
    expect(batch).toMatchObject({ done: 6, failed: 0 });
    const rows = new Set<string>();
    for (const asset of many) {
      const versions = await versionsOf(asset);
      expect(
        versions.filter(({ preparation }) => preparation.edits.some(({ kind }) => kind === 'monochrome')),
      ).toHaveLength(1);
      for (const { renditions } of versions)
        for (const { url } of renditions) rows.add(new URL(url).pathname.split('/').slice(3).join('/'));
    }
    const files = await readdir(join(server.folder, 'store/renditions'), {
      recursive: true,
      withFileTypes: true,
    });
    const lying = files
      .filter((file) => file.isFile())
      .map((file) => join(file.parentPath, file.name).split('/store/')[1] ?? '');
    const ours = lying.filter((key) => [...rows].some((row) => row.split('/')[2] === key.split('/')[2]));
    expect(ours.filter((key) => !rows.has(key))).toEqual([]);
  });

  it('is shared by two server processes, each picture made once', async () => {
    const leave = await server.join();
    const { body } = await startBatch(many, {
      ink: { kind: 'sepia' },
      size: { by: 'width', pixels: 470 },
      output: { modern: 'avif', quality: { way: 'same', likeness: 0.99 } },
    });
    expect(await ended(body.id)).toMatchObject({ done: 6, failed: 0 });
    const database = openDatabase(server.databaseUrl);
    const workers = await database
      .selectDistinct({ by: job.leasedBy })
      .from(job)
      .innerJoin(batchItem, eq(batchItem.id, job.subject))
      .where(eq(batchItem.batchId, body.id));
    await database.close();
    expect(workers).toHaveLength(2);
    for (const asset of many) {
      const made = (await versionsOf(asset)).filter(
        ({ width, preparation }) => width === 470 && preparation.edits.some(({ kind }) => kind === 'sepia'),
      );
      expect(made).toHaveLength(1);
    }
    await leave();
  });

  it('has nothing to do with what is no still picture', async () => {
    const { status, body } = await startBatch(['nothing-here'], {});
    expect(status).toBe(422);
    expect(body.title).toMatch(/still picture/);
  });
});

describe('prep sheets', () => {
  it('are saved, changed, made the rule of a section, and removed', async () => {
    const sheet = { ...BLANK_SHEET, size: { by: 'width' as const, pixels: 300 } };
    const { body } = await editor.ask<{ id: string }>('POST', '/api/prep-sheets', { name: 'Small', sheet });
    expect((await editor.ask('POST', '/api/prep-sheets', { name: 'Small', sheet })).status).toBe(409);
    const change = { version: 1, name: 'Small ones', sheet, sections: [section] };
    expect((await editor.ask('PUT', `/api/prep-sheets/${body.id}`, change)).status).toBe(200);
    expect((await editor.ask('PUT', `/api/prep-sheets/${body.id}`, change)).status).toBe(409);
    const list = (await editor.ask<PrepSheet[]>('GET', '/api/prep-sheets')).body;
    expect(list).toMatchObject([{ name: 'Small ones', sections: [section], version: 2 }]);
    const asset = await hold(await noisy(640, 480), 'By the rule');
    await prepared(asset);
    expect((await read(asset)).shown).toMatchObject({ number: 2, width: 300, height: 225 });
    await editor.ask('DELETE', `/api/prep-sheets/${body.id}`);
    expect((await editor.ask<PrepSheet[]>('GET', '/api/prep-sheets')).body).toEqual([]);
  });
});

describe('names by rule', () => {
  it('are shown before anything changes, then given all at once, and the old ones lead on', async () => {
    const [one, two] = [
      await hold(await noisy(300, 200), 'Rim one'),
      await hold(await noisy(310, 200), 'Rim two'),
    ];
    const plan = async (pattern: string) =>
      (await editor.ask<NameLine[]>('POST', '/api/assets/names/plan', { assets: [one, two], pattern })).body;
    expect((await plan('rim')).map(({ says }) => says !== null)).toEqual([true, true]);
    const lines = await plan('{section} rim {number:2}');
    expect(lines.map(({ before, after }) => [before, after])).toEqual([
      ['rim-one', 'visit-rim-01'],
      ['rim-two', 'visit-rim-02'],
    ]);
    expect((await read(one)).name).toBe('rim-one');
    const names = lines.map(({ id, before, after }) => ({ id, before, after }));
    expect((await editor.ask('POST', '/api/assets/names', { names })).status).toBe(200);
    expect((await read(one)).name).toBe('visit-rim-01');
    // To somebody who knows only a name, nothing is shown that may not be shown, nor whether there is one of that name.
    const answers = ['rim-one', 'visit-rim-01', 'no-such-name'].map(async (name) => {
      const answer = await fetch(`${server.content}/media/${name}`, { redirect: 'manual' });
      return [answer.status, await answer.text(), answer.headers.get('location')];
    });
    const [earlier, now, none] = await Promise.all(answers);
    expect(none?.[0]).toBe(404);
    expect([earlier, now]).toEqual([none, none]);
    await editor.ask('PATCH', `/api/assets/${one}/placard`, { version: 1, changes: { licence: 'own' } });
    await prepared(one);
    const old = await fetch(`${server.content}/media/rim-one`, { redirect: 'manual' });
    expect(old.status).toBe(301);
    expect(old.headers.get('location')).toBe('/media/visit-rim-01');
    const followed = await fetch(`${server.content}/media/rim-one`);
    expect(followed.headers.get('content-type')).toMatch(/^image\//);
    // Said a second time, somebody else has done it meanwhile.
    expect((await editor.ask('POST', '/api/assets/names', { names })).status).toBe(409);
    const swapped = [
      { id: one, before: 'visit-rim-01', after: 'visit-rim-02' },
      { id: two, before: 'visit-rim-02', after: 'visit-rim-01' },
    ];
    expect((await editor.ask('POST', '/api/assets/names', { names: swapped })).status).toBe(200);
    expect((await read(one)).name).toBe('visit-rim-02');
    expect(
      (
        await editor.ask('POST', '/api/assets/names', {
          names: [{ id: one, before: 'visit-rim-02', after: 'Night Ridge' }],
        })
      ).status,
    ).toBe(422);
    expect(
      (
        await editor.ask('POST', '/api/assets/names', {
          names: [{ id: one, before: 'visit-rim-02', after: 'night-ridge' }],
        })
      ).status,
    ).toBe(422);
    // What comes later does not take a name over that leads somewhere.
    expect((await read(await hold(await noisy(320, 200), 'Rim one'))).name).toBe('rim-one-2');
    const onto = { id: two, before: 'visit-rim-01', after: 'rim-one' };
    expect((await editor.ask('POST', '/api/assets/names', { names: [onto] })).status).toBe(422);
    const back = { id: one, before: 'visit-rim-02', after: 'rim-one' };
    expect((await editor.ask('POST', '/api/assets/names', { names: [back] })).status).toBe(200);
    const { status } = await editor.ask('POST', '/api/assets/names/plan', {
      assets: [one],
      pattern: '{colour}',
    });
    expect(status).toBe(422);
  });
});
