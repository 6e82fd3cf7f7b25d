import { expect, type Page } from '@playwright/test';
import {
  choose,
  drag,
  goTo,
  pick,
  pressAndHear,
  signIn,
  takeBack,
  test,
  told,
  toldOfDrag,
  waitingAt,
} from './screen.ts';

const found = (page: Page) => page.getByRole('group', { name: 'What was found' });
const facet = (page: Page, group: string, value: RegExp) =>
  page.getByRole('region', { name: group }).getByRole('button', { name: value });
const total = async (page: Page) =>
  Number(/\d+/.exec(await page.getByRole('status').filter({ hasText: /asset/ }).innerText())?.[0]);

test.beforeEach(async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Holdings');
  await expect(found(page).getByRole('listitem').first()).toBeVisible();
});

test('a search is narrowed by what is counted beside it, and the counts are right', async ({ page }) => {
  const red = facet(page, 'Colour', /^red/);
  const promised = Number(/\d+/.exec(await red.innerText())?.[0]);
  await red.click();
  await expect.poll(() => total(page)).toBe(promised);
  await expect(page).toHaveURL(/colour=red/);
  await expect(found(page).getByRole('listitem')).toHaveCount(promised);
  // The other colours still say what they would leave.
  await expect(facet(page, 'Colour', /^blue/)).toBeVisible();
  await page.reload();
  await expect(red).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Show everything' }).click();
  await expect(page).not.toHaveURL(/colour/);
});

test('many are filed elsewhere at once, and it can be taken back', async ({ page }) => {
  const about = facet(page, 'Section', /^About/);
  const before = Number(/\d+/.exec(await about.innerText())?.[0]);
  const cells = found(page).getByRole('listitem').getByRole('button');
  await facet(page, 'Section', /^Instruments/).click();
  await expect(cells.first()).toBeVisible();
  await cells.nth(0).click();
  await cells.nth(2).click({ modifiers: ['Shift'] });
  const bar = page.getByRole('group', { name: 'What is chosen' });
  await expect(bar).toContainText('3 assets chosen');
  await pick(bar.getByRole('button', { name: 'File them under' }), 'About');
  await expect(about).toContainText(String(before + 3));
  // It is told, and can be taken back, on whatever screen one is by then.
  await goTo(page, 'Label');
  await takeBack(page);
  await expect(told(page, 'Undone.')).toBeVisible();
  await goTo(page, 'Holdings');
  await expect(about).toContainText(String(before));
});

