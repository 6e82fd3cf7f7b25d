import { expect, type Page } from '@playwright/test';
import { beginPage, dragByFinger, enter, isSaved, test, wordsOf } from './screen.ts';

test.use({ hasTouch: true, isMobile: true });

for (const viewport of [
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
])
  test.describe(`at ${viewport.width} px`, () => {
    test.use({ viewport });

    test('things are put together, set, and ordered by a finger', async ({ page }) => {
      await enter(page);
      await beginPage(page, `By finger at ${viewport.width}`);
      await wordsOf(page).tap();
      await page.keyboard.type('Three of them.');
      await page.getByRole('button', { name: 'Put a picture or film' }).tap();
      const tray = page.getByRole('region', { name: 'Tray of holdings' });
      const titles = ['Young moon', 'Three quarters', 'Full'];
      for (const title of titles) {
        await tray.getByRole('searchbox').fill(title);
        await tray.getByRole('checkbox', { name: `Choose ${title}` }).tap();
      }
      await tray.getByRole('button', { name: 'Place these 3 together' }).tap();
      const set = wordsOf(page).locator('.together');
      await expect(set.locator('.placement')).toHaveCount(3);
      await page
        .getByRole('button', { name: /^Holdings/ })
        .last()
        .tap();
      await set.locator('.placement').first().tap();
      const panel = page.getByRole('region', { name: 'How these stand' });
      await panel.getByRole('radio', { name: 'as cards' }).tap();
      await expect(set).toHaveAttribute('data-setting', 'cards');
      const order = async () =>
        (
          await panel
            .getByRole('button', { name: /^Move (?!all)[^0-9]*$/ })
            .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')))
        ).filter((label) => label && !/ (up|down)$/.test(label));
      const [first, second, third] = titles.map((title) => `Move ${title}`);
      expect(await order()).toEqual([first, second, third]);
      const last = panel.getByRole('button', { name: third ?? '', exact: true });
      await last.scrollIntoViewIfNeeded();
      await dragByFinger(
        page,
        panel.getByRole('button', { name: first ?? '', exact: true }),
        /is taken up/,
        async () => {
          const box = await last.boundingBox();
          return { x: (box?.x ?? 0) + 10, y: (box?.y ?? 0) + (box?.height ?? 0) - 4 };
        },
      );
      await expect.poll(order).toEqual([second, third, first]);
      // On the desk itself: what is taken up stays so, though the finger takes the focus with it.
      const shown = () =>
        set.locator('.placement img').evaluateAll((all) => all.map((img) => (img as HTMLImageElement).alt));
      const [one, two, three] = await shown();
      await set.locator('.placement').first().tap();
      // Clear of the controls that stand over the page.
      await set.evaluate((element) => element.scrollIntoView({ block: 'center' }));
      await dragByFinger(
        page,
        page.getByRole('button', { name: 'Move number 1 of 3' }),
        /Number 1 is taken up/,
        async () => {
          const box = await set.locator('.placement').nth(1).boundingBox();
          return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
        },
      );
      // How far depends on how far the page scrolls under the finger.
      await expect.poll(async () => (await shown())[0]).toBe(two);
      expect((await shown()).toSorted()).toEqual([one, two, three].toSorted());
      await isSaved(page);
      expect(await juttingOut(page)).toBe(false);
    });
  });

/** True where the screen scrolls sideways. */
const juttingOut = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth + 1);
