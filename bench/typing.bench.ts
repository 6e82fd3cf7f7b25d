import sharp from 'sharp';
import type { Page as PageRow, Site } from '@placard/core/contract';
import type { Figure } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openServer, type Caller, type OpenServer } from '@placard/server/testing/openserver';
import { send, settled } from '@placard/server/testing/sending';
import { openPage } from './browser.ts';
import { figure, watchFrames } from './frames.ts';

const [WORDS, PICTURES, DISTINCT, KEYS] = [20_000, 300, 40, 150];

/** Typing in the middle of a page of 20,000 words and 300 pictures, in Chromium. */
export async function bench(): Promise<Figure[]> {
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  const editor = await server.signIn('editor');
  const { page, close } = await openPage(server, editor);
  try {
    const { id } = await beginLongPage(server, editor);
    await page.goto(`${server.address}/place/${id}`);
    const words = page.getByRole('textbox', { name: 'Words of the page' });
    await words
      .locator('.placement')
      .nth(PICTURES - 1)
      .waitFor();
    await page.waitForTimeout(4000);
    await words
      .locator('> p')
      .nth(PICTURES / 2)
      .click();
    await page.evaluate(watchFrames);
    await page.keyboard.type('the quick sky over the valley '.repeat(KEYS / 30), { delay: 60 });
    await page.waitForTimeout(2500);
    return [await figure(page, `${KEYS} keys were typed into ${WORDS} words and ${PICTURES} pictures`)];
  } finally {
    await close();
    await server.close();
  }
}

async function beginLongPage(server: OpenServer, editor: Caller): Promise<PageRow> {
  const { body: site } = await editor.ask<Site>('GET', '/api/site');
  const section = site.sections[0]?.id ?? '';
  const assets: string[] = [];
  for (let at = 0; at < DISTINCT; at++) {
    const background = { r: at * 6, g: 90, b: 255 - at * 6 };
    const bytes = await sharp({ create: { width: 800, height: 600, channels: 3, background } })
      .jpeg()
      .toBuffer();
    const arrival = await settled(editor, await send(server, editor, bytes, `sky ${at}.jpg`));
    const { body } = await editor.ask<{ accepted: { asset: string }[] }>('POST', '/api/arrivals/accept', {
      arrivals: [{ id: arrival.id, title: `Sky ${at}`, section }],
    });
    assets.push(body.accepted[0]?.asset ?? '');
  }
  const text = 'Where the ridge ends the sky begins, and nobody has put a lamp there yet. ';
  const paragraph = text.repeat(Math.ceil(WORDS / PICTURES / text.split(' ').length));
  const content = Array.from({ length: PICTURES }, (_, at) => [
    { type: 'paragraph', content: [{ type: 'text', text: paragraph }] },
    {
      type: 'picture',
      attrs: {
        id: `place-${at}`,
        position: at % 3 === 0 ? 'beside-left' : 'full',
        measure: at % 3 === 0 ? 'aside' : 'column',
        gap: 20,
        asset: assets[at % DISTINCT],
        ownAlt: 'A sky.',
        ownCaption: null,
      },
    },
  ]).flat();
  const { body } = await editor.ask<PageRow>('POST', '/api/pages', {
    title: 'As long as pages get',
    section,
    document: { type: 'doc', content },
  });
  return body;
}
