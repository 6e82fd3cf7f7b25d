import { fileTypeFromBuffer } from 'file-type';
import { open } from 'node:fs/promises';
import { MIME_BY_EXTENSION, Refused } from './formats.ts';

const HEAD = 65_536;

/**
 * Tells the type of a file by its content; its name plays no part.
 * Answers the extension under which it is stored. Throws Refused for anything that cannot be held.
 */
export async function sniff(path: string): Promise<string> {
  const file = await open(path);
  try {
    const head = Buffer.alloc(HEAD);
    const { bytesRead } = await file.read(head, 0, HEAD, 0);
    if (bytesRead === 0) throw new Refused('This file is empty.');
    return await sniffHead(head.subarray(0, bytesRead));
  } finally {
    await file.close();
  }
}

/** The same of a file's first 64 kB. Throws Refused. */
export async function sniffHead(bytes: Buffer): Promise<string> {
  const type = await fileTypeFromBuffer(bytes).catch(() => undefined);
  const extension = RENAMED[type?.ext ?? ''] ?? type?.ext ?? '';
  if (extension in MIME_BY_EXTENSION) return extension;
  if (type === undefined || type.ext === 'xml') {
    if (looksLikeSvg(bytes.toString('utf8'))) return 'svg';
  }
  throw new Refused(
    type
      ? `This is a ${type.ext.toUpperCase()} file, whatever its name says. Placard takes JPEG, PNG, WebP, AVIF, GIF, TIFF, HEIC, SVG, MP4 and WebM.`
      : 'This is not a picture or film that Placard can read. It takes JPEG, PNG, WebP, AVIF, GIF, TIFF, HEIC, SVG, MP4 and WebM.',
  );
}

const RENAMED: Record<string, string> = {
  apng: 'png',
  tif: 'tiff',
  m4v: 'mp4',
  mov: '',
  heif: 'heic',
  heics: 'heic',
  oga: 'ogg',
  weba: 'webm',
  opus: 'ogg',
  'svg+xml': 'svg',
};

function looksLikeSvg(text: string): boolean {
  const bare = text
    .replace(/^\ufeff/, '')
    .replace(/<\?xml[^>]*\?>/g, '')
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/<!DOCTYPE[^[>]*(\[[\s\S]*?\])?\s*>/i, '')
    .trimStart();
  return /^<(\w+:)?svg[\s>]/i.test(bare);
}
