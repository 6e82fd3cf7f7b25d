import { expect, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import {
  beginPage,
  choose,
  choosePage,
  drag,
  expectDrawn,
  goTo,
  signIn,
  test,
  typeNumber,
  waitingAt,
} from './screen.ts';

const MEDIA = fileURLToPath(new URL('../demo/media/', import.meta.url));
const media = (name: string) => join(MEDIA, name);

/** The host of the demo's video stand-in, whose port is chosen at the start. */
async function videoHost(page: Page): Promise<string> {
  const hosts = (await (await page.request.get('/api/hosts')).json()) as { host: string; note: string }[];
  return hosts.find(({ note }) => note.startsWith('Lanternreel'))?.host ?? '';
}

test('the whole line: from files to a page to HTML', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => {
    // Chromium's own film controls complain inside a sandbox; nothing of ours runs there.
    if (!/localStorage.*Access is denied/.test(error.message)) errors.push(error.message);
  });
  await signIn(page);

  // Gather: a picture, a film and a wrong file.
  const held = await waitingAt(page, 'Holdings');
  await page.getByLabel('Files to bring in').setInputFiles([
    {
      name: 'Meteor over the barn.jpg',
      mimeType: 'image/jpeg',
      buffer: await readFile(media('IMG_20251014_0312.jpg')),
    },
    { name: 'not a picture.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('plain words') },
    { name: 'turning-sky.mp4', mimeType: 'video/mp4', buffer: await readFile(media('turning-sky.mp4')) },
  ]);
  await expect(page.getByLabel('Title of Meteor over the barn.jpg')).toHaveValue('Meteor over the barn');
  await expect(
    page.getByText('This is not a picture, film, sound or document that Placard can read.'),
  ).toBeVisible();
  // The sample site holds these bytes already, which is said before they are sent.
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Held already, byte for byte' })
    .getByRole('button', { name: 'Send it all the same' })
    .click();
  await page.getByLabel('Title of turning-sky.mp4').fill('The valley turns');
  await choose(page.getByLabel('Section of turning-sky.mp4'), 'Sky notes');
  await page.getByRole('button', { name: 'Accept Meteor over the barn.jpg' }).click();
  await page.getByRole('button', { name: 'Accept turning-sky.mp4' }).click();
  await page.getByRole('button', { name: 'Discard not a picture.jpg' }).click();
  await expect.poll(() => waitingAt(page, 'Holdings')).toBe(held + 2);

  // Prep: the renditions are made, never wider than the original.
  await expect.poll(() => waitingAt(page, 'Prep')).toBe(0);
  await goTo(page, 'Prep');
  await page.getByRole('option', { name: 'Meteor over the barn' }).click();
  await expect(page.getByRole('cell', { name: '2,400 × 1,600' })).toBeVisible();
  await expect(page.getByRole('cell', { name: '2,240 × 1,493' })).toHaveCount(2);

  // Place: without alt text it is refused, with the field to fill.
  await beginPage(page, 'A bright one');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await words.click();
  await page.keyboard.type(
    'Last night at three a meteor crossed the whole valley. It was brighter than the moon.',
  );
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page
    .getByRole('region', { name: 'Tray of holdings' })
    .getByRole('button', { name: 'Meteor over the barn, picture' })
    .press('Enter');
  const refusal = page.getByRole('form', { name: 'Alt text is missing' });
  await expect(refusal).toContainText('“Meteor over the barn” has no alt text.');
  await expect(words.locator('figure')).toHaveCount(0);
  await refusal.getByLabel('Alt text').fill('A meteor leaving a green trail above a dark ridge.');
  await refusal.getByRole('button', { name: 'Save and place it' }).click();
  await expectDrawn(words.getByRole('img', { name: 'A meteor leaving a green trail above a dark ridge.' }));

  // Label: the placard at the right, the statement as it will print.
  const placard = page.getByRole('article', { name: 'Placard of Meteor over the barn' });
  await placard.getByLabel('Creator', { exact: true }).fill('Tobiah Wren');
  await placard.getByLabel('Caption').fill('Three in the morning.');
  await choose(placard.getByLabel('Licence'), 'Creative Commons BY-SA 4.0');
  await expect(placard).toContainText('“Meteor over the barn” by Tobiah Wren, CC BY-SA 4.0');
  await expect(words.locator('figcaption')).toHaveText(
    'Three in the morning.“Meteor over the barn” by Tobiah Wren, CC BY-SA 4.0',
  );

  // Its position, measure and gap.
  await page.getByRole('radio', { name: 'beside, at the left' }).click();
  await expect(page.getByRole('radio', { name: 'beside, at the left' })).toHaveCSS(
    'outline-color',
    /\(166, 52, 43|166, 52, 43/,
  );
  await expect
    .poll(async () => Math.round((await words.locator('.placement').boundingBox())?.width ?? 0))
    .toBe(320);
  await page.getByRole('radio', { name: 'Half 480' }).click();
  await typeNumber(page.getByLabel('Gap to the text'), 30);
  await expect
    .poll(async () => Math.round((await words.locator('.placement').boundingBox())?.width ?? 0))
    .toBe(480);

  // A film, dragged from the tray to its place.
  const filmInTray = page
    .getByRole('region', { name: 'Tray of holdings' })
    .getByRole('button', { name: 'The valley turns, film' });
  await drag(filmInTray, words.locator('p').last(), { x: 300, y: 20 });
  await page.getByRole('form').getByLabel('Alt text').fill('Film: stars turn above a ridge.');
  await page.getByRole('button', { name: 'Save and place it' }).click();
  await expect(words.locator('video')).toHaveCount(1);
  await choose(
    page.getByRole('article', { name: 'Placard of The valley turns' }).getByLabel('Licence'),
    'Our own work',
  );
  await page.getByLabel('Captions file').setInputFiles({
    name: 'turn.srt',
    mimeType: 'text/plain',
    buffer: Buffer.from('1\n00:00:01,000 --> 00:00:03,000\nThe pole stands still.\n'),
  });
  await expect(words.locator('video track[kind=captions]')).toHaveCount(1);

  // Embed: the host's code with all its clutter.
  const host = await videoHost(page);
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await page
    .getByLabel('Embed code')
    .fill(
      `<script>steal(document.cookie)</script><div style="padding-bottom:56.25%"><iframe width="100%" src="http://${host}/player/q7Ztturn?utm_source=share" title="One night in forty seconds" onload="x()" allow="camera; fullscreen"></iframe></div>`,
    );
  const embed = page.getByRole('region', { name: 'Embed' });
  await expect(embed).toContainText('a script can read and change the whole page');
  await expect(embed).toContainText('allow: camera');
  await expect(embed).toContainText('utm_source=share');
  await expect(embed).toContainText(`frame-src http://${host};`);
  const inner = page.locator('iframe[title^="Preview"]').first().contentFrame().frameLocator('iframe');
  await expect(inner.locator('video')).toBeVisible();
  await embed.getByRole('button', { name: 'Put it in the page' }).click();
  await expect(page.getByRole('navigation', { name: 'In this page' })).toContainText(
    'One night in forty seconds (embed)',
  );
  await expect(page.getByText(/^Saved/)).toBeVisible();

  // Proof: at desk and phone width, on the second origin.
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'A bright one');
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('Nothing found');
  const phone = page.frameLocator('iframe[title="A bright one, on a phone"]');
  const desk = page.frameLocator('iframe[title="A bright one, at a desk"]');
  await expectDrawn(phone.getByRole('img', { name: 'A meteor' }));
  await expectDrawn(desk.getByRole('img', { name: 'A meteor' }));
  await expect(desk.frameLocator('iframe').locator('video')).toBeVisible();
  const previewOrigin = new URL(
    (await page.locator('iframe[title="A bright one, at a desk"]').getAttribute('src')) ?? '',
  ).origin;
  expect(previewOrigin).not.toBe(new URL(page.url()).origin);
  const widths = await phone
    .locator('figure')
    .first()
    .evaluate((figure) => [figure.getBoundingClientRect().width, innerWidth]);
  expect(widths[0]).toBeGreaterThan((widths[1] ?? 0) * 0.85);

  // Hand off: clean HTML to copy, a ZIP that opens offline.
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page', { exact: true }), 'A bright one');
  await page.getByRole('button', { name: 'Copy the HTML' }).click();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  const html = await page.evaluate(() => navigator.clipboard.readText());
  expect(html).toContain('<source type="image/webp" srcset="media/meteor-over-the-barn-320.webp 320w');
  expect(html).toContain('alt="A meteor leaving a green trail above a dark ridge."');
  expect(html).toMatch(/<img [^>]*width="\d+" height="\d+"/);
  expect(html).toContain(
    '<a href="https://creativecommons.org/licenses/by-sa/4.0/" rel="license">CC BY-SA 4.0</a>',
  );
  expect(html).not.toMatch(/<script|class=|onload|steal/);
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download ZIP' }).click();
  await openedOffline(page, await (await downloading).path());
  expect(errors).toEqual([]);
});

