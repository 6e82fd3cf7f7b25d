import sharp, { type Sharp } from 'sharp';
import type { Quality } from '@placard/core/prep';
import { open, pixelsOf, type Pixels } from './seen.ts';
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
 * reach the wish, else the best. A format that loses nothing has no quality; PNG within some bytes is given fewer colours. `guess` is a quality to begin looking at.
 */
export async function encodeBy(
  pixels: Pixels,
  format: Format,
  wish: Wish,
  xmp?: string,
  guess?: number | null,
): Promise<Encoded> {
  const at = (quality: number) => encode(pixels, format, quality, xmp);
  if (format === 'png') return wish.way === 'under' ? fewerColours(pixels, wish.bytes, xmp) : at(100);
  switch (wish.way) {
    case 'usual':
      return at(USUAL[format]);
    case 'fixed':
      return at(wish.quality);
    case 'under': {
      const usual = await at(USUAL[format]);
      if (usual.data.length <= wish.bytes) return usual;
      // The best that fits is the one below the worst that does not.
      const isOver = ({ data }: Encoded) => data.length > wish.bytes;
      const over = await worstThat(isOver, WORST, USUAL[format], at, guess);
      return over.quality === null || over.quality <= WORST ? at(WORST) : at(over.quality - 1);
    }
    case 'same': {
      const isLike = ({ likeness }: Encoded) => (likeness ?? 0) >= wish.likeness;
      return worstThat(isLike, WORST, BEST, async (quality) => measured(pixels, await at(quality)), guess);
    }
  }
}

/**
 * The encoding at the worst quality that is good, where every better one is good too; at `most` where none is.
 * Looks near a guess first, since pictures of one ladder are much alike.
 */
async function worstThat(
  isGood: (encoded: Encoded) => boolean,
  least: number,
  most: number,
  at: (quality: number) => Promise<Encoded>,
  guess?: number | null,
): Promise<Encoded> {
  const tried = new Map<number, Encoded>();
  const good = async (quality: number) => {
    const encoded = tried.get(quality) ?? (await at(quality));
    tried.set(quality, encoded);
    return isGood(encoded);
  };
  // Every quality up to `low` is known to be too bad, every one from `high` to be good, once that was seen.
  let [low, high] = [least - 1, most + 1];
  for (
    let next = Math.min(most, Math.max(least, guess ?? Math.floor((least + most) / 2))), step = 3;
    low + 1 < high;
  ) {
    if (await good(next)) high = next;
    else low = next;
    const bracketed = low >= least && high <= most;
    const middle = Math.floor((low + high) / 2);
    next =
      bracketed || !guess
        ? middle
        : high === next
          ? Math.max(low + 1, next - step)
          : Math.min(high - 1, next + step);
    step *= 2;
  }
  return tried.get(high) ?? tried.get(most) ?? at(most);
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
    data: await described(
      open(pixels).png({ compressionLevel: 9, ...(colours === null ? {} : { palette: true, colours }) }),
      xmp,
    ).toBuffer(),
  });
  let made = await as(null);
  for (const colours of [256, 64, 16]) if (made.data.length > most) made = await as(colours);
  return made;
}

async function encode(pixels: Pixels, format: Format, quality: number, xmp?: string): Promise<Encoded> {
  const picture = described(open(pixels), xmp);
  const made = { mime: `image/${format}`, extension: format === 'jpeg' ? 'jpg' : format, likeness: null };
  switch (format) {
    case 'jpeg':
      return {
        ...made,
        quality,
        data: await picture.flatten({ background: '#fff' }).jpeg({ quality }).toBuffer(),
      };
    case 'png':
      return { ...made, quality: null, data: await picture.png({ compressionLevel: 8 }).toBuffer() };
    case 'webp':
      return { ...made, quality, data: await picture.webp({ quality, effort: 3 }).toBuffer() };
    case 'avif':
      return { ...made, quality, data: await picture.avif({ quality, effort: 2 }).toBuffer() };
  }
}

/** Where a label is to be written in, its colour space is said too. */
const described = (picture: Sharp, xmp: string | undefined) =>
  xmp ? picture.withXmp(xmp).withIccProfile('srgb') : picture;
