import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import {
  choose,
  choosePage,
  enter,
  expectDrawn,
  goTo,
  holdBack,
  openPage,
  signIn,
  stillOf,
  test,
  told,
  typeNumber,
} from './screen.ts';

const stage = (page: Page) => page.getByTestId('stage');
const done = (page: Page) => page.getByRole('region', { name: 'What is done to it' });
const versions = (page: Page) => page.getByRole('region', { name: 'Versions' });
const tool = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const crop = (page: Page) => page.getByRole('group', { name: /^Crop/ });

/** Opens a picture of the sample site in Prep. */
async function open(page: Page, title: string): Promise<string> {
  await signIn(page);
  const answer = await page.request.get(`/api/assets?words=${encodeURIComponent(title)}&kind=picture`);
  const { assets } = (await answer.json()) as { assets: { id: string; placard: { title: string } }[] };
  const id = assets.find(({ placard }) => placard.title === title)?.id ?? '';
  await page.goto(`/prep/${id}`);
  await expectDrawn(stage(page).locator('img').first());
  return id;
}

test('a picture is cut by ratio, round its focal point, by typed pixels, by key and by hand', async ({
  page,
}) => {
  await open(page, 'The old dome');
  await page.getByRole('radio', { name: '1:1' }).click();
  await expect(done(page)).toContainText(/Cropped\s*([\d,]+) × \1/);
  await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).click();
  await expect(done(page)).toContainText('as it came');
  await page.keyboard.press('Control+Shift+Z');
  await expect(done(page)).toContainText('Cropped');

  const left = page.getByRole('spinbutton', { name: 'Left' });
  const before = Number(await left.inputValue());
  const focal = page.getByRole('group', { name: /^Focal point/ });
  await focal.focus();
  for (let press = 0; press < 9; press++) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'Cut round the focal point' }).click();
  expect(Number(await left.inputValue())).toBeLessThan(before);

  await page.getByRole('radio', { name: 'free' }).click();
  await typeNumber(page.getByRole('spinbutton', { name: 'Width' }), 900);
  await typeNumber(page.getByRole('spinbutton', { name: 'Height' }), 600);
  await expect(crop(page)).toContainText('900 × 600');
  await crop(page).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(crop(page)).toHaveAttribute('aria-label', /900 × 600 from 1, 10/);

  const corner = crop(page).locator('[data-edge=se]');
  const box = await corner.boundingBox();
  if (!box) throw new Error('The corner of the crop is not there.');
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 65, box.y + 45, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => Number(await page.getByRole('spinbutton', { name: 'Width' }).inputValue()))
    .toBeGreaterThan(950);
  // One drag is one step back.
  await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).click();
  await expect(page.getByRole('spinbutton', { name: 'Width' })).toHaveValue('900');

  // Mirrored, the same part of the picture is kept: it lies as far from the other side.
  const lay = Number(await left.inputValue());
  await page.getByRole('button', { name: 'Mirror left to right' }).click();
  await expect(done(page)).toContainText('Mirrored');
  await expect(page.getByRole('spinbutton', { name: 'Width' })).toHaveValue('900');
  expect(Number(await left.inputValue())).toBeGreaterThan(lay);
  await page.getByRole('button', { name: 'Turn clockwise' }).click();
  await expect(crop(page)).toContainText('600 × 900');
  await page.getByRole('button', { name: 'Turn anticlockwise' }).click();
  await page.getByRole('button', { name: 'Mirror left to right' }).click();
  await expect(left).toHaveValue(String(lay));
});

