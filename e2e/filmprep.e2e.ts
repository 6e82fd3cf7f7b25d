import { expect, type Page } from '@playwright/test';
import { beginPage, choose, choosePage, enter, goTo, signIn, test } from './screen.ts';

const words = (page: Page) => page.getByRole('textbox', { name: 'Words of the page' });

/** Opens what is called so in Prep. */
async function prepare(page: Page, title: string): Promise<void> {
  await page.goto(`/holdings?words=${encodeURIComponent(title)}`);
  await page.getByRole('button', { name: title }).first().click();
  await goTo(page, 'Prep');
}

/** Puts what is called so at the caret. */
async function put(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByRole('searchbox').last().fill(title);
  await page.getByRole('button', { name: `Place ${title}` }).click();
  await expect(words(page).locator('.placement.ProseMirror-selectednode')).toBeVisible();
}

test('the still of a film is looked for along its frames, and stands in its pages; the film comes in lighter files', async ({
  page,
}) => {
  await signIn(page);
  await prepare(page, 'One night in forty seconds');
  const plays = page.getByRole('region', { name: 'What a page plays' });
  for (const format of ['MP4, H.264', 'WebM, AV1'])
    await expect(plays.getByRole('row').filter({ hasText: format }).filter({ hasText: '640' })).toBeVisible();
  const still = page.getByRole('region', { name: 'The still' });
  await expect(still.getByRole('button', { name: 'This is its still' })).toBeDisabled();
  const moment = still.getByRole('slider', { name: 'Moment, in seconds' });
  await moment.press('End');
  await expect(still).toContainText('of 0:08, frame 200');
  await still.getByRole('button', { name: 'A frame back' }).click();
  await expect(still).toContainText('of 0:08, frame 199');
  await moment.press('End');
  await moment.press('ArrowLeft');
  await expect(still.getByRole('img', { name: 'The film at 0:07.9' })).toBeVisible();
  await expect
    .poll(() =>
      still
        .getByRole('img', { name: 'The film at 0:07.9' })
        .evaluate((frame) => (frame as HTMLImageElement).naturalWidth),
    )
    .toBe(960);
  // A frame on and back, by as much time as this film shows one.
  const looked = still.getByRole('img', { name: 'The film at 0:07.9' });
  await expect(still).toContainText('of 0:08, frame 198');
  await still.getByRole('button', { name: 'A frame on' }).click();
  await expect(still).toContainText('of 0:08, frame 199');
  await expect(looked).toHaveAttribute('src', /at=7\.9[2-8]&/);
  await still.getByRole('button', { name: 'A frame back' }).click();
  await expect(looked).toHaveAttribute('src', /at=7\.(8[5-9]|9[01])&/);
  await still.getByRole('button', { name: 'Take this as its still' }).click();
  await page.getByRole('button', { name: /^Use (it|this)/ }).click();
  const versions = page.getByRole('region', { name: 'Versions' });
  await expect(versions).toContainText('still at 0:07.9');
  // The first one is there to be gone back to.
  await versions.getByRole('button', { name: /as it came/ }).click();
  await expect(versions.getByRole('button', { name: 'Work on from here' })).toBeVisible();

  await beginPage(page, 'A film in two widths');
  await words(page).click();
  await put(page, 'One night in forty seconds');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'A film in two widths');
  /** The file that a screen plays. */
  const played = async (where: 'on a phone' | 'at a desk') => {
    const film = page.frameLocator(`iframe[title="A film in two widths, ${where}"]`).locator('video');
    await film.evaluate((element) => void (element as HTMLVideoElement).play());
    await expect
      .poll(() => film.evaluate((element) => (element as HTMLVideoElement).videoWidth))
      .toBeGreaterThan(0);
    return film.evaluate((element) => [
      (element as HTMLVideoElement).videoWidth,
      (element as HTMLVideoElement).currentSrc.split('.').at(-1),
    ]);
  };
  expect(await played('on a phone')).toEqual([640, 'webm']);
  expect((await played('at a desk'))[1]).toBe('webm');
});

test('a sound is measured, and made as loud as it is wanted', async ({ page }) => {
  await signIn(page);
  await prepare(page, 'Wind in the pines');
  const version = page.getByRole('region', { name: 'This version' });
  const measure = version.getByRole('button', { name: 'Measure it' });
  const measured = version.getByText(/As it came: -\d+\.\d LUFS/);
  // Whoever writes its captions has it measured too.
  await expect(measure.or(measured)).toBeVisible();
  if (await measure.isVisible()) await measure.click();
  await expect(measured).toBeVisible();
  await choose(version.getByLabel('Make it'), '-16 LUFS, online, music (AES TD1008)');
  await version.getByRole('button', { name: /^Use (it|this)/ }).click();
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText('2, at -16 LUFS');
  // Another is kept for later once, and said to be.
  await choose(version.getByLabel('Make it'), '-18 LUFS, online, talk (AES TD1008)');
  await version.getByRole('button', { name: 'Keep it for later' }).click();
  await expect(version.getByRole('status')).toHaveText('Kept. Its files are being made.');
  await expect(version.getByRole('button', { name: 'Keep it for later' })).toHaveCount(0);
  await choose(version.getByLabel('Make it'), '-16 LUFS, online, music (AES TD1008)');
  await expect(version.getByLabel('Make it')).toContainText('-16 LUFS');
});

test('a moving picture is a silent film that can be stopped, and waits for who asked for less motion', async ({
  page,
  browser,
}) => {
  await enter(page);
  await beginPage(page, 'A month of Moon');
  await words(page).click();
  await put(page, 'One month of Moon');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'A month of Moon');
  const frame = page.locator('iframe[title="A month of Moon, at a desk"]');
  const loop = frame.contentFrame().locator('video');
  const state = () =>
    loop.evaluate((element) => {
      const { paused, muted, loop: again, controls } = element as HTMLVideoElement;
      return { paused, muted, again, controls };
    });
  await expect.poll(state).toEqual({ paused: false, muted: true, again: true, controls: true });
  await expect(loop).toHaveAttribute('aria-label', /.+/);
  await loop.focus();
  await page.keyboard.press('Space');
  await expect.poll(async () => (await state()).paused).toBe(true);

  const quiet = await browser.newContext({ reducedMotion: 'reduce' });
  const still = await quiet.newPage();
  await still.goto((await frame.getAttribute('src')) ?? '');
  const waiting = still.locator('video');
  // It shows its first moment, and waits there: how soon a busy browser stops it is the browser's.
  const now = () =>
    waiting.evaluate((element) => {
      const { paused, played, currentTime } = element as HTMLVideoElement;
      return { paused, begun: played.length > 0, currentTime };
    });
  await expect.poll(now).toMatchObject({ paused: true, begun: true });
  const { currentTime } = await now();
  await waiting.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
  expect(await now()).toMatchObject({ paused: true, currentTime });
  await waiting.evaluate((element) => void (element as HTMLVideoElement).play());
  await expect.poll(async () => (await now()).currentTime).not.toBe(currentTime);
  expect((await now()).paused).toBe(false);
  await quiet.close();
});
