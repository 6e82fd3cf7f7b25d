import { expect, type Page } from '@playwright/test';
import { beginPage, enter, previewOf, test } from './screen.ts';

/** What somebody else's script might have drawn: words that break anew at every width, and a line that does not. */
const CODE = `<div style="font:16px/1.5 serif;padding:10px"><b>Rings, in the small telescope</b><br>${'First frost on the dome, and the whole valley below the cloud. '.repeat(6)}<p style="white-space:nowrap;overflow:hidden">18 November, 21:40 to 22:15</p></div>`;

/** How high that is at several widths, as whoever measures a box finds it: in a window of that width. */
async function heightsOf(
  page: Page,
  widths: readonly number[],
): Promise<{ width: number; height: number }[]> {
  const heights = [];
  for (const width of widths) {
    await page.setViewportSize({ width, height: 150 });
    await page.setContent(`<!doctype html><style>html,body{margin:0}</style>${CODE}`);
    heights.push({ width, height: await page.evaluate(() => document.documentElement.offsetHeight) });
  }
  return heights;
}

const SITUATIONS = ['alone', 'gaps', 'left', 'bleed', 'columns', 'cards', 'sidenote', 'cell'] as const;

test('a box is as high as what it draws, in every room and on every screen', async ({ page, browser }) => {
  await enter(page);
  const site = (await (await page.request.get('/api/site')).json()) as {
    sections: { id: string }[];
    measures: { width: number }[];
  };
  const measuring = await browser.newPage();
  const heights = await heightsOf(measuring, [90, 200, 288, 358, ...site.measures.map(({ width }) => width)]);
  await measuring.close();
  const named = { origins: [], scripts: [], hashes: [], handlers: false };
  let at = 0;
  const box = (position = 'full', more: object = {}) => ({
    type: 'box',
    attrs: {
      id: `place-of-box-${(at += 1)}`,
      position,
      measure: 'column',
      width: null,
      gap: 20,
      ...more,
      boxed: { code: CODE, title: `Box ${at}`, named, heights, sources: [], popups: false },
      caption: '',
    },
  });
  const words = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  const items = (count: number) =>
    Array.from({ length: count }, () => ({ type: 'item', content: [box(), words('Beside it.')] }));
  const together = (setting: string, count: number, more: object = {}, ...beside: object[]) => ({
    type: 'together',
    attrs: { key: `set-${setting}`, setting, ...more },
    content: [...items(count), ...beside],
  });
  const cell = (...content: object[]) => ({ type: 'tableCell', content });
  const situations: Record<(typeof SITUATIONS)[number], object[]> = {
    alone: [box('centred', { width: 480 })],
    gaps: [box('full', { gaps: { top: 0, right: 40, bottom: 0, left: 40 } })],
    left: [box('beside-left', { width: 300 }), words('Words beside it, as many as there are. '.repeat(12))],
    bleed: [box('bleed')],
    columns: [together('columns', 3, { shares: [60, 25, 15] })],
    cards: [together('cards', 4, { perRow: 4 })],
    sidenote: [
      together('sidenote', 1, {}, { type: 'alongside', content: [words('Beside the note. '.repeat(40))] }),
    ],
    cell: [
      {
        type: 'table',
        content: [{ type: 'tableRow', content: [cell(words('Frost')), cell(box()), cell(words('Seen'))] }],
      },
    ],
  };
  const begun = await page.request.post('/api/pages', {
    data: {
      title: 'Boxes everywhere',
      section: site.sections[0]?.id,
      document: { type: 'doc', content: SITUATIONS.flatMap((name) => situations[name]) },
    },
  });
  expect(begun.ok(), await begun.text()).toBe(true);
  const preview = await previewOf(page, ((await begun.json()) as { id: string }).id);

  for (const width of [320, 390, 820, 1280]) {
    await page.setViewportSize({ width, height: 900 });
    await page.goto(preview);
    const frames = page.locator('main iframe');
    await expect(frames).toHaveCount(at);
    for (const frame of await frames.all()) {
      const title = (await frame.getAttribute('title')) ?? '';
      await frame.scrollIntoViewIfNeeded();
      const drawn = frame.contentFrame().locator('html');
      await expect(drawn.locator('b')).toBeVisible();
      const { height, room, wide } = await drawn.evaluate((root) => ({
        height: root.scrollHeight,
        room: innerHeight,
        wide: innerWidth,
      }));
      expect(height - room, `${title}, ${wide} px wide on ${width}, is cut`).toBeLessThanOrEqual(0);
    }
  }
});

test('what a box draws later, while somebody looks on, makes it higher', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Drawn later', 'Above.');
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await page
    .getByLabel('Embed code')
    .fill('<div id="w">Counting …</div><script>document.getElementById("w").style.height="99px"</script>');
  const embed = page.getByRole('region', { name: 'Embed', exact: true });
  await expect(embed).toContainText('99 px high at every width');
  const measured = page.frames().filter((frame) => frame.url().includes('/measure/'));
  expect(measured.length).toBeGreaterThan(0);
  for (const frame of measured)
    await frame.evaluate(() => void ((document.getElementById('w') as HTMLElement).style.height = '777px'));
  await expect(embed).toContainText('to 777 px high');
});
