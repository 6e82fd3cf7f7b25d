import { expect, type Page } from '@playwright/test';
import { beginPage, choose, choosePage, enter, goTo, lineOf, signIn, takeBack, test } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText('Saved just now')).toBeVisible();
const own = (page: Page) => page.getByRole('region', { name: 'This page' });

test('what lists of results say of a page is written as it sets there, and its key phrase is found where it occurs', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Comets in winter');
  await words(page).click();
  await page.keyboard.type('A comet in winter is a patient guest. Winter comets are rare.');
  const result = own(page).getByRole('group', { name: 'As a result' });
  await expect(result).toContainText('Without a description');
  const description = own(page).getByRole('textbox', { name: 'Description' });
  await description.fill('When comets come in winter, and where they stand.');
  await description.blur();
  await expect(result.getByText('Sets in full on a desk')).toBeVisible();
  await expect(result.getByText('Sets in full on a phone')).toBeVisible();
  await description.fill(
    'Which comets come in winter, where they stand, and what they need of one. '.repeat(5),
  );
  await description.blur();
  await expect(result.getByText('The description is cut off on a desk')).toBeVisible();
  const phrase = own(page).getByRole('textbox', { name: 'Key phrase' });
  await phrase.fill('comets in winter');
  await phrase.blur();
  await expect(own(page).getByText('In the title').locator('+ dd')).toHaveText('1 time');
  await expect(own(page).getByText('In the address').locator('+ dd')).toHaveText('1 time');
  await expect(own(page).getByText('In all words').locator('+ dd')).toHaveText('not');
  await saved(page);
  await page.reload();
  await expect(own(page).getByRole('textbox', { name: 'Key phrase' })).toHaveValue('comets in winter');
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Comets in winter');
  await expect(page.getByRole('textbox', { name: 'Head' })).toContainText(
    '<meta property="og:title" content="Comets in winter">',
  );
  await expect(page.getByRole('textbox', { name: 'Head' })).toContainText(
    '<meta name="description" content="Which comets',
  );
});

test('a page has a lead picture before its words and another in lists, each with its own crop and words', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Led by a picture');
  await words(page).click();
  await page.keyboard.type('Words behind it.');
  await own(page).getByRole('button', { name: 'Lead and listing pictures' }).click();
  const lead = own(page).getByRole('group', { name: 'Lead picture' }).first();
  await lead.getByRole('button', { name: 'Choose one' }).click();
  await lead.getByRole('searchbox').fill('slow turning');
  await lead.getByRole('button', { name: 'Choose Slow turning' }).click();
  await choose(lead.getByLabel('Crop'), '16 : 9');
  await lead.getByRole('textbox', { name: 'Alt text here' }).fill('Stars turning above the dome');
  await lead.getByRole('textbox', { name: 'Alt text here' }).blur();
  await expect(page.locator('.lead img')).toHaveAttribute('alt', 'Stars turning above the dome');
  await expect(own(page).getByText('As the card that other sites make of its address')).toBeVisible();
  await saved(page);
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Led by a picture');
  const shown = page.frameLocator('iframe[title$="at a desk"]').locator('main figure img').first();
  await expect(shown).toHaveAttribute('alt', 'Stars turning above the dome');
  await expect(shown).toHaveCSS('aspect-ratio', '16 / 9');
  // It is used where it is shown, and stands for the page in the list of pages.
  await expect((await lineOf(page, 'Led by a picture')).locator('img')).toBeVisible();
  await page.goto('/holdings?words=slow+turning');
  await page
    .getByRole('button', { name: /^Slow turning/ })
    .first()
    .click();
  await expect(page.getByRole('article', { name: 'Placard of Slow turning' })).toContainText(
    'Led by a picture',
  );
});

test('a block and a page are shown for a time, and are looked at as they will be on a day', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'For a time');
  await words(page).click();
  await page.keyboard.type('Always here.');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Only in January.');
  await page.getByRole('button', { name: 'This block: always, everybody' }).click();
  await page.getByRole('textbox', { name: 'From', exact: true }).fill('1 Jan 2099');
  await page.getByRole('textbox', { name: 'From', exact: true }).press('Enter');
  await page.getByRole('textbox', { name: 'Until, the last day' }).fill('31 Jan 2099');
  await page.getByRole('textbox', { name: 'Until, the last day' }).press('Enter');
  await expect(words(page).locator('p.not-seen')).toHaveText('Only in January.');
  await own(page)
    .getByRole('button', { name: /^Schedule/ })
    .click();
  const looked = own(page).getByRole('textbox', { name: 'Look at the page as it will be on' });
  await looked.fill('15 Jan 2099');
  await looked.press('Enter');
  await expect(words(page).locator('p.shown-when')).toHaveText('Only in January.');
  await expect(words(page).locator('p.not-seen')).toHaveCount(0);
  await saved(page);
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'For a time');
  const desk = page.frameLocator('iframe[title$="at a desk"]').locator('main');
  await expect(desk).toContainText('Always here.');
  await expect(desk).not.toContainText('January');
  await expect(page.getByText('A part of this page is not shown before 1 Jan 2099.')).toBeVisible();
  await page.getByRole('textbox', { name: 'As it will be on', exact: true }).fill('15 Jan 2099');
  await page.getByRole('textbox', { name: 'As it will be on', exact: true }).press('Enter');
  await expect(desk).toContainText('Only in January.');
});

test('many pages are moved at once, and that is taken back; one is begun from another', async ({ page }) => {
  await signIn(page);
  for (const title of ['Bundle one', 'Bundle two']) {
    await beginPage(page, title);
    await expect(words(page)).toBeVisible();
  }
  await page.goto('/pages?words=Bundle');
  const lines = page.getByRole('list', { name: 'Pages' }).getByRole('listitem');
  await expect(lines).toHaveCount(2);
  await lines.first().getByRole('checkbox').click();
  await lines
    .last()
    .getByRole('checkbox')
    .click({ modifiers: ['Shift'] });
  const bar = page.getByRole('toolbar', { name: 'Chosen pages' });
  await expect(bar).toContainText('2 pages chosen');
  await bar.getByRole('button', { name: 'Move to' }).click();
  await page.getByRole('menuitem', { name: 'Instruments' }).click();
  await expect(lines.first()).toContainText('/instruments/bundle');
  await takeBack(page);
  await expect(lines.first()).not.toContainText('/instruments/');
  await lines
    .filter({ hasText: 'Bundle one' })
    .getByRole('button', { name: 'More to do with Bundle one' })
    .click();
  await page.getByRole('menuitem', { name: 'Begin another page from it' }).click();
  await page.getByLabel('Title of the page begun from Bundle one').fill('Bundle three');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the page')).toHaveValue('Bundle three');
});
