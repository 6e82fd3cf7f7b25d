import { expect, type Page } from '@playwright/test';
import {
  beginPage,
  choose,
  enter,
  holdBack,
  isSaved,
  openPage,
  pageId,
  previewOf,
  signIn,
  test,
  wordsOf,
} from './screen.ts';

/** The address of a stand-in, by how far its port lies behind the first. */
async function standin(page: Page, at: number): Promise<string> {
  const hosts = (await (await page.request.get('/api/hosts')).json()) as { host: string; note: string }[];
  const film = hosts.find(({ note }) => note.startsWith('Lanternreel'))?.host ?? '';
  const { hostname, port } = new URL(`http://${film}`);
  return `http://${hostname}:${Number(port) - 1 + at}`;
}
const [LANTERNREEL, SKETCHYARD, HILLSHADE, FLOCKLINE] = [1, 6, 7, 8];

/** The codes that a page of a host gives out, as whoever copies them has them. */
async function codesAt(page: Page, address: string): Promise<string[]> {
  const text = await (await page.request.get(address)).text();
  return [...text.matchAll(/<textarea[^>]*>([^<]*)<\/textarea>/g)].map(([, code = '']) =>
    code.replaceAll('&lt;', '<').replaceAll('&quot;', '"').replaceAll('&amp;', '&'),
  );
}

const embed = (page: Page) => page.getByRole('region', { name: 'Embed', exact: true });
const code = (page: Page) => page.getByLabel('Embed code');

async function openEmbed(page: Page, title: string): Promise<void> {
  await beginPage(page, title);
  await wordsOf(page).click();
  await page.keyboard.type('Above.');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await expect(code(page)).toBeVisible();
}

const put = (page: Page) => embed(page).getByRole('button', { name: 'Put it in the page' });

/** What a visitor is shown, in a window of a width. */
async function visit(page: Page, width = 1280): Promise<Page> {
  const preview = await previewOf(page, pageId(page));
  const visitor = await page.context().newPage();
  await visitor.setViewportSize({ width, height: 900 });
  await visitor.goto(preview);
  return visitor;
}

test('a post with its script is kept as a quotation, or drawn in a box that reaches nothing', async ({
  page,
}) => {
  await enter(page);
  await openEmbed(page, 'What Wren wrote');
  const [post = ''] = await codesAt(page, `${await standin(page, FLOCKLINE)}/wren/p/77`);
  await code(page).fill(post);
  const ways = embed(page).getByRole('radiogroup', { name: 'How it stands in the page' });
  await expect(ways.getByRole('radio')).toHaveCount(3);
  await expect(ways.getByRole('radio', { name: /As a quotation/ })).toBeChecked();
  await expect(embed(page).getByRole('region', { name: 'On a phone' })).toContainText(
    'First frost on the dome',
  );

  // In a box: what it asks besides is told, and let or not.
  await ways.getByRole('radio', { name: /In a box/ }).check();
  const asks = embed(page).getByRole('group', { name: 'It also asks for' });
  await expect(asks.getByRole('checkbox')).toHaveCount(1);
  await asks.getByRole('checkbox').check();
  await expect(embed(page)).toContainText(/\d+ to \d+ px high, by its width/);
  const drawn = embed(page)
    .getByRole('region', { name: 'At a desk' })
    .frameLocator('iframe')
    .frameLocator('iframe');
  await expect(drawn.getByText('Open on Flockline')).toBeVisible();
  await put(page).click();
  await expect(wordsOf(page).locator('.placement')).toHaveCount(1);
  await isSaved(page);

  for (const width of [1280, 390]) {
    const visitor = await visit(page, width);
    const frame = visitor.locator('main iframe');
    await frame.scrollIntoViewIfNeeded();
    await expect(visitor.frameLocator('main iframe').getByText('Open on Flockline')).toBeVisible();
    const inside = visitor.frames().find((one) => one !== visitor.mainFrame());
    // It has the room that it needs: nothing in it scrolls; and it is nobody's origin.
    await expect
      .poll(() => inside?.evaluate(() => document.documentElement.scrollHeight - innerHeight))
      .toBeLessThanOrEqual(2);
    expect(await inside?.evaluate(() => origin)).toBe('null');
    expect(await frame.getAttribute('sandbox')).toBe('allow-scripts');
    expect(await visitor.locator('script').count()).toBe(0);
    await visitor.close();
  }
});

