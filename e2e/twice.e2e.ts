import { expect, type Page } from '@playwright/test';
import { beginPage, enter, test, wordsOf } from './screen.ts';

/** What is sent while a button is pressed twice, held back and refused: nothing of it reaches the server. */
async function holdBackWrites(page: Page): Promise<string[]> {
  const sent: string[] = [];
  await page.route('**/api/**', async (route) => {
    const request = route.request();
    if (request.method() === 'GET') return route.continue();
    // Reading questions are asked with bodies, too, and asked again.
    const path = new URL(request.url()).pathname;
    if (!/\/(known|plan|summar|look|preview|unpack|ask)/.test(path))
      sent.push(`${request.method()} ${path} ${request.postData() ?? ''}`);
    await new Promise((resolve) => setTimeout(resolve, 60));
    return route.fulfill({
      status: 422,
      contentType: 'application/problem+json',
      body: JSON.stringify({ title: 'Not here.', status: 422 }),
    });
  });
  return sent;
}

/** How many buttons there are to press: not those that only open a list, or are one of several. */
const BUTTONS =
  'main button:not([aria-haspopup], [role=combobox], [role=tab], [role=radio], [role=switch], [role=checkbox], [aria-expanded])';

/** Presses a button twice at once; tells which. Null where there is none of this number. */
const pressTwice = (page: Page, nth: number): Promise<string | null> =>
  page.evaluate(
    ([selector, nth]) => {
      const button = [...document.querySelectorAll<HTMLButtonElement>(selector)].filter(
        (one) => one.checkVisibility() && !one.disabled,
      )[nth];
      if (!button) return null;
      button.click();
      button.click();
      return (button.ariaLabel ?? button.textContent).trim();
    },
    [BUTTONS, nth] as const,
  );

/** Writes something into every field that waits for words. */
const fill = (page: Page): Promise<void> =>
  page.evaluate(() => {
    for (const field of document.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(
      'main form input:not([type=checkbox], [type=file]), main form textarea',
    )) {
      if (field.value !== '' || !field.checkVisibility()) continue;
      const prototype = Object.getPrototypeOf(field) as object;
      Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(field, 'Pressed twice');
      field.dispatchEvent(new Event('input', { bubbles: true }));
    }
  });

/** Chooses the first of a list, where there is one. */
async function chooseFirst(page: Page): Promise<void> {
  const box = page.getByRole('checkbox', { name: /^Choose/ }).first();
  if (await box.isVisible()) await box.click();
}

test('whatever sends something sends it once, though it is pressed twice', async ({ page }) => {
  await enter(page);
  const sent = await holdBackWrites(page);
  const twice: string[] = [];
  const sending = new Set<string>();
  for (const screen of ['/gather', '/pages', '/hand-off', '/holdings', '/hosts']) {
    const open = async () => {
      await page.goto(screen);
      await page.locator(BUTTONS).first().waitFor();
      await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 400)));
      await chooseFirst(page);
      await fill(page);
      return page.locator(BUTTONS).count();
    };
    let there = await open();
    for (let nth = 0; nth < Math.min(16, there); nth++) {
      sent.length = 0;
      const name = await pressTwice(page, nth);
      await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 120)));
      for (const one of sent)
        sending.add(
          one
            .split(' ')
            .slice(0, 2)
            .join(' ')
            .replace(/[\w-]{16,}/, '…'),
        );
      const again = sent.filter((one, index) => sent.indexOf(one) !== index);
      if (again.length > 0) twice.push(`${screen}, “${name}”: ${again.join('; ').slice(0, 200)}`);
      // What a press has opened is closed again, for the next one.
      const now = await page.locator(BUTTONS).count();
      if (now !== there || new URL(page.url()).pathname !== screen) there = await open();
    }
  }
  expect(twice).toEqual([]);
  expect([...sending].toSorted()).toEqual(
    expect.arrayContaining(['DELETE /api/arrivals/…', 'POST /api/arrivals/accept', 'POST /api/pages']),
  );
});

test('whatever is put into a page is put once, though it is pressed twice', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Pressed twice', 'Some words.');
  const words = wordsOf(page);
  const twice = (name: string | RegExp) =>
    page
      .getByRole('button', { name })
      .first()
      .evaluate((button: HTMLButtonElement) => {
        button.click();
        button.click();
      });
  await twice('Table');
  await expect(words.locator('table')).toHaveCount(1);
  await words.getByText('Some words.').click();
  await twice('Rule');
  await expect(words.locator('hr')).toHaveCount(1);
  await words.getByText('Some words.').click();
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  const tray = page.getByRole('region', { name: 'Holdings' });
  await tray.getByRole('searchbox').fill('dome by day');
  await tray
    .getByRole('button', { name: /dome/i })
    .first()
    .evaluate((picture) => {
      for (let time = 0; time < 2; time++)
        picture.dispatchEvent(
          new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }),
        );
    });
  await expect(words.locator('.placement img').first()).toBeVisible();
  await expect(page.getByText('Saved just now')).toBeVisible();
  await expect(words.locator('.placement')).toHaveCount(1);
  // Kept as standing copy, it is kept once.
  const called = `Kept once ${Date.now().toString(36)}`;
  await words.locator('.placement img').click();
  await page.getByRole('button', { name: 'Keep it as standing copy' }).click();
  await page.getByRole('textbox', { name: 'What it is called' }).fill(called);
  await twice('Keep it');
  await expect(words.locator('.standing-copy')).toHaveCount(1);
  await expect(words.getByText('Some words.')).toBeVisible();
  const { pages } = (await (
    await page.request.get(`/api/pages?copy=yes&words=${encodeURIComponent(called)}`)
  ).json()) as {
    pages: object[];
  };
  expect(pages).toHaveLength(1);
});
