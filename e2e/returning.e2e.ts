import { expect, type Page } from '@playwright/test';
import { SCREENS } from '../web/screens.ts';
import { unlabel } from './labels.ts';
import { enter, goTo, signIn, test } from './screen.ts';

/** What somebody sees of a screen at a glance: its heading, whether it shows pictures, and how many lines. */
const glanceAt = (page: Page) =>
  page.getByRole('main').evaluate((element) =>
    JSON.stringify({
      title: element.querySelector('h1, h2')?.textContent,
      // How many depends on what is being prepared at the moment; that there are any does not.
      pictures: [...element.querySelectorAll('img')].some((img) => img.checkVisibility()),
      lines: element.querySelectorAll('[role=listitem], [role=row], [role=option]').length,
    }),
  );

/** The same, once it changes no more for a while. */
async function settledGlance(page: Page): Promise<string> {
  await expect(page.getByRole('main').locator('h1, h2').first()).toBeVisible();
  let [before, since] = ['', Date.now()];
  await expect
    .poll(async () => {
      const now = await glanceAt(page);
      if (now !== before) [before, since] = [now, Date.now()];
      return Date.now() - since;
    })
    .toBeGreaterThan(3000);
  return before;
}

for (const { title: stage, tick } of SCREENS)
  if (tick)
    test(`${stage} shows what it showed, however often one comes back to it`, async ({ page }) => {
      await signIn(page);
      await goTo(page, stage);
      const first = await settledGlance(page);
      for (const elsewhere of ['Pages', 'Gather', 'Holdings']
        .filter((other) => other !== stage)
        .slice(0, 2)) {
        await goTo(page, elsewhere);
        await goTo(page, stage);
        await expect.poll(() => glanceAt(page)).toBe(first);
      }
    });

test('the ledger is there on return, and so is the window’s title', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings?as=ledger');
  await expect(page.getByRole('row').nth(3)).toBeVisible();
  await goTo(page, 'Gather');
  await expect(page).toHaveTitle('Gather · Placard');
  await page.goBack();
  await expect(page.getByRole('row').nth(3)).toBeVisible();
  await expect(page).toHaveTitle('Holdings · Placard');
});

test('Back leads to the screen before, whatever was looked at in between', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Pages');
  await goTo(page, 'Proof');
  const desk = page.locator('iframe[title$=", at a desk"]');
  await expect(desk.contentFrame().locator('h1')).toBeVisible();
  for (const on of [true, false]) {
    const before = await desk.getAttribute('src');
    await page.getByRole('checkbox', { name: 'as our people see it' }).setChecked(on);
    await expect.poll(() => desk.getAttribute('src')).not.toBe(before);
    await expect(desk.contentFrame().locator('h1')).toBeVisible();
  }
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Pages', level: 1 })).toBeVisible();
});

test('a label stays before its writer, however slowly they write, until they go on themselves', async ({
  page,
}) => {
  await signIn(page);
  const labelAgain = await unlabel(page, 'alt', 2);
  await goTo(page, 'Label');
  const placard = page.getByRole('article');
  await expect(placard).toBeVisible();
  const name = (await placard.getAttribute('aria-label')) ?? '';
  const here = page.url();
  const alt = placard.getByLabel('Alt text');
  await alt.click();
  await page.keyboard.press('Control+a');
  for (const words of ['A slow', ' sentence', ' that goes', ' on.']) {
    // Until what was written so far is saved.
    const saved = page.waitForResponse((answer) => answer.request().method() === 'PATCH');
    await page.keyboard.type(words, { delay: 60 });
    await saved;
    await expect(page.getByRole('article', { name })).toBeVisible();
  }
  await expect(alt).toHaveValue('A slow sentence that goes on.');
  await placard.getByLabel('Caption', { exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('And its caption.');
  await page.keyboard.press('Tab');
  expect(page.url()).toContain(new URL(here).pathname);
  await page.reload();
  await expect(page.getByRole('article').getByLabel('Alt text')).toHaveValue('A slow sentence that goes on.');
  await expect(page.getByRole('article').getByLabel('Caption', { exact: true })).toHaveValue(
    'And its caption.',
  );
  // It goes on to the next when it is told to.
  await page.getByRole('button', { name: 'Next unlabelled' }).click();
  await expect(page.getByRole('article', { name })).toBeHidden();
  // Put back as it was, so that other tests find the queue as long.
  await labelAgain();
  await page.goto(new URL(here).pathname.startsWith('/label/') ? here : '/label');
});

test('a screen whose code cannot be fetched leaves everything else standing, and comes by itself', async ({
  page,
}) => {
  await signIn(page);
  await expect(page.getByRole('heading', { name: 'Arrivals' })).toBeVisible();
  await page.route('**/assets/holdings-*.js', (route) => route.abort());
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Holdings/ })
    .click();
  await expect(page.getByRole('alert')).toContainText('This screen could not be fetched');
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  await page.unroute('**/assets/holdings-*.js');
  await expect(page.getByRole('heading', { name: 'Holdings', level: 1 })).toBeVisible();
});

test('focus goes on where it was when what had it is gone', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Holdings');
  const first = page.getByRole('group', { name: 'What was found' }).getByRole('button').first();
  await first.focus();
  await page.keyboard.press('Space');
  const view = page.getByRole('dialog');
  await expect(view).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(view).toBeHidden();
  await expect.poll(() => page.evaluate(() => document.activeElement?.tagName)).not.toBe('BODY');
  // One of many is come to by Tab, the others by the arrows.
  const stops = await page
    .getByRole('group', { name: 'What was found' })
    .getByRole('button')
    .evaluateAll((cells) => cells.filter((cell) => (cell as HTMLElement).tabIndex === 0).length);
  expect(stops).toBe(1);
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('group', { name: 'What is chosen' })).toContainText('2');
});

test('at four times the size, with the tray up, the screen is still there', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 200 });
  await signIn(page);
  await page.getByRole('button', { name: 'Holdings', exact: true }).last().click();
  const main = page.getByRole('main');
  await main.scrollIntoViewIfNeeded();
  expect((await main.boundingBox())?.height ?? 0).toBeGreaterThan(120);
});

test('what is chosen is seen in the reader’s own colours, too', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await signIn(page);
  await goTo(page, 'Holdings');
  const cells = page.getByRole('group', { name: 'What was found' }).getByRole('button');
  await cells.nth(1).click();
  await cells.nth(3).focus();
  const outline = (at: number) => cells.nth(at).evaluate((cell) => getComputedStyle(cell).outlineStyle);
  expect([await outline(1), await outline(2)]).toEqual(['solid', 'none']);
});
