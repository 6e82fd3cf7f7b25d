import { expect } from '@playwright/test';
import { signIn, test } from './screen.ts';

const PAGE = 'Getting here in the dark';

test('a page with a comp in it does not leave, unless a reviewer lets it go with a reason', async ({
  browser,
}) => {
  const [editor, reviewer] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  await signIn(editor, 'Edda Quill');
  await signIn(reviewer, 'Rowan Ashby');
  const pages = (
    (await (await editor.request.get(`/api/pages?words=${encodeURIComponent(PAGE)}`)).json()) as {
      pages: { id: string; title: string }[];
    }
  ).pages;
  const id = pages.find(({ title }) => title === PAGE)?.id ?? '';
  expect((await editor.request.get(`/api/pages/${id}/hand-off/zip`)).status()).toBe(409);
  for (const page of [editor, reviewer]) await page.goto(`/hand-off/${id}`);
  await expect(editor.getByRole('heading', { name: 'This page cannot leave yet' })).toBeVisible();
  await expect(editor.getByText(/is still a comp/)).toBeVisible();
  await expect(editor.getByRole('button', { name: /^Let it go/ })).toBeHidden();

  const stops = reviewer.getByRole('button', { name: /^Let it go/ });
  await expect(stops.first()).toBeVisible();
  // What is being written stays while the page is looked at anew, as after a change by somebody else.
  await stops.first().click();
  await reviewer.getByLabel('Why it may go out all the same').fill('The agency');
  const again = reviewer.waitForResponse((answer) => answer.url().endsWith('/hand-off'));
  const { version, title, document } = (await (await editor.request.get(`/api/pages/${id}`)).json()) as {
    version: number;
    title: string;
    document: { content: object[] };
  };
  const more = { type: 'paragraph', content: [{ type: 'text', text: 'Bring a red torch.' }] };
  const saved = await editor.request.put(`/api/pages/${id}`, {
    data: { version, title, document: { ...document, content: [...document.content, more] } },
  });
  expect(saved.ok()).toBe(true);
  await again;
  await expect(reviewer.getByLabel('Why it may go out all the same')).toHaveValue('The agency');
  await reviewer.getByRole('button', { name: 'Keep it back', exact: true }).click();
  for (let left = await stops.count(); left > 0; left--) {
    await stops.first().click();
    await reviewer.getByLabel('Why it may go out all the same').fill('The agency agreed by telephone.');
    await reviewer.getByRole('button', { name: 'Let it go', exact: true }).click();
    await expect(
      reviewer.getByText('Rowan Ashby let it go: “The agency agreed by telephone.”'),
    ).not.toHaveCount(0);
    if (left > 1) await expect(stops).toHaveCount(left - 1);
  }
  await expect(reviewer.getByLabel('HTML')).toBeVisible();
  await expect(editor.getByLabel('HTML')).toBeVisible();

  // Taken back, it is held back again.
  await reviewer.goto(`/proof/${id}`);
  await reviewer.getByRole('button', { name: 'Keep it back again' }).first().click();
  await expect(reviewer.getByRole('button', { name: /^Let it go/ })).not.toHaveCount(0);
  expect((await editor.request.get(`/api/pages/${id}/hand-off`)).status()).toBe(409);
});
