import { execFile } from 'node:child_process';
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { carriedByPdf, signsPdf, type Carried } from '@placard/core/document';
import { objectsIn, qpdf } from './objects.ts';
import { isLanguage } from './office.ts';
import { unfit } from '../refusal.ts';

const run = promisify(execFile);
/** How long a program may look at a document, in milliseconds; and how much memory it may take, in kilobytes. */
const WITHIN = 20_000;
const MEMORY = 1_500_000;
/** How much of a PDF is looked through for what language it is in, at its beginning and at its end. */
const LOOKED_THROUGH = 2_000_000;

/** What is read of a PDF (ISO 32000). */
export interface PdfFacts {
  pages: number;
  language: string;
  title: string;
  /** What it has in it besides words and pictures. */
  carried: ReadonlySet<Carried>;
  /** Somebody vouches for its very bytes. */
  signed: boolean;
}

/** Reads what a PDF says of itself (pdfinfo). Throws unfit for one that is damaged or locked. */
export async function readPdf(path: string): Promise<PdfFacts> {
  const said = await poppler('pdfinfo', ['-enc', 'UTF-8', path]).catch((error: unknown) => {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT')
      throw new Error('pdfinfo is not installed on this machine.', { cause: error });
    const locked = /password/i.test(String((error as { stderr?: unknown }).stderr ?? ''));
    throw unfit(
      locked
        ? 'This PDF is locked with a password, so that visitors could not read it either. Send one that is open.'
        : DAMAGED,
    );
  });
  const line = (name: string) =>
    said
      .toString('utf8')
      .split('\n')
      .find((one) => one.startsWith(`${name}:`))
      ?.slice(name.length + 1)
      .trim() ?? '';
  const pages = Number(line('Pages'));
  if (!Number.isInteger(pages) || pages < 1) throw unfit('There is no page in this PDF. Export it anew.');
  return {
    pages,
    title: line('Title').slice(0, 300),
    language: await languageOf(path),
    ...(await carriedIn(path)),
  };
}

const DAMAGED = 'This PDF is damaged or ends too early: it cannot be read. Send it again, or export it anew.';

/** What a PDF has in it besides words and pictures, from each of its objects. Throws unfit. */
async function carriedIn(path: string): Promise<Pick<PdfFacts, 'carried' | 'signed'>> {
  const folder = await mkdtemp(join(tmpdir(), 'placard-pdf-'));
  const json = join(folder, 'objects.json');
  try {
    await qpdf(['--json-output=2', '--json-stream-data=none', '--decrypt', path, json]);
    const carried = new Set<Carried>();
    let signed = false;
    for await (const one of objectsIn(json)) {
      if (typeof one === 'string') continue;
      const value = 'value' in one.is ? one.is.value : one.is.stream.dict;
      carriedByPdf(value, carried);
      signed ||= signsPdf(value);
    }
    return { carried, signed };
  } catch (error) {
    if (error instanceof Error && /qpdf: not found/.test(error.message))
      throw new Error('qpdf is not installed on this machine.', { cause: error });
    throw unfit(DAMAGED, { cause: error });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Its first page as PNG, at most so many pixels across or down; null where it cannot be drawn. */
export async function firstPage(path: string, longest: number): Promise<Buffer | null> {
  const words = ['-png', '-f', '1', '-l', '1', '-singlefile', '-scale-to', String(longest), path];
  const page = await poppler('pdftoppm', words).catch(() => null);
  return page && page.length > 0 ? page : null;
}

/** The language that it says it is in (ISO 32000, 14.9.2), where that is written so that it can be found; else nothing. */
async function languageOf(path: string): Promise<string> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    for (const from of new Set([0, Math.max(0, size - LOOKED_THROUGH)])) {
      const part = Buffer.alloc(Math.min(LOOKED_THROUGH, size));
      const { bytesRead } = await file.read(part, 0, part.length, from);
      const said = /\/Lang\s?\(([A-Za-z]{2,3}(?:-[A-Za-z0-9]{2,8}){0,3})\)/.exec(
        part.toString('latin1', 0, bytesRead),
      )?.[1];
      if (said && isLanguage(said)) return said;
    }
    return '';
  } finally {
    await file.close();
  }
}

/** Runs one of poppler's programs with little time and memory; answers what it printed. */
async function poppler(program: string, words: readonly string[]): Promise<Buffer> {
  const { stdout } = await run('/bin/sh', ['-c', `ulimit -v ${MEMORY}; exec "$0" "$@"`, program, ...words], {
    timeout: WITHIN,
    killSignal: 'SIGKILL',
    maxBuffer: 60_000_000,
    encoding: 'buffer',
  });
  return stdout;
}
