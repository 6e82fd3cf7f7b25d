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
      const { longest, rows, missed } = await page.evaluate(scrollThrough, FRAMES);
      figures.push({
        says: `longest task of script while the ${name}, of the ${MARK} ms a frame may have`,
        ratio: longest / MARK,
        wanted: '≤ 1',
        detail: `${longest.toFixed(0)} ms (0 where none reached 50), ${missed} tasks over it, ${rows} places drawn at the end`,
      });
    }
    await page.goto(`${server.address}/holdings?as=ledger`);
    await page.getByText('100,000 assets').waitFor();
    await page.waitForTimeout(2000);
    await page.evaluate(watchTasks);
    for (const column of ['Title', 'Bytes', 'Pixels', 'Title'])
      await page
        .getByRole('button', { name: new RegExp(`^${column}`) })
        .first()
        .click()
        .then(() => page.waitForTimeout(900));
    const longest = await page.evaluate(() => (globalThis as unknown as { longestTask: number }).longestTask);
    figures.push({
      says: `longest task of script while the ledger was sorted four times, of the ${MARK} ms a frame may have`,
      ratio: longest / MARK,
      wanted: '≤ 1',
      detail: `${longest.toFixed(0)} ms (0 where none reached 50)`,
    });
    return figures;
  } finally {
    await close();
    await server.close();
  }
}

/** Notes the longest task (W3C Long Tasks: those of 50 ms and more). Runs in the page. */
function watchTasks(): void {
  const page = globalThis as unknown as { longestTask: number };
  page.longestTask = 0;
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) page.longestTask = Math.max(page.longestTask, duration);
  }).observe({ type: 'longtask' });
}

/** Scrolls from end to end in so many frames. Runs in the page. */
async function scrollThrough(frames: number): Promise<{ longest: number; missed: number; rows: number }> {
  const tasks: number[] = [];
  const observer = new PerformanceObserver((list) =>
    tasks.push(...list.getEntries().map(({ duration }) => duration)),
  );
  observer.observe({ type: 'longtask' });
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
  observer.disconnect();
  return {
    longest: Math.max(0, ...tasks),
    missed: tasks.length,
    rows: document.querySelectorAll('[aria-posinset], tbody tr').length,
  };
}
