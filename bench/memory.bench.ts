import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { eq, inArray } from 'drizzle-orm';
import type { Batch, Site } from '@placard/core/contract';
import { BLANK_SHEET } from '@placard/core/prep';
import type { Figure, Place } from '@placard/launcher/bench';
import { openDatabase } from '@placard/server/db/database';
import { arrival, asset, job } from '@placard/server/db/schema';
import { openServer, pause } from '@placard/server/testing/openserver';
import { send } from '@placard/server/testing/sending';
import { makeSources } from './pictures.bench.ts';
import { sideBySide } from './sidebyside.ts';

const PICTURES = 500;
const DISTINCT = 10;
const MARK = 1.5e9;

/** The most memory the server holds while it takes in and batches 500 pictures of 24 megapixels (resident set, Linux). */
export async function bench({ scratch }: Place): Promise<Figure[]> {
  const sources = await Promise.all(
    (await makeSources(join(scratch, 'memory'), DISTINCT)).map((file) =>
      sharp(file).resize(6000, 4000, { fit: 'fill' }).jpeg({ quality: 85 }).toBuffer(),
    ),
  );
  const server = await openServer();
  const database = openDatabase(server.databaseUrl);
  const waiting = () => database.$count(job, inArray(job.state, ['waiting', 'working']));
  const idle = async () => {
    while ((await waiting()) > 0) await pause(1000);
  };
  try {
    const editor = await server.signIn('editor');
    const [section] = (await editor.ask<Site>('GET', '/api/site')).body.sections;
    const names = Array.from({ length: PICTURES }, (_, at) => `picture-${at}.jpg`);
    await sideBySide(names, 3, async (name) => {
      // What follows the end of a picture makes the file another one without changing what it shows.
      const source = sources[names.indexOf(name) % DISTINCT] ?? Buffer.alloc(0);
      await send(server, editor, Buffer.concat([source, randomBytes(16)]), name);
    });
    await idle();
    const arrived = await database.select({ id: arrival.id }).from(arrival).where(eq(arrival.state, 'ready'));
    await editor.ask('POST', '/api/arrivals/accept', {
      arrivals: arrived.map(({ id }, at) => ({ id, title: `Picture ${at}`, section: section?.id })),
    });
    await idle();
    const takenIn = await peak(server.pid());
    const assets = (await database.select({ id: asset.id }).from(asset)).map(({ id }) => id);
    await editor.ask('POST', '/api/batches', {
      assets,
      sheetName: 'For the bench',
      sheet: { ...BLANK_SHEET, size: { by: 'width', pixels: 3000 }, tone: { way: 'improve' } },
    });
    await idle();
    const [batch] = (await editor.ask<Batch[]>('GET', '/api/batches')).body;
    const held = await peak(server.pid());
    return [
      {
        says: `most memory while ${PICTURES} pictures of 24 megapixels were taken in and batched, of 1.5 GB`,
        ratio: held / MARK,
        wanted: '≤ 1',
        detail: `${(held / 1e6).toFixed(0)} MB at the most, ${(takenIn / 1e6).toFixed(0)} MB before the batch; ${batch?.done} done, ${batch?.failed} failed`,
      },
    ];
  } finally {
    await database.close();
    await server.close();
  }
}

/** The most bytes a process ever held in memory. */
async function peak(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8');
  return Number(/VmHWM:\s*(\d+) kB/.exec(status)?.[1]) * 1024;
}
