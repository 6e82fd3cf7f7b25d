import { expect, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { held, label } from './labels.ts';
import { choose, enter, expectDrawn, goTo, openPage, pageId, signIn, test, watchRest } from './screen.ts';

const placard = (page: Page) => page.getByRole('article', { name: /^Placard of/ });
const beside = (page: Page) => page.getByRole('region', { name: 'What belongs to this label' });
const look = (page: Page, name: string) => beside(page).getByRole('tab', { name }).click();

async function openLabel(page: Page, title: string): Promise<string> {
  await enter(page);
  const { id } = await held(page, title);
  await page.goto(`/label/${id}`);
  await expect(placard(page)).toHaveAccessibleName(`Placard of ${title}`);
  return id;
}

test('what a file says of itself is written on its label, and shown beside what is changed there', async ({
  page,
}) => {
  await signIn(page);
  const xmp = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">مرصد 🌌 by night</rdf:li></rdf:Alt></dc:title><dc:creator><rdf:Seq><rdf:li>Zoë &lt;b&gt;Árnadóttir&lt;/b&gt;</rdf:li></rdf:Seq></dc:creator></rdf:Description></rdf:RDF></x:xmpmeta>`;
  const buffer = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#123a5c' } })
    .jpeg()
    .withXmp(xmp)
    .toBuffer();
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'IMG_7001.jpg', mimeType: 'image/jpeg', buffer });
  const title = page.getByRole('textbox', { name: /^Title of|^Name/ }).first();
  await expect(title).toHaveValue('مرصد 🌌 by night');
  await page.getByRole('button', { name: /^Accept IMG_7001/ }).click();
  await expect.poll(async () => (await held(page, 'مرصد 🌌 by night').catch(() => null))?.id).toBeTruthy();
  await openLabel(page, 'مرصد 🌌 by night');
  const creator = placard(page).getByRole('textbox', { name: 'Creator', exact: true });
  // Words of a file are words, whatever they look like.
  await expect(creator).toHaveValue('Zoë <b>Árnadóttir</b>');
  await creator.fill('Zoë Árnadóttir');
  await page.keyboard.press('Enter');
  await expect(placard(page)).toContainText('The file says: “Zoë <b>Árnadóttir</b>”');
  await page.getByRole('button', { name: 'Take what the file says as creator' }).click();
  await expect(creator).toHaveValue('Zoë <b>Árnadóttir</b>');
  await expect(placard(page).getByText('The file says')).toHaveCount(0);
});

test('the unlabelled are walked by key, the next picture is there at once, and alt text is advised on', async ({
  page,
}) => {
  const rest = watchRest(page);
  await signIn(page);
  await goTo(page, 'Label');
  const alt = placard(page).getByRole('textbox', { name: 'Alt text' });
  await expect(alt).toBeVisible();
  const first = await placard(page).getAttribute('aria-label');
  await rest();
  const requests: string[] = [];
  page.on('request', (request) => requests.push(request.url()));
  await page.keyboard.press('Alt+ArrowRight');
  await expect(placard(page)).not.toHaveAttribute('aria-label', first ?? '');
  await expectDrawn(page.locator('figure img').first());
  // It was fetched while the one before was looked at.
  const shown = await page.locator('main figure img').first().getAttribute('src');
  expect(requests).not.toContain(shown);
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(placard(page)).toHaveAttribute('aria-label', first ?? '');

  await openLabel(page, 'Full');
  await alt.fill('The moon, three quarters lit.');
  await page.keyboard.press('Tab');
  await expect(placard(page)).toContainText(
    '“Three quarters” says the very same. Say what tells them apart.',
  );
  await alt.fill('Image of the moon');
  await page.keyboard.press('Tab');
  await expect(placard(page)).toContainText(/Begin with what it shows\. \(WCAG H37\)/);
  await alt.fill('The full moon with grey plains.');
  await page.keyboard.press('Tab');
  await expect(placard(page).getByText('WCAG')).toHaveCount(0);
});

