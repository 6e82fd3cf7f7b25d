// Draws one drawing: SVG comes in at the standard input, its pixels (RGBA, row by row) leave at the standard output.
// It is a process of its own, since what draws cannot be stopped otherwise.
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';

const [width, height] = process.argv.slice(2).map(Number);
sharp.concurrency(1);
// At this density a pixel of the drawing is a pixel.
const pixels = await sharp(await buffer(process.stdin), { density: 72, limitInputPixels: false })
  .resize(width, height, { fit: 'fill' })
  .toColourspace('srgb')
  .ensureAlpha()
  .raw()
  .toBuffer();
process.stdout.end(pixels);
