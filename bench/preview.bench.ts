import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { AssetDetail, Site } from '@placard/core/contract';
import { openServer, until } from '@placard/server/testing/openserver';
import { send, settled } from '@placard/server/testing/sending';
import type { Figure, Place } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openPage } from './browser.ts';
import { makeSources } from './pictures.bench.ts';

const MARK = 50;

/** Frames while a tone slider is moved on a picture of 12 megapixels, in Chromium without a graphics card. */
export async function bench({ scratch }: Place): Promise<Figure[]> {
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  const editor = await server.signIn('editor');
  const { page, close } = await openPage(server, editor);
  try {
    const [source = ''] = await makeSources(join(scratch, 'preview'), 1);
    const section = (await editor.ask<Site>('GET', '/api/site')).body.sections[0]?.id ?? '';
    const arrival = await settled(editor, await send(server, editor, await readFile(source), 'large.jpg'));
    const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
      arrivals: [{ id: arrival.id, title: 'Large', section }],
    });
    const id = body.accepted[0]?.asset ?? '';
    await until(
      async () => (await editor.ask<AssetDetail>('GET', `/api/assets/${id}`)).body.prepared === 'done',
    );
    await page.goto(`${server.address}/prep/${id}`);
    await page.getByRole('tab', { name: 'Light and colour' }).click();
    await page.waitForTimeout(1500);
    const frames = await page.evaluate(moveSlider, 'Contrast');
    const median = frames.toSorted((a, b) => a - b)[Math.floor(frames.length / 2)] ?? Number.NaN;
    return [
      {
        says: `median frame while a tone slider moves on 12 megapixels, of the ${MARK} ms allowed`,
        ratio: median / MARK,
        wanted: '≤ 1',
        detail: `${median.toFixed(1)} ms, the longest ${Math.max(...frames).toFixed(0)} ms of ${frames.length}`,
      },
    ];
  } finally {
    await close();
    await server.close();
  }
}

/** Moves a slider by a step in every frame, and gives the time between frames. Runs in the page. */
async function moveSlider(name: string): Promise<number[]> {
  const slider = document.querySelector<HTMLElement>(`[role=slider][aria-label="${name}"]`);
  if (!slider) throw new Error('The slider is not there.');
  slider.focus();
  const times: number[] = [];
  let last = performance.now();
  for (let step = 0; step < 120; step++) {
    const key = step % 60 < 30 ? 'ArrowRight' : 'ArrowLeft';
    slider.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    await new Promise((resolve) => requestAnimationFrame(resolve));
    times.push(performance.now() - last);
    last = performance.now();
  }
  return times.slice(5);
}
