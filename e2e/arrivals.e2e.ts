import { expect } from '@playwright/test';
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { goTo, signIn, test, waitingAt } from './screen.ts';

const moon = () => readFile(fileURLToPath(new URL('../demo/media/moon-full.jpg', import.meta.url)));
/** A picture that nobody has sent yet: the moon, with bytes of its own after its end. */
const newMoon = async (tail = 24) => Buffer.concat([await moon(), randomBytes(tail)]);

test('an upload broken off by the connection goes on where it was', async ({ page }) => {
  await signIn(page);
  let parts = 0;
  const offsets: number[] = [];
  // The first part comes through; then the line is dead for three tries.
  await page.route('**/upload/*', async (route) => {
    if (route.request().method() !== 'PATCH') return route.continue();
    parts++;
    offsets.push(Number(await route.request().headerValue('upload-offset')));
    return parts > 1 && parts < 5 ? route.abort('connectionreset') : route.continue();
  });
  const bytes = await newMoon(20_000_000);
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'Long way.jpg', mimeType: 'image/jpeg', buffer: bytes });
  await expect(page.getByText('The connection dropped. Going on as soon as it is back.')).toBeVisible();
  await expect(page.getByLabel('Title of Long way.jpg')).toHaveValue('Long way');
  expect(offsets).toEqual([0, 8_000_000, 8_000_000, 8_000_000, 8_000_000, 16_000_000]);
  await page.getByRole('button', { name: 'Discard Long way.jpg' }).click();
  await expect(page.getByLabel('Title of Long way.jpg')).toHaveCount(0);
});

test('a file on its way can be cancelled, and leaves nothing', async ({ page, context }) => {
  await signIn(page);
  const before = await waitingAt(page, 'Gather');
  const slow = await context.newCDPSession(page);
  await slow.send('Network.enable');
  await slow.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 0,
    downloadThroughput: -1,
    uploadThroughput: 100_000,
  });
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'Never mind.jpg', mimeType: 'image/jpeg', buffer: await newMoon(3_000_000) });
  await expect(page.getByRole('progressbar', { name: 'Sending Never mind.jpg' })).toBeVisible();
  await expect.poll(() => waitingAt(page, 'Gather')).toBe(before + 1);
  await page.getByRole('button', { name: 'Cancel Never mind.jpg' }).click();
  await expect(page.getByText('Never mind.jpg')).toHaveCount(0);
  await expect.poll(() => waitingAt(page, 'Gather')).toBe(before);
});

test('two windows share the arrivals, and each is accepted once', async ({ browser }) => {
  const [first, second] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  await signIn(first, 'Edda Quill');
  await signIn(second, 'Kit Marlowe-Finch');
  const held = await waitingAt(first, 'Holdings');
  await first
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'Shared moon.jpg', mimeType: 'image/jpeg', buffer: await newMoon() });
  const [mine, theirs] = [first, second].map((page) =>
    page.getByRole('button', { name: 'Accept Shared moon.jpg' }),
  );
  await expect(mine!).toBeVisible();
  await expect(theirs!).toBeVisible();
  await Promise.all([mine!.click(), theirs!.click()]);
  for (const page of [first, second]) {
    await expect(page.getByRole('button', { name: 'Accept Shared moon.jpg' })).toHaveCount(0);
    await expect.poll(() => waitingAt(page, 'Holdings')).toBe(held + 1);
  }
});

test('files dropped anywhere on the window arrive, and long names do not push anything out', async ({
  page,
}) => {
  await signIn(page);
  await goTo(page, 'Holdings');
  const name = `${'a very long name of a picture '.repeat(7).trim()}.jpg`;
  const bytes = (await newMoon()).toString('base64');
  const files = await page.evaluateHandle(
    ([base64, fileName]) => {
      const transfer = new DataTransfer();
      const content = Uint8Array.from(atob(base64 ?? ''), (character) => character.charCodeAt(0));
      transfer.items.add(new File([content], fileName ?? '', { type: 'image/jpeg' }));
      return transfer;
    },
    [bytes, name],
  );
  const main = page.getByRole('main');
  await main.dispatchEvent('dragover', { dataTransfer: files });
  await expect(page.getByText('Let go to bring these in')).toBeVisible();
  await main.dispatchEvent('drop', { dataTransfer: files });
  await expect(page).toHaveURL(/\/gather$/);
  await expect(page.getByLabel(`Title of ${name}`)).toBeVisible();
  const [content, screen] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]);
  expect(content).toBeLessThanOrEqual(screen ?? 0);
  await page.getByRole('button', { name: `Discard ${name}` }).click();
});

test('the unlabelled are walked one after another by keyboard', async ({ page }) => {
  await signIn(page);
  for (const title of ['Walk one', 'Walk two']) {
    await goTo(page, 'Gather');
    await page
      .getByLabel('Files to bring in')
      .setInputFiles({ name: `${title}.jpg`, mimeType: 'image/jpeg', buffer: await newMoon() });
    await page.getByRole('button', { name: `Accept ${title}.jpg` }).click();
    await expect(page.getByRole('button', { name: `Accept ${title}.jpg` })).toHaveCount(0);
  }
  await page.goto('/label');
  await expect(page.getByRole('article', { name: 'Placard of Walk two' })).toBeVisible();
  await page.getByRole('article').getByLabel('Alt text').fill('The full moon, a second time.');
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByRole('article', { name: 'Placard of Walk one' })).toBeVisible();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(page.getByRole('article', { name: 'Placard of Walk two' }).getByLabel('Alt text')).toHaveValue(
    'The full moon, a second time.',
  );
});
