import { expect, type Browser, type FrameLocator, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import {
  beginPage,
  enter,
  isSaved,
  openPage,
  pageId,
  previewOf,
  signIn,
  test,
  undo,
  wordsOf,
} from './screen.ts';

const set = (page: Page) => wordsOf(page).locator('.together');
const panel = (page: Page) => page.getByRole('region', { name: 'How these stand' });
const choice = (page: Page, name: string) => panel(page).getByRole('radio', { name, exact: true });
const order = (page: Page) => panel(page).getByRole('list', { name: 'In this order' }).getByRole('listitem');
const titles = async (page: Page) =>
  (
    await order(page)
      .getByRole('button', { name: /^(?!Move|Remove)/ })
      .allInnerTexts()
  ).map((text) => text.split('\n')[0]);

/** Chooses things in the tray, and has them placed together. */
async function placeTogether(page: Page, titled: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  const tray = page.getByRole('region', { name: 'Tray of holdings' });
  for (const title of titled) {
    await tray.getByRole('searchbox').fill(title);
    await tray.getByRole('checkbox', { name: `Choose ${title}` }).click();
  }
  await tray.getByRole('button', { name: `Place these ${titled.length} together` }).click();
  await expect(set(page).locator('.placement')).toHaveCount(titled.length);
  await page
    .getByRole('button', { name: 'Holdings drag from here' })
    .or(page.getByRole('button', { name: /^Holdings/ }))
    .last()
    .click();
}

const MOONS = ['Young moon', 'Three quarters', 'Full', 'Low sun in the south'];

test('many are placed together, looked at in every setting, and lose nothing on the way', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Set together');
  await wordsOf(page).click();
  await page.keyboard.type('Four nights of the same month.');
  await placeTogether(page, MOONS);
  await expect(set(page)).toHaveAttribute('data-setting', 'rows');
  // Rows of one height, each as wide as the column.
  const boxes = await Promise.all(
    (await set(page).locator('.placement img').all()).map((img) => img.boundingBox()),
  );
  const [first, second] = boxes;
  expect(Math.abs((first?.height ?? 0) - (second?.height ?? 1))).toBeLessThan(1.5);

  await set(page).locator('.placement').first().click();
  await choice(page, 'as cards').click();
  await panel(page).getByRole('button', { name: 'Give it a title' }).click();
  await page.keyboard.type('The youngest');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Seen for an hour after sunset.');
  await expect(set(page).locator('h2')).toHaveText('The youngest');
  // Three in a row leave one over, which is said and offered away.
  await expect(panel(page)).toContainText('Three in a row, one left over');
  await panel(page)
    .getByRole('button', { name: 'Four in a row, so that none is left over' })
    .or(panel(page).getByRole('button', { name: 'Two in a row, so that none is left over' }))
    .click();
  await expect(panel(page)).toContainText('none left over');
  await panel(page).getByRole('radio', { name: '2 in a row' }).click();
  const widths = async () =>
    (
      await Promise.all((await set(page).locator('.together-item').all()).map((one) => one.boundingBox()))
    ).map((box) => Math.round(box?.width ?? 0));
  await expect.poll(widths).toEqual([350, 350, 350, 350]);

  // The card leads somewhere as a whole, by its title.
  await set(page).locator('h2').click();
  await panel(page).getByRole('button', { name: 'Let “The youngest” lead somewhere' }).click();
  await panel(page).getByRole('combobox').last().fill('Getting here');
  await page
    .getByRole('option', { name: /Getting here in the dark/ })
    .first()
    .click();
  await expect(panel(page).getByRole('group', { name: 'Where it leads' })).toContainText(
    'Getting here in the dark',
  );

  for (const [name, setting] of [
    ['a gallery in tiles', 'tiles'],
    ['as slides', 'slides'],
    ['a note at the side', 'sidenote'],
    ['in columns', 'columns'],
    ['a gallery in rows', 'rows'],
  ] as const) {
    await choice(page, name).click();
    await expect(set(page)).toHaveAttribute('data-setting', setting);
    await expect(set(page).locator('.placement')).toHaveCount(4);
  }
  // What a gallery does not show is kept.
  await expect(set(page).locator('h2')).toBeHidden();
  await choice(page, 'as cards').click();
  await expect(set(page).locator('h2')).toHaveText('The youngest');
  await expect(set(page)).toContainText('Seen for an hour after sunset.');
  await undo(page);
  await expect(set(page)).toHaveAttribute('data-setting', 'rows');
  await page.getByRole('button', { name: 'Redo' }).click();
  await isSaved(page);

  await page.goto(await previewOf(page, pageId(page)));
  await expect(page.getByRole('listitem').first().getByRole('link')).toHaveAccessibleName('The youngest');
  // Wherever the card is pressed, it leads on.
  const card = await page.getByRole('listitem').first().locator('p').boundingBox();
  const href = await page.getByRole('link', { name: 'The youngest' }).getAttribute('href');
  const pressed = await page.evaluate(
    ([x, y]) =>
      document
        .elementFromPoint(x ?? 0, y ?? 0)
        ?.closest('a')
        ?.getAttribute('href'),
    [(card?.x ?? 0) + 5, (card?.y ?? 0) + 5],
  );
  expect(pressed).toBe(href);
});

