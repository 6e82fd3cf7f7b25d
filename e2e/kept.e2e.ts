import { expect, type Page } from '@playwright/test';
import { beginPage, enter, forgetSession, isSaved, pageId, test, wordsOf } from './screen.ts';

/** The page as the server has it. */
async function storedOf(page: Page, id: string) {
  return (await (await page.request.get(`/api/pages/${id}`)).json()) as {
    version: number;
    title: string;
    document: object;
    facts: { description: string };
  };
}

/** Somebody else saves the page, with these words in it and perhaps another description. */
async function saveElsewhere(page: Page, id: string, words: string, description?: string): Promise<void> {
  const { version, title, facts } = await storedOf(page, id);
  const answer = await page.request.put(`/api/pages/${id}`, {
    data: {
      version,
      title,
      facts: { ...facts, ...(description === undefined ? {} : { description }) },
      document: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] },
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
}

const offer = (page: Page) => page.getByText(/What you wrote here .* was not saved/);

test('what is typed at the side without a pause is there after the window is opened anew', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Typed through', 'Some words.');
  const id = pageId(page);
  page.on('dialog', (dialog) => void dialog.accept());
  await page.getByRole('textbox', { name: 'Description' }).click();
  await page.keyboard.type('All of it is there');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Description' })).toHaveValue('All of it is there');
  await expect.poll(async () => (await storedOf(page, id)).facts.description).toBe('All of it is there');
});

test('what could not be brought together is offered until somebody says what becomes of it, and made a page of its own once', async ({
  page,
}) => {
  await enter(page);
  const title = `Offered ${Date.now().toString(36)}`;
  await beginPage(page, title, 'As it was.');
  const id = pageId(page);
  page.on('dialog', (dialog) => void dialog.accept());
  await saveElsewhere(page, id, 'As somebody else has it.');
  await wordsOf(page).getByText('As it was.').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Mine.');
  await expect(page.getByRole('region', { name: 'Both changed the same' })).toBeVisible();
  // Elsewhere and back, and written on: it is offered still.
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Prep/ }).click();
  await expect(page).toHaveURL(/prep/);
  await page.goto(`/place/${id}`);
  await expect(offer(page)).toBeVisible();
  await wordsOf(page).getByText('As somebody else has it.').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' More.');
  await isSaved(page);
  await page.reload();
  await expect(wordsOf(page)).toContainText('As somebody else has it. More.');
  await expect(offer(page)).toBeVisible();
  // Another tab of it saves what it writes, and leaves the offer alone.
  const other = await page.context().newPage();
  await other.goto(`/place/${id}`);
  await expect(wordsOf(other)).toContainText('More.');
  await wordsOf(other).getByText('More.').click();
  await other.keyboard.press('End');
  await other.keyboard.type(' And here.');
  await isSaved(other);
  await other.close();
  // The first tells that it was saved elsewhere, and brings it in.
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(wordsOf(page)).toContainText('More. And here.');
  await page
    .getByRole('button', { name: 'Keep mine as a page of its own' })
    .evaluate((button: HTMLButtonElement) => {
      button.click();
      button.click();
    });
  await expect(wordsOf(page)).toContainText('As it was. Mine.');
  const { pages } = (await (await page.request.get(`/api/pages?words=${title}`)).json()) as {
    pages: { title: string }[];
  };
  expect(pages.filter((one) => one.title === `${title} (my words)`)).toHaveLength(1);
});

test('two who say something else of a page are asked which it is; what the other wrote is not undone here', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Said twice', 'First.', 'Last.');
  const id = pageId(page);
  await wordsOf(page).getByText('Last.').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Own.');
  await isSaved(page);
  const { version, document } = (await storedOf(page, id)) as {
    version: number;
    document: { content: object[] };
  };
  const added = { type: 'paragraph', content: [{ type: 'text', text: 'By somebody else.' }] };
  const answer = await page.request.put(`/api/pages/${id}`, {
    data: {
      version,
      title: 'Said twice',
      facts: { description: 'Theirs', keyPhrase: '', lead: null, listing: null },
      document: { ...document, content: [added, ...document.content] },
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.getByRole('textbox', { name: 'Description' }).fill('Mine');
  const asked = page.getByRole('region', { name: 'Both changed the same' });
  await expect(asked).toContainText('Theirs');
  await asked
    .getByRole('radiogroup', { name: /description/ })
    .getByRole('radio', { name: 'Mine' })
    .click();
  await asked.getByRole('button', { name: 'Bring both together' }).click();
  await expect(wordsOf(page)).toContainText('By somebody else.');
  await isSaved(page);
  expect((await storedOf(page, id)).facts.description).toBe('Mine');
  await wordsOf(page).getByText('Last. Own.').click();
  for (let step = 0; step < 4; step++) await page.keyboard.press('Control+z');
  await expect(wordsOf(page)).not.toContainText('Own.');
  await expect(wordsOf(page)).toContainText('By somebody else.');
});

test('captions that are left at once are saved, and none are where all are taken out', async ({ page }) => {
  await enter(page);
  const { assets } = (await (
    await page.request.get('/api/assets?kind=film&words=Aligning%20a%20finder%20scope')
  ).json()) as { assets: { id: string }[] };
  const address = `/label/${assets[0]?.id}/captions?kind=captions&language=it`;
  const caption = page.getByRole('textbox', { name: 'Caption 1', exact: true });
  await page.goto(address);
  await page.getByRole('button', { name: /^New here/ }).click();
  await page.keyboard.type('Guarda');
  await page.getByRole('link', { name: 'Back to its label' }).click();
  await expect(page).not.toHaveURL(/captions/);
  await page.goto(address);
  await expect(caption).toHaveValue('Guarda');
  await caption.click();
  await page.getByRole('button', { name: /^Remove Alt/ }).click();
  await page.getByRole('link', { name: 'Back to its label' }).click();
  await expect(page).not.toHaveURL(/captions/);
  await page.goto(address);
  await expect(page.getByText('Nothing is written yet')).toBeVisible();
});

test('who signs out with something unsaved is asked, and nothing of it stays in the browser', async ({
  page,
}) => {
  // A session of its own, which nobody enters by after it has ended.
  forgetSession();
  await enter(page);
  forgetSession();
  await beginPage(page, 'Left behind', 'Some words.');
  await page.route('**/api/pages/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await wordsOf(page).click();
  await page.keyboard.type('Not to be read by others. ');
  await expect(page.getByText(/no connection to the server/i).first()).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.getByRole('button', { name: /^Account of/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  const asked = page.getByRole('alertdialog', { name: 'Sign out with something not saved?' });
  await asked.getByRole('button', { name: 'Stay signed in' }).click();
  await expect(wordsOf(page)).toContainText('Not to be read');
  await page.getByRole('button', { name: /^Account of/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await asked.getByRole('button', { name: 'Remove it and sign out' }).click();
  await expect(page.getByRole('button', { name: /Sign in/ }).first()).toBeVisible();
  const left = await page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const opening = indexedDB.open('placard');
        opening.addEventListener('success', () => {
          const reading = opening.result.transaction('unsaved').objectStore('unsaved').getAll();
          reading.addEventListener('success', () => resolve(JSON.stringify(reading.result)));
        });
      }),
  );
  expect(left).not.toContain('Not to be read');
});