test('a quotation is put with its source, and no script', async ({ page }) => {
  await enter(page);
  await openEmbed(page, 'Quoted');
  const [post = ''] = await codesAt(page, `${await standin(page, FLOCKLINE)}/wren/p/81`);
  await code(page).fill(post);
  await put(page).click();
  await expect(wordsOf(page).locator('blockquote')).toContainText('The rings, through the small telescope.');
  await isSaved(page);
  const visitor = await visit(page);
  await expect(visitor.locator('figcaption a')).toHaveAttribute('href', /\/wren\/p\/81$/);
  expect(await visitor.locator('script, iframe').count()).toBe(0);
  await visitor.close();
});

test('a sketch comes as a frame, by its script, and as an element of its host', async ({ page }) => {
  await enter(page);
  await openEmbed(page, 'Sketches');
  const codes = await codesAt(page, `${await standin(page, SKETCHYARD)}/s/circles`);
  const shown = embed(page).getByRole('region', { name: 'At a desk' }).locator('iframe');
  let before = '';
  for (const [at, way] of [/In the host’s frame/, /In a box/, /In a box/].entries()) {
    await code(page).fill(codes[at] ?? '');
    const first = embed(page).getByRole('radio', { name: way });
    await expect(first).toBeChecked();
    // Looked into while it is replaced, a frame is a window that was closed.
    await expect.poll(async () => (await shown.getAttribute('src')) ?? before).not.toBe(before);
    before = (await shown.getAttribute('src')) ?? '';
    const desk = shown.contentFrame().frameLocator('iframe');
    await expect(
      at === 0 ? desk.locator('canvas') : desk.frameLocator('iframe').locator('canvas'),
    ).toBeVisible();
  }
});

test('an address of a film is asked for its embed; its host’s options are switches; it loads on a press', async ({
  page,
}) => {
  await enter(page);
  await openEmbed(page, 'A film by its address');
  const host = await standin(page, LANTERNREEL);
  await code(page).fill(`${host}/film/k2Aafind?utm_source=mail`);
  await expect(embed(page)).toContainText(
    'Lanternreel has a film at this address: “Aligning a finder scope”.',
  );
  await expect(embed(page)).toContainText('it lets itself be framed');
  await expect(embed(page).getByRole('switch', { name: /Privacy address/ })).toBeChecked();
  await expect(embed(page).getByRole('switch', { name: /Other people’s films/ })).not.toBeChecked();
  const from = embed(page).getByLabel('Start at');
  await from.fill('soon');
  await from.press('Enter');
  await expect(embed(page).getByText('Write it as a clock does: 1:23.')).toBeVisible();
  await from.fill('0:03');
  await from.press('Enter');
  await choose(embed(page).getByLabel('Look', { exact: true }), 'light');
  await choose(embed(page).getByLabel('Its ratio on a phone'), '1:1');

  // A still of ours in its place, which the host gives and we hold.
  await embed(page)
    .getByRole('switch', { name: /Load on click/ })
    .click();
  await embed(page).getByRole('button', { name: 'Bring in the host’s picture' }).click();
  await expect(embed(page)).toContainText('Loads nothing of the host until somebody presses play.');
  await put(page).click();
  await isSaved(page);
  // Visitors get it once it is prepared, behind whatever else is.
  await expect
    .poll(async () => {
      const found = await page.request.get('/api/assets?words=still%20aligning%20finder');
      return ((await found.json()) as { assets: { prepared: string }[] }).assets.map(
        ({ prepared }) => prepared,
      );
    })
    .toEqual(['done']);

  const asked: string[] = [];
  const visitor = await page.context().newPage();
  visitor.on('request', (request) => asked.push(request.url()));
  await visitor.setViewportSize({ width: 390, height: 800 });
  await visitor.goto(await previewOf(page, pageId(page)));
  const frame = visitor.frameLocator('main iframe');
  const play = frame.getByRole('link', { name: 'Play: Aligning a finder scope' });
  await play.scrollIntoViewIfNeeded();
  await expect(play).toContainText('Loads from 127.0.0.1');
  await expect
    .poll(() => frame.locator('img').evaluate((img: HTMLImageElement) => img.naturalWidth > 0))
    .toBe(true);
  expect(asked.filter((url) => url.startsWith(host))).toEqual([]);
  const box = await visitor.locator('main iframe').boundingBox();
  expect(Math.abs((box?.width ?? 0) - (box?.height ?? 1))).toBeLessThan(2);
  // By keyboard, and the player stands in its place, with what was chosen.
  await play.focus();
  await visitor.keyboard.press('Enter');
  await expect(frame.locator('video')).toBeVisible();
  const address = asked.find((url) => url.includes('/player/'));
  // It was pressed already: the player need not be pressed again.
  expect(address).toBe(`${host}/quiet/player/k2Aafind?others=none&from=3s&look=day&autoplay=1`);
  await visitor.close();
});