test('may we? is answered with reasons and sources, and follows what the site is for', async ({
  page,
  browser,
}) => {
  await openLabel(page, 'Waiting for dark');
  await expect(beside(page)).toContainText(/As it is\s*Yes, if/);
  await expect(beside(page)).toContainText('Name the creator.');
  await expect(
    beside(page).getByRole('link', { name: 'CC BY-NC-SA 3.0, section 4(d)' }).first(),
  ).toHaveAttribute('href', 'https://creativecommons.org/licenses/by-nc-sa/3.0/legalcode');
  const keeper = await (await browser.newContext()).newPage();
  await enter(keeper, 'Kit Marlowe-Finch');
  await keeper.goto('/label/terms');
  await keeper.getByRole('checkbox', { name: 'It serves commercial advantage or payment' }).check();
  await keeper.getByRole('button', { name: 'Keep this' }).click();
  // The other window follows by itself.
  await expect(beside(page)).toContainText(/As it is\s*No/);
  await expect(beside(page)).toContainText(
    'The site is commercial, and its licence allows no commercial use. CC BY-NC-SA 3.0, section 4(c)',
  );
  await keeper.getByRole('checkbox', { name: 'It serves commercial advantage or payment' }).uncheck();
  await keeper.getByRole('button', { name: 'Keep this' }).click();
  await expect(beside(page)).toContainText(/As it is\s*Yes, if/);
  // Countries and the site's clock are found by their names.
  await keeper.getByRole('combobox', { name: /^Add a country/ }).click();
  await keeper.getByPlaceholder('Its name, or its two letters').fill('austr');
  await keeper.getByRole('option', { name: /Austria/ }).click();
  await keeper.getByRole('combobox', { name: 'Where its days begin and end' }).click();
  await keeper.getByPlaceholder('A city, like Vienna').fill('vienna');
  await keeper.keyboard.press('Enter');
  await keeper.getByRole('button', { name: 'Keep this' }).click();
  await expect(keeper.getByRole('button', { name: 'Keep this' })).toBeDisabled();
  await keeper.reload();
  await expect(keeper.getByRole('combobox', { name: 'Where its days begin and end' })).toHaveText(
    'Europe, Vienna',
  );
  await keeper.getByRole('button', { name: 'Take Austria off' }).click();
  await keeper.getByRole('button', { name: 'Keep this' }).click();
  await openLabel(page, 'First quarter');
  await expect(beside(page)).toContainText(/As it is\s*No/);
  await expect(beside(page)).toContainText(/which is over/);
  await keeper.context().close();
});

test('a credit stands over the real picture in every way, is copied in every form, and set in a page', async ({
  page,
}) => {
  await openLabel(page, 'Low sun in the south');
  await look(page, 'Credit');
  for (const way of ['below', 'over its foot', 'beside', 'in the page’s list']) {
    const figure = beside(page).locator('figure').filter({ hasText: way });
    await expect(figure).toContainText('“Low sun in the south” by Orla Tamsin');
    await expectDrawn(figure.locator('img'));
  }
  await openLabel(page, 'Three by the telescope');
  await look(page, 'Credit');
  await beside(page).getByRole('button', { name: 'Copy the credit as Markdown' }).click();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(
    '“Three by the telescope” by [Maren Aldous](<https://aldous.example/maren>), [CC BY 4.0](<https://creativecommons.org/licenses/by/4.0/>)',
  );

  await openPage(page, 'Autumn star parties');
  await page.locator('.placement img').first().click();
  const credit = page.getByRole('combobox', { name: 'Its credit' });
  await choose(credit, 'in the list at the end of the page');
  await expect(page.getByText('Saved', { exact: false }).first()).toBeVisible();
  const edited = page.url().split('/').at(-1) ?? '';
  await page.goto(`/proof/${edited}`);
  const proof = page.frameLocator('iframe').first();
  await expect(proof.getByRole('heading', { name: 'Credits' })).toBeVisible();
  await expect(proof.getByRole('listitem').filter({ hasText: 'Slow turning' })).toBeVisible();
  await page.goto(`/hand-off/${edited}`);
  const data = page.getByLabel('Structured data');
  await expect(data).toContainText('"@type": "ImageObject"');
  await expect(data).toContainText('"license": "https://creativecommons.org/licenses/by/4.0/"');
});

