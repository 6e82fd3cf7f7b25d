import sharp from 'sharp';
import { deflateSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openServer, type Caller, type OpenServer } from './testing/openserver.ts';
import { send, settled } from './testing/sending.ts';

let server: OpenServer;
let editor: Caller;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
});
afterAll(() => server.close());

const red = { create: { width: 400, height: 300, channels: 3 as const, background: '#a6342b' } };
const jpeg = () => sharp(red).jpeg().toBuffer();

/** A PNG that says it has 20,000 × 20,000 pixels and holds hardly any. */
function bomb(): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const out = Buffer.alloc(body.length + 8);
    out.writeUInt32BE(data.length, 0);
    body.copy(out, 4);
    out.writeUInt32BE(crc(body), body.length + 4);
    return out;
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(20_000, 0);
  header.writeUInt32BE(20_000, 4);
  header.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(100_000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function crc(bytes: Buffer): number {
  let value = 0xffffffff;
  for (const byte of bytes) {
    value ^= byte;
    for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1;
  }
  return (value ^ 0xffffffff) >>> 0;
}

describe('a file that is not what it should be', () => {
  it.each<[string, string, () => Promise<Buffer> | Buffer, RegExp]>([
    ['one byte', 'one.jpg', () => Buffer.from('x'), /not a picture, film, sound or document/],
    [
      'a truncated JPEG',
      'half.jpg',
      async () =>
        (
          await sharp({
            ...red,
            create: { ...red.create, noise: { type: 'gaussian', mean: 120, sigma: 40 } },
          })
            .jpeg()
            .toBuffer()
        ).subarray(0, 9000),
      /damaged or ends too early/,
    ],
    [
      'a corrupt PNG',
      'torn.png',
      async () => (await sharp(red).png().toBuffer()).fill(7, 60, 200),
      /damaged or ends too early/,
    ],
    [
      'a program called .jpg',
      'holiday.jpg',
      () => Buffer.concat([Buffer.from('7f454c4602010100', 'hex'), Buffer.alloc(4000)]),
      /This is a ELF file|not a picture/,
    ],
    [
      'a page called .png',
      'page.png',
      () => Buffer.from('<!doctype html><script>alert(1)</script>'),
      /not a picture, film, sound or document/,
    ],
    ['400 million pixels', 'huge.png', () => bomb(), /20,000 × 20,000 pixels/],
    [
      'a torn film',
      'film.mp4',
      () =>
        Buffer.concat([
          Buffer.from('000000206674797069736f6d0000020069736f6d69736f32617663316d703431', 'hex'),
          Buffer.alloc(5000),
        ]),
      /film is damaged/,
    ],
    [
      'a drawing of entity bombs',
      'bomb.svg',
      () =>
        Buffer.from(
          `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${'bcdefghij'
            .split('')
            .map((n, i) => `<!ENTITY ${n} "${`&${'abcdefghi'[i]};`.repeat(10)}">`)
            .join('')}]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&j;</text></svg>`,
        ),
      /not well-formed SVG/,
    ],
    [
      'a drawing of 20,000 pixels a side',
      'wide.svg',
      () =>
        Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"><rect width="9" height="9"/></svg>',
        ),
      /20,000 × 20,000 pixels/,
    ],
    [
      'a drawing of filters upon filters',
      'filters.svg',
      () =>
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="2000"><filter id="f">${'<feTurbulence baseFrequency=".01" numOctaves="9"/>'.repeat(60)}</filter>${'<rect width="2000" height="2000" filter="url(#f)"/>'.repeat(200)}</svg>`,
        ),
      /takes too long to draw/,
    ],
    [
      'a drawing of uses of uses',
      'uses.svg',
      () =>
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><defs><path id="u0" d="M0 0h9"/>${Array.from({ length: 8 }, (_, i) => `<g id="u${i + 1}">${`<use href="#u${i}"/>`.repeat(10)}</g>`).join('')}</defs><use href="#u8"/></svg>`,
        ),
      /takes too long to draw/,
    ],
    [
      'a drawing whose beginning never ends',
      'begins.svg',
      () => Buffer.from('<?xml'.repeat(13_000)),
      /not a picture, film, sound or document/,
    ],
  ])('%s is refused with a sentence', async (_, name, make, says) => {
    const arrival = await settled(editor, await send(server, editor, await make(), name));
    expect(arrival.state).toBe('refused');
    expect(arrival.says).toMatch(says);
    expect(arrival.says).toMatch(/\.$/);
  });

  it('that is empty is refused before it is sent', async () => {
    await expect(send(server, editor, Buffer.alloc(0), 'empty.jpg')).rejects.toThrow(/empty/);
  });

  it.each([
    `ab${'1'.repeat(48)}!.jpg`,
    `img${'_1'.repeat(100)}x.jpg`,
    `${'-'.repeat(250)}.jpg`,
    `${' '.repeat(250)}x`,
  ])('has a name that nothing is slow to read: %s', async (name) => {
    const arrival = await settled(editor, await send(server, editor, await jpeg(), name));
    expect(arrival.state).toBe('ready');
  });

  it('is known by its content, whatever its name says', async () => {
    const arrival = await settled(editor, await send(server, editor, await jpeg(), 'picture.gif'));
    expect(arrival).toMatchObject({ state: 'ready', facts: { mime: 'image/jpeg', width: 400, height: 300 } });
  });

  it('leaves the server up', async () => {
    expect((await fetch(`${server.address.replace('localhost', '127.0.0.1')}/healthz`)).status).toBe(200);
  });
});