test('things are ordered by mouse in the page and in the list, and by keys, and it is told', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'In another order');
  await wordsOf(page).click();
  await placeTogether(page, MOONS);
  await set(page).locator('.placement').first().click();
  expect(await titles(page)).toEqual(MOONS);
  const [a, b, c, d] = MOONS as [string, string, string, string];

  // By the handles in the list.
  const grip = panel(page).getByRole('button', { name: `Move ${a}`, exact: true });
  await grip.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(`${a} is taken up, at place 1 of 4.`)).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(`${a} would be at place 2 of 4.`)).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => titles(page)).toEqual([b, a, c, d]);
  await panel(page).getByRole('button', { name: d, exact: true }).click();
  await panel(page)
    .getByRole('button', { name: `Move ${d} up` })
    .click();
  await expect.poll(() => titles(page)).toEqual([b, a, d, c]);

  // By the mouse, in the page: onto another one. Whoever takes hold too early, while the others still find their places, does so again.
  await expect(async () => {
    await page.mouse.up();
    const from = await page.getByRole('button', { name: 'Move number 1 of 4' }).boundingBox();
    if (!from) throw new Error('There is nothing to be seen to drag.');
    await page.mouse.move(from.x + 12, from.y + 12);
    await page.mouse.down();
    await page.mouse.move(from.x + 24, from.y + 30, { steps: 4 });
    const to = await set(page).locator('.placement').nth(2).boundingBox();
    if (!to) throw new Error('There is nothing to be seen to drag onto.');
    await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 10 });
    await expect(page.getByText('It would be number 3 of 4.')).toBeAttached({ timeout: 3_000 });
  }).toPass();
  await page.mouse.up();
  await expect.poll(() => titles(page)).toEqual([a, d, b, c]);

  // By the handles in the page, by key.
  const handle = page.getByRole('button', { name: 'Move number 1 of 4' });
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(
    page
      .getByText('Number 1 is taken up.')
      // Not what was told of the one that the mouse took up before.
      .or(page.getByText('It would be number 1 of 4.'))
      .first(),
  ).toBeAttached();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('It would be number 2 of 4.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => titles(page)).toEqual([d, a, b, c]);

  // With Alt and the arrows, wherever the selection is.
  await set(page).locator('.placement').first().click();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => titles(page)).toEqual([a, d, b, c]);
  await expect(panel(page).getByRole('status').first()).toHaveText(`${d}: 2 of 4`);
  await undo(page);
  await expect.poll(() => titles(page)).toEqual([d, a, b, c]);
});

