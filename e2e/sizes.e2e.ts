import { expect, test, type Browser } from '@playwright/test';
import { lineOf, signIn } from './screen.ts';

const SCREENS = [320, 390, 599, 600, 768, 1024, 1280, 1920];
const DENSITIES = [1, 2, 3];

interface Loaded {
  alt: string;
  /** Pixels across that it is drawn with, by the screen's own. */
  needed: number;
  /** Pixels across of the file that was chosen, and of all that there were to choose from. */
  file: number;
  files: number[];
}

/** What a browser chose of each picture of a page that is looked at for the first time. */
async function loadedOf(
  browser: Browser,
  preview: string,
  width: number,
  density: number,
): Promise<Loaded[]> {
  const visitor = await browser.newPage({ viewport: { width, height: 900 }, deviceScaleFactor: density });
  await visitor.goto(preview);
  for (const picture of await visitor.locator('main img:visible').all()) {
    await picture.scrollIntoViewIfNeeded();
    await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.complete)).toBe(true);
  }
  const loaded = await visitor.evaluate(() =>
    [...document.querySelectorAll<HTMLImageElement>('main img')].flatMap((img) => {
      const { width: wide, height: high } = img.getBoundingClientRect();
      const sets = [...(img.parentElement?.querySelectorAll('source') ?? []), img].map(
        ({ srcset }) => srcset,
      );
      const set = sets
        .map((one) =>
          one
            .split(', ')
            .map((part) => /^(\S+) (\d+)w$/.exec(part))
            .filter((part) => part !== null)
            .map(([, src = '', across]) => ({
              src: new URL(src, location.href).href,
              across: Number(across),
            })),
        )
        .find((one) => one.some(({ src }) => src === img.currentSrc));
      const file = set?.find(({ src }) => src === img.currentSrc);
      if (!set || !file || wide === 0) return [];
      const ratio = img.naturalWidth / img.naturalHeight;
      const filled = getComputedStyle(img).objectFit === 'cover';
      const fitted = getComputedStyle(img).objectFit === 'contain';
      const drawn = filled ? Math.max(wide, high * ratio) : fitted ? Math.min(wide, high * ratio) : wide;
      return {
        alt: img.alt,
        needed: drawn * devicePixelRatio,
        file: file.across,
        files: set.map(({ across }) => across),
      };
    }),
  );
  await visitor.close();
  return loaded;
}

for (const title of [
  'Opening times and prices',
  'Nights for families',
  'Autumn star parties',
  'Three things to see this autumn',
  'The valley by night',
])
  test(`of each picture of “${title}” a browser loads as many pixels as it needs, on every screen`, async ({
    page,
    browser,
  }) => {
    test.slow();
    await signIn(page);
    const link = (await lineOf(page, title)).getByRole('link', { name: 'Proof' });
    const id = (await link.getAttribute('href'))?.split('/').at(-1);
    const { preview } = (await (await page.request.get(`/api/pages/${id}/proof`)).json()) as {
      preview: string;
    };
    const amiss: string[] = [];
    let seen = 0;
    for (const width of SCREENS)
      for (const density of DENSITIES)
        for (const { alt, needed, file, files } of await loadedOf(browser, preview, width, density)) {
          seen++;
          const says = `“${alt}” at ${width} × ${density}: ${file} for ${Math.round(needed)}`;
          // Where there is none large enough, the largest is as good as it gets; where all are, the smallest is.
          if (file < needed * 0.95 && file < Math.max(...files)) amiss.push(says);
          // The page’s own margins, which only its style knows, are up to a tenth.
          const smaller = files.some((one) => one < file && one >= needed * 1.1);
          if (file > needed * 1.6 && smaller) amiss.push(says);
        }
    expect(seen).toBeGreaterThan(SCREENS.length);
    expect(amiss).toEqual([]);
  });