/** Unpacks the ZIP and looks at its page straight from the disk. */
async function openedOffline(page: Page, zip: string): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'placard-zip-'));
  try {
    await mkdir(join(folder, 'media'));
    for (const [name, bytes] of Object.entries(unzipSync(await readFile(zip)))) {
      expect(name).toMatch(/^(index|fragment|listing|structured-data)\.html$|^media\/[a-z0-9-]+\.[a-z0-9]+$/);
      await writeFile(join(folder, name), bytes);
    }
    await page.goto(pathToFileURL(join(folder, 'index.html')).href);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('A bright one');
    await expectDrawn(page.getByRole('img', { name: 'A meteor' }));
    const film = page.locator('video');
    await film.evaluate((element) => {
      element.setAttribute('preload', 'auto');
      (element as HTMLVideoElement).load();
    });
    await expect.poll(() => film.evaluate((element) => (element as HTMLVideoElement).videoWidth)).toBe(1280);
    // Its captions show, though browsers load none from beside a page on a disk.
    await expect
      .poll(() =>
        film.evaluate((element) => {
          const [track] = (element as HTMLVideoElement).textTracks;
          if (track) track.mode = 'showing';
          return (track?.cues?.[0] as VTTCue | undefined)?.text;
        }),
      )
      .toBe('The pole stands still.');
    await expect(
      page.frameLocator('iframe[title="One night in forty seconds"]').locator('video'),
    ).toBeVisible();
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
