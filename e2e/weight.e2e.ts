import { expect } from '@playwright/test';
import { lineOf, signIn, test } from './screen.ts';

interface Proof {
  preview: string;
  weights: { viewport: number; density: number; bytes: number }[];
}

for (const title of ['Autumn star parties', 'Sky notes for November', 'Getting here in the dark'])
  test(`what “${title}” is said to weigh is what a browser loads of it`, async ({ page, browser }) => {
    await signIn(page);
    const link = (await lineOf(page, title)).getByRole('link', { name: 'Proof' });
    const id = (await link.getAttribute('href'))?.split('/').at(-1);
    const proof = (await (await page.request.get(`/api/pages/${id}/proof`)).json()) as Proof;
    expect(proof.weights.map(({ viewport, density }) => [viewport, density])).toEqual([
      [390, 1],
      [390, 2],
      [1280, 1],
      [1280, 2],
    ]);
    for (const { viewport, density, bytes } of proof.weights) {
      // A browser that has a larger file already takes that: it is somebody's first visit each time.
      const visitor = await browser.newPage({
        viewport: { width: viewport, height: 900 },
        deviceScaleFactor: density,
      });
      await visitor.goto(proof.preview);
      // Pictures are loaded when they come near; one after another is looked at.
      for (const picture of await visitor.locator('main img').all()) {
        await picture.scrollIntoViewIfNeeded();
        await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.complete)).toBe(true);
      }
      const loaded = await visitor.evaluate(() =>
        performance
          .getEntriesByType('resource')
          .filter((entry) =>
            ['img', 'image', 'video'].includes((entry as PerformanceResourceTiming).initiatorType),
          )
          .map((entry) => (entry as PerformanceResourceTiming).encodedBodySize)
          .reduce((sum, size) => sum + size, 0),
      );
      expect(loaded, `at ${viewport}, ${density} pixels each`).toBe(bytes);
      await visitor.close();
    }
  });
