import { expect, type Page } from '@playwright/test';
import { beginPage, choosePage, enter, goTo, signIn, test, undo } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText('Saved just now')).toBeVisible();

/** Pastes as a browser does: a picture of one pixel, written down, and one that lies elsewhere, among words. */
async function paste(page: Page, html: string, text: string): Promise<void> {
  await words(page).click();
  await words(page).evaluate(
    (element, [html, text]) => {
      const data = new DataTransfer();
      data.setData('text/html', html ?? '');
      data.setData('text/plain', text ?? '');
      element.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    [html, text],
  );
}

/** A picture of so many pixels, of one colour, as an address that is itself. */
const picture = (page: Page, colour: string) =>
  page.evaluate((fill) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [640, 480];
    const pen = canvas.getContext('2d');
    if (pen) [pen.fillStyle] = [fill];
    pen?.fillRect(0, 0, 640, 480);
    pen?.strokeRect(100, 100, 200, 50 + Math.random() * 300);
    return canvas.toDataURL('image/png');
  }, colour);

test('pictures of what is pasted keep their places, come as arrivals, and wait for their label; nothing is fetched before', async ({
  page,
}) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await enter(page);
  await beginPage(page, 'Pasted with pictures');
  const data = await picture(page, '#2f5d50');
  await paste(
    page,
    `<p>Before it.</p><p><img src="${data}" alt="A green field"></p><p>Between.</p>
     <figure><img src="https://elsewhere.example/dome.jpg" alt="A dome"><figcaption>By day</figcaption></figure><p>Behind it.</p>`,
    'Before it. Between. Behind it.',
  );
  const [mine, theirs] = [
    words(page).getByRole('group', { name: 'A picture that is not held yet' }).first(),
    words(page).getByRole('group', { name: 'A picture that is not held yet' }).last(),
  ];
  await expect(theirs).toContainText(
    'A picture at elsewhere.example: it was not fetched. There it is called “A dome”.',
  );
  await expect(theirs).toContainText('Caption: By day');
  await expect(mine.getByLabel('Alt text')).toHaveValue('A green field');
  await saved(page);
  // It outlives the window, and keeps the page back until it is here.
  await page.reload();
  await expect(mine.getByLabel('Alt text')).toHaveValue('A green field');
  await mine.getByLabel('Alt text').fill('A field, all green');
  await mine.getByRole('button', { name: 'Label it and put it here' }).click();
  const placed = words(page).locator('.placement img');
  await expect(placed).toHaveAttribute('alt', 'A field, all green');
  await expect(words(page).locator('> *').nth(1).locator('img')).toBeVisible();
  await theirs.getByRole('button', { name: 'Remove it' }).click();
  await expect(words(page).getByRole('group', { name: 'A picture that is not held yet' })).toBeHidden();
  await undo(page);
  await expect(theirs).toContainText('elsewhere.example');
  expect(asked.filter((address) => address.includes('elsewhere.example'))).toEqual([]);
  await saved(page);
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Pasted with pictures');
  await expect(page.getByText('A picture that was pasted here is not held yet')).toBeVisible();
});

test('one key pastes plain words', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await enter(page);
  await beginPage(page, 'Pasted plain');
  await words(page).click();
  await page.evaluate(() =>
    navigator.clipboard.write([
      new ClipboardItem({
        'text/html': new Blob(['<h2>Big</h2><b>bold</b>'], { type: 'text/html' }),
        'text/plain': new Blob(['Big bold'], { type: 'text/plain' }),
      }),
    ]),
  );
  await page.keyboard.press('Control+Shift+V');
  await expect(words(page)).toHaveText('Big bold');
  await expect(words(page).locator('h2, strong')).toHaveCount(0);
});

