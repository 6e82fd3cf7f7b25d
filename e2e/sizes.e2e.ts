import { expect, type Page } from '@playwright/test';
import { lineOf, signIn, test } from './screen.ts';

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

/** What stands in a page's markup of the files of its pictures: how many pixels each has, by address. */
async function filesOf(page: Page, preview: string): Promise<Map<string, { wide: number; high: number }>> {
  await page.goto(preview, { waitUntil: 'domcontentloaded' });
  const files = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLImageElement | HTMLSourceElement>('main img, main source')].flatMap(
      ({ srcset, width, height }) =>
        srcset
          .split(', ')
          .map((part) => /^(\S+) (\d+)w$/.exec(part))
          .filter((part) => part !== null)
          .map(([, src = '', across]): [string, { wide: number; high: number }] => [
            new URL(src, location.href).href,
            { wide: Number(across), high: Math.round((Number(across) * height) / width) },
          ]),
    ),
  );
  return new Map(files);
}

/** What a browser chooses of each picture of a page that it opens so wide. */
async function loadedAt(visitor: Page, preview: string, width: number): Promise<Loaded[]> {
  await visitor.setViewportSize({ width, height: 900 });
  await visitor.goto(preview, { waitUntil: 'domcontentloaded' });
  await visitor.evaluate(async () => {
    const pictures = [...document.querySelectorAll<HTMLImageElement>('main img')];
    // All of them, without going through the page: which file is chosen does not depend on where one looks.
    for (const img of pictures) img.loading = 'eager';
    await Promise.all(pictures.map((img) => img.decode().catch(() => {})));
  });
  return visitor.evaluate(() =>
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
    for (const density of DENSITIES) {
      const visitor = await browser.newPage({ deviceScaleFactor: density });
      const files = await filesOf(visitor, preview);
      // A drawing of the same proportions stands for each file: which one is chosen is asked, not what it shows.
      await visitor.route('**/media/**', (route) => {
        const size = files.get(route.request().url());
        if (!size) return route.continue();
        return route.fulfill({
          contentType: 'image/svg+xml',
          body: `<svg xmlns="http://www.w3.org/2000/svg" width="${size.wide}" height="${size.high}"/>`,
        });
      });
      // From narrow to wide: a browser that has a larger file already takes that.
      for (const width of SCREENS)
        for (const { alt, needed, file, files: all } of await loadedAt(visitor, preview, width)) {
          seen++;
          const says = `“${alt}” at ${width} × ${density}: ${file} for ${Math.round(needed)}`;
          // Where there is none large enough, the largest is as good as it gets; where all are, the smallest is.
          if (file < needed * 0.95 && file < Math.max(...all)) amiss.push(says);
          // The page’s own margins, which only its style knows, are up to a tenth.
          const smaller = all.some((one) => one < file && one >= needed * 1.1);
          if (file > needed * 1.6 && smaller) amiss.push(says);
        }
      await visitor.close();
    }
    expect(seen).toBeGreaterThan(SCREENS.length);
    expect(amiss).toEqual([]);
  });