test('a map that refuses to be framed becomes a link card with a picture that is held here', async ({
  page,
}) => {
  await enter(page);
  await openEmbed(page, 'A map');
  const host = await standin(page, HILLSHADE);
  await code(page).fill(`${host}/map/fernhollow`);
  await expect(embed(page)).toContainText('it lets itself be framed only by its own pages');
  await embed(page).getByRole('button', { name: 'Give it a picture' }).click();
  await embed(page).getByRole('button', { name: 'Bring in the host’s picture' }).click();
  await expect(embed(page).getByRole('button', { name: 'Another picture' })).toBeVisible();
  await put(page).click();
  await isSaved(page);
  const visitor = await visit(page);
  await expect(visitor.getByRole('link', { name: 'The sky over fernhollow' })).toHaveAttribute(
    'href',
    `${host}/map/fernhollow`,
  );
  await expect(visitor.locator('main img')).toHaveCount(1);
  await visitor.close();
  // Another address of it lets itself be framed.
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  await code(page).fill(`${host}/map/fernhollow/pane`);
  // A whole page in a frame is there to be chosen; its card comes first.
  await expect(embed(page).getByRole('radio', { name: /As a link card/ })).toBeChecked();
  await embed(page)
    .getByRole('radio', { name: /In the host’s frame/ })
    .click();
  await expect(embed(page).getByRole('region', { name: 'At a desk' }).locator('iframe')).toBeVisible();
});

test('what a frame needs is found by taking one power away at a time', async ({ page }) => {
  await enter(page);
  await openEmbed(page, 'Least power');
  const host = await standin(page, SKETCHYARD);
  await code(page).fill(`<iframe src="${host}/s/moons/frame" title="Moons"></iframe>`);
  await embed(page).getByRole('button', { name: 'Find what it needs' }).click();
  const trial = page.getByRole('dialog', { name: 'What Moons needs' });
  const drawn = (name: string) =>
    trial.getByRole('region', { name }).frameLocator('iframe').frameLocator('iframe').locator('canvas');
  for (const power of ['open windows', 'be shown on another screen', 'as its own host', 'run its scripts']) {
    await expect(trial).toContainText(
      `Without: ${power === 'as its own host' ? 'keep things in the visitor’s browser, as its own host' : power}`,
    );
    await expect(drawn('As it is now')).toBeVisible();
    await trial
      .getByRole('button', {
        name: power === 'run its scripts' ? 'It needs this' : 'It still works: take it away',
      })
      .click();
  }
  await expect(trial).toContainText('It needs to run its scripts.');
  await trial.getByRole('button', { name: 'Keep it so' }).click();
  const may = embed(page).getByRole('group', { name: 'What it may do' });
  await expect(may.getByText('run its scripts', { exact: true }).first()).toBeVisible();
  // What it was not given can be given, in plain words; and taken again, the control keeping the focus.
  await may.getByRole('button', { name: 'Give or take each' }).click();
  const forms = may.getByRole('checkbox', { name: 'send what visitors type into it' });
  await forms.press('Space');
  await expect(may).toContainText('send what visitors type into it; run its scripts');
  await expect(forms).toBeFocused();
  await forms.press('Space');
  await expect(may).not.toContainText('send what visitors type into it; run its scripts');
  // The next one of the same host comes with no more.
  await code(page).fill(`<iframe src="${host}/s/circles/frame" title="Circles"></iframe>`);
  await expect(embed(page)).toContainText('no more power than it was found to need');
  await page.goto('/hosts');
  await page.getByRole('button', { name: 'Forget that' }).click();
  await expect(page.getByRole('button', { name: 'Forget that' })).toHaveCount(0);
});

