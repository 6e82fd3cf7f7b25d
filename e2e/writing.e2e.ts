import { expect, type Browser, type Page } from '@playwright/test';
import { beginPage, choosePage, drag, enter, goTo, signIn, test } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText(/^Saved/)).toBeVisible();
const placements = (page: Page) => words(page).locator('.placement');

/** Puts something from the tray to where the caret is. */
async function placeFromTray(page: Page, name: RegExp): Promise<void> {
  const tray = page.getByRole('region', { name: 'Tray of holdings' });
  const toggle = page.getByRole('button', { name: 'Holdings', exact: true }).last();
  if ((await toggle.getAttribute('aria-expanded')) !== 'true') await toggle.click();
  await tray.getByRole('button', { name }).first().focus();
  await page.keyboard.press('Enter');
}

test('who goes on writing after placing a picture writes behind it', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Written on');
  await words(page).click();
  await page.keyboard.type('Before it.');
  await placeFromTray(page, /^The old dome/);
  await expect(placements(page)).toHaveCount(1);
  await page.keyboard.type('After it.');
  await expect(placements(page)).toHaveCount(1);
  await saved(page);
  await page.reload();
  await expect(placements(page)).toHaveCount(1);
  await expect(words(page)).toContainText('After it.');
  // The same where it was chosen on purpose.
  await placements(page).click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Between.');
  await expect(placements(page)).toHaveCount(1);
  await expect(words(page)).toContainText('Between.');
});

test('a list goes on at the number it was begun with, and takes no picture into its items', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Listed');
  await words(page).click();
  await page.keyboard.type('5. The fifth');
  await page.keyboard.press('Enter');
  await page.keyboard.type('The sixth');
  await saved(page);
  await page.getByRole('button', { name: 'Holdings', exact: true }).last().click();
  await drag(
    page.getByRole('region', { name: 'Tray of holdings' }).getByRole('button', { name: /^The old dome/ }),
    words(page).getByText('The sixth'),
  );
  await expect(placements(page)).toHaveCount(1);
  await expect(words(page).locator('li .placement')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(words(page).locator('ol')).toHaveAttribute('start', '5');
  await expect(placements(page)).toHaveCount(1);
});

test('a place that was chosen stays the right one while somebody writes above it', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Chosen first');
  await words(page).click();
  for (const line of ['One.', 'Two.', 'Three.']) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
  }
  const two = await words(page).getByText('Two.').boundingBox();
  await page.mouse.move((two?.x ?? 0) + 200, (two?.y ?? 0) + (two?.height ?? 0) + 6);
  await page.getByRole('button', { name: 'Put something here' }).click();
  await words(page).getByText('One.').click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Written meanwhile.');
  await placeFromTray(page, /^The old dome/);
  await expect(placements(page)).toHaveCount(1);
  const order = await words(page)
    .locator('> *')
    .evaluateAll((blocks) =>
      blocks.map((block) => (block.matches('.placement') ? 'PICTURE' : block.textContent)),
    );
  expect(order.indexOf('PICTURE')).toBe(order.indexOf('Two.') + 1);
});

test('whoever leaves quickly hands off what was written last', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Left in a hurry');
  await words(page).click();
  await page.keyboard.type('The first words.');
  await saved(page);
  await page.keyboard.type(' And the very last.');
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page'), 'Left in a hurry');
  await expect(page.getByLabel('HTML')).toContainText('The first words. And the very last.');
});

test('a save whose answer is lost is the same save when it is sent again', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Lost on the way');
  await words(page).click();
  let lost = 0;
  await page.route('**/api/pages/*', async (route) => {
    if (route.request().method() !== 'PUT' || lost++ > 0) return route.fallback();
    await route.fetch();
    return route.abort('connectionreset');
  });
  await page.keyboard.type('It came all the same.');
  await expect(page.getByText(/^Not saved/)).toBeVisible();
  await saved(page);
  await page.keyboard.type(' And so did this.');
  await saved(page);
  await expect(page.getByText(/saved this page in another window/)).toBeHidden();
  await page.reload();
  await expect(words(page)).toHaveText('It came all the same. And so did this.');
});

test('an answer that is no answer stops nothing', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Answered badly');
  await words(page).click();
  let bad = 0;
  await page.route('**/api/pages/*', (route) =>
    route.request().method() === 'PUT' && bad++ < 1
      ? route.fulfill({ status: 502, contentType: 'application/json', body: 'null' })
      : route.fallback(),
  );
  await page.keyboard.type('Through a bad proxy.');
  await expect(page.getByText(/^Not saved/)).toBeVisible();
  await saved(page);
});