test('the page is written as HTML and back; what cannot be kept is marked and told before it is lost', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Written as HTML');
  await words(page).click();
  await page.keyboard.type('One line.');
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill('An old cluster');
  await page.getByRole('button', { name: 'Place An old cluster' }).click();
  await expect(words(page).locator('.placement img')).toBeVisible();
  await page.getByRole('button', { name: 'The page as HTML' }).click();
  const code = page.getByRole('textbox', { name: 'HTML of the page' });
  await expect(code).toContainText('<p>One line.</p>');
  const figure = /data-placement="([^"]+)"/.exec(await code.innerText())?.[1] ?? '';
  await code.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.insertText(
    `<h2>A heading</h2>\n<figure data-placement="${figure}"><figcaption>Older than the sun</figcaption></figure>\n<p class="lead">Two <mark>lines</mark>.</p>`,
  );
  const told = page.getByRole('region', { name: 'The page as HTML' }).getByRole('status');
  await expect(told).toContainText('class of <p>: pages have no such attribute');
  await expect(told).toContainText('<mark>: its words are kept');
  await expect(page.locator('.cm-lintRange-warning').first()).toBeVisible();
  await page.getByRole('button', { name: 'Back to the page' }).click();
  await page.getByRole('button', { name: 'Go back without what is marked' }).click();
  await expect(words(page).locator('h2')).toHaveText('A heading');
  await expect(words(page)).toContainText('Two lines.');
  await expect(words(page).locator('.placement figcaption')).toContainText('Older than the sun');
  await saved(page);
  // All of it is one step back, and one forward.
  await undo(page);
  await expect(words(page).locator('h2')).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(words(page).locator('h2')).toHaveText('A heading');
});

test('a page has the whole window, and gives it back', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'In the full window');
  await words(page).click();
  await page.keyboard.type('Nothing but words.');
  await page.keyboard.press('Control+Shift+F');
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden();
  await page.keyboard.type(' More of them.');
  await expect(words(page)).toContainText('More of them.');
  await page.keyboard.press('Control+Shift+F');
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
});

test('earlier versions are read beside the page, and brought back whole or a block at a time', async ({
  page,
}) => {
  await enter(page);
  // Its first version is this, however often it is saved while somebody writes.
  await beginPage(page, 'Many versions', 'First line.', 'Second line.');
  await words(page).click();
  await page.keyboard.press('Control+A');
  await page.keyboard.type('All of it anew.');
  await saved(page);
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const first = page.getByRole('navigation', { name: 'Versions' }).getByRole('listitem').last();
  await first.getByRole('button').click();
  await expect(page.getByRole('row').filter({ hasText: 'First line.' })).toBeVisible();
  await page
    .getByRole('row')
    .filter({ hasText: 'Second line.' })
    .getByRole('button', { name: 'Bring this back' })
    .click();
  await page.getByRole('button', { name: 'Back to the page' }).click();
  await expect(words(page)).toContainText('Second line.');
  await expect(words(page)).toContainText('All of it anew.');
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  await first.getByRole('button').click();
  const whole = page.getByRole('button', { name: 'Bring this version back' });
  const stored = page.waitForResponse(
    (answer) => answer.request().method() === 'PUT' && (answer.request().postData() ?? '').includes('First'),
  );
  await whole.click();
  await expect(whole).toBeHidden();
  await page.getByRole('button', { name: 'Back to the page' }).click();
  await stored;
  await page.reload();
  await expect(words(page)).toHaveText(/^First line\.\s*Second line\.$/);
});

test('two who write in other parts of a page have both; where both changed the same, the later one chooses', async ({
  browser,
}) => {
  const [first, second] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  await signIn(first, 'Edda Quill');
  await enter(second, 'Kit Marlowe-Finch');
  await beginPage(first, 'Written by both');
  await words(first).click();
  for (const line of ['One.', 'Two.', 'Three.']) {
    await first.keyboard.type(line);
    await first.keyboard.press('Enter');
  }
  await saved(first);
  await second.goto(new URL(first.url()).pathname);
  await expect(words(second)).toContainText('Three.');
  const behind = async (page: Page, line: string, more: string) => {
    await words(page).getByText(line, { exact: false }).first().click();
    await page.keyboard.press('End');
    await page.keyboard.type(more);
  };
  await behind(first, 'One.', ' By Edda.');
  await saved(first);
  await behind(second, 'Three.', ' By Kit.');
  await expect(words(second)).toContainText('One. By Edda.');
  await expect(words(second)).toContainText('Three. By Kit.');
  await saved(second);

  await first.reload();
  await expect(words(first)).toContainText('Three. By Kit.');
  await behind(first, 'Two.', ' Edda’s way.');
  await saved(first);
  await behind(second, 'Two.', ' Kit’s way.');
  const clash = second.getByRole('region', { name: 'Both changed the same' });
  await expect(clash).toContainText('Two. Kit’s way.');
  await expect(clash).toContainText('Two. Edda’s way.');
  await clash.getByRole('radio', { name: 'Both, one after the other' }).click();
  await clash.getByRole('button', { name: 'Bring both together' }).click();
  await expect(clash).toBeHidden();
  await saved(second);
  await first.reload();
  for (const text of ['Two. Edda’s way.', 'Two. Kit’s way.', 'One. By Edda.'])
    await expect(words(first)).toContainText(text);
});