test('a host is asked for and answered; a refusal shows first what it changes', async ({ page, browser }) => {
  await enter(page);
  await openEmbed(page, 'Of a new host');
  await code(page).fill('<iframe src="https://newcomer.example/1" title="New"></iframe>');
  await embed(page).getByRole('button', { name: 'Ask for it' }).click();
  await embed(page).getByRole('button', { name: 'Ask the reviewers' }).click();
  await expect(embed(page)).toContainText('The reviewers have it on their list.');
  await put(page).click();
  await isSaved(page);

  const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const reviewer = await other.newPage();
  await signIn(reviewer, 'Rowan Ashby');
  await reviewer.getByRole('link', { name: /^Hosts/ }).click();
  const asked = reviewer
    .getByRole('region', { name: 'Waiting for a reviewer' })
    .getByRole('listitem')
    .filter({ hasText: 'newcomer.example' });
  await asked.getByLabel('Why, about newcomer.example').fill('Keeps nothing of visitors.');
  await asked.getByRole('button', { name: 'Approve it' }).click();
  await expect(asked).toHaveCount(0);
  const line = reviewer
    .getByRole('region', { name: 'All hosts' })
    .getByRole('listitem')
    .filter({ hasText: 'newcomer.example' });
  await expect(line).toContainText('approved');
  await expect(line).toContainText('Rowan Ashby');
  await line.getByRole('button', { name: 'Decide' }).click();
  await line.getByRole('button', { name: 'Refuse it …' }).click();
  const changes = line.getByRole('region', { name: 'What a refusal changes' });
  await expect(changes).toContainText('Of a new host');
  await expect(changes).toContainText('will be kept back');
  await changes.getByRole('button', { name: 'Refuse newcomer.example' }).click();
  await expect(line).toContainText('refused');
  await other.close();
  await openPage(page, 'Of a new host');
  await page.goto(`/proof/${pageId(page)}`);
  await expect(page.getByText('newcomer.example was refused by a reviewer.')).toBeVisible();
});

test('a list of providers is taken over after it was shown', async ({ page }) => {
  await enter(page, 'Rowan Ashby');
  await page.goto('/hosts');
  await page.getByRole('button', { name: 'Take over a list of providers' }).click();
  const list = [1, 2, 3].map((at) => ({
    provider_name: `Reel ${at}`,
    provider_url: `https://reel${at}.example/`,
    endpoints: [{ url: `https://reel${at}.example/oembed`, schemes: [`https://reel${at}.example/*`] }],
  }));
  await page.getByLabel('File of the list').setInputFiles({
    name: 'providers.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(list)),
  });
  const region = page.getByRole('region', { name: 'A list of providers' });
  await expect(region.getByRole('checkbox', { name: '3 providers' })).toBeVisible();
  await region.getByRole('checkbox', { name: /Reel 2/ }).check();
  await region.getByRole('checkbox', { name: 'and approve the hosts that they are framed from' }).check();
  await region.getByRole('button', { name: 'Take over 1 provider' }).click();
  await expect(
    page
      .getByRole('region', { name: 'All hosts' })
      .getByRole('listitem')
      .filter({ hasText: 'reel2.example' }),
  ).toContainText('approved');
});

