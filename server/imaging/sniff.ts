import { fileTypeFromBuffer } from 'file-type';
import { open } from 'node:fs/promises';
import { MIME_BY_EXTENSION, TAKEN } from './formats.ts';
import { unfit } from '../refusal.ts';

const HEAD = 65_536;

/**
 * Tells the type of a file by its content; its name plays no part.
 * Answers the extension under which it is stored. Throws unfit for anything that cannot be held.
 */
export async function sniff(path: string): Promise<string> {
  const file = await open(path);
  try {
    const head = Buffer.alloc(HEAD);
    const { bytesRead } = await file.read(head, 0, HEAD, 0);
    if (bytesRead === 0) throw unfit('This file is empty.');
    return await sniffHead(head.subarray(0, bytesRead));
  } finally {
    await file.close();
  }
}

/** The same of a file's first 64 kB. Throws unfit. */
export async function sniffHead(bytes: Buffer): Promise<string> {
  const type = await fileTypeFromBuffer(bytes).catch(() => undefined);
  const extension = RENAMED[type?.ext ?? ''] ?? type?.ext ?? '';
  if (extension in MIME_BY_EXTENSION) return extension;
  // Most programs write what a TIFF is made of at its end, where nobody looks who reads its beginning (TIFF 6.0, section 2).
  if (type === undefined && /^(II[*+]\0|MM\0[*+])/.test(bytes.toString('latin1', 0, 4))) return 'tiff';
  if (type === undefined || type.ext === 'xml') {
    if (looksLikeSvg(bytes.toString('utf8'))) return 'svg';
  }
  throw unfit(
    type
      ? `This is a ${type.ext.toUpperCase()} file, whatever its name says. Placard takes ${TAKEN}.`
      : `This is not a picture, film, sound or document that Placard can read. It takes ${TAKEN}.`,
  );
}

const RENAMED: Record<string, string> = {
  apng: 'png',
  tif: 'tiff',
  m4v: 'mp4',
  m4b: 'm4a',
  'm4a+mp4': 'm4a',
  f4a: 'm4a',
  heif: 'heic',
  heics: 'heic',
  oga: 'ogg',
  spx: 'ogg',
  '3gp': 'mp4',
  '3g2': 'mp4',
  asf: 'wmv',
  weba: 'webm',
  opus: 'ogg',
  'svg+xml': 'svg',
};

/** True when the first element of a text is an SVG one; read in one go, whatever stands before it. */
function looksLikeSvg(text: string): boolean {
  let at = 0;
  const past = (end: string) => {
    const found = text.indexOf(end, at);
    at = found < 0 ? text.length : found + end.length;
  };
  for (;;) {
    while (/[\ufeff\s]/.test(text.charAt(at))) at++;
    if (text.startsWith('<?', at)) past('?>');
    else if (text.startsWith('<!--', at)) past('-->');
    else if (/^<!doctype$/i.test(text.slice(at, at + 9))) {
      // What a document type declares inside its brackets holds further marks of its own.
      const [bracket, end] = [text.indexOf('[', at), text.indexOf('>', at)];
      if (bracket >= 0 && bracket < end) past(']');
      past('>');
    } else return /^<(\w{1,40}:)?svg[\s>]/i.test(text.slice(at, at + 50));
  }
}
