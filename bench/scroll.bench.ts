import { randomBytes } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { openDatabase } from '@placard/server/db/database';
import { readPicture } from '@placard/server/imaging/picture';
import { openServer } from '@placard/server/testing/openserver';
import type { Figure } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openPage } from './browser.ts';
import { figure, watchFrames } from './frames.ts';
import { fill } from './holdings.bench.ts';

const FRAMES = 300;
const PICTURES = 200;
/** Pixels of one frame, and frames, at a pace at which pictures are looked at. */
const PACE = { pixels: 30, frames: 400 };

/** The contact sheet and the ledger of 100,000 assets scrolled from end to end, and the ledger sorted, in Chromium. */
export async function bench(): Promise<Figure[]> {
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  const editor = await server.signIn('editor');
  const { page, close } = await openPage(server, editor);
  try {
    const database = openDatabase(server.databaseUrl);
    await fill(database, await makePictures(join(server.folder, 'store')));
    await database.close();
    const figures: Figure[] = [];
    for (const [name, address] of [
      ['contact sheet scrolled end to end', '/holdings'],
      ['ledger scrolled end to end', '/holdings?as=ledger'],
    ] as const) {
      await page.goto(`${server.address}${address}`);
      await page.getByText('100,000 assets').waitFor();
      await page.waitForTimeout(3000);
      await page.evaluate(watchFrames);
      const places = await page.evaluate(scrollThrough, FRAMES);
      figures.push(await figure(page, `the ${name}`, `${places} places drawn at the end`));
    }
    await page.goto(`${server.address}/holdings`);
    await page.getByText('100,000 assets').waitFor();
    await page.waitForTimeout(2000);
    await page.evaluate(watchFrames);
    const drawn = await page.evaluate(scrollAlong, PACE);
    figures.push(
      await figure(page, 'the contact sheet was scrolled at a looking pace', `${drawn} pictures drawn`),
    );
    await page.goto(`${server.address}/holdings?as=ledger`);
    await page.getByText('100,000 assets').waitFor();
    await page.waitForTimeout(2000);
    await page.evaluate(watchFrames);
    for (const column of ['Title', 'Bytes', 'Pixels', 'Title'])
      await page
        .getByRole('button', { name: new RegExp(`^${column}`) })
        .first()
        .click()
        .then(() => page.waitForTimeout(900));
    figures.push(await figure(page, 'the ledger was sorted four times'));
    return figures;
  } finally {
    await close();
    await server.close();
  }
}

/** So many different small pictures in a store, as taking in makes them. */
async function makePictures(store: string): Promise<{ key: string; thumbhash: string }[]> {
  await mkdir(join(store, 'thumbnails'), { recursive: true });
  return Promise.all(
    Array.from({ length: PICTURES }, async (_, at) => {
      const grain = randomBytes(12 * 8 * 3);
      const bytes = await sharp(grain, { raw: { width: 12, height: 8, channels: 3 } })
        .resize(400, 267, { kernel: 'cubic' })
        .jpeg()
        .toBuffer();
      const path = join(store, `thumbnails/${at}.jpg`);
      await writeFile(path, bytes);
      const { facts, thumbnail } = await readPicture(path, 'jpg');
      await writeFile(join(store, `thumbnails/${at}.webp`), thumbnail);
      return { key: `thumbnails/${at}.webp`, thumbhash: facts.thumbhash ?? '' };
    }),
  );
}

/** Scrolls slowly down what was found, and answers how many pictures were drawn on the way. Runs in the page. */
async function scrollAlong({ pixels, frames }: typeof PACE): Promise<number> {
  const scroller = document.querySelector('[role=group][aria-label="What was found"]');
  const drawn = new Set<string>();
  for (let at = 0; at < frames; at++) {
    scroller?.scrollBy(0, pixels);
    await new Promise(requestAnimationFrame);
    for (const { src, naturalWidth } of scroller?.querySelectorAll('img') ?? [])
      if (naturalWidth > 100) drawn.add(src);
  }
  return drawn.size;
}

/** Scrolls from end to end in so many frames. Runs in the page. */
async function scrollThrough(frames: number): Promise<number> {
  const group = document.querySelector('[role=group][aria-label="What was found"]');
  const scroller = [group, ...(group?.querySelectorAll('*') ?? [])]
    .concat(group?.parentElement ?? null)
    .find((element) => element && element.scrollHeight > element.clientHeight * 5);
  if (!scroller) throw new Error('Nothing scrolls here.');
  const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
  for (let at = 0; at <= frames; at++) {
    scroller.scrollTop = ((scroller.scrollHeight - scroller.clientHeight) * at) / frames;
    await frame();
  }
  await new Promise((resolve) => setTimeout(resolve, 1500));
  return document.querySelectorAll('[aria-posinset], [role=row][aria-selected]').length;
}
