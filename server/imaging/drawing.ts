import { readFile, stat } from 'node:fs/promises';
import { cleanDrawing, UnreadableDrawing } from '@placard/core/drawing';
import { threadsOf } from '../threads.ts';

/** Larger drawings are shown as pictures made of them. */
const MOST_BYTES = 3_000_000;
const WITHIN = 20_000;
const minifying = threadsOf<string, string>(new URL('./drawing.worker.mjs', import.meta.url), {
  megabytes: 256,
});

/**
 * A drawing (SVG) cleaned of all that runs, loads or tells, minified, with a label as its metadata; null where it
 * is too large for that, or cannot be read.
 */
export async function servedDrawing(path: string, xmp: string): Promise<Buffer | null> {
  if ((await stat(path)).size > MOST_BYTES) return null;
  try {
    const { svg } = cleanDrawing(await readFile(path, 'utf8'));
    // What the minifier wrote is as foreign as what came.
    const small = await minifying.run(svg, { signal: AbortSignal.timeout(WITHIN) }).then(
      (text) => cleanDrawing(text).svg,
      () => svg,
    );
    const label = xmp.replace(/<\?xpacket[^>]*\?>/g, '');
    return Buffer.from(small.replace(/^<svg[^>]*>/, (start) => `${start}<metadata>${label}</metadata>`));
  } catch (error) {
    if (error instanceof UnreadableDrawing) return null;
    throw error;
  }
}
