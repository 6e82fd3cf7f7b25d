import { createHash, randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { openDatabase } from '@placard/server/db/database';
import { arrival } from '@placard/server/db/schema';
import { openServer, pause } from '@placard/server/testing/openserver';
import { send } from '@placard/server/testing/sending';
import type { Figure, Place } from '@placard/launcher/bench';
import { seconds, sideBySide } from './sidebyside.ts';

const FILES = 200;
const AT_ONCE = 3;
const TURNS = 4;

/**
 * 200 JPEG pictures of 2 MB taken in over HTTP (resumable upload, hash, type, thumbnail, likeness, rows) against
 * a bare loop that reads, hashes and thumbnails the same files from disk.
 */
export async function bench({ scratch }: Place): Promise<Figure[]> {
  const files = await makeFiles(join(scratch, 'intake'));
  const server = await openServer();
  const database = openDatabase(server.databaseUrl);
  try {
    const editor = await server.signIn('editor');
    // Counted in the database, since whoever waits in the browser is told and does not ask.
    const ready = () => database.$count(arrival, eq(arrival.state, 'ready'));
    const takeIn = async (some: string[], all: number) => {
      await sideBySide(some, AT_ONCE, async (file) => {
        await send(server, editor, await readFile(file), file.split('/').at(-1) ?? '');
      });
      while ((await ready()) < all) await pause(50);
    };
    const took = { ours: 0, bare: 0 };
    // In turns, so that whatever else slows the machine down slows both down.
    for (let from = 0; from < FILES; from += FILES / TURNS) {
      const some = files.slice(from, from + FILES / TURNS);
      took.bare += await seconds(() => sideBySide(some, AT_ONCE, bare));
      took.ours += await seconds(() => takeIn(some, from + FILES / TURNS));
    }
    return [
      {
        says: `rate of taking in ${FILES} JPEGs of 2 MB over HTTP ÷ rate of a bare loop from disk`,
        ratio: took.bare / took.ours,
        wanted: '≥ 0.6',
        detail: `ours ${(FILES / took.ours).toFixed(1)} a second, bare ${(FILES / took.bare).toFixed(1)}`,
      },
    ];
  } finally {
    await database.close();
    await server.close();
  }
}

async function bare(file: string): Promise<void> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(file)) hash.update(part as Buffer);
  hash.digest('hex');
  await sharp(file).autoOrient().resize(400, 400, { fit: 'inside' }).webp({ quality: 70 }).toBuffer();
}

/** Pictures of two megabytes, no two alike. */
async function makeFiles(folder: string): Promise<string[]> {
  await mkdir(folder, { recursive: true });
  const files = Array.from({ length: FILES }, (_, at) => join(folder, `picture-${at}.jpg`));
  await sideBySide(files, AT_ONCE, async (file) => {
    const [width, height] = [1200, 800];
    const grain = randomBytes(width * height * 3);
    await sharp(grain, { raw: { width, height, channels: 3 } })
      .resize(3600, 2400, { kernel: 'cubic' })
      .jpeg({ quality: 88 })
      .toFile(file);
  });
  return files;
}