test('what stands in a page is not binned, and says where; what does not is, and comes back', async ({
  page,
}) => {
  const before = await waitingAt(page, 'Holdings');
  await page.getByLabel('Words on the label').fill('slow turning');
  const cell = found(page)
    .getByRole('button', { name: /^Slow turning/ })
    .first();
  await cell.click();
  const bar = page.getByRole('group', { name: 'What is chosen' });
  await bar.getByRole('button', { name: 'Bin' }).click();
  await expect(
    page
      .getByText(/“Slow turning” stands in/)
      .getByRole('link')
      .first(),
  ).toHaveAttribute('href', /\/place\//);
  // The replacement is offered right there.
  await page.getByLabel('What takes the place of Slow turning').fill('long cloud');
  await expect(
    page.getByRole('button', { name: 'Put The long cloud in the place of Slow turning' }),
  ).toBeVisible();
  await page.getByLabel('Words on the label').fill('sunspots');
  await found(page).getByRole('button').first().click();
  await bar.getByRole('button', { name: 'Bin' }).click();
  await expect(told(page, '1 asset put into the bin.')).toBeVisible();
  await expect.poll(() => waitingAt(page, 'Holdings')).toBe(before - 1);
  await page.getByLabel('Words on the label').fill('');
  await page.getByRole('button', { name: 'Bin', exact: true }).first().click();
  await expect(page.getByRole('heading', { name: 'Bin' })).toBeVisible();
  await found(page).getByRole('button').first().click();
  await bar.getByRole('button', { name: 'Put back' }).click();
  await expect.poll(() => waitingAt(page, 'Holdings')).toBe(before);
});

test('one field is written on many placards, and taken back', async ({ page }) => {
  await page.getByLabel('Words on the label').fill('moon');
  const cells = found(page).getByRole('listitem').getByRole('button');
  await cells.first().click();
  await page.keyboard.press('Control+a');
  const bar = page.getByRole('group', { name: 'What is chosen' });
  await expect(bar).not.toContainText('1 asset chosen');
  await choose(bar.getByLabel('Field to write on all'), 'source');
  await bar.getByLabel('The source for all').fill('Almanac of the valley');
  await bar.getByRole('button', { name: /^Write on/ }).click();
  await page.getByLabel('Words on the label').fill('almanac valley');
  await expect(cells.first()).toBeVisible();
  await takeBack(page);
  await expect(page.getByRole('heading', { name: 'Nothing found' })).toBeVisible();
});

test('everything goes by keyboard: from picture to picture, and into the large view', async ({ page }) => {
  const cells = found(page).getByRole('listitem').getByRole('button');
  await cells.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(cells.nth(1)).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article')).toBeVisible();
  await page.keyboard.press(' ');
  const large = page.getByRole('dialog');
  const name = await large.getByRole('heading').innerText();
  await page.keyboard.press('ArrowRight');
  await expect(large.getByRole('heading')).not.toHaveText(name);
  await page.keyboard.press('Escape');
  await expect(large).toBeHidden();
});

test('the ledger sorts by what stands in its columns', async ({ page }) => {
  await page.getByRole('radio', { name: 'Ledger' }).click();
  const column = page.getByRole('columnheader', { name: 'Pixels' });
  await column.getByRole('button').click();
  await expect(column).toHaveAttribute('aria-sort', 'ascending');
  await column.getByRole('button').click();
  await expect(column).toHaveAttribute('aria-sort', 'descending');
  await expect(page.getByRole('row').nth(1)).toContainText('4,000 × 3,000');
  for (const name of ['Title', 'Bytes', 'Added', 'By', 'Licence', 'In pages']) {
    const other = page.getByRole('columnheader', { name, exact: true });
    await other.getByRole('button').click();
    await expect(other).toHaveAttribute('aria-sort', /ascending|descending/);
    await expect(page.getByRole('row').nth(1)).not.toHaveText('');
  }
  // Which columns there are, and how wide, is kept for whoever wants it so, wherever they sit.
  const edge = page.getByRole('separator', { name: 'Width of Licence' });
  const before = Number(await edge.getAttribute('aria-valuenow'));
  await edge.focus();
  await page.keyboard.press('ArrowRight');
  await expect(edge).toHaveAttribute('aria-valuenow', String(before + 10));
  await page.getByRole('button', { name: 'Which columns are shown' }).click();
  const kept = page.waitForResponse(
    // The width before it may be kept by a request of its own.
    (answer) =>
      answer.url().endsWith('/api/me/tables/ledger') &&
      answer.status() === 200 &&
      !/"hidden":\[\]/.test(answer.request().postData() ?? ''),
  );
  await page.getByRole('menuitemcheckbox', { name: 'Pixels' }).click();
  await kept;
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('columnheader', { name: 'Bytes', exact: true })).toBeVisible();
  await expect(column).toHaveCount(0);
  await expect(edge).toHaveAttribute('aria-valuenow', String(before + 10));
  await page.getByRole('button', { name: 'Which columns are shown' }).click();
  await page.getByRole('menuitem', { name: 'All of them, as wide as they were' }).click();
  await expect(column).toBeVisible();
});

test('sections are begun, renamed, moved and merged, and what they hold goes along', async ({ page }) => {
  await page.getByRole('button', { name: 'Arrange' }).click();
  const arrange = page.getByRole('region', { name: 'Arrange the sections' });
  const begin = async (title: string, where: string) => {
    await arrange.getByLabel('Name of a new section').fill(title);
    await choose(arrange.getByLabel('Where the new section lies'), where);
    await arrange.getByRole('button', { name: 'Begin it' }).click();
  };
  await begin('Winter Nights', 'in Events');
  await expect(arrange.getByText('/events/winter-nights')).toBeVisible();
  await arrange.getByLabel('Name of Winter Nights').fill('Long Nights');
  await page.keyboard.press('Enter');
  await expect(arrange.getByText('/events/long-nights')).toBeVisible();
  await pick(arrange.getByLabel('Move Long Nights into'), 'Sky notes');
  await expect(arrange.getByText('/sky-notes/long-nights')).toBeVisible();
  await arrange.getByRole('button', { name: 'Remove Events' }).click();
  await expect(page.getByRole('alert')).toContainText('“Events” still holds files');
  // By mouse: dropped onto another, it is asked what that means.
  await drag(
    arrange.getByRole('button', { name: 'Drag Long Nights' }),
    arrange.getByText('/about', { exact: true }),
  );
  await arrange.getByRole('button', { name: 'Put “Long Nights” inside' }).click();
  await expect(arrange.getByText('/about/long-nights')).toBeVisible();
  // By key: taken up, moved from section to section, which is said, and put down.
  await arrange.getByRole('button', { name: 'Drag Long Nights' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Over |is taken up\.$/).first()).toBeAttached();
  for (let step = 0; step < 12 && !(await page.getByText('Over About.').count()); step++)
    await pressAndHear(page, 'ArrowUp', () => toldOfDrag(page));
  await expect(page.getByText('Over About.')).toBeAttached();
  await page.keyboard.press('Space');
  await arrange.getByRole('button', { name: 'Merge the two' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Merge the two' }).click();
  await expect(arrange.getByText('long-nights')).toHaveCount(0);
  await arrange.getByRole('button', { name: 'Done' }).click();
  await expect(found(page).getByRole('listitem').first()).toBeVisible();
});
