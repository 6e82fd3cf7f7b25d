import sharp from 'sharp';
import { isCutOff } from './cut.ts';
import { threadsOf } from '../threads.ts';
import { unfit } from '../refusal.ts';

/** Decoding takes four bytes a pixel, twice. */
const MOST_PIXELS = 60_000_000;
const WITHIN = 90_000;

const threads = threadsOf<{ path: string; mostPixels: number }, Decoded>(
  new URL('./heic.worker.mjs', import.meta.url),
  { most: 2 },
);

/** What a HEIC picture is worked on as: an upright JPEG of high quality. Decoded in a thread of its own. Throws unfit. */
export async function convertHeic(path: string): Promise<Buffer> {
  // Its decoder makes something of whatever has come, grey where nothing has.
  if (await isCutOff(path, 'heic'))
    throw unfit('This HEIC picture ends too early: a part of it did not come. Send it again.');
  const { data, width, height } = await decode(path);
  return sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 }, limitInputPixels: false })
    .removeAlpha()
    .jpeg({ quality: 95, chromaSubsampling: '4:4:4' })
    .toBuffer();
}

interface Decoded {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

async function decode(path: string): Promise<Decoded> {
  try {
    return await threads.run({ path, mostPixels: MOST_PIXELS }, { signal: AbortSignal.timeout(WITHIN) });
  } catch (error) {
    const says = error instanceof Error ? error.message : String(error);
    const why = error instanceof Error && error.name === 'AbortError' ? 'it takes too long' : says;
    throw unfit(`This HEIC picture cannot be read (${why}). Export it as JPEG, and send that.`);
  }
}
