import { expect } from '@playwright/test';
import { choose, enter, goTo, holdBack, lineOf, signIn, test } from './screen.ts';

const MANY = 25;

test('pages are found by words and state, some at a time, and the list is there on return', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const origin = new URL(page.url()).origin;
  const { sections } = (await (await page.request.get('/api/site')).json()) as { sections: { id: string }[] };
  const begin = (title: string) =>
    page.request.post('/api/pages', {
      headers: { origin },
      data: { title, section: sections[0]?.id },
    });
  await Promise.all(Array.from({ length: MANY }, (_, at) => begin(`Leaflet ${at + 1} of the meadow`)));

  await goTo(page, 'Pages');
  // Where a new page goes is said before anybody chooses.
  await expect(page.getByLabel('Section of the new page')).toHaveText('Visit');
  const search = page.getByRole('search', { name: 'Pages' });
  const lines = page.getByRole('list', { name: 'Pages' }).getByRole('listitem');
  await search.getByLabel('Words of a title or address').fill('meadow leaflet');
  await expect(search.getByRole('status')).toHaveText(`${MANY} pages`);
  // Only what is seen is drawn, and the rest comes by scrolling.
  expect(await lines.count()).toBeLessThan(MANY);
  await choose(search.getByLabel('Sorted by'), 'title');
  await expect(lines.first()).toContainText('Leaflet 1 of the meadow');
  const last = lines.filter({ hasText: 'Leaflet 9 of the meadow' });
  await expect(async () => {
    await page.getByRole('main').evaluate((main) => main.scrollTo(0, main.scrollHeight));
    await expect(last).toBeVisible({ timeout: 500 });
  }).toPass();
  await expect(last).toHaveAttribute('aria-posinset', String(MANY));

  await choose(search.getByLabel('State'), 'nothing placed');
  await expect(search.getByRole('status')).toHaveText(`${MANY} pages`);
  await choose(search.getByLabel('State'), 'to mend');
  await expect(page.getByText('No page is so')).toBeVisible();
  await page.getByRole('button', { name: 'Show all pages' }).click();
  await search.getByLabel('Words of a title or address').fill('leaflet 17');
  await expect(lines).toHaveCount(1);
  await lines.getByRole('link', { name: 'Proof' }).click();
  await expect(page.getByLabel('Page', { exact: true })).toContainText('Leaflet 17');
  await page.goBack();
  await expect(search.getByLabel('Words of a title or address')).toHaveValue('leaflet 17');
  await expect(lines).toHaveCount(1);

  // An address that says what there is not shows what it can.
  await page.goto('/pages?words=leaflet%2017&state=nonsense&sort=upwards');
  await expect(lines).toHaveCount(1);

  // What somebody else begins is listed by itself.
  const other = await browser.newPage();
  await signIn(other);
  await other.request.post('/api/pages', {
    headers: { origin },
    data: { title: 'Leaflet 17, second edition', section: sections[0]?.id },
  });
  await expect(lines).toHaveCount(2);
  await other.close();
});

test('whoever goes elsewhere while a page is being made stays there, and is told of it', async ({ page }) => {
  await enter(page);
  const line = await lineOf(page, 'Getting here in the dark');
  await line.getByRole('button', { name: 'More to do with Getting here in the dark' }).click();
  await page.getByRole('menuitem', { name: 'Begin another page from it' }).click();
  await line.getByRole('textbox', { name: /^Title of the page begun from/ }).fill('Getting here by day');
  const letGo = await holdBack(page, '**/api/pages/*/copy');
  await line.getByRole('button', { name: 'Begin the page' }).click();
  await goTo(page, 'Gather');
  await letGo();
  const message = page.getByRole('listitem').filter({ hasText: '“Getting here by day” was begun.' });
  await expect(message).toBeVisible();
  await expect(page).toHaveURL(/\/gather/);
  await message.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByRole('textbox', { name: 'Words of the page' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Title of the page' })).toHaveValue('Getting here by day');
});
