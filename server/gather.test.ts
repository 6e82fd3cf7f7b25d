import { createHash } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  Arrival,
  Asset,
  AssetDetail,
  Comp,
  Looked,
  Page,
  Planned,
  Site,
  VersionLine,
} from '@placard/core/contract';
import { pdf } from './testing/documents.ts';
import { openServer, until, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let foreign: Server;
let origin: string;
let server: OpenServer;
let editor: Caller;
let section: string;
let slow = false;
/** What the agency has sold: a picture's number and where its original lies. */
const originals: Record<string, string> = {};

/** Patches of light, other ones for every seed: enough structure to be told apart. */
async function picture(seed: number, width = 600): Promise<Buffer> {
  const grid = Buffer.from(Array.from({ length: 12 * 8 * 3 }, (_, at) => (at * 97 * seed + seed * 31) % 256));
  const large = sharp(grid, { raw: { width: 12, height: 8, channels: 3 } }).resize(1200, 800, {
    kernel: 'cubic',
  });
  return sharp(await large.png().toBuffer())
    .resize(width)
    .jpeg({ quality: 85 })
    .toBuffer();
}

beforeAll(async () => {
  const files: Record<string, Buffer> = {
    '/one.jpg': await picture(3),
    '/two%20moons.jpg': await picture(5),
    '/full-3.jpg': await picture(3, 1200),
  };
  foreign = createServer((request, response) => {
    const file = files[request.url ?? ''];
    if (request.url === '/page')
      return response.writeHead(200, { 'content-type': 'text/html' }).end(
        `<title>A page</title><meta property="og:site_name" content="Night pages"><script type="application/ld+json">${JSON.stringify(
          {
            '@type': 'ImageObject',
            contentUrl: '/two%20moons.jpg',
            name: 'Two moons',
            creator: 'Jun Ito',
            license: 'https://creativecommons.org/licenses/by/4.0/',
          },
        )}</script><img src="one.jpg" alt="First">`,
      );
    if (request.url === '/tangled')
      return response
        .writeHead(200, { 'content-type': 'text/html' })
        .end(
          '<p itemscope itemprop="image" itemtype="https://schema.org/ImageObject"><i>x</i>'.repeat(30_000),
        );
    if (request.url === '/drip') {
      response.writeHead(200, { 'content-type': 'image/jpeg' });
      slow = true;
      const more = setInterval(() => response.write(Buffer.alloc(1000)), 100);
      return response.on('close', () => {
        clearInterval(more);
        slow = false;
      });
    }
    if (request.url?.startsWith('/bought/')) {
      const name = /^\/bought\/([\w-]+)/.exec(request.url)?.[1] ?? '';
      const original = originals[name] ? `${origin}${originals[name]}` : null;
      return response.end(JSON.stringify({ bought: original !== null, original }));
    }
    if (request.url === '/words.jpg')
      return response.writeHead(200, { 'content-type': 'image/jpeg' }).end('words');
    if (!file) return response.writeHead(404).end();
    return response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': file.length }).end(file);
  });
  await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve));
  origin = `http://127.0.0.1:${(foreign.address() as AddressInfo).port}`;
  server = await openServer({
    PLACARD_TRUSTED_OUTSIDE: origin,
    PLACARD_QUILLMERE: origin,
    PLACARD_QUILLMERE_ACCOUNT: 'us',
  });
  editor = await server.signIn('editor');
  section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
});
afterAll(async () => {
  await server.close();
  foreign.closeAllConnections();
  foreign.close();
});

const accept = async (wish: object) =>
  (
    await editor.ask<{ accepted: { asset: string }[]; left: { says: string }[] }>(
      'POST',
      '/api/arrivals/accept',
      {
        arrivals: [{ section, title: '', ...wish }],
      },
    )
  ).body;
const detail = async (id: string) => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body;
const arrived = async (bytes: Buffer, name: string) =>
  settled(editor, await send(server, editor, bytes, name));

