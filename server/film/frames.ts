import { openPicture } from '../imaging/picture.ts';

/** Browsers show what is said to last less for a tenth of a second, in milliseconds. */
const SHORTEST = 20;
const INSTEAD = 100;
/** How many pictures are decoded at once. */
const AT_ONCE = 8;

/** A moving picture as frames of one rate, for who encodes them. */
export interface Moving {
  width: number;
  height: number;
  /** Frames a second. */
  rate: number;
  seconds: number;
  /** Each as 8-bit RGB, row by row. */
  frames: AsyncIterable<Buffer>;
}

/** Whether nothing is seen through any frame of a moving picture. */
export async function isOpaque(path: string): Promise<boolean> {
  const { pages = 1, hasAlpha } = await openPicture(path, true).metadata();
  if (!hasAlpha) return true;
  for (let page = 0; page < pages; page += AT_ONCE) {
    const some = openPicture(path, { page, pages: Math.min(AT_ONCE, pages - page) });
    const alpha = await some.ensureAlpha().extractChannel('alpha').raw().toBuffer();
    if (alpha.some((value) => value < 255)) return false;
  }
  return true;
}

/** Decodes a moving picture (GIF, WebP) a few frames at a time, each repeated for as long as it is shown. */
export async function movingFrames(path: string): Promise<Moving> {
  const {
    pages = 1,
    delay = [],
    width = 0,
    height = 0,
    pageHeight = height,
  } = await openPicture(path, true).metadata();
  const lasting = Array.from({ length: pages }, (_, page) => {
    const said = delay[page] ?? INSTEAD;
    return said < SHORTEST ? INSTEAD : said;
  });
  const tick = Math.max(SHORTEST, lasting.reduce(greatestCommonDivisor));
  return {
    width,
    height: pageHeight,
    rate: 1000 / tick,
    seconds: lasting.reduce((sum, one) => sum + one, 0) / 1000,
    frames: decoded(),
  };

  async function* decoded() {
    let [time, shown] = [0, 0];
    for (let page = 0; page < pages; page += AT_ONCE) {
      const some = Math.min(AT_ONCE, pages - page);
      const all = await openPicture(path, { page, pages: some })
        .toColourspace('srgb')
        .removeAlpha()
        .raw()
        .toBuffer();
      for (let nth = 0; nth < some; nth++) {
        const frame = all.subarray((nth * all.length) / some, ((nth + 1) * all.length) / some);
        time += lasting[page + nth] ?? 0;
        for (; (shown + 0.5) * tick < time; shown++) yield frame;
      }
    }
  }
}

const greatestCommonDivisor = (one: number, other: number): number =>
  other === 0 ? one : greatestCommonDivisor(other, one % other);
