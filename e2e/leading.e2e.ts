import { readFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import {
  beginPage,
  choose,
  choosePage,
  enter,
  goTo,
  lineOf,
  openPage,
  takeBack,
  test,
  told,
} from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText('Saved just now')).toBeVisible();
const linkPanel = (page: Page) => page.getByRole('region', { name: 'The link' });

/** The HTML that a page is handed off as. */
async function handedOff(page: Page, title: string): Promise<string> {
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page', { exact: true }), title);
  await page.getByRole('button', { name: 'Copy the HTML' }).click();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  return page.evaluate(() => navigator.clipboard.readText());
}

test('a link is made by key to a page found by its title, to a place in it, and holds when that page moves', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'The long walk');
  await words(page).click();
  await page.keyboard.type('Start here');
  await page.keyboard.press('Control+Alt+2');
  await saved(page);
  // What was changed last stands first where nothing is typed.
  await beginPage(page, 'Somewhere else');
  await beginPage(page, 'Leading there');
  await words(page).click();
  await page.keyboard.type('The walk is long.');
  await page.keyboard.press('Home');
  for (let letter = 0; letter < 'The walk'.length; letter++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+k');
  // Enter comes before the answer; it takes what has these words, not what stood there before.
  await page.keyboard.type('long walk');
  await page.keyboard.press('Enter');
  await expect(words(page).locator('a')).toHaveText('The walk');
  // Words typed behind it are no link.
  await page.keyboard.press('End');
  await page.keyboard.type(' Bring water.');
  await expect(words(page).locator('a')).toHaveText('The walk');
  await words(page).locator('a').click();
  await choose(linkPanel(page).getByLabel('At'), 'Start here');
  await linkPanel(page).getByText('Opens a new window, and says so').click();
  await saved(page);
  const html = await handedOff(page, 'Leading there');
  expect(html).toContain(
    'long-walk#visit-the-long-walk-start-here" target="_blank" rel="noopener">The walk (opens in a new window)</a>',
  );

  // It gets another address: the former one leads on, and the link goes with it.
  await openPage(page, 'The long walk');
  const own = page.getByRole('region', { name: 'This page' });
  await own.getByRole('button', { name: /^Address/ }).click();
  await own.getByRole('textbox', { name: 'Its own part of the address' }).fill('walking');
  await own.getByRole('textbox', { name: 'Its own part of the address' }).press('Enter');
  await expect(own.getByRole('button', { name: 'Let /visit/the-long-walk lead on no more' })).toBeVisible();
  await expect(own.getByRole('button', { name: 'Address: /visit/walking' })).toBeVisible();
  expect(await handedOff(page, 'Leading there')).toContain('/walking#visit-walking-start-here"');

  // A place in another page is found by its own words, too.
  await openPage(page, 'Leading there');
  await words(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' Begin ');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('start h');
  await linkPanel(page)
    .getByRole('option', { name: /Start here.*in The long walk/ })
    .click();
  await expect(words(page).locator('a').last()).toHaveText('Start here');
  await saved(page);

  // In the bin, it is missed; brought back, it is not.
  const line = await lineOf(page, 'The long walk');
  await line.getByRole('checkbox').click();
  await page
    .getByRole('toolbar', { name: 'Chosen pages' })
    .getByRole('button', { name: 'Put into the bin' })
    .click();
  await expect(page.getByText(/1 page linked there: “Leading there”/).first()).toBeVisible();
  await takeBack(page);
  await expect(told(page, 'Undone.')).toBeVisible();
  await expect((await lineOf(page, 'Leading there')).getByText('nothing found')).toBeVisible();
});

test('a paragraph is given a name, and a link in the same page leads there', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Places in it');
  await words(page).click();
  await page.keyboard.type('Mind the step.');
  await page.getByRole('button', { name: 'This block: always, everybody' }).click();
  await page.getByRole('textbox', { name: 'Anchor' }).fill('the step');
  await page.getByRole('textbox', { name: 'Anchor' }).press('Enter');
  await expect(page.getByRole('button', { name: /called “the-step”/ })).toBeVisible();
  await words(page).getByText('Mind the step.').click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('mind the');
  await linkPanel(page)
    .getByRole('option', { name: /in this page/ })
    .click();
  await saved(page);
  expect(await handedOff(page, 'Places in it')).toBe(
    '<p id="the-step">Mind the step.</p>\n<p><a href="#the-step">Mind the step.</a></p>',
  );
});

test('a document is placed as a link that says what it is, and leaves with the page', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'By bus');
  await words(page).click();
  await page.keyboard.type('Timetable: ');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('evening buses');
  await linkPanel(page)
    .getByRole('option', { name: /Evening buses/ })
    .click();
  await expect(words(page).locator('a')).toHaveText('Evening buses');
  await saved(page);
  expect(await handedOff(page, 'By bus')).toMatch(
    /Timetable: <a href="media\/evening-buses[^"]*\.pdf">Evening buses \(PDF, [\d.]+ kB\)<\/a>/,
  );
  await expect(page.getByText(/evening-buses.*\.pdf$/)).toBeVisible();

  // A new edition, from its label, stands in every page at once; and the one before comes back.
  const { assets } = (await (
    await page.request.get('/api/assets?words=evening%20buses&kind=document')
  ).json()) as {
    assets: { id: string }[];
  };
  await page.goto(`/label/${assets[0]?.id}`);
  const label = page.getByRole('article', { name: 'Placard of Evening buses' });
  await expect(label.getByLabel('Alt text')).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Save the file' })).toBeVisible();
  const held = await readFile(new URL('../demo/media/evening-buses.pdf', import.meta.url));
  const edition = Buffer.concat([held, Buffer.from(`\n% ${'Of 2027. '.repeat(105)}\n`)]);
  const inKilobytes = (file: Buffer) => `${Math.round(file.length / 1000)} kB PDF`;
  await expect(label).toContainText(inKilobytes(held));
  await label
    .getByLabel('File of the new edition')
    .setInputFiles({ name: 'buses-2027.pdf', mimeType: 'application/pdf', buffer: edition });
  await expect(told(page, /“Evening buses” has its new edition, in \d+ pages/)).toBeVisible();
  await expect(label).toContainText(inKilobytes(edition));
  await takeBack(page);
  await expect(label).toContainText(inKilobytes(held));
});

test('an address, a mail address and a place in the same page are links; what is none is not', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Every way out');
  await words(page).click();
  for (const [typed, href] of [
    ['fernhollow.example/map', 'https://fernhollow.example/map'],
    ['night@fernhollow.example', 'mailto:night@fernhollow.example'],
  ] as const) {
    await page.keyboard.press('Control+k');
    await page.keyboard.type(typed);
    await linkPanel(page).getByRole('option', { name: href }).click();
    await expect(words(page).locator(`a[href="${href}"]`)).toBeVisible();
    await words(page).press('End');
    await page.keyboard.type(' and ');
  }
  await page.keyboard.press('Control+k');
  await page.keyboard.type('javascript:alert(1)');
  await expect(linkPanel(page).getByText(/No page, file or place has these words/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(linkPanel(page)).toBeHidden();
  await page.keyboard.type('more');
  await expect(words(page)).toContainText('and more');
});
