import { expect } from '@playwright/test';
import {
  beginPage,
  enter,
  goTo,
  isSaved,
  openPage,
  pageId,
  previewOf,
  test,
  told,
  undo,
  wordsOf,
} from './screen.ts';

/** What it is called: nothing else is, however often this has run. */
const NAME = `Ask us ${Date.now() % 1e6}`;

test('what is said in many pages is kept once, changed everywhere, and loosened in one place', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, `First with ${NAME}`);
  await wordsOf(page).click();
  await page.keyboard.type('Above');
  await page.keyboard.press('Enter');
  await page.keyboard.type('We answer on Mondays.');
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  // What is written there shows that the caret has come there.
  await page.keyboard.type('.');
  await expect(wordsOf(page).locator('p').first()).toHaveText('Above.');
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill('Waiting for dark');
  await page.getByRole('button', { name: 'Place Waiting for dark' }).click();
  await expect(wordsOf(page).locator('.placement.ProseMirror-selectednode')).toBeVisible();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByRole('region', { name: 'Set together' })).toContainText('Set these 2 together');
  await page.getByRole('button', { name: 'Keep it as standing copy' }).click();
  await page.getByLabel('What it is called').fill(NAME);
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(told(page, `“${NAME}” is kept as standing copy`)).toBeVisible();
  const copy = wordsOf(page).locator('.standing-copy');
  await expect(copy).toContainText('We answer on Mondays.');
  await expect(copy.locator('img')).toBeVisible();
  await isSaved(page);

  // Another page uses it, found by its title.
  await beginPage(page, `Second with ${NAME}`);
  await wordsOf(page).click();
  await page.keyboard.type('The second page.');
  await page.getByRole('button', { name: 'Standing copy', exact: true }).click();
  const choice = page.getByRole('region', { name: 'Put standing copy' });
  await choice.getByRole('searchbox').fill(NAME);
  await choice.getByRole('button', { name: NAME }).click();
  await expect(copy).toContainText('We answer on Mondays.');
  await isSaved(page);
  const second = pageId(page);
  const panel = page.getByRole('region', { name: 'Standing copy' });
  await copy.click();
  await expect(panel).toContainText('Used in 2 pages');
  await expect(panel).toContainText(`First with ${NAME}`);

  // Changed where it is kept, it is changed in both.
  await panel.getByRole('link', { name: 'Change it everywhere' }).click();
  await expect(page.getByRole('region', { name: 'This page' })).toContainText('This standing copy');
  await wordsOf(page).getByText('We answer on Mondays.').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' And on Fridays.');
  await isSaved(page);
  await openPage(page, `First with ${NAME}`);
  await expect(copy).toContainText('And on Fridays.');
  const first = pageId(page);
  const visitor = await page.context().newPage();
  for (const id of [first, second]) {
    await visitor.goto(await previewOf(page, id));
    await expect(visitor.getByText('We answer on Mondays. And on Fridays.')).toBeVisible();
    await expect(visitor.getByRole('img')).toBeVisible();
  }
  await visitor.close();

  // Loosened here, it is this page’s own; it is taken back, and done again.
  await copy.click();
  await panel.getByRole('button', { name: 'Detach' }).click();
  await expect(copy).toHaveCount(0);
  await expect(wordsOf(page).getByText('And on Fridays.')).toBeVisible();
  await undo(page);
  await expect(copy).toHaveCount(1);
  await page.getByRole('button', { name: 'Redo' }).click();
  await isSaved(page);

  // In the bin it is missed where it is used, and back again with it.
  await goTo(page, 'Pages');
  await page.getByRole('radio', { name: 'Standing copy' }).click();
  await page.getByRole('searchbox', { name: 'Words of a title or address' }).fill(NAME);
  // The list before stays until what has the words is found.
  await expect(page.getByRole('list', { name: 'Pages' }).getByRole('listitem')).toHaveCount(1);
  await page.getByRole('checkbox').first().click();
  await page.getByRole('button', { name: /bin/i }).first().click();
  await expect(told(page, new RegExp(`Second with ${NAME}`))).toBeVisible();
  await page.goto(`/proof/${second}`);
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText(
    'Standing copy that stood here does not exist',
  );
});
