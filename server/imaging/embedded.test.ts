import { spawnSync } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { deflateSync } from 'node:zlib';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BLANK_PLACARD, placardFromFile, xmpOf } from '@placard/core/credit';
import { withReadableLabel } from './png.ts';
import { readEmbedded } from './embedded.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-embedded-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

type Format = 'jpeg' | 'png' | 'webp' | 'avif';
const picture = (format: Format) =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#345' } }).toFormat(format);

async function file(bytes: Buffer, name: string): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, bytes);
  return path;
}
/** A file as other programs label it, by Debian's exiftool. */
async function labelled(
  format: Format,
  tags: string[],
  name = `${Math.random()}.${format}`,
): Promise<string> {
  const path = await file(await picture(format).toBuffer(), name);
  const { status, stderr } = spawnSync('exiftool', ['-q', '-overwrite_original', ...tags, path], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return path;
}
async function withXmp(xmp: string): Promise<string> {
  return file(await picture('jpeg').withXmp(xmp).toBuffer(), `${Math.random()}.jpg`);
}
const packet = (properties: string, before = '') =>
  `${before}<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/">${properties}</rdf:Description></rdf:RDF></x:xmpmeta>`;

describe('what a file says of itself', () => {
  it.each<[string, string[]]>([
    [
      'IPTC-IIM in UTF-8',
      ['-IPTC:CodedCharacterSet=UTF8', '-charset', 'iptc=UTF8', '-IPTC:By-line=Zoë Árnadóttir'],
    ],
    [
      'IPTC-IIM in Latin letters, as it was before',
      ['-charset', 'iptc=Latin', '-IPTC:By-line=Zoë Árnadóttir'],
    ],
    ['XMP', ['-XMP-dc:Creator=Zoë Árnadóttir']],
    ['Exif', ['-EXIF:Artist=Zoë Árnadóttir']],
  ])('%s', async (_, tags) => {
    expect((await readEmbedded(await labelled('jpeg', tags))).creator).toBe('Zoë Árnadóttir');
  });

  it.each(['jpeg', 'png', 'webp', 'avif'] as const)('XMP in %s, whatever the script', async (format) => {
    const path = await labelled(format, [
      '-XMP-dc:Title=مرصد تحت النجوم 🌌',
      '-XMP-iptcCore:AltTextAccessibility=קשתות מעל כיפה',
      '-XMP-xmpRights:WebStatement=https://creativecommons.org/licenses/by-sa/3.0/de/',
    ]);
    expect(placardFromFile(await readEmbedded(path))).toMatchObject({
      title: 'مرصد تحت النجوم 🌌',
      alt: 'קשתות מעל כיפה',
      licence: 'cc-by-sa-3.0-de',
    });
  });
});

describe('where a file says two things', () => {
  it('what was written later counts: XMP, which every program writes', async () => {
    const path = await labelled('jpeg', [
      '-IPTC:By-line=Old Name',
      '-IPTC:Caption-Abstract=Old',
      '-XMP-dc:Creator=New Name',
      '-XMP-dc:Description=New',
    ]);
    expect(await readEmbedded(path)).toMatchObject({ creator: 'New Name', description: 'New' });
  });

  it('and XMP, too, where its own digest says that both were written together', async () => {
    const path = await labelled('jpeg', [
      '-IPTC:By-line=Old Name',
      '-XMP-dc:Creator=New Name',
      '-IPTCDigest=new',
    ]);
    expect((await readEmbedded(path)).creator).toBe('New Name');
  });

  it('but IPTC where a program that knows no XMP changed it since', async () => {
    const path = await labelled('jpeg', ['-IPTC:By-line=First', '-XMP-dc:Creator=First', '-IPTCDigest=new']);
    const { status } = spawnSync('exiftool', ['-q', '-overwrite_original', '-IPTC:By-line=Later', path]);
    expect(status).toBe(0);
    expect((await readEmbedded(path)).creator).toBe('Later');
  });

  it('reads notice, headline and where a licence is to be had', async () => {
    const path = await labelled('jpeg', [
      '-XMP-dc:Rights=© 2026 Zoë',
      '-XMP-photoshop:Headline=Over the ridge',
      '-XMP-plus:LicensorURL=https://agency.example/1',
    ]);
    expect(placardFromFile(await readEmbedded(path))).toMatchObject({
      copyright: '© 2026 Zoë',
      title: 'Over the ridge',
      sourceUrl: 'https://agency.example/1',
    });
  });
});

describe('XMP that lies in a file as it stands', () => {
  const label = { ...BLANK_PLACARD, title: 'Moon', creator: 'Zoë Árnadóttir', copyright: '© 2026 Zoë' };
  it('is read from a drawing', async () => {
    const svg = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><metadata>${xmpOf(label)}</metadata><path d="M0 0"/></svg>`;
    expect(placardFromFile(await readEmbedded(await file(Buffer.from(svg), 'moon.svg')))).toMatchObject({
      title: 'Moon',
      creator: 'Zoë Árnadóttir',
    });
  });

  it('is read from a GIF', async () => {
    const path = await file(
      await sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
        .gif()
        .toBuffer(),
      'moon.gif',
    );
    const { status, stderr } = spawnSync(
      'exiftool',
      ['-q', '-overwrite_original', '-XMP-dc:Title=Moon', '-XMP-dc:Creator=Zoë Árnadóttir', path],
      { encoding: 'utf8' },
    );
    expect([status, stderr]).toEqual([0, '']);
    expect(placardFromFile(await readEmbedded(path))).toMatchObject({
      title: 'Moon',
      creator: 'Zoë Árnadóttir',
    });
  });

  it('that is none does no harm', async () => {
    for (const text of [
      '<svg xmlns="http://www.w3.org/2000/svg"><x:xmpmeta',
      '<svg/>',
      '<x:xmpmeta></x:xmpmeta>',
    ])
      expect(placardFromFile(await readEmbedded(await file(Buffer.from(text), 'none.svg')))).toEqual({});
  });
});

describe('what we write ourselves', () => {
  it.each(['jpeg', 'png', 'webp', 'avif'] as const)('comes back from %s as it was', async (format) => {
    const label = {
      ...BLANK_PLACARD,
      title: 'Slow “turning” & <more>',
      alt: 'Rings of stars',
      caption: 'Two hours.',
      creator: 'Jun Ito',
      keywords: 'dome, night',
      licence: 'cc-by-4.0',
    };
    const written = await picture(format).withXmp(xmpOf(label)).toBuffer();
    const bytes = format === 'png' ? withReadableLabel(written) : written;
    // Where the standard has it in a PNG: not compressed, as words of any language.
    if (format === 'png') expect(bytes.toString('latin1')).toMatch(/iTXtXML:com\.adobe\.xmp\0{5}</);
    const { title, alt, caption, creator, keywords, licence } = label;
    expect(placardFromFile(await readEmbedded(await file(bytes, `ours.${format}`)))).toMatchObject({
      title,
      alt,
      caption,
      creator,
      keywords,
      licence,
    });
  });
});

describe('hostile metadata', () => {
  it('is words, whatever they look like', async () => {
    const said = '<img src=x onerror=alert(1)>';
    expect((await readEmbedded(await labelled('jpeg', [`-XMP-dc:Creator=${said}`]))).creator).toBe(said);
  });

  it.each([
    [100_000, 'Kept'],
    // More than is looked through of any file.
    [400_000, undefined],
  ])('with %i keywords is cut sensibly, and soon', async (count, title) => {
    const words = Array.from({ length: count }, (_, at) => `<rdf:li>keyword number ${at}</rdf:li>`).join('');
    const xmp = packet(`<dc:title>Kept</dc:title><dc:subject><rdf:Bag>${words}</rdf:Bag></dc:subject>`);
    const path = await file(withPngXmp(await picture('png').toBuffer(), xmp), 'keywords.png');
    const begun = performance.now();
    const said = placardFromFile(await readEmbedded(path));
    expect(performance.now() - begun).toBeLessThan(120_000);
    expect(said.title).toBe(title);
    if (title) expect(said.keywords).toMatch(/^keyword number 0, keyword number 1, /);
    expect((said.keywords ?? '').length).toBeLessThanOrEqual(2000);
  });

  it.each([
    ['broken XML', packet('<dc:title>Unfinished <dc:creator></dc:title>')],
    ['nothing at all', ''],
    [
      'another encoding than it says',
      `<?xml version="1.0" encoding="UTF-16"?>${packet('<dc:title>x</dc:title>')}`,
    ],
    ['controls and noncharacters', packet('<dc:title>a\u0001b\uffff</dc:title>')],
  ])('of %s stops nothing', async (_, xmp) => {
    const said = placardFromFile(await readEmbedded(await withXmp(xmp === '' ? packet('') : xmp)));
    for (const words of Object.values(said)) expect(words).not.toMatch(/\p{Cc}|\uffff/u);
  });

  it('with entities that grow without end is not let grow', async () => {
    const levels = Array.from(
      { length: 20 },
      (_, at) => `<!ENTITY a${at + 1} "${`&a${at};`.repeat(10)}">`,
    ).join('');
    const bomb = `<!DOCTYPE x [<!ENTITY a0 "boom">${levels}<!ENTITY file SYSTEM "file:///etc/passwd">]>`;
    const path = await withXmp(packet('<dc:title>&a20;</dc:title><dc:creator>&file;</dc:creator>', bomb));
    const before = process.memoryUsage().rss;
    const said = JSON.stringify(await readEmbedded(path));
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6);
    expect(said.length).toBeLessThan(5000);
    expect(said).not.toMatch(/root:/);
  });

  it('packed so that it grows a thousandfold is not unpacked without end', async () => {
    const xmp = packet(`<dc:title>${' '.repeat(200_000_000)}</dc:title>`);
    const png = withPngXmp(await picture('png').toBuffer(), deflateSync(Buffer.from(xmp)), true);
    const before = process.memoryUsage().rss;
    await expect(readEmbedded(await file(png, 'bomb.png'))).resolves.toBeTypeOf('object');
    expect(process.memoryUsage().rss - before).toBeLessThan(150e6);
  });

  it('is found behind a hundred kilobytes of remarks, and not looked for behind the picture', async () => {
    const creator = (name: string) =>
      packet(`<dc:creator><rdf:Seq><rdf:li>${name}</rdf:li></rdf:Seq></dc:creator>`);
    const jpeg = await picture('jpeg').withXmp(creator('Ilse Varga')).toBuffer();
    const remark = Buffer.alloc(60_004, 0x20);
    remark.set([0xff, 0xfe, 60_002 >> 8, 60_002 & 0xff]);
    const late = Buffer.concat([jpeg.subarray(0, 2), remark, remark, remark, jpeg.subarray(2)]);
    expect((await readEmbedded(await file(late, 'late.jpg'))).creator).toBe('Ilse Varga');

    const bare = await picture('jpeg').toBuffer();
    const behind = Buffer.concat([bare, jpeg.subarray(2)]);
    expect((await readEmbedded(await file(behind, 'behind.jpg'))).creator ?? '').toBe('');
  });

  it('in a file that is torn off says what can be read, or nothing', async () => {
    const path = await labelled('jpeg', ['-XMP-dc:Title=Whole']);
    const bytes = await sharp(path).keepXmp().jpeg().toBuffer();
    for (const length of [3, 60, 300, bytes.length - 20])
      await expect(readEmbedded(await file(bytes.subarray(0, length), 'torn.jpg'))).resolves.toBeTypeOf(
        'object',
      );
  });
});

/** Puts XMP into a PNG before its picture (an iTXt chunk). */
function withPngXmp(png: Buffer, xmp: string | Buffer, packed = false): Buffer {
  const data = Buffer.concat([
    Buffer.from(`XML:com.adobe.xmp\0${packed ? '\u0001' : '\0'}\0\0\0`, 'latin1'),
    typeof xmp === 'string' ? Buffer.from(xmp, 'utf8') : xmp,
  ]);
  const type = Buffer.from('iTXt', 'latin1');
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const crc = Buffer.alloc(4);
  crc.writeUInt32BE(crc32(Buffer.concat([type, data])));
  const header = 33;
  return Buffer.concat([png.subarray(0, header), length, type, data, crc, png.subarray(header)]);
}

/** CRC-32 (ISO 3309), as PNG uses it. */
function crc32(bytes: Buffer): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return ~crc >>> 0;
}
