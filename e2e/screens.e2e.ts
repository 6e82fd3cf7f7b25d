import { expect } from '@playwright/test';
import { choose, enter, goTo, lineOf, signIn, takeBack, test, told, waitingAt, watchRest } from './screen.ts';

test('the stage rule counts real queues', async ({ page }) => {
  await signIn(page);
  const before = await waitingAt(page, 'Label');
  expect(before).toBeGreaterThan(0);
  await goTo(page, 'Label');
  // The first that waits is opened by its own address.
  await expect(page).toHaveURL(/\/label\/[\w-]+/);
  const placard = page.getByRole('article');
  await placard.getByLabel('Alt text').fill('A bright planet low above hills at dusk.');
  await choose(placard.getByLabel('Licence'), 'Our own work');
  await expect.poll(() => waitingAt(page, 'Label')).toBe(before - 1);
});

test('the finished page has no fault, and the faulty one has each of its faults', async ({ page }) => {
  await signIn(page);
  await expect(await lineOf(page, 'Autumn star parties')).toContainText('nothing found');
  await (await lineOf(page, 'Sky notes for November')).getByRole('link', { name: 'Proof' }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  for (const fault of [
    'has no alt text',
    'shown 720 wide, 1.7 times too few',
    'Nobody has reviewed cloudmap.example',
    'A heading of level 4 follows one of level 1',
  ]) {
    await expect(findings).toContainText(fault);
  }
  // What can be done at once is done there, and taken back.
  await findings.getByRole('button', { name: 'Make it level 2: A heading of level 4' }).click();
  await expect(told(page, 'Done: make it level 2.')).toBeVisible();
  await expect(findings).not.toContainText('A heading of level 4');
  await takeBack(page);
  await expect(findings).toContainText('A heading of level 4 follows one of level 1');
});

test('a reviewer approves a host, and an editor may not', async ({ browser }) => {
  const editor = await (await browser.newContext()).newPage();
  await signIn(editor, 'Edda Quill');
  const ask = (page: typeof editor) =>
    page.evaluate(async () => {
      const answer = await fetch('/api/hosts/cloudmap.example', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ review: 'approved' }),
      });
      return answer.status;
    });
  expect(await ask(editor)).toBe(403);
  const reviewer = await (await browser.newContext()).newPage();
  await signIn(reviewer, 'Rowan Ashby');
  expect(await ask(reviewer)).toBe(200);
});

test('a reviewer is offered nothing that a reviewer may not do', async ({ page }) => {
  const rest = watchRest(page);
  const refused: string[] = [];
  page.on('response', (answer) => {
    if (answer.status() === 403) refused.push(answer.url());
  });
  await signIn(page, 'Rowan Ashby');
  await expect(page.getByText('What has come in, and waits for an editor.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Choose files' })).toBeHidden();
  await goTo(page, 'Holdings');
  await page.getByRole('button', { name: /^November’s visitor/ }).click();
  const tools = page.getByRole('group', { name: 'What is chosen' });
  await expect(tools.getByRole('button', { name: 'Download' })).toBeVisible();
  await expect(tools.getByRole('button', { name: 'Bin' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Arrange' })).toBeHidden();
  await goTo(page, 'Prep');
  await expect(page.getByRole('button', { name: /^Use (it|this)/ })).toBeHidden();
  await goTo(page, 'Pages');
  await expect(page.getByRole('button', { name: 'Begin a page' })).toBeHidden();
  for (const stage of ['Label', 'Place', 'Proof', 'Hand off']) {
    await goTo(page, stage);
    await expect(
      page.getByRole('main').locator('h1, h2, [aria-label="Title of the page"]').first(),
    ).toBeVisible();
    await rest();
  }
  expect(refused).toEqual([]);
  // That one would be seen is seen by one.
  await page.evaluate(() =>
    fetch('/api/pages', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }),
  );
  await expect.poll(() => refused.length).toBe(1);
});

test('everything on the way is done by keyboard', async ({ page }) => {
  await signIn(page);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do anything' })).toBeVisible();
  await page.keyboard.type('Getting here in the dark');
  await expect(page.getByRole('option', { name: /^Getting here in the dark/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the page')).toHaveValue('Getting here in the dark');
  const outline = page.getByRole('navigation', { name: 'In this page' });
  await outline.getByRole('button', { name: 'The lower path' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'How it stands here' })).toBeVisible();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByText('Saving …').or(page.getByText('Saved just now'))).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Saved just now')).toBeVisible();
});

test('all keys stand on one sheet, which a key opens, but not while somebody writes', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Account of Edda Quill' }).focus();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Keys' });
  await expect(sheet).toContainText('the line between two blocks');
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await expect(page.getByRole('button', { name: 'Account of Edda Quill' })).toBeFocused();
  await goTo(page, 'Holdings');
  await page.getByLabel('Words on the label').fill('');
  await page.getByLabel('Words on the label').press('?');
  await expect(page.getByLabel('Words on the label')).toHaveValue('?');
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Account of Edda Quill' }).click();
  await page.getByRole('menuitem', { name: 'Keys' }).click();
  await expect(sheet).toBeVisible();
});

test('the night theme stays chosen', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Change to the night theme' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.getByRole('button', { name: 'Change to the day theme' }).click();
});

test('holdings are found by words on the label, and the search lives in the address', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Holdings');
  await page.getByLabel('Words on the label').fill('comet tail');
  await expect(page.getByText('1 asset', { exact: true })).toBeVisible();
  await expect(page).toHaveURL(/words=comet\+tail/);
  await page.reload();
  await expect(page.getByRole('button', { name: /^November’s visitor/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await expect(page.getByRole('columnheader', { name: 'Licence' })).toBeVisible();
});

test('embed code pasted among the words is recognised', async ({ page }) => {
  await enter(page);
  await page.goto('/place');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await words.locator('p').first().click();
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      '<p><iframe src="https://lanternreel.example/player/1" title="A film"></iframe></p>',
    ),
  );
  await page.keyboard.press('Control+v');
  const embed = page.getByRole('region', { name: 'Embed', exact: true });
  await expect(embed.getByLabel('Said to screen readers')).toHaveValue('A film');
  // It is asked about once.
  await expect(page.getByRole('region', { name: 'Pasted embed code' })).toHaveCount(0);
  await embed.getByRole('button', { name: 'Cancel' }).click();
  await expect(words).not.toContainText('iframe');
});
