import type { Facts } from '@placard/core/contract';
import { carriedInWords } from '@placard/core/document';
import { MIME_BY_EXTENSION } from '../imaging/formats.ts';
import { openPicture } from '../imaging/picture.ts';
import { readOffice } from './office.ts';
import { firstPage, readPdf } from './pdf.ts';
import { unfit } from '../refusal.ts';

/** How large the picture of a first page is made, in pixels. */
const SMALL = 400;

/** Reads what a document is, with a small picture of its first page. Throws unfit. */
export async function readDocument(
  path: string,
  extension: string,
): Promise<{ facts: Facts; thumbnail: Buffer | null }> {
  const { pages, language, note, page } = extension === 'pdf' ? await ofPdf(path) : await ofOffice(path);
  return {
    facts: {
      kind: 'document',
      mime: MIME_BY_EXTENSION[extension] ?? '',
      extension,
      width: 0,
      height: 0,
      duration: null,
      animated: false,
      transparent: false,
      orientation: 1,
      thumbhash: null,
      ...(pages === null ? {} : { pages }),
      ...(language === '' ? {} : { language }),
      ...(note === '' ? {} : { note }),
    },
    thumbnail: page && (await small(page)),
  };
}

async function ofPdf(path: string) {
  const { pages, language, carried, signed } = await readPdf(path);
  return { pages, language, note: carriedInWords(carried, signed), page: await firstPage(path, SMALL * 2) };
}

async function ofOffice(path: string) {
  try {
    const { pages, language, carried, thumbnail } = await readOffice(path);
    return { pages, language, note: carriedInWords(carried), page: thumbnail };
  } catch (error) {
    throw unfit(
      'This document is damaged or ends too early: it cannot be read. Send it again, or save it anew.',
      { cause: error },
    );
  }
}

/** A small picture of a page; none where what was left in the document is no picture. */
const small = (page: Buffer): Promise<Buffer | null> =>
  openPicture(page)
    .flatten({ background: '#ffffff' })
    .resize(SMALL, SMALL, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 70 })
    .toBuffer()
    .catch(() => null);