// By day, by night, in a lamp's light, and one with colours that clip.
const SEEN = ['The old dome', 'The long cloud', 'The mirror, half polished', 'Once in eleven years'];
for (const title of SEEN)
  test(`what is seen of “${title}” while light and colour are worked on is what is rendered`, async ({
    page,
  }) => {
    test.slow();
    const id = await open(page, title);
    await page.getByRole('radio', { name: '4:3' }).click();
    await tool(page, 'Light and colour');
    for (const [name, value] of [
      ['Brightness', '18'],
      ['Contrast', '25'],
      ['Saturation', '-35'],
      ['Warmth', '30'],
    ] as const)
      await typeNumber(page.getByLabel(`${name}, typed`), value);
    const shot = await stillOf(stage(page));
    interface Version {
      number: number;
      renditions: { width: number; mime: string; url: string }[];
    }
    const newest = async () =>
      ((await (await page.request.get(`/api/assets/${id}/versions`)).json()) as Version[])[0];
    const before = (await newest())?.number ?? 0;
    await page.getByRole('button', { name: 'Keep it for later' }).click();
    await expect.poll(async () => (await newest())?.number).toBe(before + 1);
    const rendered = async () => (await newest())?.renditions ?? [];
    await expect.poll(async () => (await rendered()).length).toBeGreaterThan(3);
    const file = (await rendered()).findLast(({ width, mime }) => width <= 1120 && mime === 'image/jpeg');
    const bytes = await (await page.request.get(file?.url ?? '')).body();
    const { width = 0, height = 0 } = await sharp(shot).metadata();
    const pixels = (input: Buffer) =>
      sharp(input)
        .resize(width, height, { fit: 'fill' })
        .removeAlpha()
        .toColourspace('srgb')
        .raw()
        .toBuffer();
    const [seen, made] = [await pixels(shot), await pixels(bytes)];
    const off = seen.reduce((sum, value, at) => sum + Math.abs(value - (made[at] ?? 0)), 0) / seen.length;
    expect(off).toBeLessThan(2);
  });

test('a size keeps its proportions, lets them go, and is never enlarged in silence', async ({ page }) => {
  await open(page, 'Three by the telescope');
  await tool(page, 'Size');
  const [width, height] = [
    page.getByRole('spinbutton', { name: 'Width in pixels' }),
    page.getByLabel('Height in pixels'),
  ];
  const whole = { width: Number(await width.inputValue()), height: Number(await height.inputValue()) };
  await typeNumber(width, Math.round(whole.width / 2));
  await expect(height).toHaveValue(String(Math.round(whole.height / 2)));
  await choose(page.getByLabel('Size by'), 'percent');
  await typeNumber(page.getByRole('tabpanel').getByLabel('Size', { exact: true }), 25);
  await expect(width).toHaveValue(String(Math.round(whole.width / 4)));
  await page.getByRole('button', { name: /Proportions are kept/ }).click();
  await typeNumber(width, 300);
  await typeNumber(height, 300);
  await page.getByRole('button', { name: 'Back to its proportions' }).click();
  await expect(height).toHaveValue(String(Math.round((300 * whole.height) / whole.width)));
  await typeNumber(width, whole.width + 500);
  await expect(page.getByRole('alert')).toContainText('would look soft');
  await expect(done(page)).not.toContainText('Enlarged');
  await page.getByRole('button', { name: 'Enlarge it all the same' }).click();
  await expect(done(page)).toContainText('Enlarged');
});

test('inks, blur, border and corners are seen at once, compared with before, and taken off one by one', async ({
  page,
}) => {
  await open(page, 'Once in eleven years');
  await tool(page, 'Finish');
  await page.getByRole('radio', { name: 'two inks' }).click();
  await typeNumber(page.getByLabel('Blur, typed'), 20);
  await typeNumber(page.getByLabel('Border, typed'), 3);
  await typeNumber(page.getByLabel('Corners, typed'), 12);
  for (const what of ['Two inks', 'Blurred', 'Border', 'Rounded corners'])
    await expect(done(page)).toContainText(what);
  await page.getByRole('button', { name: 'Compare with before' }).click();
  const slider = page.getByLabel('Before and after');
  await slider.focus();
  for (let step = 0; step < 3; step++) await page.keyboard.press('PageUp');
  await expect(slider).toHaveAttribute('aria-valuenow', '80');
  await expect(stage(page).getByText('before')).toBeVisible();
  await page.getByRole('button', { name: 'Stop comparing' }).click();
  await page.getByRole('button', { name: 'Do not: Blurred' }).click();
  await expect(done(page)).not.toContainText('Blurred');
  await expect(page.getByRole('radio', { name: 'two inks' })).toHaveAttribute('aria-checked', 'true');
});

