import { expect, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { unlabel } from './labels.ts';
import { choose, enter, goTo, pick, signIn, takeBack, test, told } from './screen.ts';

const found = (page: Page) => page.getByRole('group', { name: 'What was found' });
const cells = (page: Page) => found(page).getByRole('listitem').getByRole('button');
const bar = (page: Page) => page.getByRole('group', { name: 'What is chosen' });
const atHand = (page: Page) => page.getByRole('region', { name: 'At hand' });

async function chooseCells(page: Page, search: string, from: number, to: number) {
  await enter(page);
  await page.goto(`/holdings?${search}`);
  await expect(cells(page).first()).toBeVisible();
  await cells(page).nth(from).click();
  await cells(page)
    .nth(to)
    .click({ modifiers: ['Shift'] });
  await expect(bar(page)).toContainText(`${to - from + 1} assets chosen`);
}

test('a shortlist is begun with what is chosen, shown, shortened and removed', async ({ page }) => {
  await chooseCells(page, 'kind=picture&sort=title', 0, 2);
  await pick(bar(page).getByLabel('Put them on a shortlist'), 'a new one');
  await page.getByLabel('Name of the new shortlist').fill('For the spring page');
  await page.keyboard.press('Enter');
  await expect(told(page, '3 assets put on “For the spring page”.')).toBeVisible();
  await page.getByRole('button', { name: 'Choose none' }).click();
  const list = atHand(page).getByRole('button', { name: /^For the spring page/ });
  await expect(list).toContainText('3');
  await list.click();
  await expect(page).toHaveURL(/shortlist=/);
  await expect(cells(page)).toHaveCount(3);
  await cells(page).first().click();
  await bar(page).getByRole('button', { name: 'Take off the list' }).click();
  await expect(cells(page)).toHaveCount(2);
  await takeBack(page);
  await expect(cells(page)).toHaveCount(3);
  await atHand(page).getByRole('button', { name: 'Remove list' }).click();
  await expect(list).toBeHidden();
  await expect(page).not.toHaveURL(/shortlist=/);
});

test('a word that is written nearly so is offered as it is held', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings?words=commet');
  await page.getByRole('button', { name: 'Look for “comet” instead' }).click();
  await expect(page).toHaveURL(/words=comet/);
  await expect(cells(page).first()).toBeVisible();
});

test('a search is kept under a name and found again, and what was placed last is at hand', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/holdings?colour=blue&shape=landscape');
  await expect(cells(page).first()).toBeVisible();
  const many = await page.getByRole('status').filter({ hasText: /asset/ }).innerText();
  await atHand(page).getByRole('button', { name: 'Keep this search' }).click();
  await atHand(page).getByRole('textbox').fill('Wide and blue');
  await page.keyboard.press('Enter');
  const kept = atHand(page).getByRole('button', { name: /search: Wide and blue/ });
  await expect(kept).toBeVisible();
  await goTo(page, 'Pages');
  await goTo(page, 'Holdings');
  await kept.click();
  await expect(page).toHaveURL(/colour=blue/);
  await expect(page.getByRole('status').filter({ hasText: /asset/ })).toHaveText(many);
  await atHand(page).getByRole('button', { name: 'Keep the search “Wide and blue” no longer' }).click();
  await expect(kept).toBeHidden();

  await page.goto('/holdings');
  await atHand(page).getByRole('button', { name: 'placed last' }).click();
  await expect(page).toHaveURL(/sort=placed/);
  await expect(cells(page).first()).toBeVisible();
  // What was never placed is not among them.
  const names = async (query: string) => {
    const answer = await page.request.get(`/api/assets?${query}&limit=200`);
    return ((await answer.json()) as { assets: { placard: { title: string } }[] }).assets.map(
      ({ placard }) => placard.title,
    );
  };
  const [all, placed] = [await names(''), await names('sort=placed')];
  expect(placed.length).toBeLessThan(all.length);
  await expect(page.getByRole('status').filter({ hasText: /asset/ })).toContainText(`${placed.length} `);
  await expect(cells(page).first()).toContainText(placed[0] ?? '');
});

