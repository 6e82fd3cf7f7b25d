import { inTime } from '../text/index.ts';

/** Frames a second where a film does not say how many. */
const USUAL_RATE = 25;

/**
 * The moment, in seconds, at which a film shows the frame so many on from what it shows at another moment (back, below
 * 0), in hundredths, as moments are kept. `rate` in frames a second, up to 100.
 */
export function frameOn(at: number, frames: number, rate = USUAL_RATE): number {
  return Math.max(0, Math.ceil(((frameOf(at, rate) + frames) / rate) * 100 - 1e-6) / 100);
}

/** Which frame a film shows at a moment, in seconds, from 0, at so many a second. */
export const frameOf = (at: number, rate: number): number =>
  // Frames begin at fractions of hundredths; a little room keeps one from being taken for the one before.
  Math.floor(at * rate + 1e-6);

/** A moment of a film as people write it: 1:23.4. */
export function momentInWords(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  const [whole, rest] = [Math.floor(tenths / 10), tenths % 10];
  const words = inTime(whole);
  return rest === 0 ? words : `${words}.${rest}`;
}