test('a picture lies at its true size under the measures, and a version beside what is worked on', async ({
  page,
}) => {
  await open(page, 'The old dome');
  const image = stage(page).locator('img').first();
  await page.getByRole('button', { name: 'True size' }).click();
  const whole = page.getByRole('region', { name: 'The picture at its true size' });
  await expectDrawn(image);
  const { width, pixels } = await image.evaluate((img: HTMLImageElement) => ({
    width: img.getBoundingClientRect().width,
    pixels: img.naturalWidth,
  }));
  expect(width).toBe(pixels);
  expect(await whole.evaluate((box) => box.scrollWidth)).toBeGreaterThan(width - 1);
  await expect(whole).toContainText('Column 720');
  await page.getByRole('button', { name: 'Fit it in' }).click();
  expect((await image.boundingBox())?.width).toBeLessThan(1000);

  await tool(page, 'Size');
  const against = page.getByRole('region', { name: 'Its pixels against the measures' });
  await expect(against).toContainText(/Column 720 sharp on every screen/);
  await typeNumber(page.getByRole('spinbutton', { name: 'Width in pixels' }), 500);
  await expect(against).toContainText(/Column 720 soft, 1\.4 times too few/);

  await versions(page).getByRole('button').first().click();
  await versions(page).getByRole('button', { name: 'Lay beside' }).click();
  const pictures = page.getByTestId('side-by-side').locator('figure');
  await expect(pictures).toContainText([/Version \d/, /As it is now\s*500 ×/]);
  const [before, now] = await Promise.all([pictures.nth(0).boundingBox(), pictures.nth(1).boundingBox()]);
  // One scale: what has fewer pixels is smaller.
  expect(before?.width ?? 0).toBeGreaterThan((now?.width ?? 0) * 2);
  await versions(page).getByRole('button', { name: 'Take it away again' }).click();
  await expect(stage(page)).toBeVisible();
});

test('a new version stands in its pages with its credit, and the one before comes back', async ({ page }) => {
  // The smallest files that look the same are looked for: on a busy machine that takes its time.
  test.setTimeout(600_000);
  const id = await open(page, 'Slow turning');
  await page.getByRole('radio', { name: '16:9' }).click();
  await tool(page, 'Files');
  await page.getByRole('radio', { name: 'looks the same' }).click();
  await page.getByRole('button', { name: /^Use it in \d+ page/ }).click();
  const second = versions(page).getByRole('button', { name: /cropped/ });
  await expect(second).toBeVisible({ timeout: 180_000 });
  await expect(versions(page).getByRole('button', { name: /coming/ })).toBeHidden({ timeout: 180_000 });
  await second.click();
  // The similarity of each file was measured.
  await expect(page.getByRole('region', { name: 'What the page will load' })).toContainText(
    /0\.9[89]\d|1\.000/,
  );
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page'), 'Autumn star parties');
  // The whole of it: what is far down does not stand in the window's code.
  await expect
    .poll(async () => {
      await page.getByRole('button', { name: 'Copy the HTML' }).click();
      return page.evaluate(() => navigator.clipboard.readText());
    })
    .toContain('cropped');
  await page.goto(`/prep/${id}`);
  await versions(page)
    .getByRole('button', { name: /as it came/ })
    .click();
  await versions(page)
    .getByRole('button', { name: /^Use it in/ })
    .click();
  await expect(done(page)).toContainText('as it came');
});

