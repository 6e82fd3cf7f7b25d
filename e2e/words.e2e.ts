import { expect, type Page } from '@playwright/test';
import { beginPage, choose, choosePage, enter, goTo, pick, test, typeNumber } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText('Saved just now')).toBeVisible();

/** The HTML that a page is handed off as. */
async function handedOff(page: Page, title: string): Promise<string> {
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page', { exact: true }), title);
  await page.getByRole('button', { name: 'Copy the HTML' }).click();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  return page.evaluate(() => navigator.clipboard.readText());
}

test('a table is put in, filled by key, given heads, a caption and a merged cell, and handed off whole', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Opening hours');
  await words(page).click();
  await page.keyboard.type('When we open');
  // What keyboards lack is found by its name; what is typed next goes on behind it.
  await page.getByRole('button', { name: /^Special character/ }).click();
  await page.keyboard.type('ellip');
  await page.keyboard.press('Enter');
  await page.keyboard.type(' or shut.');
  await expect(words(page)).toHaveText('When we open… or shut.');
  await page.keyboard.press('Enter');
  await page.getByRole('toolbar', { name: 'Words' }).getByRole('button', { name: 'Table' }).click();
  await words(page).locator('th').first().click();
  for (const cell of ['Day', 'From', 'To', 'Friday', '19', '23', 'Saturday', 'closed']) {
    await page.keyboard.type(cell);
    await page.keyboard.press('Tab');
  }
  const panel = page.getByRole('region', { name: 'The table' });
  await panel.getByRole('textbox', { name: 'Caption' }).fill('The dome');
  await panel.getByRole('textbox', { name: 'Caption' }).press('Enter');
  await expect(words(page).locator('caption')).toHaveText('The dome');
  // Two cells become one.
  const closed = words(page).getByText('closed');
  await closed.click();
  // The browser tells of where the caret is a moment later: the key is pressed until the cell is chosen.
  await page.keyboard.press('End');
  await expect
    .poll(async () => {
      await page.keyboard.press('Shift+ArrowRight');
      return words(page).locator('.selectedCell').count();
    })
    .toBe(2);
  await pick(panel.getByRole('button', { name: 'Cells' }), 'Make one cell of those chosen');
  await expect(words(page).locator('td[colspan="2"]')).toContainText('closed');
  // Words of a cell at its right, and heads in the first column.
  await words(page).getByText('19').click();
  await choose(panel.getByLabel('Words in this cell'), 'at the right');
  await pick(panel.getByRole('button', { name: 'Header' }), 'Header column: on or off');
  // A column is drawn wider by hand, and another one is given a width by its number.
  const day = words(page).locator('th').filter({ hasText: /^Day$/ });
  const edge = await day.boundingBox();
  if (!edge) throw new Error('There is no such column.');
  await page.mouse.move(edge.x + edge.width - 2, edge.y + 15);
  await page.mouse.move(edge.x + edge.width - 1, edge.y + 15, { steps: 2 });
  await expect(words(page).locator('.column-resize-handle').first()).toBeAttached();
  await page.mouse.down();
  await page.mouse.move(edge.x + edge.width + 50, edge.y + 15, { steps: 5 });
  await page.mouse.up();
  const wide = async () => Math.round((await day.boundingBox())?.width ?? 0);
  await expect.poll(wide).toBeGreaterThan(Math.round(edge.width) + 40);
  await day.click();
  await typeNumber(panel.getByRole('spinbutton', { name: 'Width of this column' }), 180);
  await expect.poll(wide).toBe(180);
  await saved(page);
  await page.reload();
  await expect(words(page).locator('caption')).toHaveText('The dome');
  await expect(words(page).locator('th')).toHaveCount(5);
  await expect.poll(wide).toBe(180);
  const html = await handedOff(page, 'Opening hours');
  expect(html).toContain('<caption');
  expect(html).toContain('<colgroup><col style="width:25%">');
  expect(html).toContain('<thead><tr><th scope="col"');
  expect(html).toMatch(/<th scope="row"[^>]*>Friday<\/th>/);
  expect(html).toMatch(/<td style="[^"]*text-align:right">19<\/td>/);
  expect(html).toMatch(/<td colspan="2"[^>]*>closed<\/td>/);
  // On a phone it scrolls in a room of its own, and the page does not.
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Opening hours');
  const phone = page.frameLocator('iframe[title$="on a phone"]');
  await expect(phone.getByRole('region', { name: 'The dome' })).toBeVisible();
  expect(await phone.locator('html').evaluate((root) => root.scrollWidth <= root.clientWidth)).toBe(true);
});

test('a table without heads is found, and is given them in one press', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Pasted figures');
  await words(page).click();
  // As spreadsheets give cells to the clipboard.
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text/html',
      '<table><tr><td>Star</td><td>Magnitude</td></tr><tr><td>Vega</td><td>0.03</td></tr></table>',
    );
    data.setData('text/plain', 'Star\tMagnitude\nVega\t0.03');
    document
      .querySelector('.ProseMirror')
      ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(words(page).locator('td')).toHaveCount(4);
  await saved(page);
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Pasted figures');
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('does not say what its columns or rows are');
  await findings.getByRole('button', { name: /^Make its first row the heads/ }).click();
  await expect(findings).not.toContainText('does not say what its columns or rows are');
  expect(await handedOff(page, 'Pasted figures')).toMatch(/<th scope="col"[^>]*>Star<\/th>/);
});

test('a quotation says whose it is; a rule and small print stand as such', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Said of us');
  await words(page).click();
  await page.keyboard.type('The darkest valley I know.');
  await choose(page.getByLabel('Kind of paragraph'), 'Quotation');
  const panel = page.getByRole('region', { name: 'The quotation' });
  await panel.getByRole('textbox', { name: 'Source', exact: true }).fill('Odd Farrow');
  await panel.getByRole('textbox', { name: 'Source address' }).fill('https://a.example/letter');
  await panel.getByRole('textbox', { name: 'Source address' }).press('Enter');
  await words(page).getByText('The darkest valley').click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await page.keyboard.type('After it.');
  await page.keyboard.press('Enter');
  const toolbar = page.getByRole('toolbar', { name: 'Words' });
  await toolbar.getByRole('button', { name: 'Rule' }).click();
  await toolbar.getByRole('button', { name: 'Small print' }).click();
  await page.keyboard.type('Without warranty.');
  await saved(page);
  const html = await handedOff(page, 'Said of us');
  expect(html).toContain(
    '<blockquote cite="https://a.example/letter"><p>The darkest valley I know.</p></blockquote>',
  );
  expect(html).toContain('<a href="https://a.example/letter">Odd Farrow</a></figcaption>');
  expect(html).toContain('<hr>');
  expect(html).toContain('<small>Without warranty.</small>');
});
