import { expect } from '@playwright/test';
import { beginPage, enter, signIn, test } from './screen.ts';

test('a second window never overwrites: the later writer is told and keeps the words', async ({
  browser,
}) => {
  const [first, second] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  await signIn(first, 'Edda Quill');
  await enter(second, 'Kit Marlowe-Finch');
  await beginPage(first, 'Written by two');
  await expect(first.getByRole('textbox', { name: 'Words of the page' })).toBeVisible();
  await second.goto(new URL(first.url()).pathname);
  const wordsOf = (page: typeof first) => page.getByRole('textbox', { name: 'Words of the page' });
  // Both have it open before either writes.
  await expect(wordsOf(second)).toBeVisible();

  await wordsOf(first).click();
  await first.keyboard.type('Edda was here.');
  await expect(first.getByText(/^Saved/)).toBeVisible();
  await wordsOf(second).click();
  await second.keyboard.type('Kit was here.');
  await expect(second.getByText('Edda Quill saved this page in another window')).toBeVisible();
  await expect(wordsOf(second)).toContainText('Kit was here.');

  await second.getByRole('button', { name: 'Keep mine as a page of its own' }).click();
  await expect(second.getByLabel('Title of the page')).toHaveValue('Written by two (my words)');
  await expect(wordsOf(second)).toContainText('Kit was here.');
  await first.reload();
  await expect(wordsOf(first)).toHaveText('Edda was here.');
});

test('a placard changed by two shows the newer words and keeps the later ones beside them', async ({
  browser,
}) => {
  const [first, second] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  await signIn(first, 'Edda Quill');
  await signIn(second, 'Rowan Ashby');
  // The second window hears nothing of the first, as when its connection is slow.
  await second.route('**/api/events', (route) => route.abort());
  for (const page of [first, second]) {
    await page.goto('/holdings?words=cluster');
    await page.getByRole('button', { name: /^An old cluster/ }).click();
    await expect(page.getByRole('article', { name: 'Placard of An old cluster' })).toBeVisible();
  }
  const captionOf = (page: typeof first) => page.getByRole('article').getByLabel('Caption');
  const saved = first.waitForResponse((response) => response.url().endsWith('/placard') && response.ok());
  await captionOf(first).fill('Twelve billion years old.');
  await captionOf(first).blur();
  await saved;
  await captionOf(second).fill('Older than the sun.');
  await captionOf(second).blur();
  const conflict = second.getByRole('article').getByRole('alert');
  await expect(conflict).toContainText('Somebody changed this placard while you wrote.');
  await expect(conflict).toContainText('Older than the sun.');
  await expect(captionOf(second)).toHaveValue('Twelve billion years old.');
  await conflict.getByRole('button', { name: 'Write mine over it' }).click();
  await expect(captionOf(second)).toHaveValue('Older than the sun.');
  await expect(captionOf(first)).toHaveValue('Older than the sun.');
});

test('what is written while the connection is gone is saved when it is back', async ({ page, context }) => {
  await enter(page);
  await beginPage(page, 'Written in a tunnel');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await words.click();
  await context.setOffline(true);
  await page.keyboard.type('No signal here.');
  await expect(page.getByText('Not saved: There is no connection to the server.')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(words).toHaveText('No signal here.');
});

test('a window that is older than a page shows it to nobody as empty, and never saves over it', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'From tomorrow');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  const address = page.url();
  const saves: string[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PUT') saves.push(request.url());
  });
  const asked = (url: URL) => url.pathname === `/api/pages/${address.split('/').at(-1)}`;
  await page.route(asked, async (route) => {
    if (route.request().method() !== 'GET') return route.continue();
    const answer = await route.fetch();
    const body = (await answer.json()) as { document: object };
    return route.fulfill({ json: { ...body, document: { ...body.document, format: 99 } } });
  });
  await page.goto(address);
  await expect(page.getByText('this page has things in it that the window does not know')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Words of the page' })).toBeHidden();
  await page.keyboard.type('Written over it?');
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.getByRole('button', { name: 'Load the window anew' }).click();
  await expect(page.getByRole('textbox', { name: 'Words of the page' })).toBeVisible();
  expect(saves).toEqual([]);
});

test('what a window does not know of a page stands there, is said, and is saved as it is', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Partly unknown');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  const address = page.url();
  const asked = (url: URL) => url.pathname === `/api/pages/${address.split('/').at(-1)}`;
  const later = { type: 'constellation', attrs: { stars: 7 } };
  const saved: string[] = [];
  // As where a newer Placard has written into the page: here the server has nothing of the kind, and would refuse it.
  await page.route(asked, async (route) => {
    if (route.request().method() !== 'GET') {
      saved.push(route.request().postData() ?? '');
      return route.fulfill({ json: { version: 9, changedAt: new Date().toISOString(), findings: [] } });
    }
    const answer = await route.fetch();
    const body = (await answer.json()) as { document: { content: object[] } };
    const document = { ...body.document, content: [...body.document.content, later] };
    return route.fulfill({ json: { ...body, document } });
  });
  await page.goto(address);
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await expect(words.locator('.placement')).toContainText('“constellation”');
  await words.locator('p').first().click();
  await page.keyboard.type('Words round it.');
  await expect.poll(() => saved.length).toBeGreaterThan(0);
  expect(saved.at(-1)).toContain(JSON.stringify(JSON.stringify(later)).slice(1, -1));
  // The page goes on asking whenever it is told of a change, also while the test ends.
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});
