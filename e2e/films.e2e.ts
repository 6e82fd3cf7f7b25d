import { expect, type Page } from '@playwright/test';
import { choose, choosePage, enter, expectDrawn, goTo, signIn, test } from './screen.ts';

const TITLE = 'Hills at first light, one';
const PAGE = 'Films to try';

/** The page that these films go into: begun once, so that the sample pages stay as they are. */
async function beginPage(page: Page) {
  const pages = ((await (await page.request.get('/api/pages')).json()) as { pages: { title: string }[] })
    .pages;
  if (pages.some(({ title }) => title === PAGE)) return;
  const { sections } = (await (await page.request.get('/api/site')).json()) as { sections: { id: string }[] };
  await page.request.post('/api/pages', {
    data: { title: PAGE, section: sections[0]?.id },
  });
}

async function openFilms(page: Page) {
  await enter(page);
  await beginPage(page);
  await page.goto('/gather');
  await page.getByRole('button', { name: 'Films on the host' }).click();
  const films = page.getByRole('region', { name: 'Films on the host' });
  await expect(films.getByText(/^\d+ films on Lanternreel/)).toBeVisible();
  await films.getByLabel('Words of films to look for').fill('hills light one');
  await expect(films.getByText('1 film on Lanternreel')).toBeVisible();
  const film = films.getByRole('button', { name: new RegExp(TITLE) });
  await expectDrawn(film.locator('img'));
  await expect(film).toContainText(/0:\d\d/);
  await film.click();
  await choosePage(films.getByLabel('For the page'), PAGE);
  return films;
}

const placed = (page: Page) => page.locator('.ProseMirror');

test('a film on the host is found and stands in a page as a player, its owner and length under it', async ({
  page,
}) => {
  const films = await openFilms(page);
  await films.getByRole('radio', { name: /Player in the page/ }).check();
  await films.getByRole('button', { name: 'Take it to the page' }).click();
  const player = placed(page).locator('figure').filter({ hasText: TITLE }).last();
  await expect(player).toContainText(/by .+, 0:\d\d/);
  await expect(player.locator('iframe')).toHaveCount(1);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  // Reloaded, it is there once: it was saved, and not brought again.
  await page.reload();
  await expect(placed(page).locator('figure').filter({ hasText: TITLE })).toHaveCount(1);
});

test('a film on the host stands in a page as a still that opens its player', async ({ page }) => {
  const films = await openFilms(page);
  await films.getByRole('radio', { name: /Still that opens/ }).check();
  await films.getByRole('button', { name: 'Take it to the page' }).click();
  const still = placed(page)
    .locator('figure')
    .filter({ hasText: `${TITLE}, by` })
    .last();
  await expectDrawn(still.frameLocator('iframe').frameLocator('iframe').locator('img'));
  await expect(page.getByText(/^Saved/)).toBeVisible();
  // What nobody has said the terms of does not leave: its own placard is where they are said.
  const said = page.waitForResponse((response) => response.url().endsWith('/placard') && response.ok());
  await choose(page.getByRole('article').getByLabel('Licence'), 'Our own work');
  await said;
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page'), PAGE);
  const html = page.getByLabel('HTML');
  await expect(html).toContainText(/href=&quot;http:\/\/127\.0\.0\.1:\d+\/player\/f\d+\?autoplay=1&quot;/);
  await expect(html).toContainText(`Play: ${TITLE}`);
});

test('a film on the host stands in a page as a plain link, without its details', async ({ page }) => {
  const films = await openFilms(page);
  await films.getByRole('radio', { name: /Plain link/ }).check();
  await films.getByLabel('with its owner and length').uncheck();
  await films.getByRole('button', { name: 'Take it to the page' }).click();
  const link = placed(page).getByRole('link', { name: TITLE, exact: true });
  await expect(link).toHaveAttribute('href', /\/film\/f\d+$/);
  await expect(link.locator('..')).toHaveText(TITLE);
});

test('a film of ours is sent to the host with title, captions and audience, and comes back as a player', async ({
  page,
}) => {
  await enter(page);
  await beginPage(page);
  await page.goto('/holdings?kind=film&words=finder');
  await page.getByRole('button', { name: /Aligning a finder scope/ }).click();
  const there = page.getByRole('region', { name: 'On the video host' });
  await there.getByRole('button', { name: 'Send it to Lanternreel' }).click();
  await there.getByLabel('Title on Lanternreel').fill('Our finder scope');
  await expect(there.getByLabel('Captions')).toHaveText('English');
  await there.getByRole('radio', { name: 'named people' }).check();
  await there.getByRole('button', { name: /^Send / }).click();
  await expect(there.getByRole('alert')).toContainText('Name the people');
  await there.getByRole('radio', { name: 'our people' }).check();
  await there.getByRole('button', { name: /^Send / }).click();
  const link = there.getByRole('link', { name: 'Our finder scope' });
  await expect(link).toBeVisible();
  await expect(there).toContainText('on Lanternreel, for our people');
  const film = await page.context().newPage();
  await film.goto((await link.getAttribute('href')) ?? '');
  await expect(film.getByText('for our people')).toBeVisible();
  await film.goto(film.url().replace('/film/', '/player/'));
  const video = film.locator('video');
  await expect
    .poll(() => video.evaluate((element) => (element as HTMLVideoElement).videoWidth))
    .toBeGreaterThan(0);
  await expect(film.locator('track[srclang=en]')).toHaveCount(1);
  await film.close();
  await there.getByRole('combobox', { name: 'Put its player in a page' }).click();
  await page.getByPlaceholder('Words of its title or address').fill(PAGE);
  await page.getByRole('option', { name: PAGE }).first().click();
  await expect(page.getByRole('button', { name: 'Our finder scope (embed)' })).toBeVisible();
});

test('folders kept elsewhere are browsed, and several pictures of them brought in', async ({ page }) => {
  await signIn(page);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Connected folders' }).click();
  const folders = page.getByRole('region', { name: 'Connected folders' });
  await folders.getByRole('button', { name: /^Volunteers/ }).click();
  await folders.getByRole('button', { name: /^Autumn camp/ }).click();
  await expect(folders.getByText('12 pictures')).toBeVisible();
  await expect(page).toHaveURL(/folder=autumn-camp/);
  const pictures = folders.getByRole('listitem').filter({ hasText: /2,100/ });
  await expectDrawn(pictures.nth(0).locator('img'));
  await pictures.nth(0).getByRole('button').click();
  await pictures.nth(1).getByRole('button').click();
  await folders.getByRole('button', { name: 'Bring in 2 files' }).click();
  await expect(folders.getByText('2 files on the way')).toBeVisible();
  const arrived = page.getByRole('listitem').filter({ hasText: 'From Attic' });
  await expect(arrived).toHaveCount(2);
  await folders.getByRole('button', { name: 'Volunteers' }).click();
  await expect(folders.getByRole('button', { name: /^Spring camp/ })).toBeVisible();
});