describe('a drawing with a script in it', () => {
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30" onload="alert(1)"><script>alert(2)</script><rect width="40" height="30" fill="red"/></svg>';

  it('is held, shown from the other origin only, and may run nothing there', async () => {
    const arrival = await settled(editor, await send(server, editor, Buffer.from(svg), 'drawing.svg'));
    const { body: site } = await editor.ask<{ sections: { id: string }[] }>('GET', '/api/site');
    const accepted = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
      arrivals: [{ id: arrival.id, title: 'Drawing', section: site.sections[0]?.id }],
    });
    const asset = await editor.ask<{ original: string }>(
      'GET',
      `/api/assets/${accepted.body.accepted[0]?.asset}`,
    );
    expect(asset.body.original.startsWith(`${server.content}/f/`)).toBe(true);
    const file = await fetch(asset.body.original);
    expect(await file.text()).toBe(svg);
    expect(file.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(file.headers.get('content-security-policy')).toContain('sandbox');
    expect(file.headers.get('x-content-type-options')).toBe('nosniff');
  });
});

describe('pictures of every kind', () => {
  it.each<[string, () => Promise<Buffer>, object]>([
    [
      'turned by Exif',
      () => sharp(red).jpeg().withMetadata({ orientation: 6 }).toBuffer(),
      { width: 300, height: 400, orientation: 6 },
    ],
    ['CMYK', () => sharp(red).toColourspace('cmyk').jpeg().toBuffer(), { width: 400, height: 300 }],
    ['16-bit', () => sharp(red).toColourspace('rgb16').png().toBuffer(), { width: 400, height: 300 }],
    ['grey', () => sharp(red).greyscale().jpeg().toBuffer(), { width: 400, height: 300 }],
    ['a palette', () => sharp(red).png({ palette: true }).toBuffer(), { width: 400, height: 300 }],
    [
      'transparent',
      () =>
        sharp({ create: { width: 9, height: 7, channels: 4, background: '#0000' } })
          .png()
          .toBuffer(),
      { transparent: true },
    ],
    [
      'one pixel',
      () =>
        sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
          .png()
          .toBuffer(),
      { width: 1, height: 1 },
    ],
    ['AVIF', () => sharp(red).avif({ effort: 0 }).toBuffer(), { mime: 'image/avif' }],
    ['WebP', () => sharp(red).webp().toBuffer(), { mime: 'image/webp' }],
  ])('are read: %s', async (name, make, facts) => {
    const arrival = await settled(editor, await send(server, editor, await make(), `${name}.bin`));
    expect(arrival.says).toBeNull();
    expect(arrival.facts).toMatchObject(facts);
    expect(arrival.thumbnail).toContain(server.content);
  });
});
