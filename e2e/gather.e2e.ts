import { expect, type Locator } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import {
  beginPage,
  choose,
  choosePage,
  expectDrawn,
  goTo,
  holdBack,
  openPage,
  signIn,
  test,
  waitingAt,
} from './screen.ts';

const MEDIA = fileURLToPath(new URL('../demo/media/', import.meta.url));

test.beforeEach(async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Gather');
});

test('embed code pasted where no page is open is unpacked in the page that it is for', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Holdings');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text/plain',
      '<div onclick="x()"><iframe src="https://maps.example/sky" title="A map of the sky"></iframe></div>',
    );
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  const asked = page.getByRole('region', { name: 'Pasted embed code' });
  await choosePage(asked.getByLabel('Page for the embed'), 'How the mirror was made');
  await asked.getByRole('button', { name: 'Unpack it there' }).click();
  await expect(page).toHaveURL(/\/place\//);
  await expect(page.getByLabel('Embed code')).toContainText('maps.example');
  await expect(page.getByRole('region', { name: 'Embed', exact: true })).toContainText('A map of the sky');
  await page.getByRole('button', { name: 'Cancel' }).first().click();
  await expect(page.getByRole('textbox', { name: 'Words of the page' })).toBeVisible();
});

test('a picture from the catalogue arrives with its creator and licence, and they fill its placard', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'From the catalogue' }).click();
  const catalogue = page.getByRole('region', { name: 'From the catalogue' });
  await expect(catalogue.getByText('324 pictures')).toBeVisible();
  await catalogue.getByLabel('Words to look for').fill('spectrum');
  await choose(catalogue.getByLabel('Any colour'), 'violet');
  await catalogue.getByLabel('for commercial use').check();
  await catalogue.getByLabel('may be changed').check();
  await expect(catalogue.getByText('324 pictures')).toBeHidden();
  await expect(page).toHaveURL(/words=spectrum.*colour=violet.*commercial=yes/);
  const first = catalogue.getByRole('listitem').first().getByRole('button');
  await expect(first).not.toContainText(/NC|ND/);
  await expectDrawn(catalogue.getByRole('listitem').first().locator('img'));
  const [title = '', creator = ''] = (await first.innerText()).split('\n');
  await first.click();
  await catalogue.getByRole('button', { name: 'Bring in 1 file' }).click();
  const arrival = page.getByRole('listitem').filter({ hasText: 'From Commonfield' }).first();
  await expect(arrival.getByRole('textbox')).toHaveValue(title);
  await arrival.getByRole('button', { name: /^Accept/ }).click();
  await expect(page.getByText('1 file accepted')).toBeVisible();
  await page.goto(`/holdings?words=${encodeURIComponent(title)}`);
  await page
    .getByRole('button', { name: new RegExp(title) })
    .first()
    .click();
  const placard = page.getByRole('complementary');
  await expect(placard).toContainText(creator.split(',')[0] ?? '');
  await expect(placard).toContainText('Commonfield');
});

test('a page’s address shows the media on it with what the page says of them', async ({ page }) => {
  await page.getByRole('button', { name: 'From the catalogue' }).click();
  const first = page.getByRole('region', { name: 'From the catalogue' }).locator('img').first();
  await expectDrawn(first);
  const src = await first.getAttribute('src');
  const packed = src?.split('/').at(-1) ?? '';
  const small = Buffer.from(packed, 'base64url').toString('utf8');
  const person = new URL('/people/4', small).href;
  await page.getByRole('button', { name: 'From an address' }).click();
  await page.getByLabel('Web address').fill(person);
  await page.getByRole('button', { name: 'Look' }).click();
  const found = page.getByRole('region', { name: 'From an address' });
  await expect(found.getByText(/This is a page, “Oskar Brandt-Lune/)).toBeVisible();
  await expect(found.getByRole('listitem').first()).toContainText(/CC |CC0|public domain/);
});

