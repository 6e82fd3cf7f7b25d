import { Worker } from 'node:worker_threads';
import { open, pixelsOf, type Pixels } from './seen.ts';

interface Answer {
  id: number;
  mssim?: number;
  says?: string;
}

let worker: Worker | undefined;
let asked = 0;
const waiting = new Map<number, { resolve: (mssim: number) => void; reject: (error: Error) => void }>();

/** The structural similarity (mean SSIM of luma) of two pictures of the same size, at most 1. Computed in a thread of its own. */
export async function similarity(one: Pixels, other: Pixels): Promise<number> {
  const [left, right] = await Promise.all([one, other].map((pixels) => opaque(pixels)));
  const { width, height } = one.raw;
  // Smaller than the window that it is computed in, a picture cannot be judged; nothing is hidden in so few pixels.
  if (Math.min(width, height) < 12 || !left || !right) return 1;
  const id = ++asked;
  const answer = new Promise<number>((resolve, reject) => waiting.set(id, { resolve, reject }));
  thread().postMessage({ id, width, height, one: left.data, other: right.data });
  return answer;
}

const opaque = (pixels: Pixels) => pixelsOf(open(pixels).flatten({ background: '#888' }).ensureAlpha());

function thread(): Worker {
  if (worker) return worker;
  const begun = new Worker(new URL('./similarity.worker.mjs', import.meta.url), { execArgv: [] });
  // It keeps nothing alive by itself.
  begun.unref();
  begun.on('message', ({ id, mssim, says }: Answer) => {
    const asker = waiting.get(id);
    waiting.delete(id);
    if (mssim === undefined) asker?.reject(new Error(`The similarity could not be measured: ${says}`));
    else asker?.resolve(mssim);
  });
  const broken = (why: unknown) => {
    worker = undefined;
    for (const { reject } of waiting.values())
      reject(new Error(`The similarity could not be measured: ${String(why)}`));
    waiting.clear();
  };
  begun.on('error', broken);
  begun.on('exit', (code) => broken(`the thread ended (${code})`));
  worker = begun;
  return begun;
}