describe('from a web address', () => {
  it('a page tells of its media and what it says of them, and a taken one fills the placard', async () => {
    const { body } = await editor.ask<Looked>('POST', '/api/gather/look', { address: `${origin}/page` });
    expect(body).toMatchObject({ kind: 'page', title: 'A page' });
    expect(body.found.map(({ label }) => label.title ?? label.alt)).toEqual(['Two moons', 'First']);
    const [found] = body.found;
    const preview = await fetch(found?.preview ?? '');
    expect(preview.headers.get('content-type')).toBe('image/webp');
    const fetched = await editor.ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
      items: [{ address: found?.address, label: found?.label }],
    });
    const arrival = await settled(editor, fetched.body.arrivals[0] ?? '');
    expect(arrival).toMatchObject({ state: 'ready', fileName: 'two moons.jpg', proposedTitle: 'Two moons' });
    const { accepted } = await accept({ id: arrival.id, title: 'Two moons' });
    const { placard, name } = await detail(accepted[0]?.asset ?? '');
    expect(name).toBe('two-moons');
    expect(placard).toMatchObject({
      creator: 'Jun Ito',
      licence: 'cc-by-4.0',
      source: 'Night pages',
      sourceUrl: `${origin}/page`,
      accessed: new Date().toISOString().slice(0, 10),
    });
  });

  it('a tangled page holds nobody else up while it is read', async () => {
    const looking = editor.ask('POST', '/api/gather/look', { address: `${origin}/tangled` });
    const health = `${server.address.replace('localhost', '127.0.0.1')}/healthz`;
    const healthy = async () => {
      expect((await fetch(health)).status).toBe(200);
      return 'still looking';
    };
    let meanwhile = 0;
    while ((await Promise.race([looking, healthy()])) === 'still looking') meanwhile++;
    expect((await looking).status).toBe(200);
    // While the page is taken apart, which takes seconds, the server answers others.
    expect(meanwhile).toBeGreaterThan(30);
  });

  it('a file is shown before it is taken', async () => {
    const { body } = await editor.ask<Looked>('POST', '/api/gather/look', { address: `${origin}/one.jpg` });
    expect(body).toMatchObject({ kind: 'media', title: 'one.jpg', found: [{ kind: 'picture' }] });
  });

  it.each([
    ['http://169.254.169.254/latest/meta-data', /private network/],
    ['file:///etc/passwd', /begins with file:/],
    ['http://127.0.0.1:3306/', /Port 3306/],
  ])('%s is refused, to look at and to fetch', async (address, says) => {
    const looked = await editor.ask<{ title: string }>('POST', '/api/gather/look', { address });
    const fetched = await editor.ask<{ title: string }>('POST', '/api/gather/fetch', {
      items: [{ address }],
    });
    for (const { status, body } of [looked, fetched]) {
      expect(status).toBe(422);
      expect(body.title).toMatch(says);
    }
  });

  it('a file that is no picture is refused in a sentence, and nothing of it is kept', async () => {
    const { body } = await editor.ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
      items: [{ address: `${origin}/words.jpg` }],
    });
    const arrival = await settled(editor, body.arrivals[0] ?? '');
    expect(arrival).toMatchObject({ state: 'refused', thumbnail: null });
    expect(arrival.says).toMatch(/not a picture, film, sound or document/);
  });

  it('a fetch that is discarded stops', async () => {
    const { body } = await editor.ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
      items: [{ address: `${origin}/drip` }],
    });
    await until(async () => slow);
    await editor.ask('DELETE', `/api/arrivals/${body.arrivals[0]}`);
    await until(async () => !slow);
  });

  it('a preview is made only of what we signed', async () => {
    const forged = Buffer.from(`${origin}/one.jpg`).toString('base64url');
    expect((await fetch(`${server.content}/outside/AAAAAAAAAAAAAAAAAAAAAA/${forged}`)).status).toBe(404);
  });
});