test('a keeper writes down what a host understands, tries it out, and editors have its switches', async ({
  page,
}) => {
  await enter(page, 'Kit Marlowe-Finch');
  await page.goto('/hosts/files');
  await page.getByRole('button', { name: 'Write a file for a host' }).click();
  const written = page.getByLabel('The host’s file');
  const file = {
    format: 1,
    name: 'Tidewheel',
    hosts: ['tidewheel.example'],
    addresses: [{ page: '/tide/{id}', embed: '/pane/{id}' }],
    options: [
      { id: 'moon', says: 'Moon shown', kind: 'switch', query: 'moon', on: 'yes', off: 'no', usual: true },
    ],
  };
  await written.fill(JSON.stringify({ ...file, hosts: ['no host'] }));
  await expect(page.getByText('hosts.0: This is not a host name.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await written.fill(JSON.stringify(file));
  const tryout = page.getByRole('region', { name: 'Try it out' });
  await tryout.getByLabel('An address of the host').fill('https://tidewheel.example/tide/7');
  await expect(tryout.getByTestId('tried')).toHaveText('https://tidewheel.example/pane/7');
  await tryout.getByRole('switch', { name: 'Moon shown' }).click();
  await expect(tryout.getByTestId('tried')).toHaveText('https://tidewheel.example/pane/7?moon=no');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('What Tidewheel understands is kept.', { exact: true })).toBeVisible();
  await openEmbed(page, 'Tides');
  await code(page).fill('<iframe src="https://tidewheel.example/pane/3" title="Tides"></iframe>');
  await expect(embed(page).getByRole('switch', { name: 'Moon shown' })).toBeChecked();
});

test('what pages lead to is looked at, and what moved is followed in one press', async ({ page }) => {
  await enter(page);
  const host = await standin(page, HILLSHADE);
  await beginPage(page, 'Leads to a map');
  await wordsOf(page).click();
  await page.keyboard.type('The map');
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+k');
  await page.keyboard.type(`${host}/map/ridge`);
  await page.keyboard.press('Enter');
  await expect(wordsOf(page).locator('a')).toHaveText('The map');
  await isSaved(page);
  const id = pageId(page);
  await page.request.post(`${host}/switchboard?to=moved`);
  try {
    await page.goto('/hosts/outside');
    await page.getByRole('checkbox', { name: 'also those with which all is well' }).check();
    const line = page.getByRole('listitem').filter({ hasText: `${host}/map/ridge` });
    await line.getByRole('button', { name: /^Look again at/ }).click();
    await expect(line).toContainText('moved');
    await page.goto(`/proof/${id}`);
    await page.getByRole('button', { name: /^Follow to/ }).click();
    await expect(page.getByText('has moved for good')).toHaveCount(0);
    await page.goto(`/place/${id}`);
    await expect(wordsOf(page).locator('a')).toHaveAttribute('href', `${host}/moved/map/ridge`);
  } finally {
    await page.request.post(`${host}/switchboard?to=well`);
  }
});

test('what does not come is told: a script of a box that is gone, and a host that says nothing', async ({
  page,
}) => {
  await enter(page);
  const flock = await standin(page, FLOCKLINE);
  const [post = ''] = await codesAt(page, `${flock}/wren/p/77`);
  await openEmbed(page, 'Does not come');
  const turn = (host: string, to: string) => page.request.post(`${host}/switchboard?to=${to}`);
  await turn(flock, 'gone');
  try {
    await code(page).fill(post);
    await embed(page)
      .getByRole('radio', { name: /In a box/ })
      .check();
    await expect(embed(page).getByText('This did not come:')).toContainText(`${flock}/`);
  } finally {
    await turn(flock, 'well');
  }
  await embed(page).getByRole('button', { name: 'Measure again' }).click();
  await expect(embed(page).getByText('This did not come:')).toHaveCount(0);

  const yard = await standin(page, SKETCHYARD);
  await turn(yard, 'silent');
  try {
    await code(page).fill(`<iframe src="${yard}/s/circles/frame" title="A sketch"></iframe>`);
    // What became of asking it is said, and nothing keeps one from going on.
    await expect(embed(page).getByText(/fell silent|took longer/)).toBeVisible();
    await expect(put(page)).toBeEnabled();
  } finally {
    await turn(yard, 'well');
  }
});

test('hostile codes of every form harm nothing, in a box as in a frame', async ({ page }) => {
  await signIn(page);
  const seen: string[] = [];
  page.on('dialog', (dialog) => {
    seen.push(`dialog ${dialog.message()}`);
    void dialog.dismiss();
  });
  await openEmbed(page, 'Hostile in every form');
  const here = page.url();
  page.context().on('page', (opened) => seen.push(`window ${opened.url()}`));
  const harm = `try{top.location='https://evil.example/'}catch{};try{parent.document.title='ran'}catch{};try{localStorage.x=1;document.title='stored'}catch{};try{alert(1)}catch{};try{open('https://evil.example/')}catch{};try{parent.postMessage({of:'box',height:1e9,refused:'javascript:x'},'*')}catch{};try{document.cookie='x=1'}catch{};//evil.example`;
  for (const hostile of [
    `<script>${harm}</script>`,
    `<div class="x" onclick="${harm.replaceAll('"', '')}" data-x>a</div><script src="https://evil.example/w.js"></script><script>${harm}</script>`,
    `<x-y>z</x-y><script>${harm}</script>`,
    `<blockquote><p>Words enough to be kept here.</p></blockquote><script>${harm}</script>`,
    `<iframe srcdoc="<script>${harm.replaceAll('"', '')}</script>"></iframe>`,
  ]) {
    const answered = page.waitForResponse((answer) => answer.url().endsWith('/api/embeds/unpack'));
    await code(page).fill(hostile);
    await answered;
    await expect(put(page)).toBeEnabled();
    const box = embed(page).getByRole('radio', { name: /In a box/ });
    if (await box.count()) await box.check();
    await expect(embed(page).getByRole('region', { name: 'At a desk' })).toBeVisible();
    await expect(put(page)).toBeEnabled();
    await page.waitForTimeout(400);
  }
  expect(seen).toEqual([]);
  expect(page.url()).toBe(here);
  await put(page).click();
  await isSaved(page);
  const visitor = await visit(page);
  visitor.on('dialog', (dialog) => {
    seen.push(`dialog ${dialog.message()}`);
    void dialog.dismiss();
  });
  await visitor.reload();
  await visitor.waitForTimeout(600);
  expect(await visitor.title()).toBe('Hostile in every form');
  expect(await visitor.evaluate(() => [Object.keys(localStorage).length, document.cookie])).toEqual([0, '']);
  expect(seen.filter((line) => line.startsWith('dialog'))).toEqual([]);
  await visitor.close();
});

test('nothing is put in the page but what stands in the field, however soon or whatever fails', async ({
  page,
}) => {
  await enter(page);
  await openEmbed(page, 'The second code');
  const film = `${await standin(page, LANTERNREEL)}/player/q7Ztturn`;
  const frame = (name: string) => `<iframe src="${film}" width="640" height="360" title="${name}"></iframe>`;
  await code(page).fill(frame('The first'));
  await expect(embed(page).getByRole('heading', { name: 'The first' })).toBeVisible();
  await expect(put(page)).toBeEnabled();

  // While another one is looked at, the first is not to be put.
  const letGo = await holdBack(page, '**/api/embeds/unpack');
  await code(page).fill(frame('The second'));
  await expect(put(page)).toBeDisabled();
  await letGo();
  await expect(embed(page).getByRole('heading', { name: 'The second' })).toBeVisible();
  await expect(put(page)).toBeEnabled();

  // Nor when nobody answers: it can be looked at again.
  await page.unroute('**/api/embeds/unpack');
  await page.route('**/api/embeds/unpack', (route) => route.abort());
  await code(page).fill(frame('The third'));
  const again = embed(page).getByRole('button', { name: 'Look again' });
  await expect(again).toBeVisible();
  await expect(embed(page).getByText('This could not be looked at.')).toBeVisible();
  await expect(put(page)).toBeDisabled();
  await page.unroute('**/api/embeds/unpack');
  await again.click();
  await expect(embed(page).getByRole('heading', { name: 'The third' })).toBeVisible();
  await expect(again).toBeHidden();
  await put(page).click();
  await expect(wordsOf(page).locator('.placement iframe')).toHaveAttribute('title', 'Preview: The third');
});

test('a box that is put in at once is measured while its writer goes on', async ({ page }) => {
  await enter(page);
  await openEmbed(page, 'Measured meanwhile');
  const [post = ''] = await codesAt(page, `${await standin(page, FLOCKLINE)}/wren/p/77`);
  await code(page).fill(post);
  await embed(page)
    .getByRole('radio', { name: /In a box/ })
    .check();
  // Until its measuring has begun at the earliest.
  await put(page).click();
  await wordsOf(page).locator('p').first().click();
  await page.keyboard.press('Home');
  await page.keyboard.type('Written on. ');
  const box = async () => {
    const { document } = (await (await page.request.get(`/api/pages/${pageId(page)}`)).json()) as {
      document: { content: { type: string; attrs?: { boxed?: { heights: object[] } } }[] };
    };
    return document.content.find(({ type }) => type === 'box')?.attrs?.boxed?.heights.length ?? 0;
  };
  await expect.poll(box, { timeout: 120_000 }).toBeGreaterThan(0);
  // The caret stays where it is, and what is taken back is what was written.
  await page.keyboard.type('And on. ');
  await expect(wordsOf(page).locator('p').first()).toHaveText('Written on. And on. Above.');
  await page.keyboard.press('Control+z');
  await expect(wordsOf(page).locator('p').first()).not.toContainText('And on.');
  await isSaved(page);
  expect(await box()).toBeGreaterThan(0);
});

test('an address pasted by itself is a link until somebody wants to see what it can be', async ({ page }) => {
  await enter(page);
  const film = `${await standin(page, LANTERNREEL)}/film/q7Ztturn`;
  await beginPage(page, 'Pasted by itself');
  await wordsOf(page).click();
  await page.keyboard.type('Above.');
  await page.keyboard.press('Enter');
  await expect(wordsOf(page).locator('p')).toHaveCount(2);
  const paste = () =>
    wordsOf(page).evaluate((element, text) => {
      const data = new DataTransfer();
      data.setData('text/plain', text);
      element.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, film);
  await paste();
  await expect(wordsOf(page).locator('p').last()).toHaveText(film);
  await page.getByRole('button', { name: 'See what it can be' }).click();
  await expect(embed(page).getByRole('region', { name: 'On a phone' })).toBeVisible();
  await put(page).click();
  await expect(wordsOf(page).locator('.placement')).toHaveCount(1);
  await expect(wordsOf(page)).not.toContainText(film);
  await expect(wordsOf(page)).toContainText('Above.');
  await isSaved(page);
});

test('several things in one code are put in the page at once, in their order', async ({ page }) => {
  await enter(page);
  await openEmbed(page, 'Several at once');
  const host = await standin(page, LANTERNREEL);
  await code(page).fill(
    `<iframe src="${host}/player/k2Aafind" title="Aligning"></iframe>
     <blockquote><p>Bring gloves and a hat tonight.</p></blockquote>
     <iframe src="${host}/player/k2Aafind?from=9s" title="Again"></iframe>`,
  );
  await embed(page).getByRole('button', { name: 'Put all 3 in the page' }).click();
  await expect(wordsOf(page).locator(':scope > .placement')).toHaveCount(2);
  await isSaved(page);
  const { document } = (await (await page.request.get(`/api/pages/${pageId(page)}`)).json()) as {
    document: { content: { type: string }[] };
  };
  const kinds = document.content.map(({ type }) => type);
  expect(kinds.filter((type) => type !== 'paragraph')).toEqual(['embed', 'quotation', 'embed']);
});

test('a photo that a host offers comes in with whose it is and where it is from', async ({ page }) => {
  await enter(page);
  const photo = `${await standin(page, FLOCKLINE)}/wren/p/77/photo`;
  await openEmbed(page, 'A photo of a host');
  // As it is passed on: with words before it.
  await code(page).fill(`Her photo: ${photo}`);
  const bring = embed(page).getByRole('button', { name: 'Bring it in' });
  await bring.click();
  const arrivals = embed(page).getByRole('link', { name: 'See the arrivals' });
  await expect(arrivals).toBeVisible();
  // Another photo is not said to be coming because this one is.
  await code(page).fill(photo.replace('/77/', '/81/'));
  await expect(bring).toBeVisible();
  await expect(arrivals).toHaveCount(0);
  await code(page).fill(photo);
  await arrivals.click();
  await expect
    .poll(async () => {
      const arrivals = (await (await page.request.get('/api/arrivals')).json()) as {
        arrivals?: { label?: { creator?: string; sourceUrl?: string; accessed?: string } | null }[];
      };
      const all = arrivals.arrivals ?? (arrivals as unknown as NonNullable<typeof arrivals.arrivals>);
      return all.find(({ label }) => label?.sourceUrl === photo)?.label?.creator;
    })
    .toBe('Wren Oakes');
});

test('code that is meant as words is pasted as words, where it was pasted', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Spoken of', 'One. ');
  await wordsOf(page).getByText('One.').click();
  await page.keyboard.press('End');
  const paste = (text: string) =>
    wordsOf(page).evaluate((words, pasted) => {
      const data = new DataTransfer();
      data.setData('text/plain', pasted);
      words.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, text);
  await paste('Use <iframe> for that. ');
  await expect(wordsOf(page)).toContainText('One. Use <iframe> for that.');
  await paste('Write <iframe src="https://a.example/x"> so.');
  await embed(page).getByRole('button', { name: 'Paste as words' }).click();
  await expect(wordsOf(page)).toContainText(
    'One. Use <iframe> for that. Write <iframe src="https://a.example/x"> so.',
  );
  await page.keyboard.type(' Two.');
  await expect(wordsOf(page)).toContainText('so. Two.');
});