test('a permission is put on file with what shows it, and a reviewer approves it', async ({
  page,
  browser,
}) => {
  await openLabel(page, 'Sunlight through the slit');
  await expect(beside(page)).toContainText('No permission is on file yet.');
  await look(page, 'On file');
  await page.getByRole('button', { name: 'Put a permission on file' }).click();
  const form = page.getByRole('form', { name: 'New permission' });
  // Nobody gave it: that is said at the field, and what else was written stays.
  await form.getByLabel('What was agreed').fill('As you like');
  await form.getByRole('button', { name: 'Put it on file' }).click();
  await expect(form.getByText('Say who gave it.')).toBeVisible();
  await expect(form.getByLabel('Who gave it')).toBeFocused();
  await expect(form.getByLabel('What was agreed')).toHaveValue('As you like');
  await form.getByLabel('Who gave it').fill('Odd Farrow');
  await form.getByRole('textbox', { name: 'Given on' }).fill('20.11.2026');
  await form.getByLabel('It covers crops and other changes').check();
  await form.getByRole('button', { name: 'Put it on file' }).click();
  const line = beside(page).getByRole('article', { name: 'Permission of Odd Farrow' });
  await expect(line).toContainText('not looked at yet');
  await expect(line).toContainText('given 20 Nov 2026');
  await line.locator('input[type=file]').setInputFiles({
    name: 'letter.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Use them as you like. O. F.'),
  });
  await expect(line.getByRole('link', { name: 'letter.txt' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    line.getByRole('link', { name: 'letter.txt' }).click(),
  ]);
  expect(await readFile(await download.path(), 'utf8')).toBe('Use them as you like. O. F.');
  await expect(line.getByRole('button', { name: 'Approve it' })).toHaveCount(0);

  const reviewer = await (await browser.newContext()).newPage();
  await enter(reviewer, 'Rowan Ashby');
  await reviewer.goto('/label/terms');
  const waiting = reviewer
    .getByRole('region', { name: 'Waiting for a reviewer' })
    .getByRole('listitem')
    .filter({ hasText: 'Sunlight through the slit' });
  await waiting.getByRole('button', { name: 'Approve it' }).click();
  await expect(waiting).toHaveCount(0);
  await expect(line).toContainText('approved');
  await look(page, 'May we?');
  await expect(beside(page).getByText('No permission is on file yet.')).toHaveCount(0);
  await reviewer.context().close();
});

test('what runs out stands on a time line with its pages, and something else takes its place there', async ({
  page,
}) => {
  await enter(page);
  const { id } = await held(page, 'Fog below us');
  await label(page, id, { until: '2030-01-01' });
  await page.goto('/label/ending');
  await expect(page.getByText(/over for \d+ days/).first()).toBeVisible();
  const line = page.getByRole('listitem').filter({ hasText: 'until 1 Jan 2030' });
  await expect(line).toContainText(/Stands in .*Getting here in the dark/);
  await line.getByRole('button', { name: 'Replace it in its pages' }).click();
  await line.getByRole('searchbox').fill('Evening star');
  await line.getByRole('button', { name: /^Put Evening star in the place of/ }).click();
  // Nothing goes into a page that does not say what it shows, here as little as in Place.
  const asked = line.getByRole('form', { name: 'Alt text is missing' });
  await asked.getByLabel('Alt text').fill('The evening star over the ridge.');
  await asked.getByRole('button', { name: 'Save and put it there' }).click();
  await expect(page.getByText(/“Fog below us” was replaced in \d+ pages/).first()).toBeVisible();
  await expect(line).toContainText('Stands in no page.');
  await openPage(page, 'Getting here in the dark');
  const star = await held(page, 'Evening star');
  await expect(
    page.locator('.placement').getByAltText(String(star.placard['alt']), { exact: true }),
  ).toBeVisible();
  await label(page, id, { until: '' });
});

