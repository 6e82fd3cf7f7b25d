import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { writeVtt, type Cue } from '@placard/core/captions';
import type { Site } from '@placard/core/contract';
import type { Figure, Place } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openServer } from '@placard/server/testing/openserver';
import { send, settled } from '@placard/server/testing/sending';
import { openPage } from './browser.ts';
import { figure, watchFrames } from './frames.ts';
import { word } from './words.ts';

const [SECONDS, EACH, KEYS, FRAME] = [7_200, 3, 120, 16];

type Watched = { keys: number[] };

/** Typing in the middle of captions of two hours, with the sound drawn, in Chromium. */
export async function bench({ scratch }: Place): Promise<Figure[]> {
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  const editor = await server.signIn('editor');
  const { page, close } = await openPage(server, editor);
  try {
    const clip = join(scratch, 'two-hours.mp3');
    const tone = `sine=frequency=300:sample_rate=16000:duration=${SECONDS}`;
    execFileSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', tone, '-b:a', '16k', clip]);
    const arrival = await settled(editor, await send(server, editor, await readFile(clip), 'two-hours.mp3'));
    const { body: site } = await editor.ask<Site>('GET', '/api/site');
    const taken = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
      arrivals: [{ id: arrival.id, title: 'Two hours', section: site.sections[0]?.id }],
    });
    const id = taken.body.accepted[0]?.asset ?? '';
    const cues = Array.from({ length: SECONDS / EACH }, (_, at): Cue => ({
      start: at * EACH,
      end: at * EACH + 2.5,
      text: `${word(at, 3)} ${word(at * 7, 4)} ${word(at * 3, 3)}`,
    }));
    await editor.ask('PUT', `/api/assets/${id}/captions`, {
      language: 'en',
      label: 'English',
      text: writeVtt(cues),
    });
    await page.goto(`${server.address}/label/${id}/captions?kind=captions&language=en`);
    await page
      .getByText(`${cues.length.toLocaleString('en')} captions`)
      .or(page.getByText(`${cues.length} captions`))
      .waitFor();
    await page.getByText(/LUFS/).waitFor({ timeout: 120_000 });
    await page
      .getByRole('list', { name: 'Captions' })
      .evaluate((list) => (list.scrollTop = list.scrollHeight / 2));
    await page.waitForTimeout(1500);
    await page
      .getByRole('textbox', { name: /^Caption \d+$/ })
      .nth(5)
      .click();
    await page.evaluate(watchFrames);
    await page.evaluate(watchKeys);
    await page.keyboard.type('the sky '.repeat(KEYS / 8), { delay: 60 });
    await page.waitForTimeout(2500);
    return [
      await keysFigure(page, cues.length),
      await figure(page, `${KEYS} keys were typed into ${cues.length} captions`),
    ];
  } finally {
    await close();
    await server.close();
  }
}

async function keysFigure(page: Page, captions: number): Promise<Figure> {
  const keys = await page.evaluate(() => (globalThis as unknown as Watched).keys);
  const longest = Math.max(0, ...keys);
  return {
    says: `the longest work on a key in ${captions} captions ÷ ${FRAME} ms`,
    ratio: longest / FRAME,
    wanted: '≤ 1',
    detail: `${longest.toFixed(1)} ms; ${keys.length} of ${KEYS} keys took so long that a browser tells of them`,
  };
}

/** Notes how long each key and what it writes is worked on (W3C Event Timing tells of those with 16 ms and more). Runs in the page. */
function watchKeys(): void {
  const page = globalThis as unknown as Watched;
  page.keys = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries() as (PerformanceEntry & {
      processingStart: number;
      processingEnd: number;
    })[])
      if (/^key|^input$|^beforeinput$/.test(entry.name))
        page.keys.push(entry.processingEnd - entry.processingStart);
  }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
}
