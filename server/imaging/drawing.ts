import { readFile, stat } from 'node:fs/promises';
import { Worker } from 'node:worker_threads';
import { cleanDrawing, UnreadableDrawing } from '@placard/core/drawing';

/** Larger drawings are shown as pictures made of them. */
const MOST_BYTES = 3_000_000;
const WITHIN = 20_000;

/**
 * A drawing (SVG) cleaned of all that runs, loads or tells, minified, with a label as its metadata; null where it
 * is too large for that, or cannot be read.
 */
export async function servedDrawing(path: string, xmp: string): Promise<Buffer | null> {
  if ((await stat(path)).size > MOST_BYTES) return null;
  try {
    const { svg } = cleanDrawing(await readFile(path, 'utf8'));
    // What the minifier wrote is as foreign as what came.
    const small = await minified(svg).then(
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

function minified(svg: string): Promise<string> {
  const worker = new Worker(new URL('./drawing.worker.mjs', import.meta.url), {
    workerData: svg,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: 256 },
  });
  return new Promise<string>((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('Minifying took too long.')), WITHIN);
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.once('exit', () => {
      clearTimeout(timer);
      reject(new Error('The minifier ended.'));
    });
  }).finally(() => void worker.terminate());
}
