import { open } from 'node:fs/promises';
import sharp from 'sharp';
import type { EmbeddedFields } from '@placard/core/credit';
import { threadsOf } from '../threads.ts';

/** What comes later in a file is not looked for. JPEG says it all before its picture begins; others may say it at their end. */
const [READ, READ_OF_JPEG] = [6_000_000, 500_000];
/** As far as the headers of most JPEG files go. */
const FIRST = 65_536;
const WITHIN = 20_000;
const [JPEG, PNG] = [0xffd8, 0x8950];

interface Task {
  head: Buffer;
  /** XMP that is not in the head as it stands. */
  xmp: Buffer | undefined;
}

const threads = threadsOf<Task, EmbeddedFields>(new URL('./embedded.worker.mjs', import.meta.url), {
  megabytes: 256,
});

/** What a picture's file says of itself (IPTC-IIM, XMP, Exif); nothing where it says nothing that can be read. */
export async function readEmbedded(path: string): Promise<EmbeddedFields> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const read = async (most: number) => {
      const bytes = Buffer.alloc(Math.min(size, most));
      await file.read(bytes, 0, bytes.length, 0);
      return bytes;
    };
    const first = await read(FIRST);
    const kind = first.readUInt16BE();
    const head =
      kind === JPEG
        ? (headersOf(first) ?? (await read(READ_OF_JPEG)))
        : size <= FIRST
          ? first
          : await read(READ);
    const task = { head, xmp: kind === PNG ? await xmpOfPng(path) : undefined };
    return await threads.run(task, { signal: AbortSignal.timeout(WITHIN) });
  } catch {
    return {};
  } finally {
    await file.close();
  }
}

/** What stands in a JPEG file before its picture (ISO/IEC 10918-1: up to SOS); null where that goes further than these bytes. */
function headersOf(jpeg: Buffer): Buffer | null {
  let at = 2;
  while (at + 4 <= jpeg.length && jpeg[at] === 0xff) {
    if (jpeg[at + 1] === 0xda) return jpeg.subarray(0, at);
    at += 2 + jpeg.readUInt16BE(at + 2);
  }
  return jpeg.length < FIRST ? jpeg : null;
}

/** PNG often compresses it; the imaging library unpacks that within bounds of its own. */
async function xmpOfPng(path: string): Promise<Buffer | undefined> {
  const { xmp } = await sharp(path, { limitInputPixels: false }).metadata();
  return xmp && xmp.length <= READ ? xmp : undefined;
}