/** Begins a page, writes in it without a connection, and closes the window before anything is saved. */
async function leaveUnsaved(browser: Browser, title: string, text: string) {
  const context = await browser.newContext();
  const page = await context.newPage();
  // While it is closed the browser's tools let go of it, and it believes for a moment that it has a connection.
  await page.addInitScript(() => addEventListener('online', (event) => event.stopImmediatePropagation()));
  await enter(page);
  await beginPage(page, title);
  await expect(words(page)).toBeVisible();
  const address = new URL(page.url()).pathname;
  await words(page).click();
  await context.setOffline(true);
  await page.keyboard.type(text);
  await expect(page.getByText(/^Not saved/)).toBeVisible();
  await page.close({ runBeforeUnload: false });
  return { context, address };
}

test('what was written without a connection is kept when the window is closed, and sent when one comes back', async ({
  browser,
}) => {
  const { context, address } = await leaveUnsaved(browser, 'Closed in a tunnel', 'Written under the hill.');
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(address);
  await expect(words(again)).toHaveText('Written under the hill.');
  await saved(again);
  await context.close();
});

test('what was left unsaved is sent, too, where the page is looked at and not opened', async ({
  browser,
}) => {
  const { context, address } = await leaveUnsaved(browser, 'Looked at first', 'Written before the tunnel.');
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(address.replace('/place/', '/proof/'));
  await expect(again.frameLocator('iframe').first().getByText('Written before the tunnel.')).toBeVisible();
  await context.close();
});

test('what one person left unsaved is neither shown to another at the same browser nor sent in their name', async ({
  browser,
}) => {
  const { context, address } = await leaveUnsaved(browser, 'At one desk', 'Only mine.');
  await context.setOffline(false);
  await context.clearCookies();
  const page = await context.newPage();
  await enter(page, 'Kit Marlowe-Finch');
  await page.goto(address);
  await expect(page.getByLabel('Title of the page')).toHaveValue('At one desk');
  await expect(words(page)).toHaveText('');
  await page.close();
  const again = await context.newPage();
  await enter(again, 'Edda Quill');
  await again.goto(address);
  await expect(words(again)).toHaveText('Only mine.');
  await saved(again);
  await context.close();
});

test('what somebody else changed since is not written over: what was kept is offered', async ({
  browser,
}) => {
  const { context, address } = await leaveUnsaved(browser, 'Kept beside', 'Mine, from the train.');
  const other = await (await browser.newContext()).newPage();
  await enter(other, 'Kit Marlowe-Finch');
  await other.goto(address);
  await words(other).click();
  await other.keyboard.type('Theirs, from the desk.');
  await saved(other);
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(address);
  await expect(words(again)).toHaveText('Theirs, from the desk.');
  await expect(again.getByText(/was not saved, and Kit Marlowe-Finch changed the page since/)).toBeVisible();
  await again.getByRole('button', { name: 'Put mine in place of theirs' }).click();
  await expect(words(again)).toHaveText('Mine, from the train.');
  await saved(again);
  await context.close();
});

test('a label that was written while the server was away is saved when it is back', async ({
  page,
  context,
}) => {
  await enter(page);
  await page.goto('/holdings?words=finder%20chart');
  await page.getByRole('group', { name: 'What was found' }).getByRole('button').first().click();
  const caption = page.getByRole('article').getByLabel('Caption', { exact: true });
  await caption.click();
  await context.setOffline(true);
  await page.keyboard.type('Said without a connection.');
  await caption.blur();
  await expect(page.getByRole('article').getByRole('alert')).toContainText('no connection');
  await context.setOffline(false);
  await expect(page.getByRole('article').getByRole('alert')).toBeHidden();
  await page.reload();
  await page.getByRole('group', { name: 'What was found' }).getByRole('button').first().click();
  await expect(page.getByRole('article').getByLabel('Caption', { exact: true })).toHaveValue(
    'Said without a connection.',
  );
});

