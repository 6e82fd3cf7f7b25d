import type { Page } from '@playwright/test';
import { openDatabase } from '@placard/server/db/database';
import { openServer } from '@placard/server/testing/openserver';
import type { Figure } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openPage } from './browser.ts';
import { fill } from './holdings.bench.ts';

/** Milliseconds of script that a frame may take. */
const MARK = 50;
const FRAMES = 300;

/** The contact sheet and the ledger of 100,000 assets scrolled from end to end, and the ledger sorted, in Chromium. */
export async function bench({ databaseUrl }: { databaseUrl: string }): Promise<Figure[]> {
  process.env['TEST_DATABASE_URL'] = databaseUrl;
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  const editor = await server.signIn('editor');
  const { page, close } = await openPage(server, editor);
  try {
    const database = openDatabase(server.databaseUrl);
    await fill(database);
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

type Watched = { frames: { all: number; script: number }[] };

async function figure(page: Page, what: string, more?: string): Promise<Figure> {
  const frames = await page.evaluate(() => (globalThis as unknown as Watched).frames);
  const longest = Math.max(0, ...frames.map(({ script }) => script));
  const all = Math.max(0, ...frames.map(({ all }) => all));
  const slow = `${frames.length} frames of ${MARK} ms and more with all that the browser does in them`;
  return {
    says: `most script in one frame while ${what}, of the ${MARK} ms it may have`,
    ratio: longest / MARK,
    wanted: '≤ 1',
    detail: [`${longest.toFixed(0)} ms; ${slow}, the longest ${all.toFixed(0)} ms`, more]
      .filter(Boolean)
      .join('; '),
  };
}

/** Notes every frame of 50 ms and more, and how much of it was script (W3C Long Animation Frames). Runs in the page. */
function watchFrames(): void {
  const page = globalThis as unknown as Watched;
  page.frames = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) {
      const { scripts } = entry as unknown as { scripts: { duration: number }[] };
      page.frames.push({
        all: entry.duration,
        script: scripts.reduce((sum, { duration }) => sum + duration, 0),
      });
    }
  }).observe({ type: 'long-animation-frame' });
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
