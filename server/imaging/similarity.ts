import { open, pixelsOf, type Pixels } from './pixels.ts';
import { threadsOf } from '../threads.ts';

interface Task {
  width: number;
  height: number;
  one: Buffer;
  other: Buffer;
}

const threads = threadsOf<Task, number>(new URL('./similarity.worker.mjs', import.meta.url));

/** The structural similarity (mean SSIM of luma) of two pictures of the same size, at most 1. Computed in a thread of its own. */
export async function similarity(one: Pixels, other: Pixels): Promise<number> {
  const [left, right] = await Promise.all([one, other].map((pixels) => opaque(pixels)));
  const { width, height } = one.raw;
  // Smaller than the window that it is computed in, a picture cannot be judged; nothing is hidden in so few pixels.
  if (Math.min(width, height) < 12 || !left || !right) return 1;
  return threads.run({ width, height, one: left.data, other: right.data });
}

const opaque = (pixels: Pixels) => pixelsOf(open(pixels).flatten({ background: '#888' }).ensureAlpha());