describe('deciding before accepting', () => {
  it('a taken name is shown beforehand, and both are kept, numbered', async () => {
    const [first, second] = [
      await arrived(await picture(7), 'a.jpg'),
      await arrived(await picture(8), 'b.jpg'),
    ];
    await accept({ id: first.id, title: 'Same name' });
    const wish = { id: second.id, title: 'Same name', section };
    const { body: plan } = await editor.ask<Planned[]>('POST', '/api/arrivals/plan', { arrivals: [wish] });
    expect(plan).toMatchObject([{ name: 'same-name-2', takenBy: { title: 'Same name' } }]);
    const { accepted } = await accept(wish);
    expect((await detail(accepted[0]?.asset ?? '')).name).toBe('same-name-2');
  });

  it('a file put in another’s place keeps label and address, and is newly prepared', async () => {
    const [first, second] = [
      await arrived(await picture(9), 'a.jpg'),
      await arrived(await picture(10), 'b.jpg'),
    ];
    const { accepted } = await accept({ id: first.id, title: 'To be replaced' });
    const id = accepted[0]?.asset ?? '';
    await until(async () => (await detail(id)).prepared === 'done');
    const before = await detail(id);
    await editor.ask('PATCH', `/api/assets/${id}/placard`, {
      version: 1,
      changes: { alt: 'Patches of light' },
    });
    const again = await accept({ id: second.id, title: 'To be replaced', taken: 'replace' });
    expect(again.accepted[0]?.asset).toBe(id);
    await until(async () => (await detail(id)).prepared === 'done');
    const after = await detail(id);
    expect(after).toMatchObject({ name: 'to-be-replaced', placard: { alt: 'Patches of light' } });
    expect(after.original).not.toBe(before.original);
    expect(after.renditions).toHaveLength(before.renditions.length);
    expect(after.renditions.map(({ url }) => url)).not.toEqual(before.renditions.map(({ url }) => url));
  });

  it('a new edition takes a document’s place under its label, and the one before comes back', async () => {
    const [first, second] = [
      await arrived(pdf(1, { language: 'nl' }), 'times.pdf'),
      await arrived(pdf(3, { language: 'nl' }), 'times-of-december.pdf'),
    ];
    const { accepted } = await accept({ id: first.id, title: 'Timetable' });
    const id = accepted[0]?.asset ?? '';
    await until(async () => (await detail(id)).prepared === 'done');
    const { body: versions } = await editor.ask<{ id: string; state: string }[]>(
      'GET',
      `/api/assets/${id}/versions`,
    );
    expect((await accept({ id: second.id, title: 'Whatever', instead: id })).accepted[0]?.asset).toBe(id);
    await until(async () => (await detail(id)).prepared === 'done');
    expect(await detail(id)).toMatchObject({
      name: 'timetable',
      placard: { title: 'Timetable' },
      facts: { pages: 3 },
    });
    const current = versions.find(({ state }) => state === 'current')?.id;
    expect((await editor.ask('POST', `/api/assets/${id}/versions/${current}/use`)).status).toBe(200);
    await until(async () => (await detail(id)).facts.pages === 1);
  });

  it('one that is to be left when its name is taken stays in the arrivals', async () => {
    const [first, second] = [
      await arrived(await picture(11), 'a.jpg'),
      await arrived(await picture(12), 'b.jpg'),
    ];
    await accept({ id: first.id, title: 'First come' });
    const { accepted, left } = await accept({ id: second.id, title: 'First come', taken: 'skip' });
    expect(accepted).toEqual([]);
    expect(left[0]?.says).toMatch(/stays in the arrivals.*First come/);
    const { body } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
    expect(body.map(({ id }) => id)).toContain(second.id);
  });

  it('a camera’s number is never a name, and the largest width holds', async () => {
    const arrival = await arrived(await picture(13), 'IMG_4711.jpg');
    const { accepted } = await accept({ id: arrival.id, widest: 320, visibility: 'internal' });
    const id = accepted[0]?.asset ?? '';
    await until(async () => (await detail(id)).prepared === 'done');
    const asset = await detail(id);
    expect(asset).toMatchObject({ name: 'picture', visibility: 'internal' });
    expect(Math.max(...asset.renditions.map(({ width }) => width))).toBe(320);
  });

  it('two who accept the same arrivals at once make each asset once', async () => {
    const arrivals = [await arrived(await picture(14), 'x.jpg'), await arrived(await picture(15), 'y.jpg')];
    const wishes = { arrivals: arrivals.map(({ id }) => ({ id, section, title: 'Taken by two' })) };
    const answers = await Promise.all(
      [1, 2, 3].map(() =>
        editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', wishes),
      ),
    );
    expect(answers.flatMap(({ body }) => body.accepted)).toHaveLength(2);
    const { body } = await editor.ask<{ assets: Asset[] }>('GET', '/api/assets?words=Taken+by+two');
    expect(body.assets.map(({ name }) => name).toSorted()).toEqual(['taken-by-two', 'taken-by-two-2']);
  });
});

