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
 * reach the wish, else the best. A format that loses nothing has no quality; PNG within some bytes is given fewer colours.
 */
export async function encodeBy(pixels: Pixels, format: Format, wish: Wish, xmp?: string): Promise<Encoded> {
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
      return searched(USUAL[format] - 1, at, async ({ data }) => data.length <= wish.bytes, 'best');
    }
    case 'same':
      return searched(
        BEST,
        async (quality) => measured(pixels, await at(quality)),
        async ({ likeness }) => (likeness ?? 0) >= wish.likeness,
        'worst',
      );
  }
}

/** Bisects the qualities up to `most`: the best that is good, where lower ones are good too; or the worst, where higher ones are. */
async function searched(
  most: number,
  at: (quality: number) => Promise<Encoded>,
  isGood: (encoded: Encoded) => Promise<boolean>,
  wanted: 'best' | 'worst',
): Promise<Encoded> {
  let [low, high] = [WORST, most];
  let found: Encoded | undefined;
  let last: Encoded | undefined;
  while (low <= high) {
    const middle = Math.floor((low + high) / 2);
    last = await at(middle);
    const good = await isGood(last);
    if (good) found = last;
    if (good === (wanted === 'best')) low = middle + 1;
    else high = middle - 1;
  }
  if (found) return found;
  const edge = wanted === 'best' ? WORST : most;
  return last?.quality === edge ? last : at(edge);
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
