import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import {
  bareJpegOrPng,
  partWithoutMakers,
  pdfUaPart,
  saysOfMakers,
  signsPdf,
  withoutMakers,
  withPdfUa,
} from '@placard/core/document';
import { DISK_FULL, type Written } from '../film/write.ts';
import { objectsIn, qpdf, type PdfObject } from './objects.ts';
import { eachPart } from './parts.ts';
import { unfit } from '../refusal.ts';

/** The longest part of a document that is read whole. */
const LONGEST_PART = 200_000_000;
/** How a stream is encoded that is a JPEG as it stands (ISO 32000, table 6). */
const JPEG = '/DCTDecode';

/**
 * Writes a document anew as it may leave: what its readers see untouched, and of who made it, with which programs, when
 * and where its pictures were taken, nothing; a PDF with its label (XMP) in it. One that is signed leaves as it came.
 * Throws unfit.
 */
export async function writeDocument(path: string, extension: string, xmp: string): Promise<Written> {
  const folder = await mkdtemp(join(tmpdir(), 'placard-document-'));
  const to = join(folder, `written.${extension}`);
  try {
    const written = await (extension === 'pdf' ? writePdf(path, to, folder, xmp) : writeOffice(path, to));
    const { size } = await stat(written ? to : path);
    return { path: written ? to : path, extension, bytes: size, release: () => rm(folder, GONE) };
  } catch (error) {
    await rm(folder, GONE);
    if (/ENOSPC|No space left/i.test(String(error))) throw new Error(DISK_FULL, { cause: error });
    throw unfit('This cannot be written anew, so it cannot leave. Export it again from where it was made.', {
      cause: error,
    });
  }
}

const GONE = { recursive: true, force: true };

/** Answers false where nothing may be changed of it. */
async function writePdf(path: string, to: string, folder: string, xmp: string): Promise<boolean> {
  const [json, cleaned] = [join(folder, 'as-it-came.json'), join(folder, 'written.json')];
  await qpdf([
    '--json-output=2',
    '--json-stream-data=file',
    `--json-stream-prefix=${join(folder, 'stream')}`,
    '--decode-level=none',
    '--decrypt',
    path,
    json,
  ]);
  const { last, root, signed, accessible } = await looked(json);
  if (signed) return false;
  const label = `${last + 1} 0 R`;
  async function* lines(): AsyncGenerator<string> {
    for await (const one of objectsIn(json)) {
      if (typeof one === 'string') {
        yield `${one.replace(/("maxobjectid": )\d+/, `$1${last + 1}`)}\n`;
        continue;
      }
      const is = await without(one.is);
      if ('value' in is && typeof is.value === 'object' && is.value !== null && !Array.isArray(is.value)) {
        if (one.name === `obj:${root}`) is.value = { ...is.value, '/Metadata': label };
        if (one.name === 'trailer') {
          const data = Buffer.from(withPdfUa(xmp, accessible)).toString('base64');
          const stream = { dict: { '/Type': '/Metadata', '/Subtype': '/XML' }, data };
          yield `${JSON.stringify(`obj:${label}`)}: ${JSON.stringify({ stream })},\n`;
          is.value = { ...is.value, '/Info': null, '/Encrypt': null };
        }
      }
      yield `${JSON.stringify(one.name)}: ${JSON.stringify(is)}\n`;
    }
  }
  await pipeline(lines, createWriteStream(cleaned));
  await qpdf(['--json-input', '--object-streams=generate', '--deterministic-id', '--linearize', cleaned, to]);
  return true;
}

/** What is to be known of a PDF before it is written anew. */
async function looked(json: string) {
  let [last, root, signed] = [0, '', false];
  const metadata = new Map<string, string>();
  for await (const one of objectsIn(json)) {
    if (typeof one === 'string') last = Number(/"maxobjectid": (\d+)/.exec(one)?.[1] ?? last);
    else if ('value' in one.is) {
      signed ||= signsPdf(one.is.value);
      if (one.name === 'trailer') root = String((one.is.value as { '/Root'?: unknown })['/Root'] ?? '');
    } else if (one.is.stream.dict['/Type'] === '/Metadata' && one.is.stream.datafile)
      metadata.set(one.name, one.is.stream.datafile);
  }
  if (root === '') throw new Error('This PDF has no catalogue.');
  let accessible: string | null = null;
  for (const file of metadata.values()) accessible ??= pdfUaPart(await readFile(file, 'utf8'));
  return { last, root, signed, accessible };
}

/** An object without what it says of its makers, and where it is a JPEG, its bytes without what they say. */
async function without(is: PdfObject['is']): Promise<PdfObject['is']> {
  if ('value' in is) return { value: withoutMakers(is.value) };
  const dict = withoutMakers(is.stream.dict) as typeof is.stream.dict;
  const { datafile } = is.stream;
  if (datafile && [dict['/Filter']].flat().join() === JPEG) {
    const bare = bareJpegOrPng(await readFile(datafile));
    if (bare) await writeFile(datafile, bare);
  }
  return { stream: { ...is.stream, dict } };
}

async function writeOffice(path: string, to: string): Promise<boolean> {
  const zip = new yazl.ZipFile();
  const writing = pipeline(zip.outputStream, createWriteStream(to));
  // It is waited for below; until then it only must not be nobody's.
  writing.catch(() => undefined);
  await eachPart(path, async (name, length, read) => {
    if (name.endsWith('/')) return;
    if (length > LONGEST_PART) throw new Error('A part of this document is too long.');
    const bytes = await read(LONGEST_PART);
    // OpenDocument 1.3, part 2: what it is stands first, as it is.
    const compress = name !== 'mimetype';
    zip.addBuffer(cleaned(name, bytes), name, { compress, mtime: NEVER });
  });
  zip.end();
  await writing;
  return true;
}

/** The time that nothing of a document is said to be of. */
const NEVER = new Date('2000-01-01T12:00:00Z');

function cleaned(name: string, bytes: Buffer): Buffer {
  if (saysOfMakers(name)) {
    const encoding = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf16le' : 'utf8';
    return Buffer.from(partWithoutMakers(name, bytes.toString(encoding)), encoding);
  }
  return Buffer.from(bareJpegOrPng(bytes) ?? bytes);
}
