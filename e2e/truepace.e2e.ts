import { expect, type Page } from '@playwright/test';
import { beginPage, enter, isSaved, lineOf, pageId, test, wordsOf } from './screen.ts';

/** Has a window wait as long as people's do, where tests wait shorter. */
const atTruePace = (page: Page) =>
  page.route(
    ({ pathname }) => !/^\/(?:api|assets|upload)\//.test(pathname) && !pathname.includes('.'),
    async (route) => {
      const response = await route.fetch();
      const body = (await response.text()).replace(
        /<meta name="pace" content="[^"]*"/,
        '<meta name="pace" content="1"',
      );
      await route.fulfill({ response, body });
    },
  );

test('at its true pace a page is saved when its writer pauses, and its other window follows', async ({
  page,
  context,
}) => {
  await atTruePace(page);
  await enter(page);
  await beginPage(page, 'In no hurry');
  expect(await page.locator('meta[name="pace"]').getAttribute('content')).toBe('1');
  const other = await context.newPage();
  await atTruePace(other);
  await expect(await lineOf(other, 'In no hurry')).toBeVisible();

  await wordsOf(page).click();
  await page.keyboard.type('One word after another.');
  await isSaved(page);
  await page.getByRole('textbox', { name: 'Title of the page' }).fill('In no hurry at all');
  await isSaved(page);
  await expect(other.getByRole('link', { name: 'In no hurry at all' }).first()).toBeVisible();
  await page.goto(`/proof/${pageId(page)}`);
  await expect(
    page.frameLocator('iframe[title$="at a desk"]').getByText('One word after another.'),
  ).toBeVisible();
});
