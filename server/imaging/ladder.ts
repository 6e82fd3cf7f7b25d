import sharp, { type Sharp } from 'sharp';
import { heightAt } from '@placard/core/geometry';
import type { Facts } from '@placard/core/contract';
import { openPicture } from './picture.ts';

/** A file to make: a width in one format. */
export interface Rung {
  width: number;
  format: 'jpeg' | 'png' | 'webp' | 'avif';
  quality?: number;
}

/** A file made. */
export interface Made {
  width: number;
  height: number;
  mime: string;
  extension: string;
  data: Buffer;
}

/** The formats a picture is made in: a modern one, and one that everything reads. */
export function formatsFor(facts: Facts, modern: 'webp' | 'avif'): Rung['format'][] {
  return [modern, facts.transparent || facts.extension === 'svg' ? 'png' : 'jpeg'];
}

/**
 * Makes every rung of a picture from one decode, upright and in sRGB, narrowest last,
 * handing each over as it is done. Widths beyond the picture's own are its caller's mistake:
 * nothing is enlarged. Drawings (SVG) are drawn at the widest rung instead.
 */
export async function makeLadder(
  input: string | Buffer,
  facts: Pick<Facts, 'width' | 'height' | 'extension' | 'transparent' | 'animated'>,
  rungs: readonly Rung[],
  each: (made: Made) => Promise<void>,
): Promise<void> {
  const widest = Math.max(...rungs.map(({ width }) => width));
  if (facts.animated) return makeAnimations(input, facts, rungs, each);
  const { data, info } = await decode(input, facts, widest);
  const raw = { width: info.width, height: info.height, channels: info.channels };
  const widths = [...new Set(rungs.map(({ width }) => width))].sort((a, b) => b - a);
  for (const width of widths) {
    const height = heightAt(width, facts);
    const resized =
      width === raw.width && height === raw.height
        ? { data, info: raw }
        : await sharp(data, { raw, limitInputPixels: false })
            .resize(width, height, { fit: 'fill' })
            .raw()
            .toBuffer({ resolveWithObject: true });
    for (const rung of rungs.filter((rung) => rung.width === width)) {
      const { width: w, height: h, channels } = resized.info;
      const encoded = await encode(
        sharp(resized.data, { raw: { width: w, height: h, channels }, limitInputPixels: false }),
        rung,
      );
      await each({ width, height, ...encoded });
    }
  }
}

/** Upright sRGB pixels at `widest` or the least larger size that the decoder gives cheaply. */
function decode(
  input: string | Buffer,
  facts: Pick<Facts, 'width' | 'height' | 'extension'>,
  widest: number,
) {
  const drawing = facts.extension === 'svg';
  const opened = drawing
    ? sharp(input, {
        density: Math.min(2400, Math.max(72, (96 * widest) / facts.width)),
        limitInputPixels: 50_000_000,
      }).timeout({ seconds: 120 })
    : openPicture(input);
  return opened
    .autoOrient()
    .resize(widest, heightAt(widest, facts), { fit: 'fill', withoutEnlargement: !drawing })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
}

async function makeAnimations(
  input: string | Buffer,
  facts: Pick<Facts, 'width' | 'height'>,
  rungs: readonly Rung[],
  each: (made: Made) => Promise<void>,
): Promise<void> {
  for (const rung of rungs.filter(({ format }) => format === 'webp')) {
    const data = await openPicture(input, true)
      .resize(rung.width)
      .webp({ quality: rung.quality ?? 75, effort: 2 })
      .toBuffer();
    await each({
      width: rung.width,
      height: heightAt(rung.width, facts),
      mime: 'image/webp',
      extension: 'webp',
      data,
    });
  }
}

async function encode(
  picture: Sharp,
  { format, quality }: Rung,
): Promise<Pick<Made, 'mime' | 'extension' | 'data'>> {
  switch (format) {
    case 'jpeg':
      return {
        mime: 'image/jpeg',
        extension: 'jpg',
        data: await picture.jpeg({ quality: quality ?? 80 }).toBuffer(),
      };
    case 'png':
      return {
        mime: 'image/png',
        extension: 'png',
        data: await picture.png({ compressionLevel: 8 }).toBuffer(),
      };
    case 'webp':
      return {
        mime: 'image/webp',
        extension: 'webp',
        data: await picture.webp({ quality: quality ?? 78, effort: 3 }).toBuffer(),
      };
    case 'avif':
      return {
        mime: 'image/avif',
        extension: 'avif',
        data: await picture.avif({ quality: quality ?? 55, effort: 2 }).toBuffer(),
      };
  }
}
