import type { Page } from '@playwright/test';
import type { Figure } from '@placard/launcher/bench';

/** Milliseconds of script that a frame may take. */
const MARK = 50;

type Watched = { frames: { all: number; script: number }[] };

/** The most script in one frame since they were watched. */
export async function figure(page: Page, what: string, more?: string): Promise<Figure> {
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
export function watchFrames(): void {
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
