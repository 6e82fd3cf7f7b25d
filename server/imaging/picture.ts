import sharp, { type Metadata, type Sharp } from 'sharp';
import { rgbaToThumbHash } from 'thumbhash';
import type { Facts } from '@placard/core/contract';
import { colourOf, likeness, SIDE, type Colour } from '@placard/core/likeness';
import { MIME_BY_EXTENSION, MOST_PIXELS, Refused } from './formats.ts';

// Pictures are worked on side by side, one thread each; libvips keeps nothing between them.
sharp.cache(false);
sharp.concurrency(1);

/** Opens a picture with every limit that a hostile file needs. */
export function openPicture(input: string | Buffer, animated = false): Sharp {
  return sharp(input, { limitInputPixels: MOST_PIXELS, failOn: 'error', animated, density: 96 }).timeout({
    seconds: 120,
  });
}

/**
 * Reads what a picture is: upright pixels, animation, transparency, and a small picture of it (WebP).
 * Decodes it once, whole, so that a file that ends too early is found here. Throws Refused.
 */
export async function readPicture(
  path: string | Buffer,
  extension: string,
): Promise<{ facts: Facts; thumbnail: Buffer; likeness: bigint | null; colour: Colour | null }> {
  const { width, height, frames, metadata } = await sizeOf(path);
  const facts: Facts = {
    kind: 'picture',
    mime: MIME_BY_EXTENSION[extension] ?? '',
    extension,
    width,
    height,
    duration: frames > 1 ? (metadata.delay ?? []).reduce((sum, delay) => sum + delay, 0) / 1000 : null,
    animated: frames > 1,
    transparent: metadata.hasAlpha,
    orientation: metadata.orientation ?? 1,
    thumbhash: null,
  };
  try {
    const small = await (facts.transparent ? upright(path).ensureAlpha() : upright(path))
      .resize(400, 400, { fit: 'inside', withoutEnlargement: extension !== 'svg' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const raw = { width: small.info.width, height: small.info.height, channels: small.info.channels };
    const [thumbnail, square] = await Promise.all([
      sharp(small.data, { raw }).webp({ quality: 70, effort: 0 }).toBuffer(),
      sharp(small.data, { raw })
        .flatten({ background: '#fff' })
        .resize(SIDE, SIDE, { fit: 'fill' })
        .raw()
        .toBuffer(),
    ]);
    const tiny = await sharp(facts.transparent ? small.data : square, {
      raw: facts.transparent ? raw : { width: SIDE, height: SIDE, channels: 3 },
    })
      .resize(...insideSide(raw), { fit: 'fill', kernel: 'linear' })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const thumbhash = rgbaToThumbHash(tiny.info.width, tiny.info.height, tiny.data);
    return {
      facts: { ...facts, thumbhash: Buffer.from(thumbhash).toString('base64') },
      thumbnail,
      likeness: frames > 1 ? null : likeness(greyOf(square)),
      colour: colourOf(square),
    };
  } catch (error) {
    throw asRefusal(error);
  }
}

const upright = (path: string | Buffer) => openPicture(path).autoOrient().toColourspace('srgb');

/** The size with these proportions whose longer side is as long as the square's that likenesses are computed from. */
function insideSide({ width, height }: { width: number; height: number }): [number, number] {
  const shrink = SIDE / Math.max(width, height);
  return [Math.max(1, Math.round(width * shrink)), Math.max(1, Math.round(height * shrink))];
}

/** The luma (Rec. 601) of pixels of three bytes. */
function greyOf(rgb: Uint8Array): Uint8Array {
  return Uint8Array.from({ length: rgb.length / 3 }, (_, at) => {
    const [r = 0, g = 0, b = 0] = rgb.subarray(at * 3, at * 3 + 3);
    return Math.round(0.299 * r + 0.587 * g + 0.114 * b);
  });
}

/** Upright pixels and frames of a picture, from its headers alone. Throws Refused for what is too large to work on. */
export async function sizeOf(
  input: string | Buffer,
): Promise<{ width: number; height: number; frames: number; metadata: Metadata }> {
  const metadata = await sharp(input, { limitInputPixels: false, animated: true, failOn: 'none' })
    .metadata()
    .catch((error: unknown) => {
      throw asRefusal(error);
    });
  const frames = metadata.pages ?? 1;
  const tall = metadata.pageHeight ?? metadata.height;
  const [width, height] = (metadata.orientation ?? 1) >= 5 ? [tall, metadata.width] : [metadata.width, tall];
  if (width * height * frames > MOST_PIXELS) throw tooLarge(width, height, frames);
  return { width, height, frames, metadata };
}

function tooLarge(width: number, height: number, frames: number): Refused {
  const size = `${width.toLocaleString('en')} × ${height.toLocaleString('en')} pixels${frames > 1 ? ` in ${frames} frames` : ''}`;
  return new Refused(
    `This picture has ${size}; the most that can be worked on is ${MOST_PIXELS / 1e6} million. Make it smaller and send it again.`,
  );
}

/** Turns the imaging library's complaint into a sentence for the person who sent the file. */
export function asRefusal(error: unknown): Error {
  if (error instanceof Refused) return error;
  const says = error instanceof Error ? error.message : String(error);
  if (/pixel limit|exceeds/i.test(says))
    return new Refused(
      `This picture has more than ${MOST_PIXELS / 1e6} million pixels. Make it smaller and send it again.`,
    );
  if (/ENOSPC|no space/i.test(says)) return new Error('The disk is full. Try again when there is room.');
  if (/timeout/i.test(says)) return new Refused('This picture took too long to decode. It may be damaged.');
  return new Refused(
    'This file is damaged or ends too early: its picture cannot be read. Send it again, or export it anew.',
  );
}