test('an address inside the house is refused in a sentence', async ({ page }) => {
  await page.getByRole('button', { name: 'From an address' }).click();
  await page.getByLabel('Web address').fill('http://192.168.0.1/router.jpg');
  await page.getByRole('button', { name: 'Look' }).click();
  // What another address that did not come says of itself stands below.
  await expect(page.getByRole('region', { name: 'From an address' }).getByRole('alert')).toContainText(
    'fetches only from the public web',
  );
});

test('an address pasted anywhere is looked at; a picture pasted anywhere arrives', async ({ page }) => {
  await goTo(page, 'Holdings');
  await page.getByRole('heading', { name: 'Holdings' }).click();
  const paste = (kind: 'words' | 'picture') =>
    page.evaluate(async (kind) => {
      const data = new DataTransfer();
      if (kind === 'words') data.setData('text/plain', 'http://10.0.0.1/a.jpg');
      else {
        const canvas = new OffscreenCanvas(90, 60);
        const context = canvas.getContext('2d');
        context?.fillRect(10, 10, 30, 30);
        const blob = await canvas.convertToBlob({ type: 'image/png' });
        data.items.add(new File([blob], 'image.png', { type: 'image/png' }));
      }
      document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    }, kind);
  await paste('words');
  await expect(page.getByLabel('Web address')).toHaveValue('http://10.0.0.1/a.jpg');
  await goTo(page, 'Holdings');
  const before = await waitingAt(page, 'Gather');
  await paste('picture');
  await expect(page).toHaveURL(/\/gather/);
  await expect.poll(() => waitingAt(page, 'Gather')).toBe(before + 1);
});

test('what is held already is not sent; what looks like it is shown beside it', async ({ page }) => {
  const held = readFileSync(`${MEDIA}craters-south.jpg`);
  const smaller = await sharp(held).autoOrient().resize(640).webp({ quality: 55 }).toBuffer();
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PATCH' && request.url().includes('/upload')) sent.push(request.url());
  });
  await page
    .getByLabel('Files to bring in')
    .setInputFiles([{ name: 'again.jpg', mimeType: 'image/jpeg', buffer: held }]);
  const row = page.getByRole('listitem').filter({ hasText: 'again.jpg' });
  await expect(row).toContainText('Held already, byte for byte');
  expect(sent).toEqual([]);
  await row.getByRole('button', { name: 'Skip again.jpg' }).click();
  await expect(row).toBeHidden();
  await page
    .getByLabel('Files to bring in')
    .setInputFiles([{ name: 'smaller.webp', mimeType: 'image/webp', buffer: smaller }]);
  const alike = page.getByRole('region', { name: /smaller\.webp looks like/ });
  await expect(alike).toContainText('This one: 640 ×');
  await expect(alike).toContainText('Held: ');
  await alike.getByRole('button', { name: 'Keep only the other' }).click();
  await expect(alike).toBeHidden();
});

test('many arrivals are decided on at once, and the name that is taken is said', async ({ page }) => {
  const make = (shade: number) =>
    sharp({ create: { width: 80, height: 60, channels: 3, background: { r: shade, g: 40, b: 90 } } })
      .png()
      .toBuffer();
  await page.getByLabel('Files to bring in').setInputFiles([
    { name: 'slow turning.png', mimeType: 'image/png', buffer: await make(10) },
    { name: 'plain dusk.png', mimeType: 'image/png', buffer: await make(20) },
  ]);
  const [taken, plain] = ['slow turning.png', 'plain dusk.png'].map((name) =>
    page.getByRole('listitem').filter({ has: page.getByLabel(`Title of ${name}`) }),
  );
  await expect(taken!).toContainText('The name is taken by “Slow turning”');
  await taken!.getByLabel('Leave it in the arrivals').check();
  await taken!.getByLabel('Choose slow turning.png').check();
  await plain!.getByLabel('Choose plain dusk.png').check();
  await choose(page.getByLabel('File them under'), 'Events');
  await choose(page.getByLabel('Who may see them'), 'internal, for us only');
  await expect(plain!).toContainText('internal');
  await page.getByRole('button', { name: 'Accept 2' }).click();
  await expect(page.getByText(/stays in the arrivals: “slow-turning” is what/)).toBeVisible();
  await expect(page.getByText('1 file accepted')).toBeVisible();
  await taken!.getByRole('button', { name: 'Discard slow turning.png' }).click();
  await expect(taken!).toBeHidden();
});

