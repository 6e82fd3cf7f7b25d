import sharp, { type Sharp } from 'sharp';
import type { Quality } from '@placard/core/prep';
import { open, pixelsOf, type Pixels } from './pixels.ts';
import { withReadableLabel } from './png.ts';
import { similarity } from './similarity.ts';

export type Format = 'jpeg' | 'png' | 'webp' | 'avif';

/** A file's bytes, and how good it is. */
export interface Encoded {
  mime: string;
  extension: string;
  data: Buffer;
  /** 1 to 100 in the encoder's own scale; null where nothing is lost. */
  quality: number | null;
  /** Its structural similarity to the uncompressed picture, where it was measured. */
  likeness: number | null;
}

type Wish = Quality | { way: 'fixed'; quality: number };

/** As good as most pictures need, by format. */
const USUAL: Record<Exclude<Format, 'png'>, number> = { jpeg: 80, webp: 78, avif: 55 };
/** Nobody wants what lies below; nobody sees what lies above. */
const [WORST, BEST] = [20, 95];

/**
 * Encodes pixels as a wish for quality says. Within some bytes: the best quality that fits, else the worst there
 * is, and the caller sees that it does not fit. Looking the same: the worst quality whose similarity is measured to
 * reach the wish, else the best. A format that loses nothing has no quality; PNG within some bytes is given fewer
 * colours. `guess` is a quality to begin looking at.
 */
export async function encodeBy(
  pixels: Pixels,
  format: Format,
  wish: Wish,
  xmp?: string,
  guess?: number | null,
): Promise<Encoded> {
  const at = (quality: number) => encode(open(pixels), format, quality, xmp);
  if (format === 'png') return wish.way === 'under' ? fewerColours(pixels, wish.bytes, xmp) : at(100);
  switch (wish.way) {
    case 'usual':
      return at(USUAL[format]);
    case 'fixed':
      return at(wish.quality);
    case 'under': {
      const usual = await at(USUAL[format]);
      if (usual.data.length <= wish.bytes) return usual;
      const isOver = ({ data }: Encoded) => data.length > wish.bytes;
      const { below, from } = await turningPoint(isOver, WORST, USUAL[format], at, guess);
      return below ?? from;
    }
    case 'same': {
      const isLike = ({ likeness }: Encoded) => (likeness ?? 0) >= wish.likeness;
      const measure = async (quality: number) => measured(pixels, await at(quality));
      return (await turningPoint(isLike, WORST, BEST, measure, guess)).from;
    }
  }
}

/**
 * Where something that holds of every better quality once it holds begins to hold: the worst quality of which it does
 * (the best there is, where it does of none), and the one below. Looks near a guess first, since pictures of one ladder
 * are much alike.
 */
async function turningPoint(
  holds: (encoded: Encoded) => boolean,
  least: number,
  most: number,
  at: (quality: number) => Promise<Encoded>,
  guess?: number | null,
): Promise<{ below: Encoded | undefined; from: Encoded }> {
  const tried = new Map<number, Encoded>();
  // It is known not to hold up to `low`, and to hold from `high`, once either was seen.
  let [low, high] = [least - 1, most + 1];
  let next = Math.min(most, Math.max(least, guess ?? Math.floor((least + most) / 2)));
  for (let step = 3; low + 1 < high; step *= 2) {
    const encoded = await at(next);
    tried.set(next, encoded);
    const held = holds(encoded);
    if (held) high = next;
    else low = next;
    const bracketed = low >= least && high <= most;
    if (bracketed || !guess) next = Math.floor((low + high) / 2);
    else next = held ? Math.max(low + 1, next - step) : Math.min(high - 1, next + step);
  }
  return { below: tried.get(low), from: tried.get(high) ?? tried.get(most) ?? (await at(most)) };
}

async function measured(pixels: Pixels, encoded: Encoded): Promise<Encoded> {
  const again = await pixelsOf(sharp(encoded.data));
  return { ...encoded, likeness: await similarity(pixels, again) };
}

async function fewerColours(pixels: Pixels, most: number, xmp?: string): Promise<Encoded> {
  const as = async (colours: number | null) => ({
    mime: 'image/png',
    extension: 'png',
    quality: null,
    likeness: null,
    data: withReadableLabel(
      await described(
        open(pixels).png({ compressionLevel: 9, ...(colours === null ? {} : { palette: true, colours }) }),
        xmp,
      ).toBuffer(),
    ),
  });
  let made = await as(null);
  for (const colours of [256, 64, 16]) if (made.data.length > most) made = await as(colours);
  return made;
}

/** Encodes a picture that is not decoded yet, as good as most need, in one go with its decoding. */
export const encodeAtOnce = (picture: Sharp, format: Format, xmp?: string): Promise<Encoded> =>
  encode(picture, format, format === 'png' ? 100 : USUAL[format], xmp);

async function encode(from: Sharp, format: Format, quality: number, xmp?: string): Promise<Encoded> {
  const picture = described(from, xmp);
  const made = { mime: `image/${format}`, extension: format === 'jpeg' ? 'jpg' : format, likeness: null };
  switch (format) {
    case 'jpeg':
      return {
        ...made,
        quality,
        data: await picture.flatten({ background: '#fff' }).jpeg({ quality }).toBuffer(),
      };
    case 'png':
      return {
        ...made,
        quality: null,
        data: withReadableLabel(await picture.png({ compressionLevel: 8 }).toBuffer()),
      };
    case 'webp':
      return { ...made, quality, data: await picture.webp({ quality, effort: 3 }).toBuffer() };
    case 'avif':
      return { ...made, quality, data: await picture.avif({ quality, effort: 2 }).toBuffer() };
  }
}

/** Where a label is to be written in, its colour space is said too. */
export const described = (picture: Sharp, xmp: string | undefined) =>
  xmp ? picture.withXmp(xmp).withIccProfile('srgb') : picture;