test('by keys alone: blocks are chosen, set in columns, divided, turned round and taken apart', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'By keys alone');
  await wordsOf(page).click();
  await page.keyboard.type('Above');
  await page.keyboard.press('Enter');
  await page.keyboard.type('The words beside it, which say what it is.');
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  // What is written there shows that the caret has come there.
  await page.keyboard.type('.');
  await expect(wordsOf(page).locator('p').first()).toHaveText('Above.');
  await page.getByRole('button', { name: 'Put a picture or film' }).press('Enter');
  await page.getByRole('searchbox').last().fill('Slow turning');
  await page.getByRole('button', { name: 'Place Slow turning' }).press('Enter');
  await expect(wordsOf(page).locator('.placement.ProseMirror-selectednode')).toBeVisible();
  await page.keyboard.press('Shift+ArrowDown');
  const chosen = page.getByRole('region', { name: 'Set together' });
  await expect(chosen).toContainText('Set these 2 together');
  const columns = chosen.getByRole('radio', { name: 'in columns' });
  await columns.focus();
  await columns.press('Space');
  await expect(set(page)).toHaveAttribute('data-setting', 'columns');

  const edge = page.getByRole('slider', { name: 'Where column 1 ends' });
  await expect(edge).toHaveAttribute('aria-valuenow', '50');
  await edge.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(edge).toHaveAttribute('aria-valuenow', '38');
  const wide = async () =>
    Math.round((await set(page).locator('.together-item').first().boundingBox())?.width ?? 0);
  await expect.poll(wide).toBe(Math.round((720 - 24) * 0.382));
  await panel(page).getByRole('button', { name: 'Turn the order round' }).press('Enter');
  await isSaved(page);
  const preview = await previewOf(page, pageId(page));
  const at = async (width: number) => {
    const visitor = await page.context().newPage();
    await visitor.setViewportSize({ width, height: 900 });
    await visitor.goto(preview);
    const [picture, text] = await Promise.all([
      visitor.locator('main figure').boundingBox(),
      visitor.getByText('The words beside it').boundingBox(),
    ]);
    await visitor.close();
    if (!picture || !text) throw new Error('Something is not there.');
    return { beside: picture.x + picture.width <= text.x, below: picture.y > text.y };
  };
  expect(await at(1280)).toMatchObject({ beside: true });
  expect(await at(390)).toEqual({ beside: false, below: true });

  await panel(page).getByRole('button', { name: 'Ungroup' }).press('Enter');
  await expect(set(page)).toHaveCount(0);
  await expect(wordsOf(page)).toContainText('The words beside it, which say what it is.');
  await expect(wordsOf(page).locator('.placement')).toHaveCount(1);
});

test('an opener tells how well its words can be read, proposes the least veil, and is found until that is enough', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Opened brightly');
  await wordsOf(page).click();
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill('Fog below us');
  await page.getByRole('button', { name: 'Place Fog below us' }).click();
  await page.getByRole('region', { name: 'Set together' }).getByRole('radio', { name: 'an opener' }).click();
  await set(page).locator('.placement').click();
  await panel(page).getByRole('button', { name: 'Give it a title' }).click();
  await page.keyboard.type('A roof of fog');
  const said = panel(page)
    .getByRole('status')
    .filter({ hasText: /Contrast/ });
  await expect(said).toContainText('to 1');
  const figure = async () => Number(/Contrast ([\d.]+) to 1/.exec(await said.innerText())?.[1]);
  const slider = panel(page).getByRole('slider', { name: 'Strength of the veil, in percent' });
  await slider.focus();
  await page.keyboard.press('Home');
  await expect(slider).toHaveAttribute('aria-valuenow', '0');
  await expect(said).toContainText('is needed');
  // What is measured is written after what it was measured of.
  const proofed = async () => (await page.request.get(`/api/pages/${pageId(page)}/proof`)).text();
  await expect
    .poll(async () => (await proofed()).includes(`contrast of ${(await figure()).toFixed(1)} to 1`))
    .toBe(true);
  const little = await figure();
  expect(little).toBeLessThan(3);
  const found = page.getByRole('region', { name: 'Findings' });
  const address = page.url();
  await page.goto(`/proof/${pageId(page)}`);
  await expect(found).toContainText(`contrast of ${little.toFixed(1)} to 1`);

  await page.goto(address);
  await set(page).locator('h2').click();
  const lay = panel(page).getByRole('button', { name: /^Lay a veil of \d+ %$/ });
  await lay.click();
  await expect(said).toContainText('is enough');
  expect(await figure()).toBeGreaterThanOrEqual(3);
  await expect.poll(proofed).not.toContain('over this picture');
  await page.goto(`/proof/${pageId(page)}`);
  await expect(page.getByRole('region', { name: 'Findings' })).not.toContainText('over this picture');
  // What visitors get is dark enough indeed: the title's own letters on the picture as it was drawn.
  await expect(
    page.frameLocator('iframe[title$="at a desk"]').getByRole('heading', { name: 'A roof of fog' }),
  ).toHaveCSS('color', 'rgb(255, 255, 255)');
});