test('a comp stands in a page with its credit until the bought original takes its place', async ({
  page,
  context,
}) => {
  await page.getByRole('button', { name: 'From the agency' }).click();
  const comp = page
    .getByRole('region', { name: 'Comps' })
    .getByRole('listitem')
    .filter({ hasText: 'Getting here in the dark' });
  await expect(comp).toContainText(/Quillmere Pictures QM-\d+/);
  await page.goto('/proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Getting here in the dark');
  await expect(page.getByText(/is still a comp/)).toBeVisible();
  const caption = page.frameLocator('iframe[title$="at a desk"]').getByText(/comp, not yet licensed/);
  await expect(caption).toContainText(/Quillmere Pictures QM-\d+, seen \d+ \w+ \d{4}/);

  await page.goto('/gather?from=agency');
  await comp.getByRole('button', { name: 'Swap in the original' }).click();
  await expect(comp.getByRole('alert')).toContainText('is not bought yet');
  const [shop] = await Promise.all([
    context.waitForEvent('page'),
    comp.getByRole('link', { name: 'Buy it there' }).click(),
  ]);
  await shop.getByRole('button', { name: /^Buy for/ }).click();
  await expect(shop.getByText('Bought.')).toBeVisible();
  await shop.close();
  await comp.getByRole('button', { name: 'Swap in the original' }).click();
  await expect(comp).toContainText('The original stands in its place');
  await page.goto('/proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Getting here in the dark');
  await expect(page.getByText(/is still a comp/)).toHaveCount(0);
  await expect(
    page.frameLocator('iframe[title$="at a desk"]').getByText(/Quillmere Pictures QM-\d+, licensed/),
  ).toBeVisible();

  await page.goto('/gather?from=agency');
  await comp.getByRole('button', { name: /^Undo the swap/ }).click();
  await expect(comp.getByRole('button', { name: 'Swap in the original' })).toBeVisible();
});

test('a film and a sound are recorded, tried again, kept and arrive', async ({ page }) => {
  await page.getByRole('button', { name: 'Record' }).click();
  const record = page.getByRole('region', { name: 'Record' });
  for (const what of ['Film with sound', 'Sound']) {
    await record.getByLabel(what, { exact: true }).check();
    await record.getByRole('button', { name: 'Record' }).click();
    await expect(record.getByRole('status')).toHaveText('0:01');
    await record.getByRole('button', { name: 'Stop' }).click();
    await expect(record.getByLabel('What was recorded')).toBeVisible();
    await record.getByRole('button', { name: 'Try again' }).click();
    await expect(record.getByRole('status')).toHaveText('0:02');
    await record.getByRole('button', { name: 'Stop' }).click();
    await record.getByLabel('Name of the recording').fill(`Voices, ${what}`);
    await record.getByRole('button', { name: 'Keep it' }).click();
    const title = page.getByLabel(new RegExp(`^Title of Voices, ${what}\\.`));
    await expect(title).toHaveValue(`Voices, ${what}`);
    await page.getByRole('button', { name: new RegExp(`^Discard Voices, ${what}`) }).click();
    await expect(title).toHaveCount(0);
  }
});

