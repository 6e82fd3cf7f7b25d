import { expect, type Locator, type Page } from '@playwright/test';
import { beginPage, choose, choosePage, enter, goTo, test, typeNumber, undo } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });
const saved = (page: Page) => expect(page.getByText('Saved just now')).toBeVisible();
const panel = (page: Page) => page.getByRole('region', { name: 'How it stands here' });

/** Puts a picture of the holdings at the caret. */
async function put(page: Page, title: string): Promise<Locator> {
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill(title);
  await page.getByRole('button', { name: `Place ${title}` }).click();
  const placed = words(page).locator('.placement.ProseMirror-selectednode');
  await expect(placed).toBeVisible();
  return placed;
}

const widthOf = async (element: Locator) => (await element.boundingBox())?.width ?? 0;

test('a picture is set beside the words, dragged to a width, given gaps, a box and rounded corners, and stands so outside', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'Set by hand');
  await words(page).click();
  await page.keyboard.type(
    'The dome turns for whoever is there, and the members set up their own telescopes. '.repeat(6),
  );
  await page.keyboard.press('Control+Home');
  // What is written there shows that the caret has come there.
  await page.keyboard.type('See: ');
  await expect(words(page)).toContainText(/^See: /);
  const placed = await put(page, 'Slow turning');
  await panel(page).getByRole('radio', { name: 'beside, at the left' }).click();
  await expect.poll(() => widthOf(placed)).toBe(320);
  // Dragged near a measure it snaps to it; further on it has a width of its own; all of it can be taken back.
  const handle = placed.getByRole('slider', { name: 'Width, by the right edge' });
  const drag = async (by: number) => {
    const at = await handle.boundingBox();
    if (!at) throw new Error('There is no handle.');
    await page.mouse.move(at.x + 10, at.y + 20);
    await page.mouse.down();
    await page.mouse.move(at.x + 10 + by, at.y + 20, { steps: 4 });
    await page.mouse.up();
  };
  await drag(155);
  await expect.poll(() => widthOf(placed)).toBe(480);
  await drag(-100);
  await expect.poll(() => widthOf(placed)).toBe(380);
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => widthOf(placed)).toBe(391);
  await typeNumber(panel(page).getByRole('spinbutton', { name: 'Width' }), 300);
  await expect.poll(() => widthOf(placed)).toBe(300);
  await undo(page);
  await expect.poll(() => widthOf(placed)).toBe(391);
  await page.getByRole('button', { name: 'Redo' }).click();

  await panel(page).getByRole('button', { name: 'Another gap at each side' }).click();
  await typeNumber(panel(page).getByRole('spinbutton', { name: 'Gap right' }), 44);
  await choose(panel(page).getByLabel('Aspect ratio'), '1 : 1');
  await panel(page).getByText('Rounded corners').click();
  const picture = words(page).locator('.placement img');
  await expect
    .poll(async () => {
      const box = await picture.boundingBox();
      return box && [Math.round(box.width), Math.round(box.height)];
    })
    .toEqual([300, 300]);
  await saved(page);

  // Beside it the words have gaps of their own: a press on the picture is a press on the picture at any height, though
  // a paragraph that is shown for a time stands beside it.
  await words(page).getByText('The dome turns').first().click();
  await page.keyboard.press('End');
  for (const line of ['One more.', 'And another.', 'And the last.']) {
    await page.keyboard.press('Enter');
    await page.keyboard.type(line);
  }
  await page.getByRole('button', { name: /^This block/ }).click();
  await page.getByText('For our people only').first().click();
  await saved(page);
  for (const down of [20, 80, 120, 150, 180, 210, 240, 270]) {
    const box = await picture.boundingBox();
    if (!box) throw new Error('The picture is gone.');
    await words(page).getByText('The dome turns').first().click();
    await expect(panel(page)).toBeHidden();
    await page.mouse.move(box.x + 150, box.y + down - 1);
    await page.mouse.click(box.x + 150, box.y + down);
    await expect(panel(page)).toBeVisible();
  }

  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Set by hand');
  const figure = page.frameLocator('iframe[title$="at a desk"]').locator('figure');
  await expect(figure).toHaveCSS('margin', '0px 44px 20px 0px');
  await expect(figure.locator('img')).toHaveCSS('border-radius', '6px');
  await expect(figure.locator('img')).toHaveCSS('object-fit', 'cover');
});

