import { stat } from 'node:fs/promises';
import { xmpOf, BLANK_PLACARD, placardFromFile } from '@placard/core/credit';
import { sizeFor, wholeOf, type SizeWish } from '@placard/core/geometry';
import type { Quality } from '@placard/core/prep';
import { readEmbedded } from './embedded.ts';
import { sizeOfDrawing } from './drawing.ts';
import { described, encodeAtOnce, encodeBy, type Format } from './encode.ts';
import { isFilmOrSound } from './formats.ts';
import { convertHeic } from './heic.ts';
import { asRefusal, openPicture, sizeOf } from './picture.ts';
import { decodeSeen, wholeAt } from './seen.ts';
import { sniff } from './sniff.ts';
import { unfit } from '../refusal.ts';

/** What is to become of a file. */
export interface FileWish {
  size: SizeWish | null;
  /** Null for its own, or JPEG or PNG where its own is none for pages. */
  format: Format | null;
  quality: Quality;
}

/** A file prepared, not yet written. */
export interface PreparedFile {
  data: Buffer;
  extension: string;
  width: number;
  height: number;
  /** It has fewer pixels than were wished, and was left as large as it is. */
  small: boolean;
  /** Bytes of the original. */
  before: number;
}

const OWN: Record<string, Format> = { jpg: 'jpeg', png: 'png', webp: 'webp', avif: 'avif', svg: 'png' };

/**
 * Prepares one picture file by itself, without application or database: upright, in sRGB, never enlarged, with what
 * it says of its maker and licence kept as XMP, and where it was taken left out. Throws unfit.
 */
export async function prepareFile(path: string, wish: FileWish): Promise<PreparedFile> {
  const extension = await sniff(path);
  if (isFilmOrSound(extension)) throw unfit('This is a film or a sound; only pictures are prepared here.');
  try {
    const input = extension === 'heic' ? await convertHeic(path) : path;
    const { size: before } = await stat(path);
    const drawing = extension === 'svg';
    const { width, height, frames, metadata } = drawing
      ? { ...(await sizeOfDrawing(path)), frames: 1, metadata: { hasAlpha: true } }
      : await sizeOf(input);
    const original = { width, height };
    const wished = wish.size ? sizeFor(wish.size, original) : { size: original, enlarges: false };
    const small = wished.enlarges && !drawing;
    const size = small ? original : wished.size;
    const format = wish.format ?? OWN[extension] ?? (metadata.hasAlpha ? 'png' : 'jpeg');
    const xmp = await labelOf(path);
    // What moves goes on moving, unless a format for stills is asked for: then its first frame is taken.
    if (frames > 1 && (wish.format ?? 'webp') === 'webp') {
      const moving = openPicture(input, true).resize(size.width).webp({ quality: 75, effort: 2 });
      const data = await described(moving, xmp).toBuffer();
      return { data, extension: 'webp', ...size, small, before };
    }
    const encoded =
      wish.quality.way === 'usual' && !drawing
        ? await encodeAtOnce(wholeAt(input, size), format, xmp)
        : await encodeBy(
            await decodeSeen(input, { ...original, extension }, { ...wholeOf(original), size }, size.width),
            format,
            wish.quality,
            xmp,
          );
    return { data: encoded.data, extension: encoded.extension, ...size, small, before };
  } catch (error) {
    throw asRefusal(error);
  }
}

/** What the file says of itself, as the XMP that goes along; nothing where it says nothing. */
async function labelOf(path: string): Promise<string | undefined> {
  const said = placardFromFile(await readEmbedded(path));
  return Object.keys(said).length > 0 ? xmpOf({ ...BLANK_PLACARD, ...said }) : undefined;
}