test('the collect button sends a page’s address, and no more, from wherever it is pressed', async ({
  page,
  context,
}) => {
  await page.getByRole('button', { name: 'From the catalogue' }).click();
  const picture = page.getByRole('region', { name: 'From the catalogue' }).locator('img').first();
  await expectDrawn(picture);
  const small = Buffer.from(
    (await picture.getAttribute('src'))?.split('/').at(-1) ?? '',
    'base64url',
  ).toString('utf8');
  await page.getByRole('button', { name: 'From an address' }).click();
  const code = (await page.getByRole('link', { name: 'Collect for Placard' }).getAttribute('href')) ?? '';
  expect(code).toMatch(/^javascript:/);
  const foreign = await context.newPage();
  await foreign.goto(small.replace('/small/', '/picture/').replace('.jpg', ''));
  const [opened] = await Promise.all([
    context.waitForEvent('page'),
    foreign.evaluate(
      (script) => {
        // As a press on the bookmark would run it, in the foreign page.
        // eslint-disable-next-line no-new-func
        new Function(script)();
      },
      code.replace('javascript:', ''),
    ),
  ]);
  await expect(opened.getByText(/This is a page, “/)).toBeVisible();
  await opened
    .getByRole('region', { name: 'From an address' })
    .getByRole('listitem')
    .first()
    .getByRole('button')
    .click();
  await opened.getByRole('button', { name: 'Bring in 1 file' }).click();
  await expect(opened.getByText(/^From Commonfield, by /).first()).toBeVisible();
  expect(await foreign.evaluate(() => [document.cookie, window.opener])).toEqual(['', null]);
});

/** Drops a picture on the foot of something, where that is at that very moment: what loads above it moves it. */
const dropOn = (target: Locator, name: string, bytes: Buffer) =>
  target.evaluate(
    (element, { name: called, base64 }) => {
      element.scrollIntoView({ block: 'center' });
      const box = element.getBoundingClientRect();
      const [x, y] = [box.x + 40, box.bottom - 4];
      const data = new DataTransfer();
      const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
      data.items.add(new File([bytes], called, { type: 'image/png' }));
      const at = document.elementFromPoint(x, y);
      for (const type of ['dragenter', 'dragover', 'drop'])
        at?.dispatchEvent(
          new DragEvent(type, {
            dataTransfer: data,
            clientX: x,
            clientY: y,
            bubbles: true,
            cancelable: true,
          }),
        );
    },
    { name, base64: bytes.toString('base64') },
  );

test('a file dropped into a page that is left before it came is there on coming back, and asks for its words', async ({
  page,
}) => {
  await beginPage(page, 'Left before it came');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await expect(words).toBeVisible();
  const letGo = await holdBack(page, '**/upload');
  const bytes = await sharp({ create: { width: 310, height: 200, channels: 3, background: '#753' } })
    .png()
    .toBuffer();
  await dropOn(words.locator('p').first(), 'The brown field.png', bytes);
  await expect(words).toContainText('Bringing in The brown field.png …');
  await goTo(page, 'Pages');
  await letGo();
  await openPage(page, 'Left before it came');
  const waits = words.getByRole('group', { name: 'A picture that is not held yet' });
  await waits.getByLabel('Alt text').fill('A field, all brown');
  await waits.getByRole('button', { name: 'Label it and put it here' }).click();
  await expect(words.getByAltText('A field, all brown')).toBeVisible();
  await expect(waits).toHaveCount(0);
});

test('a file dropped into a page is asked only for its alt text, and stands where it was dropped', async ({
  page,
}) => {
  await openPage(page, 'Autumn star parties');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  const target = words.getByText('Every party begins with ten minutes');
  const before = await words.locator('.react-renderer, img').count();
  const bytes = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#375' } })
    .png()
    .toBuffer();
  await dropOn(target, 'The green field.png', bytes);
  const asked = page.getByRole('form', { name: 'Alt text is missing' });
  await expect(asked).toContainText('“The green field” has no alt text');
  await expect(page).toHaveURL(/\/place\//);
  await asked.getByLabel('Alt text').fill('A field, all green');
  await asked.getByRole('button', { name: 'Save and place it' }).click();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await expect(words.getByAltText('A field, all green')).toBeVisible();
  expect(await words.locator('.react-renderer, img').count()).toBeGreaterThan(before);
  // Between the paragraph it was dropped on and what followed it.
  const picture = await words.getByAltText('A field, all green').boundingBox();
  const paragraph = await target.boundingBox();
  const film = await words.locator('video').first().boundingBox();
  expect(picture?.y).toBeGreaterThan(paragraph?.y ?? 0);
  expect(picture?.y).toBeLessThan(film?.y ?? 0);
  await page.keyboard.press('Delete');
  await expect(words.getByAltText('A field, all green')).toHaveCount(0);
  await expect(page.getByText(/^Saved/)).toBeVisible();
});