test('the placard of many says what they lack and have in common, and narrows to those', async ({ page }) => {
  await signIn(page);
  const found = async (query: string) => {
    const answer = await page.request.get(`/api/assets?${query}&limit=100`);
    return ((await answer.json()) as { assets: { id: string }[] }).assets.map(({ id }) => id);
  };
  const labelAgain = await unlabel(page, 'licence', 1);
  const lacking = await found('lacking=licence');
  const all = await found('sort=title');
  const at = all.findIndex((id) => lacking.includes(id));
  expect(at).toBeGreaterThan(0);
  // Three that stand together, of which one at least lacks a licence and one has it.
  const from = at - 1;
  const chosen = all.slice(from, from + 3);
  const lacks = chosen.filter((id) => lacking.includes(id)).length;
  await page.goto('/holdings?sort=title');
  await cells(page).nth(from).click();
  await cells(page)
    .nth(from + 2)
    .click({ modifiers: ['Shift'] });
  const placard = page.getByRole('article', { name: `Placard of ${chosen.length} assets` });
  await expect(placard).toContainText(`${lacks} of ${chosen.length} lack a licence`);
  await placard
    .getByRole('listitem')
    .filter({ hasText: 'lack a licence' })
    .getByRole('button', { name: 'Choose these' })
    .click();
  await expect(bar(page)).toContainText(lacks === 1 ? '1 asset chosen' : `${lacks} assets chosen`);
  await labelAgain();
});

test('keywords are added to many and taken away again, and found by', async ({ page }) => {
  await chooseCells(page, 'words=moon&kind=picture', 0, 1);
  await choose(bar(page).getByLabel('Field to write on all'), 'keywords, more of them');
  await bar(page).getByRole('textbox').fill('lunar, moonrise');
  await page.keyboard.press('Enter');
  await expect(told(page, 'The keywords of 2 placards were changed.')).toBeVisible();
  await page.getByLabel('Words on the label').fill('moonrise');
  await expect(cells(page)).toHaveCount(2);
  await takeBack(page);
  await expect(cells(page)).toHaveCount(0);
});

test('the originals of what is chosen are downloaded with their credits', async ({ page }) => {
  await chooseCells(page, 'kind=picture&sort=title', 0, 1);
  const coming = page.waitForEvent('download');
  await bar(page).getByRole('button', { name: 'Download' }).click();
  const zip = await readFile(await (await coming).path());
  expect(zip.subarray(0, 4).toString('latin1')).toBe('PK\u0003\u0004');
  expect(zip.includes('credits.csv')).toBe(true);
});

test('the licence verdict and whoever added it narrow a search', async ({ page }) => {
  await enter(page);
  await page.goto('/holdings');
  const verdict = page.getByRole('region', { name: 'May we use it?' });
  const no = verdict.getByRole('button', { name: /^no \d/ });
  const promised = Number(/\d+/.exec(await no.innerText())?.[0]);
  await no.click();
  await expect(page).toHaveURL(/verdict=no/);
  await expect(cells(page)).toHaveCount(promised);
  await page.goto('/holdings');
  await page
    .getByRole('region', { name: 'Added by' })
    .getByRole('button', { name: /Edda Quill/ })
    .click();
  await expect(page).toHaveURL(/by=/);
  await page
    .getByRole('region', { name: 'Added', exact: true })
    .getByRole('textbox', { name: 'from' })
    .fill('1 January 2999');
  await page.keyboard.press('Enter');
  await expect(page.getByText('0 assets')).toBeVisible();
});

test('a keeper sets a limit of room, and it is refused to fill it', async ({ page }) => {
  await signIn(page, 'Kit Marlowe-Finch');
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: /Set a limit|Change the limit/ }).click();
  await page.getByLabel('At most').fill('0.001');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/are used already/)).toBeVisible();
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText(/of 1(\.0)? MB used, 0 bytes left/)).toBeVisible();
  await page.getByLabel('Files to bring in').setInputFiles({
    name: 'one-more.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
  });
  await expect(page.getByText(/no room|is full|room left/i).first()).toBeVisible();
  await page.getByRole('button', { name: 'Change the limit' }).click();
  await page.getByRole('button', { name: 'No limit' }).click();
  await expect(page.getByText(/no limit set/)).toBeVisible();
});