test('a picture is prepared for one place alone, and shown as everywhere again', async ({ page }) => {
  await enter(page);
  await openPage(page, 'Autumn star parties');
  const picture = page
    .locator('.ProseMirror figure')
    .filter({ hasText: /Three by the telescope|watchers/i })
    .first();
  await picture.click();
  await page.getByRole('link', { name: 'Prepare it for this place' }).click();
  await expectDrawn(stage(page).locator('img').first());
  await page.getByRole('radio', { name: '1:1' }).click();
  await page.getByRole('button', { name: 'Only in “Autumn star parties”' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Kept' })).toBeVisible();
  await openPage(page, 'Autumn star parties');
  const square = () =>
    picture
      .locator('img')
      .evaluate((element) => Math.abs(element.clientWidth / element.clientHeight - 1) < 0.02);
  await expect.poll(square).toBe(true);
  await picture.click();
  await page.getByRole('button', { name: 'Show it as everywhere' }).click();
  await expect.poll(square).toBe(false);
  await expect(page.getByText(/^Saved/)).toBeVisible();
});

test('many are prepared by a saved sheet: progress, result, bytes before and after', async ({ page }) => {
  test.slow();
  await enter(page);
  await page.goto('/holdings?words=moon&kind=picture');
  const cells = page.getByRole('group', { name: 'What was found' }).getByRole('listitem').getByRole('button');
  const bar = page.getByRole('group', { name: 'What is chosen' });
  // What was made just before may still come into the list between two clicks.
  await expect(async () => {
    await cells.nth(0).click();
    await cells.nth(2).click({ modifiers: ['Shift'] });
    await expect(bar).toContainText('3 assets chosen', { timeout: 2_000 });
  }).toPass();
  await bar.getByRole('link', { name: 'Prepare' }).click();
  const sheet = page.getByRole('complementary', { name: 'Prep sheet' });
  await expect(page.getByRole('button', { name: 'Prepare 3 pictures' })).toBeDisabled();
  await sheet
    .getByRole('radiogroup', { name: 'Size of all' })
    .getByRole('radio', { name: 'longest side' })
    .click();
  await typeNumber(sheet.getByLabel('Size of all chosen'), 360);
  await sheet
    .getByRole('radiogroup', { name: 'Inks of all' })
    .getByRole('radio', { name: 'monochrome' })
    .click();
  await sheet.getByLabel('Name for a new sheet').fill('Small and grey');
  await sheet.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(sheet.getByLabel('Saved prep sheets')).toHaveText('Small and grey');
  await page.getByRole('button', { name: 'Prepare 3 pictures' }).click();
  const batch = page.getByRole('article', { name: 'Batch by Small and grey' });
  await expect(batch).toContainText('3 pictures by “Small and grey”');
  await expect(batch.getByRole('status')).toContainText('3 prepared');
  await expect(batch).toContainText('before');
  await expect(batch).toContainText('after');
  await sheet.getByRole('button', { name: 'Remove this sheet' }).click();
  await expect(sheet.getByLabel('Saved prep sheets')).toHaveText('not saved');
});

test('names are given by a pattern, after the whole table was seen', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings?words=crescent&kind=picture');
  const cells = page.getByRole('group', { name: 'What was found' }).getByRole('listitem').getByRole('button');
  await cells.nth(0).click();
  await page.getByRole('group', { name: 'What is chosen' }).getByRole('link', { name: 'Names' }).click();
  const pattern = page.getByLabel('By the pattern');
  await pattern.fill('{section} {words} {colour}');
  await expect(page.getByText(/“\{colour\}” means nothing here/)).toBeVisible();
  await pattern.fill('{section} {words}');
  const name = page.getByRole('textbox', { name: /^New name of/ }).first();
  await expect(name).toHaveValue(/^sky-notes-/);
  // While another pattern is not answered yet, the table is of the one before.
  const rename = page.getByRole('button', { name: 'Rename 1 asset' });
  await expect(rename).toBeEnabled();
  const letGo = await holdBack(page, '**/api/assets/names/plan');
  await pattern.fill('{section} {words} again');
  await expect(rename).toBeDisabled();
  await letGo();
  await expect(name).toHaveValue(/again$/);
  await expect(rename).toBeEnabled();
  await name.fill('Not A Name');
  await expect(page.getByText('1 name cannot be given')).toBeVisible();
  await name.fill('first-light-crescent');
  await rename.click();
  await expect(told(page, /^They are called so now/)).toBeVisible();
});
