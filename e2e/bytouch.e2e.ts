import { expect } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { dragByFinger, enter, signIn, test } from './screen.ts';

const MEDIA = fileURLToPath(new URL('../demo/media/', import.meta.url));

/** What it is called: nothing else is, however often this has run. */
const NAME = `By finger ${Date.now() % 1e6}`;
const TITLE = `Written as ${NAME}`;

// A tablet, held upright.
test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });

const TAKEN = /(is taken up\.|^(After|At the top|Not over) .*)$/;

test('the whole way goes by touch: from files to copying the HTML', async ({ page }) => {
  await signIn(page);
  const rule = page.getByRole('navigation', { name: 'Stages' });

  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose files' }).tap();
  await (
    await choosing
  ).setFiles({
    name: `${NAME}.jpg`,
    mimeType: 'image/jpeg',
    buffer: Buffer.concat([await readFile(`${MEDIA}corona.jpg`), Buffer.from(String(Date.now()))]),
  });
  await page.getByRole('button', { name: `Accept ${NAME}.jpg` }).tap();
  await expect(page.getByRole('button', { name: `Accept ${NAME}.jpg` })).toHaveCount(0);

  // Label: found by its name, and written in place.
  await rule.getByRole('link', { name: /^Holdings/ }).tap();
  await page.getByRole('searchbox', { name: 'Words on the label' }).fill(NAME);
  await page.getByRole('button', { name: NAME }).first().tap();
  const placard = page.getByRole('article', { name: `Placard of ${NAME}` });
  await placard.getByRole('textbox', { name: 'Alt text' }).fill('The corona round the covered sun.');
  await placard.getByRole('combobox', { name: 'Licence' }).tap();
  await page.getByRole('option', { name: 'Our own work' }).tap();
  await expect(placard.getByRole('combobox', { name: 'Licence' })).toHaveText('Our own work');

  // A day out of the calendar.
  await placard.getByText('Until when, where, how often').tap();
  await placard.getByRole('button', { name: 'Choose the day in a calendar: May be shown until' }).tap();
  await page.getByRole('button', { name: /Next Month/i }).tap();
  await page.getByRole('gridcell').getByRole('button', { name: /15/ }).tap();
  await expect(placard.getByRole('textbox', { name: 'May be shown until' })).toHaveValue(/^15 /);
  await placard.getByRole('textbox', { name: 'May be shown until' }).fill('');
  await placard.getByRole('textbox', { name: 'May be shown until' }).press('Enter');

  // A page: placed by a press, and dragged out of the tray between two blocks.
  await rule.getByRole('link', { name: /^Pages/ }).tap();
  await page.getByRole('textbox', { name: 'Title of a new page' }).fill(TITLE);
  await page.getByRole('button', { name: 'Begin a page' }).tap();
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await words.tap();
  for (const line of ['One.', 'Two.', 'Three.']) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Put a picture or film' }).tap();
  const tray = page.getByRole('region', { name: 'Tray of holdings' });
  await tray.getByRole('searchbox', { name: 'Search the tray' }).fill(NAME);
  await expect(tray.locator('[data-tray]')).toHaveCount(1);
  await tray.getByRole('button', { name: `Place ${NAME}` }).tap();
  const placements = words.locator('.placement');
  await expect(placements).toHaveCount(1);
  await page.getByRole('radiogroup', { name: 'Position' }).getByRole('radio').nth(1).tap();
  await expect(page.getByRole('radiogroup', { name: 'Position' }).getByRole('radio').nth(1)).toBeChecked();

  await dragByFinger(page, tray.getByRole('button', { name: `${NAME}, picture` }), TAKEN, async () => {
    const two = words.getByText('Two.');
    const box = await two.boundingBox();
    return { x: (box?.x ?? 0) + 80, y: (box?.y ?? 0) + 3 };
  });
  await expect(placements).toHaveCount(2);
  await expect(words.locator('> *').nth(1)).toHaveClass(/placement|react-renderer/);
  await expect(page.getByText(/^Saved/)).toBeVisible();

  // Proof, and hand off.
  const choice = page.getByRole('combobox', { name: 'Page', exact: true });
  const choosePage = async () => {
    await choice.tap();
    await page.getByPlaceholder('Words of its title or address').fill(TITLE);
    await page.getByRole('option', { name: TITLE }).tap();
    await expect(choice).toHaveText(TITLE);
  };
  await rule.getByRole('link', { name: /^Proof/ }).tap();
  await choosePage();
  await expect(page.getByRole('region', { name: 'Findings' })).toBeVisible();
  await rule.getByRole('link', { name: /^Hand off/ }).tap();
  await choosePage();
  await page.getByRole('button', { name: 'Copy the HTML' }).tap();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  const html = await page.evaluate(() => navigator.clipboard.readText());
  expect(html.match(/The corona round the covered sun\./g)?.length).toBe(2);
  expect(html.indexOf('One.')).toBeLessThan(html.indexOf('The corona'));
  expect(html.indexOf('The corona')).toBeLessThan(html.indexOf('Two.'));
});

test('a crop is drawn by finger: its handles are large enough, and go by key too', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings?words=old+dome');
  await page
    .getByRole('button', { name: /^The old dome/ })
    .first()
    .tap();
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Prep/ }).tap();
  await page.getByRole('option', { name: 'The old dome' }).tap();
  const area = page.getByRole('group', { name: /^Crop/ });
  const corner = page.getByRole('button', { name: /^Bottom right corner/ });
  await expect(corner).toBeVisible();
  const box = await corner.boundingBox();
  expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(44);
  await expect(page.getByRole('button', { name: /(corner|edge): arrow keys move it$/ })).toHaveCount(8);
  const before = await area.getAttribute('aria-label');
  await corner.focus();
  for (let step = 0; step < 3; step++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(area).not.toHaveAttribute('aria-label', before ?? '');
});