describe('not twice', () => {
  it('the same bytes are known before they are sent', async () => {
    const bytes = await picture(16);
    const arrival = await arrived(bytes, 'known.jpg');
    await accept({ id: arrival.id, title: 'Known' });
    const digest = createHash('sha256').update(bytes).digest('hex');
    const { body } = await editor.ask('POST', '/api/arrivals/known', { sha256: [digest, 'a'.repeat(64)] });
    expect(body).toMatchObject([{ sha256: digest, title: 'Known' }]);
  });

  it.each([21, 22, 23, 24, 25, 26])(
    'picture %i is known again in another size and compression',
    async (seed) => {
      const first = await arrived(await picture(seed, 1000), `large-${seed}.jpg`);
      const again = await sharp(await picture(seed, 1000))
        .resize(500)
        .webp({ quality: 50 })
        .toBuffer();
      const second = await arrived(again, `small-${seed}.webp`);
      expect(second.alike).toMatchObject([{ title: first.fileName, width: 1000, asset: null }]);
    },
  );

  it('the same picture in another size and compression is shown beside the held one; another is not', async () => {
    const large = await arrived(await picture(17, 1200), 'large.jpg');
    const { accepted } = await accept({ id: large.id, title: 'Large' });
    const small = await arrived(
      await sharp(await picture(17, 1200))
        .resize(400)
        .webp({ quality: 50 })
        .toBuffer(),
      's.webp',
    );
    expect(small.alike).toMatchObject([{ title: 'Large', width: 1200, asset: accepted[0]?.asset }]);
    expect((await arrived(await picture(18, 1200), 'other.jpg')).alike).toEqual([]);
    const taken = await accept({ id: small.id, instead: accepted[0]?.asset });
    expect((await detail(taken.accepted[0]?.asset ?? '')).facts.width).toBe(400);
  });
});

