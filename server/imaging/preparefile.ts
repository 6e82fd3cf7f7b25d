import { stat } from 'node:fs/promises';
import sharp from 'sharp';
import { xmpOf, BLANK_PLACARD, placardFromFile } from '@placard/core/credit';
import { sizeFor, wholeOf, type SizeWish } from '@placard/core/geometry';
import type { Quality } from '@placard/core/prep';
import { readEmbedded } from './embedded.ts';
import { encodeBy, type Format } from './encode.ts';
import { MOST_PIXELS, Refused } from './formats.ts';
import { convertHeic } from './heic.ts';
import { asRefusal, openPicture } from './picture.ts';
import { decodeSeen } from './seen.ts';
import { sniff } from './sniff.ts';

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
 * it says of its maker and licence kept as XMP, and where it was taken left out. Throws Refused.
 */
export async function prepareFile(path: string, wish: FileWish): Promise<PreparedFile> {
  const extension = await sniff(path);
  if (['mp4', 'webm', 'mp3', 'ogg', 'wav'].includes(extension))
    throw new Refused('This is a film or a sound; only pictures are prepared here.');
  try {
    const input = extension === 'heic' ? await convertHeic(path) : path;
    const { size: before } = await stat(path);
    const metadata = await sharp(input, { limitInputPixels: false, failOn: 'none' }).metadata();
    const turned = (metadata.orientation ?? 1) >= 5;
    const original = {
      width: turned ? metadata.height : metadata.width,
      height: turned ? metadata.width : metadata.height,
    };
    if (original.width * original.height * (metadata.pages ?? 1) > MOST_PIXELS)
      throw new Refused(`This picture has more than ${MOST_PIXELS / 1e6} million pixels.`);
    const wished = wish.size ? sizeFor(wish.size, original) : { size: original, enlarges: false };
    const drawing = extension === 'svg';
    const small = wished.enlarges && !drawing;
    const size = small ? original : wished.size;
    const format = wish.format ?? OWN[extension] ?? (metadata.hasAlpha ? 'png' : 'jpeg');
    const xmp = await labelOf(path);
    if ((metadata.pages ?? 1) > 1 && (extension === 'gif' || extension === 'webp')) {
      const moving = openPicture(input, true).resize(size.width).webp({ quality: 75, effort: 2 });
      const data = await (xmp ? moving.withXmp(xmp) : moving).toBuffer();
      return { data, extension: 'webp', ...size, small, before };
    }
    const pixels = await decodeSeen(
      input,
      { ...original, extension },
      { ...wholeOf(original), size },
      size.width,
    );
    const encoded = await encodeBy(pixels, format, wish.quality, xmp);
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