test('a note stands at the side of the words, and below them on a phone', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'With a note');
  await wordsOf(page).click();
  for (const line of [
    'The first words of the page, which are about the night.',
    'And the second ones, about the day.',
  ]) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Control+Home');
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill('Waiting for dark');
  await page.getByRole('button', { name: 'Place Waiting for dark' }).click();
  await page
    .getByRole('region', { name: 'Set together' })
    .getByRole('radio', { name: 'a note at the side' })
    .click();
  await expect(panel(page)).toContainText('Beside 2 blocks of words.');
  await panel(page).getByRole('button', { name: 'One fewer' }).click();
  await expect(panel(page)).toContainText('Beside one block of words.');
  await panel(page).getByRole('button', { name: 'One more' }).click();
  await expect(panel(page)).toContainText('Beside 2 blocks of words.');
  // It has no title yet: that is found, and given.
  await set(page).locator('.placement').click();
  await panel(page).getByRole('button', { name: 'Give it a title' }).click();
  await page.keyboard.type('What to bring');
  await isSaved(page);
  const preview = await previewOf(page, pageId(page));
  for (const [width, beside] of [
    [1280, true],
    [390, false],
  ] as const) {
    await page.setViewportSize({ width, height: 900 });
    await page.goto(preview);
    const note = page.getByRole('complementary', { name: 'What to bring' });
    const [there, text] = [await note.boundingBox(), await page.getByText('The first words').boundingBox()];
    if (!there || !text) throw new Error('Something is not there.');
    expect(there.x > text.x + text.width - 5).toBe(beside);
    expect(there.y > text.y + text.height).toBe(!beside);
  }
});

test('visitors go through slides and galleries by keys and without a script', async ({ page, browser }) => {
  await enter(page);
  await openPage(page, 'The valley by night');
  const preview = await previewOf(page, pageId(page));
  const visitor = await browser.newPage({ javaScriptEnabled: false, viewport: { width: 1000, height: 900 } });
  await visitor.goto(preview);
  const slides = visitor.getByRole('list', { name: 'The domes and the workshop' });
  await slides.scrollIntoViewIfNeeded();
  const isShown = (text: string) =>
    visitor.getByText(text).evaluate((element) => {
      const box = element.getBoundingClientRect();
      const round = element.closest('ul')?.getBoundingClientRect();
      return round !== undefined && box.left >= round.left - 1 && box.right <= round.right + 1;
    });
  expect(await isShown('By day it is a white dot')).toBe(true);
  await slides.getByRole('link', { name: 'The next one' }).first().press('Enter');
  await expect.poll(() => isShown('At dusk the slit opens')).toBe(true);
  await expect(slides.getByText('2 / 4')).toBeVisible();
  // The list itself is reached by key, and moved on by the arrows.
  await slides.focus();
  await visitor.keyboard.press('ArrowRight');
  await expect.poll(() => isShown('The small telescope stands outside')).toBe(true);
  const gallery = visitor.getByRole('list', { name: 'Nights of the year' });
  await gallery
    .getByRole('button', { name: /^Enlarge/ })
    .first()
    .press('Enter');
  await expect(visitor.getByRole('dialog')).toBeVisible();
  await visitor.keyboard.press('Escape');
  await expect(visitor.getByRole('dialog')).toHaveCount(0);
  await visitor.close();
});

