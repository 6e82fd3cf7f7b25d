import { expect, type Page } from '@playwright/test';
import { beginPage, choosePage, enter, goTo, isSaved, openPage, test, told, typeNumber } from './screen.ts';

const CODE =
  '<iframe src="https://sketches.example/a/17" width="640" height="360" title="A sketch"></iframe>';
const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const embedding = (page: Page) => page.getByRole('textbox', { name: 'Embed code' });

test('code that was pasted and not yet put in the page is there on return, and after the window is opened anew', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Half embedded');
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await embedding(page).fill(CODE);
  await goTo(page, 'Gather');
  await goTo(page, 'Place');
  await expect(embedding(page)).toContainText('sketches.example/a/17');
  await page.reload();
  await expect(embedding(page)).toContainText('sketches.example/a/17');
  // Left out, it is done with.
  await page.getByRole('button', { name: 'Cancel' }).click();
  await goTo(page, 'Gather');
  await goTo(page, 'Place');
  await expect(page.getByRole('textbox', { name: 'Words of the page' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Place: Half embedded' })).toBeAttached();
});

test('what was begun to be embedded goes where it was begun, though the page was left meanwhile', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Where it was begun');
  await words(page).click();
  for (const line of ['One.', 'Two.', 'Three.']) {
    await page.keyboard.type(line);
    if (line !== 'Three.') await page.keyboard.press('Enter');
  }
  await words(page).getByText('Two.').click();
  await isSaved(page);
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await embedding(page).fill(CODE);
  for (const _ of ['once', 'twice']) {
    await goTo(page, 'Gather');
    await goTo(page, 'Place');
    await expect(embedding(page)).toContainText('sketches.example/a/17');
  }
  await page.getByRole('button', { name: 'Put it in the page' }).click();
  await expect(words(page).locator('> p').nth(1)).toHaveText('Two.');
  await expect(
    words(page).locator('> p:has-text("Two.") + *').locator('iframe, .placement').first(),
  ).toBeAttached();
});

test('what one page is worked on goes along from stage to stage, until it is gone', async ({ page }) => {
  await enter(page);
  await openPage(page, 'Opening times and prices');
  await expect(page.getByRole('heading', { name: 'Place: Opening times and prices' })).toBeAttached();
  const chosen = page.getByLabel('Page', { exact: true });
  await goTo(page, 'Proof');
  await expect(chosen).toHaveText('Opening times and prices');
  await goTo(page, 'Hand off');
  await expect(chosen).toHaveText('Opening times and prices');
  await choosePage(chosen, 'Autumn star parties');
  await goTo(page, 'Place');
  await expect(page.getByRole('heading', { name: 'Place: Autumn star parties' })).toBeAttached();
  // One that went into the bin is not opened.
  await beginPage(page, 'Soon gone');
  await page.getByRole('textbox', { name: 'Words of the page' }).fill('Not for long.');
  await isSaved(page);
  await goTo(page, 'Pages');
  await page.getByLabel('Words of a title or address').fill('Soon gone');
  await page.getByRole('listitem').filter({ hasText: 'Soon gone' }).getByRole('checkbox').click();
  await page
    .getByRole('toolbar', { name: 'Chosen pages' })
    .getByRole('button', { name: 'Put into the bin' })
    .click();
  await expect(told(page, /put into the bin/)).toBeVisible();
  await goTo(page, 'Place');
  await expect(page.getByRole('heading', { name: /^Place: / })).toBeAttached();
  await expect(page.getByRole('heading', { name: 'Place: Soon gone' })).toHaveCount(0);
});

test('edits of a picture that are not kept yet are there on return, and can be taken back', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/holdings?words=workshop');
  await page.getByRole('button', { name: /^The mirror, half polished/ }).click();
  await goTo(page, 'Prep');
  await page.getByRole('tab', { name: 'Size' }).click();
  const width = page.getByLabel('Width in pixels');
  await typeNumber(width, 700);
  await expect(page.getByRole('button', { name: 'Undo (Ctrl Z)' })).toBeEnabled();
  // Not by Label, where whatever lacks a label is chosen instead.
  await goTo(page, 'Gather');
  await goTo(page, 'Prep');
  await page.getByRole('tab', { name: 'Size' }).click();
  await expect(width).toHaveValue('700');
  await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).click();
  await expect(width).not.toHaveValue('700');
  await goTo(page, 'Gather');
  await goTo(page, 'Prep');
  await page.getByRole('tab', { name: 'Size' }).click();
  await expect(width).not.toHaveValue('700');
});

test('what is chosen of a film is there on return', async ({ page }) => {
  await enter(page);
  await page.goto('/prep');
  await page.getByRole('option', { name: 'Aligning a finder scope', exact: true }).click();
  const still = page.getByRole('region', { name: 'The still' });
  const keep = page.getByRole('button', { name: /^Use (it in|this version)/ });
  await expect(keep).toBeDisabled();
  await still.getByRole('button', { name: 'Look at 0:02' }).last().click();
  await still.getByRole('button', { name: 'Take this as its still' }).click();
  await expect(keep).toBeEnabled();
  await goTo(page, 'Gather');
  await goTo(page, 'Prep');
  await expect(still.getByRole('button', { name: 'This is its still' })).toBeDisabled();
  await expect(still.getByText(/^0:02/)).toBeVisible();
  await expect(keep).toBeEnabled();
});

test('a host’s file that is being written is there on return, and done with once it is kept', async ({
  page,
}) => {
  await enter(page, 'Kit Marlowe-Finch');
  await page.goto('/hosts/files');
  const begin = page.getByRole('button', { name: 'Write a file for a host' });
  const file = page.getByRole('textbox', { name: 'The host’s file' });
  await begin.click();
  await file.fill(
    '{ "format": 1, "name": "Half written", "hosts": ["half.example"], "addresses": [{ "page": "/f/{id}", "embed": "/p/{id}" }], "options": [] }',
  );
  await goTo(page, 'Pages');
  await page.goto('/hosts/files');
  await begin.click();
  await expect(file).toContainText('Half written');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(told(page, /Half written understands is kept/)).toBeVisible();
  await begin.click();
  await expect(file).not.toContainText('Half written');
  await page.getByRole('button', { name: 'Half written half.example' }).click();
  await page.getByRole('button', { name: 'Take it away …' }).click();
  await page.getByRole('button', { name: 'Take it away', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Half written half.example' })).toHaveCount(0);
});
