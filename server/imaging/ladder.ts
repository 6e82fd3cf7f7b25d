import type { Facts } from '@placard/core/contract';
import { heightAt } from '@placard/core/geometry';
import { AS_IT_CAME, cutsThrough, windowOf, type Preparation } from '@placard/core/prep';
import { described, encodeBy, type Encoded, type Format } from './encode.ts';
import { coloured, finished } from './look.ts';
import { openPicture } from './picture.ts';
import { open, pixelsOf } from './pixels.ts';
import { decodeSeen } from './seen.ts';

/** A file to make: a width in one format, of what one kind of screen is shown. */
export interface Rung {
  width: number;
  format: Format;
  screen?: 'wide' | 'narrow';
  /** A quality to encode at, where the preparation's wish does not decide. */
  quality?: number;
}

/** A file made. */
export interface Made extends Encoded {
  screen: 'wide' | 'narrow';
  width: number;
  height: number;
}

type Known = Pick<Facts, 'width' | 'height' | 'extension' | 'transparent' | 'animated'>;

/** The formats a picture is made in: a modern one, and one that everything reads. */
export function formatsFor(
  facts: Pick<Facts, 'transparent' | 'extension' | 'animated'>,
  modern: 'webp' | 'avif',
  { edits, output }: Pick<Preparation, 'edits' | 'output'> = AS_IT_CAME,
): Format[] {
  const through = facts.transparent || facts.extension === 'svg' || cutsThrough(edits);
  // What moves, moves as WebP; what everything reads of it stands still.
  if (facts.animated) return ['webp', through ? 'png' : 'jpeg'];
  return [output.modern ?? modern, through ? 'png' : 'jpeg'];
}

/**
 * Makes every rung of a version from one decode for each kind of screen, upright and in sRGB, beginning with the
 * widest, handing each over as it is done. Widths beyond what the version has are its caller's mistake: nothing is
 * enlarged. Drawings (SVG) are drawn at the widest rung instead. `xmp` is written into every file.
 */
export async function makeLadder(
  input: string | Buffer,
  facts: Known,
  rungs: readonly Rung[],
  each: (made: Made) => Promise<void>,
  preparation: Preparation = AS_IT_CAME,
  xmp?: string,
): Promise<void> {
  if (facts.animated) return makeAnimations(input, facts, rungs, preparation, each, xmp);
  // The quality that a width came to, by format: the next one's will lie near.
  const found = new Map<Format, number | null>();
  for (const screen of ['wide', 'narrow'] as const) {
    const here = rungs.filter((rung) => (rung.screen ?? 'wide') === screen);
    if (here.length === 0) continue;
    const window = windowOf(preparation, facts, screen);
    const widths = [...new Set(here.map(({ width }) => width))].sort((a, b) => b - a);
    const widest = await coloured(await decodeSeen(input, facts, window, widths[0] ?? 1), preparation.edits);
    const waiting = widths.values();
    const lane = async () => {
      for (const width of waiting) await makeWidth(width);
    };
    const makeWidth = async (width: number) => {
      const height = heightAt(width, window.size);
      const same = width === widest.raw.width && height === widest.raw.height;
      const resized = same ? widest : await pixelsOf(open(widest).resize(width, height, { fit: 'fill' }));
      const pixels = await finished(resized, preparation.edits);
      for (const { format, quality } of here.filter((rung) => rung.width === width)) {
        const wish =
          quality === undefined ? preparation.output.quality : ({ way: 'fixed', quality } as const);
        const encoded = await encodeBy(pixels, format, wish, xmp, found.get(format));
        found.set(format, encoded.quality);
        await each({ screen, width, height, ...encoded });
      }
    };
    await Promise.all(Array.from({ length: lanesFor(preparation.output.quality.way) }, lane));
  }
}

/**
 * How many widths are worked on at once. Where a quality is looked for, one: each begins near what the one
 * before it came to, which saves more than a second lane would.
 */
const lanesFor = (way: Preparation['output']['quality']['way']) => (way === 'usual' ? 2 : 1);

async function makeAnimations(
  input: string | Buffer,
  facts: Known,
  rungs: readonly Rung[],
  preparation: Preparation,
  each: (made: Made) => Promise<void>,
  xmp?: string,
): Promise<void> {
  const { size } = windowOf(preparation, facts);
  for (const { width, format, quality = 75 } of rungs) {
    const height = heightAt(width, size);
    if (format !== 'webp') {
      const first = await pixelsOf(openPicture(input).resize(width, height, { fit: 'fill' }));
      await each({
        screen: 'wide',
        width,
        height,
        ...(await encodeBy(first, format, { way: 'fixed', quality }, xmp)),
      });
      continue;
    }
    const moving = openPicture(input, true).resize(width).webp({ quality, effort: 2 });
    const data = await described(moving, xmp).toBuffer();
    const facts = { mime: 'image/webp', extension: 'webp', quality, likeness: null };
    await each({ screen: 'wide', width, height, data, ...facts });
  }
}