const PAGES = ['Three things to see this autumn', 'The valley by night'];

/** What is wider than the screen and scrolls in no room of its own. */
const juttingOut = (page: Page) =>
  page.evaluate(() => {
    const wide = document.documentElement.clientWidth;
    const scrolls = (element: Element | null): boolean =>
      element !== null && (getComputedStyle(element).overflowX === 'auto' || scrolls(element.parentElement));
    return [...document.querySelectorAll('main *')]
      .filter((element) => {
        const box = element.getBoundingClientRect();
        return box.width > 0 && (box.right > wide + 1 || box.left < -1) && !scrolls(element);
      })
      .map((element) => `${element.tagName} ${element.textContent?.slice(0, 30)}`);
  });

test('settings hold on the narrowest screen, with letters twice as large, and from right to left', async ({
  page,
}) => {
  await signIn(page);
  const previews: string[] = [];
  for (const title of PAGES) {
    await openPage(page, title);
    previews.push(await previewOf(page, pageId(page)));
  }
  for (const preview of previews)
    for (const width of [320, 600, 820, 1280]) {
      await page.setViewportSize({ width, height: 800 });
      await page.goto(preview);
      expect(await juttingOut(page), `at ${width}`).toEqual([]);
      await page.evaluate(() => (document.documentElement.dir = 'rtl'));
      expect(await juttingOut(page), `right to left at ${width}`).toEqual([]);
      await page.evaluate(() => {
        document.documentElement.dir = 'ltr';
        const all = [...document.querySelectorAll<HTMLElement>('main, main *')];
        const sizes = all.map((element) => parseFloat(getComputedStyle(element).fontSize));
        all.forEach((element, at) => element.style.setProperty('font-size', `${(sizes[at] ?? 16) * 2}px`));
      });
      expect(await juttingOut(page), `large letters at ${width}`).toEqual([]);
    }
  // On paper nothing is hidden behind a scrollbar.
  await page.setViewportSize({ width: 794, height: 1123 });
  await page.goto(previews[1] ?? '');
  await page.emulateMedia({ media: 'print' });
  const last = page.getByText('What is broken is mended');
  expect((await last.boundingBox())?.x ?? 9999).toBeLessThan(794);
});

test('two who order the same things at once: the later one is asked, and sees both', async ({ browser }) => {
  const [first, second] = [
    await (await browser.newContext({ viewport: { width: 1280, height: 900 } })).newPage(),
    await (await browser.newContext({ viewport: { width: 1280, height: 900 } })).newPage(),
  ];
  await signIn(first, 'Edda Quill');
  await enter(second, 'Kit Marlowe-Finch');
  await beginPage(first, 'Ordered by two');
  await wordsOf(first).click();
  await placeTogether(first, MOONS.slice(0, 3));
  await isSaved(first);
  await second.goto(new URL(first.url()).pathname);
  await set(second).locator('.placement').first().click();
  await expect(order(second)).toHaveCount(3);
  await set(first).locator('.placement').first().click();
  await panel(first)
    .getByRole('button', { name: `Move ${MOONS[0]} down` })
    .click();
  await isSaved(first);
  await panel(second)
    .getByRole('button', { name: MOONS[2] ?? '', exact: true })
    .click();
  await panel(second)
    .getByRole('button', { name: `Move ${MOONS[2]} up` })
    .click();
  const clash = second.getByRole('region', { name: 'Both changed the same' });
  await expect(clash).toBeVisible();
  await expect(set(second).locator('.placement')).toHaveCount(3);
  await clash.getByRole('radio').first().click();
  await clash.getByRole('button', { name: 'Bring both together' }).click();
  await expect(clash).toBeHidden();
  await isSaved(second);
});