describe('comps', () => {
  const comp = async (number: string) => {
    const label = {
      title: `Comp ${number}`,
      alt: 'Patches',
      pictureId: number,
      source: 'Agency',
      licence: 'comp',
    };
    const { body } = await editor.ask<{ arrivals: string[] }>('POST', '/api/gather/fetch', {
      items: [{ address: `${origin}/one.jpg`, label }],
    });
    const arrival = await settled(editor, body.arrivals[0] ?? '');
    return (await accept({ id: arrival.id, title: label.title })).accepted[0]?.asset ?? '';
  };
  const swap = (id: string, body: object = {}) =>
    editor.ask<{ title: string }>('POST', `/api/comps/${id}/swap`, body);
  const coming = async (id: string) =>
    (await editor.ask<{ comps: Comp[] }>('GET', '/api/comps')).body.comps.find(({ asset }) => asset === id)
      ?.coming;
  const bought = async (number: string, address: string) => {
    const id = await comp(number);
    originals[number] = address;
    expect((await swap(id)).status).toBe(200);
    return id;
  };
  const inPlace = (id: string) => until(async () => (await detail(id)).placard.licence === 'bought');

  it('wait until they are bought; then the original takes their place and the terms change', async () => {
    const id = await comp('QM-1');
    expect((await swap(id)).body.title).toMatch(/QM-1 is not bought yet/);
    originals['QM-1'] = '/full-3.jpg';
    expect((await swap(id)).status).toBe(200);
    await inPlace(id);
    await until(async () => (await detail(id)).prepared === 'done');
    expect(await detail(id)).toMatchObject({
      facts: { width: 1200 },
      placard: { licence: 'bought', alt: 'Patches', pictureId: 'QM-1' },
    });
    expect((await swap(id)).status).toBe(422);
    expect(await coming(id)).toBeNull();
    await editor.ask('POST', `/api/comps/${id}/swap-back`, {});
    await until(async () => (await detail(id)).prepared === 'done');
    expect(await detail(id)).toMatchObject({ facts: { width: 600 }, placard: { licence: 'comp' } });
  });

  it('keep their crops, in the asset and in single places, at the original’s pixels, and get them back', async () => {
    const id = await comp('QM-5');
    await until(async () => (await detail(id)).prepared === 'done');
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
      title: 'With a comp',
      section,
      document: { type: 'doc', content: [picture('place-one'), picture('place-two')] },
    });
    const save = (edits: object[], use: unknown) =>
      editor.ask('POST', `/api/assets/${id}/versions`, {
        preparation: {
          edits,
          focal: null,
          narrow: null,
          output: { modern: null, quality: { way: 'usual' } },
        },
        use,
      });
    await save([{ kind: 'crop', x: 60, y: 40, width: 300, height: 200 }], 'everywhere');
    await until(async () => (await detail(id)).shown.number === 2);
    const place = { page: page.id, place: 'place-two' };
    await save([{ kind: 'crop', x: 0, y: 0, width: 150, height: 150 }, { kind: 'sepia' }], place);
    originals['QM-5'] = '/full-3.jpg';
    expect((await swap(id)).status).toBe(200);
    await inPlace(id);
    const inItsPlace = async () => {
      const { body } = await editor.ask<Page>('GET', `/api/pages/${page.id}`);
      const [, second] = body.document.content;
      const { body: versions } = await editor.ask<VersionLine[]>('GET', `/api/assets/${id}/versions`);
      return versions.find((version) => second?.type === 'picture' && version.id === second.attrs.version);
    };
    expect((await detail(id)).shown).toMatchObject({ width: 600, height: 400, changes: ['cropped'] });
    expect(await inItsPlace()).toMatchObject({ width: 300, height: 300 });
    await editor.ask('POST', `/api/comps/${id}/swap-back`, {});
    expect((await detail(id)).shown).toMatchObject({ width: 300, height: 200 });
    expect(await inItsPlace()).toMatchObject({ width: 150, height: 150 });
  });

  it('are not swapped for another picture unless somebody says that it is right', async () => {
    const id = await bought('QM-2', '/two%20moons.jpg');
    const doubted = await until(async () => {
      const original = await coming(id);
      return original?.says ? original : undefined;
    });
    expect(doubted.says).toMatch(/does not look like the comp/);
    expect((await detail(id)).placard.licence).toBe('comp');
    expect((await swap(id, { arrival: doubted.arrival })).status).toBe(409);
    expect((await swap(id, { arrival: doubted.arrival, sure: true })).status).toBe(200);
    expect((await detail(id)).placard.licence).toBe('bought');
    expect(await coming(id)).toBeNull();
  });

  it('say what was in their original’s way, and have it fetched anew', async () => {
    const id = await bought('QM-6', '/gone.jpg');
    const refused = await until(async () => {
      const original = await coming(id);
      return original?.state === 'refused' ? original : undefined;
    });
    expect(refused.says).toMatch(/404/);
    originals['QM-6'] = '/full-3.jpg';
    expect((await swap(id)).status).toBe(200);
    await inPlace(id);
  });

  it('stay as they are when fetching their original is cancelled', async () => {
    const id = await bought('QM-7', '/drip');
    await until(async () => slow);
    const original = await coming(id);
    expect(original?.state).toBe('fetching');
    await editor.ask('DELETE', `/api/arrivals/${original?.arrival}`);
    await until(async () => !slow);
    expect(await coming(id)).toBeNull();
    expect((await detail(id)).placard.licence).toBe('comp');
  });

  it('take an original that came as a file, and doubt other proportions', async () => {
    const id = await comp('QM-3');
    const cut = await sharp(await picture(3, 1200))
      .resize(900, 900, { fit: 'cover' })
      .jpeg()
      .toBuffer();
    const arrival = await arrived(cut, 'cut.jpg');
    expect((await swap(id, { arrival: arrival.id })).body.title).toMatch(/other proportions/);
    const right = await arrived(await picture(3, 1000), 'right.jpg');
    expect((await swap(id, { arrival: right.id })).status).toBe(200);
    const { body } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
    expect(body.map(({ id }) => id)).not.toContain(right.id);
  });

  it('have their original fetched once, though two ask at the same time', async () => {
    const id = await comp('QM-4');
    originals['QM-4'] = '/drip';
    const answers = await Promise.all([swap(id), swap(id)]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    const { body } = await editor.ask<Arrival[]>('GET', '/api/arrivals');
    expect(body.filter(({ forComp }) => forComp)).toHaveLength(1);
    await editor.ask('DELETE', `/api/arrivals/${(await coming(id))?.arrival}`);
  });

  it('are swapped once, though two do it at the same time', async () => {
    const id = await comp('QM-8');
    const files = [await picture(3, 1000), await picture(3, 900)];
    const [one, two] = [await arrived(files[0]!, 'one.jpg'), await arrived(files[1]!, 'two.jpg')];
    const answers = await Promise.all([swap(id, { arrival: one.id }), swap(id, { arrival: two.id })]);
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 422]);
  });
});
