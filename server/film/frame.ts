import sharp from 'sharp';
import { frameAt, type Framed } from './probe.ts';

/** The widths in pixels that frames are made in: for a row of them, and for the one that is looked at. */
export const FRAME_WIDTHS: readonly number[] = [160, 960];

/** How many are made at once: who scrubs asks for many. */
const AT_ONCE = 2;
let running = 0;
const waiting: (() => void)[] = [];

/**
 * The frame that a film shows at a moment, in seconds, as JPEG, `width` pixels wide or as wide as the film is; null
 * where it has none there. `wanted` says whether anybody still waits for it when its turn has come.
 */
export async function smallFrame(
  path: string,
  facts: Framed,
  at: number,
  width: number,
  wanted: () => boolean,
): Promise<Buffer | null> {
  if (running < AT_ONCE) running++;
  else await new Promise<void>((resolve) => waiting.push(resolve));
  try {
    if (!wanted()) return null;
    const across = Math.min(width, facts.width);
    const height = Math.max(1, Math.round((facts.height * across) / facts.width));
    const frame = await frameAt(path, { ...facts, width: across, height }, at);
    return frame && (await sharp(frame).jpeg({ quality: 78 }).toBuffer());
  } finally {
    // Whoever waits has this turn; nobody comes between.
    const next = waiting.shift();
    if (next) next();
    else running--;
  }
}
