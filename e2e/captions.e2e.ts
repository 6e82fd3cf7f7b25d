import { readFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import { beginPage, choose, enter, isSaved, pageId, previewOf, test, wordsOf } from './screen.ts';

async function assetCalled(page: Page, words: string): Promise<string> {
  const found = (await (await page.request.get(`/api/assets?words=${encodeURIComponent(words)}`)).json()) as {
    assets: { id: string }[];
  };
  return found.assets[0]?.id ?? '';
}
const caption = (page: Page, number: number) =>
  page.getByRole('textbox', { name: `Caption ${number}`, exact: true });
const status = (page: Page) =>
  page.getByRole('region', { name: 'What is written' }).getByRole('status').first();

/** Lets the film stand at a moment, as whoever stops it there. */
async function standAt(page: Page, seconds: number): Promise<void> {
  await page.locator('video').evaluate(
    (film: HTMLVideoElement, to) =>
      new Promise<void>((resolve) => {
        film.addEventListener('seeked', () => resolve(), { once: true });
        film.currentTime = to;
      }),
    seconds,
  );
}

test('captions are written beside the film by keys, judged while they are, saved, and out as SRT', async ({
  page,
}) => {
  await enter(page);
  const id = await assetCalled(page, 'Aligning a finder scope');
  await page.goto(`/label/${id}/captions?kind=captions&language=cs`);
  await expect(page.getByText('Nothing is written yet')).toBeVisible();
  await expect
    .poll(() => page.locator('video').evaluate((film: HTMLVideoElement) => film.readyState))
    .toBeGreaterThan(0);
  await standAt(page, 1);
  await page.getByRole('button', { name: /^New here/ }).click();
  await expect(caption(page, 1)).toBeFocused();
  await page.keyboard.type('Tubus. Vpředu je objektiv a vzadu okulár.');
  await expect(page.getByText(/letters a second are to be read; 15 can be/)).toBeVisible();
  await expect(page.getByText('A line of 41 letters; 37 have room.')).toBeVisible();
  // Divided where the caret is, ended where the film stands.
  for (let step = 0; step < 35; step++) await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Alt+d');
  await expect(caption(page, 1)).toHaveValue('Tubus.');
  await expect(caption(page, 2)).toHaveValue('Vpředu je objektiv a vzadu okulár.');
  await caption(page, 2).click();
  await standAt(page, 5);
  await page.keyboard.press('Alt+e');
  await expect(page.getByLabel('Caption 2 ends at')).toHaveValue('0:05.000');
  await expect(page.getByTestId('shown')).toHaveCount(0);
  await standAt(page, 4);
  await expect(page.getByTestId('shown')).toHaveText('Vpředu je objektiv a vzadu okulár.');
  await page.getByRole('spinbutton', { name: 'Shift by seconds' }).fill('0.5');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Shift all by 0.5 s' }).click();
  // Its keys work from anywhere on the screen, and lead to what they made.
  await page.getByRole('link', { name: 'Label' }).first().focus();
  await standAt(page, 7);
  await page.keyboard.press('Alt+n');
  await expect(caption(page, 3)).toBeFocused();
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(caption(page, 3)).toHaveCount(0);
  await expect(page.getByLabel('Caption 1 begins at')).toHaveValue('0:01.500');
  await expect(status(page)).toContainText('saved');
  await page.reload();
  await expect(caption(page, 2)).toHaveValue('Vpředu je objektiv a vzadu okulár.');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Out as SRT' }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  expect(text).toMatch(/^1\n00:00:01,500 --> 00:00:\d\d,\d{3}\nTubus\.\n\n2\n/);

  // A file takes their place, and that is taken back.
  await page.getByLabel('File of captions').setInputFiles({
    name: 'x.srt',
    mimeType: 'text/plain',
    buffer: Buffer.from('1\n00:00:00,000 --> 00:00:02,000\nJiné.\n'),
  });
  await expect(caption(page, 1)).toHaveValue('Jiné.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(caption(page, 1)).toHaveValue('Tubus.');
  await page
    .getByLabel('File of captions')
    .setInputFiles({ name: 'x.srt', mimeType: 'text/plain', buffer: Buffer.from('no captions') });
  await expect(page.getByText('There is no caption in this text.')).toBeVisible();
  await page.getByRole('button', { name: 'Remove them …' }).click();
  await page.getByRole('button', { name: 'Remove them', exact: true }).click();
  await expect(page).not.toHaveURL(/language=cs/);
});

test('two who write the same captions: the later one is told, and keeps the words', async ({ page }) => {
  await enter(page);
  const id = await assetCalled(page, 'One night');
  const address = `/label/${id}/captions?kind=chapters&language=en`;
  await page.goto(address);
  await page.getByRole('button', { name: /^New here/ }).click();
  await page.keyboard.type('Dusk');
  await expect(status(page)).toContainText('saved');
  const other = await page.context().newPage();
  await other.goto(address);
  await expect(caption(other, 1)).toHaveValue('Dusk');
  await caption(page, 1).fill('Dusk, theirs');
  await expect(status(page)).toContainText('saving');
  await expect(status(page)).toContainText('· saved');
  await caption(other, 1).fill('Dusk, mine');
  await expect(other.getByText('Somebody has written these captions since you opened them.')).toBeVisible();
  await expect(caption(other, 1)).toHaveValue('Dusk, mine');
  await other.getByRole('button', { name: 'Keep mine instead' }).click();
  await expect(status(other)).toContainText('· saved');
  await page.reload();
  await expect(caption(page, 1)).toHaveValue('Dusk, mine');
  await page.getByRole('button', { name: 'Remove them …' }).click();
  await page.getByRole('button', { name: 'Remove them', exact: true }).click();
  await other.close();
});

test('the sound of a clip is drawn and measured', async ({ page }) => {
  await enter(page);
  const id = await assetCalled(page, 'Wind in the pines');
  await page.goto(`/label/${id}/captions?kind=captions&language=en`);
  await expect(page.getByText(/-?\d+\.\d LUFS, range \d+\.\d LU/)).toBeVisible();
  await expect(page.locator('main canvas').first()).toBeAttached();
});

test('what is said in a film stands written out in the page, folded away', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Written out');
  await wordsOf(page).click();
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill('Aligning a finder scope');
  await page.getByRole('button', { name: 'Place Aligning a finder scope' }).click();
  await choose(page.getByLabel('What is said in it, written out'), 'below it, folded away');
  await isSaved(page);
  const visitor = await page.context().newPage();
  await visitor.goto(await previewOf(page, pageId(page)));
  const said = visitor.locator('details');
  await expect(said.getByText('At its front, the lens.')).toBeHidden();
  await said.getByText('What is said').click();
  await expect(said).toContainText('The tube. At its front, the lens.');
  await visitor.close();
});

test('a keeper decides how captions are to be, and all of them are judged by it', async ({ page }) => {
  await enter(page, 'Kit Marlowe-Finch');
  const id = await assetCalled(page, 'One night in forty seconds');
  await page.goto(`/label/${id}/captions?kind=captions&language=da`);
  const written = page.getByRole('region', { name: 'What is written' });
  await expect(written).toContainText('15 letters a second');
  await expect(written).toContainText('UNE 153010:2012');
  await page.getByRole('button', { name: 'Change this for the whole site' }).click();
  const most = page.getByLabel('Letters a second, at most');
  await most.fill('17');
  await most.press('Enter');
  await page.getByRole('button', { name: 'Judge all captions so' }).click();
  await expect(written).toContainText('17 letters a second');
  await expect(written).toContainText('As this site has decided.');
  // And it is as it was for whoever comes after.
  await page.getByRole('button', { name: 'Change this for the whole site' }).click();
  await page.getByRole('button', { name: 'As UNE 153010:2012' }).click();
  await page.getByRole('button', { name: 'Judge all captions so' }).click();
  await expect(written).toContainText('15 letters a second');
});
