import sharp from 'sharp';
import { Worker } from 'node:worker_threads';
import { Refused } from './formats.ts';

/** Decoding takes four bytes a pixel, twice. */
const MOST_PIXELS = 60_000_000;
const WITHIN = 90_000;

/** What a HEIC picture is worked on as: an upright JPEG of high quality. Decoded in a thread of its own. Throws Refused. */
export async function convertHeic(path: string): Promise<Buffer> {
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

function decode(path: string): Promise<Decoded> {
  const worker = new Worker(new URL('./heic.worker.mjs', import.meta.url), {
    workerData: { path, mostPixels: MOST_PIXELS },
    execArgv: [],
  });
  return new Promise<Decoded>((resolve, reject) => {
    const damaged = (why: string) =>
      reject(
        new Refused(
          `This HEIC picture cannot be read (${why}). Export it as JPEG, and send that.`.replace(
            'Error: ',
            '',
          ),
        ),
      );
    const timer = setTimeout(() => damaged('it takes too long'), WITHIN);
    worker.once('message', (decoded: Decoded) => resolve(decoded));
    worker.once('error', (error) => damaged(error instanceof Error ? error.message : String(error)));
    worker.once('exit', () => {
      clearTimeout(timer);
      damaged('the decoder ended');
    });
  }).finally(() => void worker.terminate());
}
