import sharp, { type Metadata, type Sharp } from 'sharp';
import { rgbaToThumbHash } from 'thumbhash';
import type { Facts } from '@placard/core/contract';
import { colourOf, type Colour } from '@placard/core/colour';
import { perceptualHash, SIDE } from '@placard/core/perceptualhash';
import type { Size } from '@placard/core/geometry';
import { drawn, sizeOfDrawing } from './drawing.ts';
import { MIME_BY_EXTENSION, MOST_PIXELS } from './formats.ts';
import { pixelsOf } from './pixels.ts';
import { readPngHead } from './png.ts';
import { whyTiffIsNotRead } from './tiff.ts';
import { Refusal, unfit } from '../refusal.ts';

// Pictures are worked on side by side, one thread each; libvips keeps nothing between them.
sharp.cache(false);
sharp.concurrency(1);

/** Opens a picture with every limit that a hostile file needs: its first frame, all of them, or some. */
export function openPicture(
  input: string | Buffer,
  frames: boolean | { page: number; pages: number } = false,
): Sharp {
  const which = typeof frames === 'boolean' ? { animated: frames } : frames;
  return sharp(input, { limitInputPixels: MOST_PIXELS, failOn: 'error', ...which }).timeout({
    seconds: 120,
  });
}

/**
 * Reads what a picture is: upright pixels, animation, transparency, and a small picture of it (WebP).
 * Decodes it once, whole, so that a file that ends too early is found here. Throws unfit.
 */
export async function readPicture(
  path: string | Buffer,
  extension: string,
): Promise<{ facts: Facts; thumbnail: Buffer; perceptualHash: bigint | null; colour: Colour | null }> {
  const odd = extension === 'tiff' && typeof path === 'string' ? await whyTiffIsNotRead(path) : null;
  if (odd) throw unfit(odd);
  const drawing = extension === 'svg' ? await sizeOfDrawing(path) : null;
  const { width, height, frames, pages, metadata } = drawing
    ? { ...drawing, frames: 1, pages: 1, metadata: null }
    : await sizeOf(path);
  if (width * height > MOST_PIXELS) throw tooLarge(width, height, frames);
  const facts: Facts = {
    kind: 'picture',
    mime: MIME_BY_EXTENSION[extension] ?? '',
    extension,
    width,
    height,
    duration: frames > 1 ? (metadata?.delay ?? []).reduce((sum, delay) => sum + delay, 0) / 1000 : null,
    animated: frames > 1,
    transparent: metadata?.hasAlpha ?? true,
    orientation: metadata?.orientation ?? 1,
    thumbhash: null,
    note: pages > 1 ? `It has ${pages} pages; the first is used.` : await noteOnMoving(path, extension),
  };
  try {
    const small = drawing
      ? await drawn(path, fitted(drawing, SMALL))
      : await pixelsOf(
          (facts.transparent ? upright(path).ensureAlpha() : upright(path)).resize(SMALL, SMALL, {
            fit: 'inside',
            withoutEnlargement: true,
          }),
        );
    const { raw } = small;
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
      perceptualHash: frames > 1 ? null : perceptualHash(greyOf(square)),
      colour: colourOf(square),
    };
  } catch (error) {
    throw asRefusal(error);
  }
}

/** Pixels of the longer side of the small picture of everything. */
const SMALL = 400;

/** A size in proportion whose longer side is so many pixels. */
export function fitted({ width, height }: Size, longest: number): Size {
  const scale = longest / Math.max(width, height);
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
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

/** What is to be said of a PNG that moves, which is shown still: nothing that works on pictures here reads its other frames. */
async function noteOnMoving(path: string | Buffer, extension: string): Promise<string> {
  if (extension !== 'png') return '';
  const { moves } = await readPngHead(path);
  return moves
    ? 'It moves (APNG); only its first frame is shown. Send it as an animated WebP or a film instead.'
    : '';
}

/** Formats whose pages are frames of one picture that moves; in others they are pictures of their own. */
const MOVING = new Set(['gif', 'webp']);

/**
 * Upright pixels, frames and pages of a picture, from its headers alone. Where it has pages, its first counts.
 * Throws unfit for what is too large to work on.
 */
export async function sizeOf(
  input: string | Buffer,
): Promise<{ width: number; height: number; frames: number; pages: number; metadata: Metadata }> {
  const read = (animated: boolean) =>
    sharp(input, { limitInputPixels: false, animated, failOn: 'none' })
      .metadata()
      .catch((error: unknown) => {
        throw asRefusal(error);
      });
  const first = await read(false);
  const moves = MOVING.has(first.format) && (first.pages ?? 1) > 1;
  const metadata = moves ? await read(true) : first;
  const frames = moves ? (metadata.pages ?? 1) : 1;
  const tall = metadata.pageHeight ?? metadata.height;
  const [width, height] = (metadata.orientation ?? 1) >= 5 ? [tall, metadata.width] : [metadata.width, tall];
  if (width * height * frames > MOST_PIXELS) throw tooLarge(width, height, frames);
  return { width, height, frames, pages: moves ? 1 : (first.pages ?? 1), metadata };
}

function tooLarge(width: number, height: number, frames: number): Refusal {
  const size = `${width.toLocaleString('en')} × ${height.toLocaleString('en')} pixels${frames > 1 ? ` in ${frames} frames` : ''}`;
  return unfit(
    `This picture has ${size}; the most that can be worked on is ${MOST_PIXELS / 1e6} million. Make it smaller and send it again.`,
  );
}

/** Turns the imaging library's complaint into a sentence for the person who sent the file. */
export function asRefusal(error: unknown): Error {
  if (error instanceof Refusal) return error;
  const says = error instanceof Error ? error.message : String(error);
  if (/pixel limit|exceeds/i.test(says))
    return unfit(
      `This picture has more than ${MOST_PIXELS / 1e6} million pixels. Make it smaller and send it again.`,
    );
  if (/ENOSPC|no space/i.test(says)) return new Error('The disk is full. Try again when there is room.');
  if (/timeout/i.test(says)) return unfit('This picture took too long to decode. It may be damaged.');
  return unfit(
    'This file is damaged or ends too early: its picture cannot be read. Send it again, or export it anew.',
  );
}
