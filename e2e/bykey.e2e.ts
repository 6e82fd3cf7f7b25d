import { expect, type Locator, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { pressAndHear, test, toldOfDrag } from './screen.ts';

const MEDIA = fileURLToPath(new URL('../demo/media/', import.meta.url));

/** What it is called: nothing else is, however often this has run. */
const NAME = `Keys only ${Date.now() % 1e6}`;
const TITLE = `Written as ${NAME}`;

/** Goes on with Tab, or back with Shift and Tab, until something has the focus. Nothing else is ever touched. */
async function come(page: Page, target: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  await expect(target).toBeVisible();
  for (let step = 0; step < 160; step++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${target} is not come to by ${key}.`);
}

async function press(
  page: Page,
  target: Locator,
  key = 'Enter',
  by: 'Tab' | 'Shift+Tab' = 'Tab',
): Promise<void> {
  await come(page, target, by);
  await page.keyboard.press(key);
}

/** Goes to a stage by Ctrl K, which is there on every screen. */
async function find(page: Page, words: string, option: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do anything' })).toBeVisible();
  await page.keyboard.type(words);
  await expect(page.getByRole('option', { name: option }).first()).toBeVisible();
  await page.keyboard.press('Enter');
}

test('the whole way goes by key alone: from signing in to copying the HTML', async ({ page }) => {
  await page.goto('/');
  await press(page, page.getByRole('button', { name: /^Edda Quill/ }));
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();

  // Gather and accept.
  const choosing = page.waitForEvent('filechooser');
  await press(page, page.getByRole('button', { name: 'Choose files' }));
  await (
    await choosing
  ).setFiles({
    name: `${NAME}.jpg`,
    mimeType: 'image/jpeg',
    buffer: await differing('dome-by-day.jpg'),
  });
  const accept = page.getByRole('button', { name: `Accept ${NAME}.jpg` });
  await expect(accept).toBeEnabled();
  await press(page, accept);
  await expect(accept).toHaveCount(0);

  // Label: what it shows, whose it is, on what terms.
  await find(page, NAME, NAME);
  const placard = page.getByRole('article', { name: `Placard of ${NAME}` });
  await expect(placard).toBeVisible();
  await come(page, placard.getByRole('textbox', { name: 'Alt text' }));
  await page.keyboard.type('The dome of the observatory by day.');
  await press(page, placard.getByRole('combobox', { name: 'Licence' }), 'Enter');
  await expect(page.getByRole('option', { name: 'Our own work' })).toBeVisible();
  await page.keyboard.type('our own');
  await expect(page.getByRole('option', { name: 'Our own work' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(placard.getByRole('combobox', { name: 'Licence' })).toHaveText('Our own work');

  // Begin a page, and write.
  await press(
    page,
    page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Pages/ }),
    'Enter',
    'Shift+Tab',
  );
  const title = page.getByRole('textbox', { name: 'Title of a new page' });
  await come(page, title);
  await page.keyboard.type(TITLE);
  await page.keyboard.press('Enter');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await expect(words).toBeFocused();
  await page.keyboard.type('The first paragraph.');
  await page.keyboard.press('Enter');
  await page.keyboard.type('The second paragraph.');

  // A picture at the caret, out of the tray.
  const toolbar = page.getByRole('toolbar', { name: 'Words' });
  const inIt = () => toolbar.evaluate((bar) => bar.contains(document.activeElement));
  for (let step = 0; step < 10 && !(await inIt()); step++) await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('End');
  await expect(page.getByRole('button', { name: 'Embed', exact: true })).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('button', { name: 'Put a picture or film' })).toBeFocused();
  await page.keyboard.press('Enter');
  const tray = page.getByRole('region', { name: 'Tray of holdings' });
  await expect(tray.locator('[data-tray]:focus')).toHaveCount(1);
  await come(page, tray.getByRole('searchbox', { name: 'Search the tray' }), 'Shift+Tab');
  await page.keyboard.type(NAME);
  await expect(tray.locator('[data-tray]')).toHaveCount(1);
  await press(page, tray.getByRole('button', { name: `${NAME}, picture` }));
  const placements = words.locator('.placement');
  await expect(placements).toHaveCount(1);

  // Its position, chosen by looking at it set each way.
  const positions = page.getByRole('radiogroup', { name: 'Position' });
  await come(page, positions.getByRole('radio', { checked: true }));
  await page.keyboard.press('ArrowRight');
  const chosen = await positions.getByRole('radio', { checked: true }).getAttribute('aria-label');
  expect(chosen).not.toBe(null);

  // Another one between two blocks: the hairline opens by key, and goes up and down.
  await come(page, words, 'Shift+Tab');
  const caretIn = () => page.evaluate(() => getSelection()?.anchorNode?.textContent ?? '');
  // The browser tells of where the caret is a moment later.
  for (let step = 0; step < 4 && (await caretIn()) !== 'The first paragraph.'; step++)
    await pressAndHear(page, 'ArrowUp', caretIn);
  expect(await caretIn()).toBe('The first paragraph.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('group', { name: 'After “The first paragraph.”' })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('group', { name: 'At the top of the page' })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(tray.locator('[data-tray]:focus')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(placements).toHaveCount(2);
  await expect(words.locator('> *').nth(1)).toHaveClass(/placement|react-renderer/);

  // And one is dragged by key: from the tray to the gap after the first words, which is said.
  await come(page, tray.getByRole('button', { name: `${NAME}, picture` }));
  await page.keyboard.press('Space');
  await expect(page.getByText(/is taken up\.$|^Not over/).first()).toBeAttached();
  const said = page.getByText('After “The first paragraph.”', { exact: true });
  for (let step = 0; step < 10 && (await said.count()) === 0; step++)
    await pressAndHear(page, 'ArrowUp', () => toldOfDrag(page));
  await expect(said).toBeAttached();
  await page.keyboard.press('Space');
  await expect(placements).toHaveCount(3);
  await expect(page.getByText(/^Saved/)).toBeVisible();

  // Proof, and hand off.
  const rule = page.getByRole('navigation', { name: 'Stages' });
  await press(page, rule.getByRole('link', { name: /^Proof/ }), 'Enter', 'Shift+Tab');
  await expect(rule.getByRole('link', { name: /^Proof/ })).toHaveAttribute('aria-current', 'page');
  // While it is open, the field in it is called so too.
  const choice = page.getByRole('combobox', { name: 'Page', exact: true }).first();
  await press(page, choice);
  await page.keyboard.type(TITLE);
  await expect(page.getByRole('option', { name: TITLE })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(choice).toHaveText(TITLE);
  await expect(page.getByRole('region', { name: 'Findings' })).not.toContainText(
    'to mend before it goes out',
  );
  await press(page, rule.getByRole('link', { name: /^Hand off/ }), 'Enter', 'Shift+Tab');
  await expect(rule.getByRole('link', { name: /^Hand off/ })).toHaveAttribute('aria-current', 'page');
  await press(page, choice);
  await page.keyboard.type(TITLE);
  await expect(page.getByRole('option', { name: TITLE })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(choice).toHaveText(TITLE);
  await press(page, page.getByRole('button', { name: 'Copy the HTML' }));
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  const html = await page.evaluate(() => navigator.clipboard.readText());
  expect(html.match(/The dome of the observatory by day\./g)?.length).toBe(3);
  expect(html.indexOf('The first paragraph.')).toBeLessThan(html.indexOf('The dome of the observatory'));
});

/** A picture of the sample site as nobody holds it: one byte more at its end. */
async function differing(name: string): Promise<Buffer> {
  return Buffer.concat([await readFile(MEDIA + name), Buffer.from([Math.floor(Math.random() * 256)])]);
}