test('a label that somebody else changed since is not written over: what was kept is offered', async ({
  browser,
}) => {
  const open = async (page: Page) => {
    await page.goto('/holdings?words=finder%20chart');
    await page.getByRole('group', { name: 'What was found' }).getByRole('button').first().click();
  };
  const source = (page: Page) => page.getByRole('article').getByLabel('Source', { exact: true });
  const context = await browser.newContext();
  const page = await context.newPage();
  await signIn(page);
  await open(page);
  await source(page).click();
  await context.setOffline(true);
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Mine, from the train');
  await source(page).blur();
  await expect(page.getByRole('article').getByRole('alert')).toContainText('no connection');
  await page.close({ runBeforeUnload: false });
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'Kit Marlowe-Finch');
  await open(other);
  const written = other.waitForResponse((answer) => answer.request().method() === 'PATCH' && answer.ok());
  await source(other).fill('Theirs, from the desk');
  await source(other).blur();
  await written;
  await context.setOffline(false);
  const again = await context.newPage();
  await open(again);
  const offer = again.getByRole('article').getByRole('alert');
  await expect(offer).toContainText('Mine, from the train');
  await expect(source(again)).toHaveValue('Theirs, from the desk');
  // Left without a choice, it is offered again.
  await again.reload();
  await open(again);
  await expect(source(again)).toHaveValue('Theirs, from the desk');
  await offer.getByRole('button', { name: 'Write mine over it' }).click();
  await expect(source(again)).toHaveValue('Mine, from the train');
  await open(other);
  await expect(source(other)).toHaveValue('Mine, from the train');
  await context.close();
});

test('words are saved whatever the title is', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Of any length');
  await page.getByLabel('Title of the page').fill('x'.repeat(400));
  await words(page).click();
  await page.keyboard.type('Kept under a long title.');
  await saved(page);
  await page.getByLabel('Title of the page').fill('');
  await words(page).click();
  await page.keyboard.type(' And under none.');
  await saved(page);
  await page.reload();
  await expect(words(page)).toHaveText('Kept under a long title. And under none.');
});

test('what is pasted from elsewhere keeps its structure, drops its looks, and says what it left out', async ({
  page,
}) => {
  // Nothing of it is asked for, not even to be refused.
  const asked: string[] = [];
  page.on('request', (request) => request.url().includes('a.example') && asked.push(request.url()));
  await enter(page);
  await beginPage(page, 'Pasted into');
  await words(page).click();
  await page.keyboard.type('Before it.');
  await page.keyboard.press('Enter');
  await words(page).evaluate((element) => {
    const data = new DataTransfer();
    // Programs send a picture of the words along.
    data.items.add(new File(['x'], 'words.png', { type: 'image/png' }));
    data.setData(
      'text/html',
      `<style>p{color:red}</style><h1 style="font-size:40px">Nights</h1>
       <p style="color:red">Come <span style="font-weight:700">early</span> to <a href="https://a.example/gate">the gate</a>.</p>
       <ol start="3"><li>Third<li>Fourth</ol><table><tr><td>May</td><td>June</td></tr></table>
       <img src="https://a.example/dome.jpg" alt="A dome"><script>alert(1)</script>`,
    );
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(words(page).getByRole('heading', { name: 'Nights', level: 2 })).toBeVisible();
  await expect(page).toHaveURL(/\/place\//);
  await expect(words(page).locator('strong')).toHaveText('early');
  await expect(words(page).getByRole('link', { name: 'the gate' })).toHaveAttribute(
    'href',
    'https://a.example/gate',
  );
  await expect(words(page).locator('ol[start="3"] li')).toHaveText(['Third', 'Fourth']);
  await expect(words(page).locator('td')).toHaveText(['May', 'June']);
  await expect(page.getByText(/^Note: Pasted without .*<script>/)).toBeVisible();
  await expect(words(page).getByRole('group', { name: 'A picture that is not held yet' })).toContainText(
    'A picture at a.example: it was not fetched.',
  );
  await page.keyboard.type(' And after it.');
  await saved(page);
  await page.reload();
  await expect(words(page).locator('td')).toHaveText(['May', 'June']);
  await expect(words(page).locator('> p').last()).toHaveText('And after it.');
  expect(asked).toEqual([]);
});

test('what is dropped from another window is read as what is pasted, and stands where it was dropped', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Dropped into');
  await words(page).click();
  await page.keyboard.type('One.');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Two.');
  await words(page).evaluate((element) => {
    const data = new DataTransfer();
    data.setData(
      'text/html',
      '<p style="color:red" onclick="x()">Between</p><ul><li>A<li>B</ul><script>alert(1)</script>',
    );
    const { left, bottom } = element.querySelector('p')?.getBoundingClientRect() ?? new DOMRect();
    element.dispatchEvent(
      new DragEvent('drop', {
        dataTransfer: data,
        clientX: left + 200,
        clientY: bottom - 4,
        bubbles: true,
        cancelable: true,
      }),
    );
  });
  await expect(words(page).locator('li')).toHaveText(['A', 'B']);
  await expect(page.getByText(/^Note: Pasted without .*<script>/)).toBeVisible();
  await page.keyboard.type('Written on.');
  await expect(words(page)).toHaveText(/^One\.\s*Between\s*A\s*B\s*Written on\.\s*Two\.$/);
});