test('labels go out to a spreadsheet and come back: differences first, written, taken back', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/label/spreadsheet');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Take out \d+ labels/ }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  const [head = '', ...lines] = text.replace(/^\ufeff/, '').split('\r\n');
  expect(head).toMatch(/^Id,Changed,File,Title/);
  const [one, two] = [await held(page, 'The red cloud'), await held(page, 'An old cluster')];
  expect(lines.some((line) => line.includes(one.id))).toBe(true);
  await label(page, two.id, { caption: 'Written here meanwhile' });
  // As a spreadsheet program of the continent saves it: semicolons, old letters, its own dates.
  const rows = [
    ['Id', 'Changed', 'Title', 'Caption', 'May be shown until'],
    [one.id, String(one.placardVersion), 'The red cloud', 'Größer als es scheint', '31.12.2031'],
    [two.id, String(two.placardVersion), 'An old cluster', 'From the sheet', ''],
    ['gone-long-ago', '1', 'x', '', ''],
  ];
  const buffer = Buffer.from(rows.map((row) => row.join(';')).join('\r\n'), 'latin1');
  await page
    .locator('input[type=file]')
    .last()
    .setInputFiles({ name: 'labels.csv', mimeType: 'text/csv', buffer });
  await expect(page.getByRole('button', { name: '2 labels to change' })).toBeVisible();
  const changed = page.getByRole('row').filter({ hasText: 'The red cloud' });
  await expect(changed).toContainText(/Caption\s*nothing\s*Größer als es scheint/);
  await expect(changed).toContainText(/May be shown until\s*nothing\s*31 Dec 2031/);
  await expect(page.getByRole('row').filter({ hasText: 'An old cluster' })).toContainText(
    'Changed here after the spreadsheet was written.',
  );
  await page.getByRole('button', { name: '1 row that cannot be used' }).click();
  await expect(page.getByText('Nothing with this id is held here.')).toBeVisible();
  expect((await held(page, 'The red cloud')).placard['caption']).toBe('');
  await page.getByRole('button', { name: 'Write 2 labels' }).click();
  await expect(page.getByText('2 labels are written.')).toBeVisible();
  expect((await held(page, 'The red cloud')).placard).toMatchObject({
    caption: 'Größer als es scheint',
    until: '2031-12-31',
  });
  expect((await held(page, 'An old cluster')).placard['caption']).toBe('Written here meanwhile');
  await page.getByRole('button', { name: 'Take it all back' }).click();
  await expect(page.getByText(/^Undone/)).toBeVisible();
  expect((await held(page, 'The red cloud')).placard).toMatchObject({ caption: '', until: '' });
  await label(page, two.id, { caption: '' });
});

test('every change of a label is on record, and one is taken back', async ({ page }) => {
  await openLabel(page, 'Young moon');
  const caption = placard(page).getByRole('textbox', { name: 'Caption' });
  await caption.fill('Two days old');
  await page.keyboard.press('Tab');
  await look(page, 'Changes');
  const last = beside(page).getByRole('listitem').first();
  await expect(last).toContainText(/Edda Quill.*Caption\s*nothing\s*Two days old/s);
  await last.getByRole('button', { name: /^Undo what/ }).click();
  await expect(caption).toHaveValue('');
  await expect(beside(page).getByRole('listitem').first()).toContainText('taking something back');
});

test('a label changed once changes its pages, except where a place has its own words', async ({ page }) => {
  const id = await openLabel(page, 'Three by the telescope');
  await expect(placard(page)).toContainText('What is written here changes 1 page');
  await label(page, id, { caption: 'Changed once' });
  await openPage(page, 'Autumn star parties');
  const here = page.locator('.placement').filter({ hasText: 'Three by the telescope' });
  await expect(here).toContainText('Changed once');
  await here.locator('img').click();
  await page.getByText('Other words in this place only').click();
  await page.getByRole('textbox', { name: 'Caption here' }).fill('Only here');
  await page.keyboard.press('Tab');
  await expect(here).toContainText('Only here');
  await expect
    .poll(async () => (await page.request.get(`/api/pages/${pageId(page)}`)).text())
    .toContain('Only here');
  await page.goto(`/label/${id}`);
  await expect(placard(page)).toContainText('but not its caption: it has its own');
  await label(page, id, { caption: '' });
});