/** Where the pictures of what is set together stand, from the edge of the column, and how large they are. */
const placesOf = (frame: Page | FrameLocator) =>
  frame
    .locator('.ProseMirror, body > main')
    .first()
    .evaluate((root) => {
      const column = root.getBoundingClientRect();
      const style = getComputedStyle(root);
      const [left, right] = [
        column.left + parseFloat(style.paddingLeft),
        column.right - parseFloat(style.paddingRight),
      ];
      return [...root.querySelectorAll('img')].flatMap((img) => {
        const box = img.getBoundingClientRect();
        if (box.width === 0 || img.closest('[popover]')) return [];
        const inSlides = [...root.querySelectorAll('*')].some(
          (element) => element.contains(img) && getComputedStyle(element).overflowX === 'auto',
        );
        // Which slide is seen is for whoever looks to say.
        return [
          {
            alt: img.alt,
            x: inSlides ? 0 : box.left - left,
            width: box.width,
            height: box.height,
            column: right - left,
          },
        ];
      });
    });

/** Lets a page leave, whatever others have made of its labels meanwhile: a reviewer may. */
async function letGo(browser: Browser, id: string): Promise<void> {
  const reviewer = await (await browser.newContext()).newPage();
  await enter(reviewer, 'Rowan Ashby');
  const { findings } = (await (await reviewer.request.get(`/api/pages/${id}/proof`)).json()) as {
    findings: { rule: string; where: string; severity: string }[];
  };
  for (const { rule, where } of findings.filter(({ severity }) => severity === 'stop'))
    await reviewer.request.post(`/api/pages/${id}/let-go`, {
      data: { rule, where, reason: 'To see where things stand.' },
    });
  await reviewer.context().close();
}

test('everything stands in the same place and size on the desk, in proof, and in the ZIP opened from disk', async ({
  page,
  browser,
}) => {
  test.slow();
  await signIn(page);
  // As wide as the site's own column with what is round it, so that the opener is as wide as the desk is.
  for (const title of PAGES) {
    await openPage(page, title);
    const id = pageId(page);
    const visitor = await page.context().newPage();
    await visitor.setViewportSize({ width: 1280, height: 900 });
    await visitor.goto(await previewOf(page, id));
    const inProof = await placesOf(visitor);

    const alts = (places: typeof inProof) => places.map(({ alt }) => alt);
    // Standing copy in it is drawn when it has been asked for.
    await expect.poll(async () => alts(await placesOf(page))).toEqual(alts(inProof));
    for (const img of await wordsOf(page).locator('img:visible').all()) {
      await img.scrollIntoViewIfNeeded();
      await expect.poll(() => img.evaluate((element: HTMLImageElement) => element.complete)).toBe(true);
    }
    const onDesk = await placesOf(page);
    expect(onDesk.length).toBeGreaterThan(4);
    expect(onDesk[0]?.column).toBe(720);

    const folder = await mkdtemp(join(tmpdir(), 'placard-zip-'));
    try {
      await letGo(browser, id);
      const zip = await page.request.get(`/api/pages/${id}/hand-off/zip`);
      expect(zip.status()).toBe(200);
      for (const [name, bytes] of Object.entries(unzipSync(await zip.body()))) {
        await mkdir(dirname(join(folder, name)), { recursive: true });
        await writeFile(join(folder, name), bytes);
      }
      await visitor.goto(`file://${folder}/index.html`);
      const inZip = await placesOf(visitor);
      const compared = (others: typeof onDesk) =>
        onDesk.flatMap((here, at) => {
          const there = others[at];
          // What leaves the column is as wide as its screen, and the desk is a smaller one.
          if (here.x < -1) return [];
          const off = (['x', 'width', 'height'] as const).filter(
            (what) => Math.abs(here[what] - (there?.[what] ?? -999)) > 3,
          );
          return here.alt !== there?.alt || off.length > 0
            ? [`${here.alt}: ${off.join()} ${JSON.stringify([here, there])}`]
            : [];
        });
      expect(alts(inProof)).toEqual(alts(onDesk));
      expect(compared(inProof)).toEqual([]);
      expect(compared(inZip)).toEqual([]);
      expect(inZip).toEqual(inProof);
    } finally {
      await rm(folder, { recursive: true, force: true });
      await visitor.close();
    }
  }
});
