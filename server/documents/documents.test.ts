import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { sniff } from '../imaging/sniff.ts';
import { docx, pdf } from '../testing/documents.ts';
import { readOffice } from './office.ts';
import { readDocument } from './read.ts';
import { Refusal } from '../refusal.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-documents-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, bytes: Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const read = async (name: string, bytes: Buffer) => {
  const path = file(name, bytes);
  return readDocument(path, await sniff(path));
};

describe('a PDF', () => {
  it('says how many pages it has, in which language, and is seen by its first page', async () => {
    const { facts, thumbnail } = await read('timetable.bin', pdf(4, { language: 'nl-BE' }));
    expect(facts).toMatchObject({ kind: 'document', mime: 'application/pdf', pages: 4, language: 'nl-BE' });
    const { width, height } = await sharp(thumbnail ?? Buffer.alloc(0)).metadata();
    expect([width, height]).toEqual([283, 400]);
    // The word on it is drawn: the page is not blank.
    const { channels } = await sharp(thumbnail ?? Buffer.alloc(0)).stats();
    expect(channels[0]?.min).toBeLessThan(120);
  });

  it('in no language that it names has none', async () => {
    expect((await read('a.pdf', pdf(1))).facts.language).toBeUndefined();
    expect((await read('b.pdf', pdf(1, { language: 'no language' }))).facts.language).toBeUndefined();
  });

  it.each<[string, Buffer]>([
    ['that ends too early', pdf(2).subarray(0, 40)],
    ['of nothing', Buffer.from('%PDF-1.7\n%%EOF\n')],
    ['without a page', pdf(0)],
    [
      'that is something else behind its first bytes',
      Buffer.concat([Buffer.from('%PDF-1.7\n'), Buffer.alloc(5000, 7)]),
    ],
  ])('%s is refused in a sentence', async (_, bytes) => {
    await expect(read('broken.pdf', bytes)).rejects.toThrow(Refusal);
  });
});

describe('an office document', () => {
  it('says how many pages it has and in which language', async () => {
    const { facts, thumbnail } = await read('talk.docx', docx());
    expect(facts).toMatchObject({ kind: 'document', extension: 'docx', pages: 3, language: 'nl' });
    expect(thumbnail).toBeNull();
  });

  it('that says nothing of itself is taken all the same', async () => {
    const { facts } = await read(
      'bare.docx',
      docx({ 'docProps/app.xml': '<', 'docProps/core.xml': '<dc:language/>' }),
    );
    expect([facts.pages, facts.language]).toEqual([undefined, undefined]);
  });

  it('with a part that would become very much is read without it', async () => {
    const bomb = docx({ 'docProps/core.xml': `<dc:title>${'a'.repeat(50_000_000)}</dc:title>` });
    expect(bomb.length).toBeLessThan(200_000);
    const path = file('bomb.docx', bomb);
    expect(await readOffice(path)).toMatchObject({ pages: 3, title: '' });
  });

  it('with a picture in it that is none has none', async () => {
    const { thumbnail } = await read('odd.docx', docx({ 'docProps/thumbnail.jpeg': 'no picture' }));
    expect(thumbnail).toBeNull();
  });

  it('that ends too early is refused in a sentence', async () => {
    const path = file('short.docx', docx().subarray(0, 300));
    await expect(readDocument(path, 'docx')).rejects.toThrow(/damaged or ends too early/);
  });
});