test('one field is written on many once it is seen what stands there', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings?words=moon&kind=picture');
  const cells = page.getByRole('group', { name: 'What was found' }).getByRole('listitem').getByRole('button');
  await cells.first().click();
  await cells.nth(3).click({ modifiers: ['Shift'] });
  const bar = page.getByRole('group', { name: 'What is chosen' });
  await choose(bar.getByLabel('Field to write on all'), 'creator');
  await bar.getByLabel('The creator for all').fill('Fernhollow staff');
  await expect(bar).toContainText(/say nothing yet, \d say this already/);
  await bar.getByLabel('The creator for all').fill('Somebody else');
  await expect(bar).toContainText(/\d say something else and would be written over: “/);
});

test('a file that is no spreadsheet of labels is refused in a sentence, and so is an empty one', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/label/spreadsheet');
  const choose = (name: string, buffer: Buffer) =>
    page.locator('input[type=file]').last().setInputFiles({ name, mimeType: 'text/csv', buffer });
  const said = page.getByRole('region', { name: 'Back in' }).getByRole('alert');
  const png = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#abc' } })
    .png()
    .toBuffer();
  await choose('picture.csv', png);
  await expect(said).toContainText(/no column “Id”|no rows/);
  await choose('empty.csv', Buffer.alloc(0));
  await expect(said).toContainText('This file has no rows.');
  await choose('others.csv', Buffer.from('Name,Price\nDome,12\n'));
  await expect(said).toContainText('This file has no column “Id”.');
});

test('terms of our own are added by a reviewer, and named on a label', async ({ page, browser }) => {
  const reviewer = await (await browser.newContext()).newPage();
  await enter(reviewer, 'Rowan Ashby');
  await reviewer.goto('/label/terms');
  const own = reviewer.getByRole('region', { name: 'Terms of our own' });
  await expect(own).toContainText('Hollow Valley Camera Club');
  await own.getByRole('button', { name: 'Add terms' }).click();
  const form = own.getByRole('form', { name: 'New terms' });
  await form.getByLabel('What they are called').fill('Ridge Walkers, on loan');
  await form.getByLabel('How they print in a credit').fill('lent by the Ridge Walkers');
  await form.getByLabel('be used on a commercial site').check();
  await form.getByRole('button', { name: 'Add them' }).click();
  await expect(own.getByRole('listitem').filter({ hasText: 'Ridge Walkers, on loan' })).toContainText(
    /may not\s*be cropped and recoloured/,
  );
  await openLabel(page, 'An old cluster');
  await choose(placard(page).getByLabel('Licence'), 'Ridge Walkers, on loan');
  await expect(placard(page)).toContainText('lent by the Ridge Walkers');
  await expect(beside(page)).toContainText(/As it is\s*Yes, if/);
  await own
    .getByRole('listitem')
    .filter({ hasText: 'Ridge Walkers' })
    .getByRole('button', { name: 'Take off the list' })
    .click();
  await expect(own).toContainText('1 placard names these terms. Write others there first.');
  await choose(placard(page).getByLabel('Licence'), 'Hollow Valley Camera Club');
  await expect(placard(page)).toContainText('courtesy of the Hollow Valley Camera Club');
  await reviewer.context().close();
});

test('labels are worked on on a telephone and on a tablet', async ({ page }) => {
  await openLabel(page, 'Low sun in the south');
  for (const [width, height] of [
    [390, 844],
    [820, 1180],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const address of [page.url(), '/label/ending', '/label/terms', '/label/spreadsheet']) {
      await page.goto(address);
      await expect(page.getByRole('main')).toBeVisible();
      const content = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(content, `${address} at ${width}`).toBeLessThanOrEqual(width);
    }
    await page.goBack();
  }
  await openLabel(page, 'Low sun in the south');
  await expectDrawn(page.locator('main figure img').first());
  const drawn = await page.locator('main figure img').first().boundingBox();
  expect(drawn?.height).toBeGreaterThan(150);
});
