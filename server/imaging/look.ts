import {
  blurDeviation,
  colourMatrix,
  cutsThrough,
  editOf,
  sharpeningKernel,
  UNCHANGED,
  type Edit,
} from '@placard/core/prep';
import { open, pixelsOf, type Pixels } from './pixels.ts';

/** Changes colours as edits say; what treats every pixel alike, whatever the size. */
export async function coloured(pixels: Pixels, edits: readonly Edit[]): Promise<Pixels> {
  const matrix = colourMatrix(edits);
  if (matrix === UNCHANGED) return pixels;
  const [r, g, b] = matrix;
  return pixelsOf(
    open(pixels)
      .recomb([
        [r[0], r[1], r[2]],
        [g[0], g[1], g[2]],
        [b[0], b[1], b[2]],
      ])
      .linear([1, 1, 1], [255 * r[3], 255 * g[3], 255 * b[3]]),
  );
}

/** Sharpens, blurs and works on the edge as edits say, at the size that a picture is shown at. */
export async function finished(pixels: Pixels, edits: readonly Edit[]): Promise<Pixels> {
  const sharpen = editOf(edits, 'sharpen');
  const blur = editOf(edits, 'blur');
  const { width, height } = pixels.raw;
  let now = pixels;
  if (sharpen)
    now = await pixelsOf(
      open(now).convolve({ width: 3, height: 3, kernel: sharpeningKernel(sharpen.strength), scale: 1 }),
    );
  if (blur) now = await pixelsOf(open(now).blur(Math.max(0.3, blurDeviation(blur.strength, width))));
  const edge = edgeOf(edits, width, height);
  if (edge) now = await pixelsOf(open(now).composite([{ input: Buffer.from(edge) }]));
  if (cutsThrough(edits)) {
    const mask = Buffer.from(shapeOf(edits, width, height, 'fill="#fff"', 0));
    now = await pixelsOf(
      open(now)
        .ensureAlpha()
        .composite([{ input: mask, blend: 'dest-in' }]),
    );
  }
  return now;
}

/** A frame drawn on a picture's edge (SVG), where the edits have one. */
function edgeOf(edits: readonly Edit[], width: number, height: number): string | null {
  const border = editOf(edits, 'border');
  if (!border) return null;
  const thick = Math.max(1, (border.width / 100) * Math.min(width, height));
  return shapeOf(
    edits,
    width,
    height,
    `fill="none" stroke="${border.colour}" stroke-width="${thick}"`,
    thick / 2,
  );
}

function shapeOf(
  edits: readonly Edit[],
  width: number,
  height: number,
  paint: string,
  inset: number,
): string {
  const radius = ((editOf(edits, 'corners')?.radius ?? 0) / 100) * Math.min(width, height);
  const rx = Math.max(0, radius - inset);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect x="${inset}" y="${inset}" width="${width - 2 * inset}" height="${height - 2 * inset}" rx="${rx}" ${paint}/></svg>`;
}