test('a press opens a picture large without a script, and Escape closes it', async ({ page, browser }) => {
  await enter(page);
  await beginPage(page, 'Seen large');
  await words(page).click();
  await put(page, 'Slow turning');
  await choose(panel(page).getByRole('combobox', { name: 'Link' }), 'large picture');
  // On the desk a press selects it, and opens nothing.
  await words(page).locator('.placement img').click();
  await expect(panel(page)).toBeVisible();
  await expect(page.locator('[popover]')).toHaveCount(0);
  // Another picture takes its place, with what a press does; and that is taken back.
  await panel(page).getByRole('button', { name: 'Put another in its place' }).click();
  await panel(page).getByRole('searchbox').fill('an old cluster');
  await panel(page).getByRole('button', { name: 'Choose An old cluster' }).click();
  await expect(panel(page).getByRole('combobox', { name: 'Link' })).toHaveText('large picture');
  await expect(words(page).locator('.placement figcaption')).toContainText('An old cluster');
  await undo(page);
  await expect(words(page).locator('.placement figcaption')).toContainText('Slow turning');
  await saved(page);
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const { preview } = (await (await page.request.get(`/api/pages/${id}/proof`)).json()) as {
    preview: string;
  };
  const visitor = await browser.newPage({ javaScriptEnabled: false, viewport: { width: 1280, height: 800 } });
  await visitor.goto(preview);
  const large = visitor.getByRole('dialog');
  await expect(large).toBeHidden();
  await visitor.getByRole('button', { name: /^Enlarge: / }).press('Enter');
  await expect(large).toBeVisible();
  await expect.poll(async () => (await large.locator('img').boundingBox())?.width ?? 0).toBeGreaterThan(900);
  // It has a name, and keeps the focus however often somebody goes on.
  await expect(large).toHaveAccessibleName(/./);
  for (let times = 0; times < 3; times++) {
    await visitor.keyboard.press('Tab');
    expect(
      await visitor.evaluate(
        () => document.activeElement === document.body || document.activeElement?.closest('dialog') !== null,
      ),
    ).toBe(true);
  }
  await visitor.keyboard.press('Escape');
  await expect(large).toBeHidden();
  await visitor.getByRole('button', { name: /^Enlarge: / }).click();
  await visitor.getByRole('button', { name: 'Close' }).click();
  await expect(large).toBeHidden();
  await visitor.close();
});

test('a picture goes small into the line of words and out of it again, with its alt text, and into a cell', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page, 'In the line');
  await words(page).click();
  await page.keyboard.type('Look for this sign.');
  await page.keyboard.press('Home');
  await put(page, 'The park’s mark, for screens');
  await panel(page).getByRole('button', { name: 'Set it small, into the line' }).click();
  const inLine = words(page).locator('.small-picture img');
  await expect.poll(() => widthOf(inLine)).toBe(48);
  await page.getByRole('radio', { name: 'at the top of the line' }).click();
  await typeNumber(panel(page).getByRole('spinbutton', { name: 'Width' }), 32);
  await expect.poll(() => widthOf(inLine)).toBe(32);
  await expect(inLine).toHaveCSS('vertical-align', 'top');
  await expect(inLine).toHaveAttribute('alt', 'Fernhollow Dark-Sky Park');
  await saved(page);
  await page.reload();
  await expect.poll(() => widthOf(inLine)).toBe(32);
  await inLine.click();
  await panel(page).getByRole('button', { name: 'Set it on its own' }).click();
  await expect(words(page).locator('.placement img')).toBeVisible();
  await expect(inLine).toBeHidden();

  await words(page).getByText('Look for this sign.').click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.getByRole('toolbar', { name: 'Words' }).getByRole('button', { name: 'Table' }).click();
  await words(page).locator('td').first().click();
  await put(page, 'An old cluster');
  const inCell = words(page).locator('td .placement img');
  await expect(inCell).toBeVisible();
  await expect.poll(() => widthOf(inCell)).toBeLessThan(260);
  await saved(page);
  await page.reload();
  await expect(inCell).toBeVisible();
});
