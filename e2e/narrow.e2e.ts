import { expect } from '@playwright/test';
import { choosePage, expectDrawn, goTo, signIn, test } from './screen.ts';

test.use({ viewport: { width: 390, height: 844 } });

test('a page is proofed on a telephone, and nothing runs out of the screen', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'Autumn star parties');
  const phone = page.frameLocator('iframe[title="Autumn star parties, on a phone"]');
  await expectDrawn(phone.getByRole('img', { name: 'Stars drawn into rings' }));
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('Nothing found');
  for (const stage of ['Gather', 'Prep', 'Label', 'Proof', 'Hand off', 'Hosts', 'Holdings', 'Pages']) {
    await goTo(page, stage);
    await expect(page.getByRole('main')).toBeVisible();
    const [content, screen] = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]);
    expect(content, stage).toBeLessThanOrEqual(screen ?? 0);
  }
});
