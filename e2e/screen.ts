import {
  test as base,
  expect,
  type BrowserContext,
  type Locator,
  type Page,
  type Request,
} from '@playwright/test';

/** A test, after which no window is left open: one that goes on listening takes time from all that come after it. */
export const test = base.extend<{ closing: void }>({
  closing: [
    async ({ browser }, use) => {
      await use();
      for (const context of browser.contexts()) await context.close();
    },
    { auto: true },
  ],
});

type Person = 'Edda Quill' | 'Rowan Ashby' | 'Kit Marlowe-Finch';

const sessions = new Map<Person, Awaited<ReturnType<BrowserContext['cookies']>>>();

/** Has a window signed in as one of the sample people, wherever it goes first. Once for each, since tries are limited. */
export async function enter(page: Page, name: Person = 'Edda Quill'): Promise<void> {
  const known = sessions.get(name);
  if (known) return page.context().addCookies(known);
  const accounts = (await (await page.request.get('/api/sample-accounts')).json()) as {
    name: string;
    email: string;
    password: string;
  }[];
  const account = accounts.find((sample) => sample.name === name);
  const answer = await page.request.post('/api/auth/sign-in/email', {
    data: { email: account?.email, password: account?.password },
    // Whoever signs in says from where; programs say nothing by themselves.
    headers: { origin: new URL(test.info().project.use.baseURL ?? '').origin },
  });
  expect(answer.ok(), `${name} signs in`).toBe(true);
  sessions.set(name, await page.context().cookies());
}

/** Has the next one who enters by this name sign in anew: who signs out ends the session that all of them share. */
export const forgetSession = (name: Person = 'Edda Quill'): boolean => sessions.delete(name);

/** Signs in as one of the sample people, and comes to the first screen. */
export async function signIn(page: Page, name: Person = 'Edda Quill'): Promise<void> {
  await enter(page, name);
  await page.goto('/');
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
}

const stageLink = (page: Page, stage: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: new RegExp(`^${stage}`) });

/** Goes to a stage by the stage rule. */
export async function goTo(page: Page, stage: string): Promise<void> {
  await stageLink(page, stage).click();
  // The screen before stays until the next one has loaded.
  await expect(stageLink(page, stage)).toHaveAttribute('aria-current', 'page');
}

/** A page's body of some lines. */
const written = (...lines: string[]) => ({
  type: 'doc',
  content: lines.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
});

/** Begins a page as the list of pages does, or with words in it, and comes to where it is written. */
export async function beginPage(page: Page, title: string, ...lines: string[]): Promise<void> {
  const site = (await (await page.request.get('/api/site')).json()) as { sections: { id: string }[] };
  const begun = await page.request.post('/api/pages', {
    data: {
      title,
      section: site.sections[0]?.id,
      ...(lines.length > 0 ? { document: written(...lines) } : {}),
    },
  });
  expect(begun.ok(), `“${title}” is begun`).toBe(true);
  await page.goto(`/place/${((await begun.json()) as { id: string }).id}`);
  await expect(wordsOf(page)).toBeVisible();
}

/** The line of a page in the list of pages, wherever in it that is. */
export async function lineOf(page: Page, title: string): Promise<Locator> {
  await page.goto(`/pages?words=${encodeURIComponent(title)}`);
  return page.getByRole('listitem').filter({ hasText: title }).first();
}

/** Opens a page from the list of pages. */
export async function openPage(page: Page, title: string): Promise<void> {
  await (await lineOf(page, title)).getByRole('link', { name: title }).click();
}

/** The number that stands at a stage. */
export async function waitingAt(page: Page, stage: string): Promise<number> {
  await expect(stageLink(page, stage)).toContainText(/\d/);
  return Number(/\d+/.exec((await stageLink(page, stage).innerText()).replace(/,/g, ''))?.[0]);
}

/** True when a picture has really been decoded. */
export async function expectDrawn(picture: Locator): Promise<void> {
  await picture.scrollIntoViewIfNeeded();
  await expect
    .poll(() =>
      picture.evaluate(
        (element) => (element as HTMLImageElement).complete && (element as HTMLImageElement).naturalWidth > 0,
      ),
    )
    .toBe(true);
}

/** Chooses in the list that opens at a control. */
export async function choose(control: Locator, name: string): Promise<void> {
  await control.click();
  const option = control.page().getByRole('option', { name, exact: true });
  await option.click();
  await expect(option).toHaveCount(0);
}

/** Does one of the things that a menu offers. */
export async function pick(button: Locator, name: string): Promise<void> {
  await button.click();
  await button.page().getByRole('menuitem', { name, exact: true }).click();
}

/** Chooses a page by its title, wherever it is in the list of pages. */
export async function choosePage(control: Locator, title: string): Promise<void> {
  await control.click();
  const page = control.page();
  await page.getByPlaceholder('Words of its title or address').fill(title);
  // Until the answer is there, what is listed moves.
  await expect(page.getByRole('listbox', { name: 'Suggestions' })).toHaveAttribute('aria-busy', 'false');
  await page.getByRole('option', { name: title }).first().click();
  await expect(control).toHaveCount(1);
  await expect(control).toHaveText(title);
}

/** Types a number, and confirms it. */
export async function typeNumber(field: Locator, number: number | string): Promise<void> {
  await field.fill(String(number));
  await field.press('Enter');
}

/** What was done, as it is told at the edge of the window. */
export const told = (page: Page, says: string | RegExp): Locator =>
  page.getByRole('region', { name: /^What was done/ }).getByText(says);

/** Takes back what was done last. */
export const takeBack = (page: Page): Promise<void> =>
  page
    .getByRole('region', { name: /^What was done/ })
    .getByRole('button', { name: 'Undo' })
    .last()
    .click();

/** Undoes the last step in a page, by its button. */
export const undo = (page: Page): Promise<void> =>
  page.getByRole('toolbar', { name: 'Words', exact: true }).getByRole('button', { name: 'Undo' }).click();

/** Presses a key and waits until what is told is another thing; where the key does nothing, for some seconds. */
export async function pressAndHear(page: Page, key: string, told: () => Promise<string>): Promise<void> {
  const before = await told();
  await page.keyboard.press(key);
  for (let tries = 0; tries < 60 && (await told()) === before; tries++) await page.waitForTimeout(50);
}

/** What is told of something that is dragged. */
const dragging = (page: Page): Locator =>
  page.getByText(/(is taken up\.|^(After|At the top|Over|Not over) .*)$/);
export const toldOfDrag = async (page: Page): Promise<string> =>
  (await dragging(page).allTextContents()).join(' ');

/** What something looks like once that stays the same. */
export async function stillOf(what: Locator): Promise<Buffer> {
  let shot = await what.screenshot();
  await expect
    .poll(async () => {
      await what.page().waitForTimeout(600);
      const before = shot;
      shot = await what.screenshot();
      return shot.equals(before);
    })
    .toBe(true);
  return shot;
}

/** Drags something by the mouse, as a hand does: a little first, then on, and over where it is let go of. */
export async function drag(from: Locator, to: Locator, at?: { x: number; y: number }): Promise<void> {
  await from.scrollIntoViewIfNeeded();
  const mouse = from.page().mouse;
  const [begin, end] = [await from.boundingBox(), await to.boundingBox()];
  if (!begin || !end) throw new Error('There is nothing to be seen to drag, or nowhere to drag it to.');
  const [x, y] = [begin.x + begin.width / 2, begin.y + Math.min(30, begin.height / 2)];
  const goal = { x: end.x + (at?.x ?? end.width / 2), y: end.y + (at?.y ?? end.height / 2) };
  await mouse.move(x, y);
  await mouse.down();
  await mouse.move(x + 8, y - 8, { steps: 4 });
  // It is said that it is taken up, or already what it is over.
  await expect(dragging(from.page()).first()).toBeAttached();
  await mouse.move(goal.x, goal.y, { steps: 12 });
  // What it is over is said before it is let go of.
  await expect(
    from
      .page()
      .getByText(/^(After|At the top|Over) /)
      .first(),
  ).toBeAttached();
  await mouse.up();
}

/** The words of the page that is open. */
export const wordsOf = (page: Page): Locator => page.getByRole('textbox', { name: 'Words of the page' });

/** Waits until what is written is saved. */
export const isSaved = (page: Page): Promise<void> => expect(page.getByText('Saved just now')).toBeVisible();

/** The id of the page that is open. */
export const pageId = (page: Page): string => new URL(page.url()).pathname.split('/').at(-1) ?? '';

/** Where a page is seen as visitors see it. */
export async function previewOf(page: Page, id: string): Promise<string> {
  const { preview } = (await (await page.request.get(`/api/pages/${id}/proof`)).json()) as {
    preview: string;
  };
  return preview;
}

/** Rests a finger on something, drags it elsewhere once that is told, and lets go. */
export async function dragByFinger(
  page: Page,
  from: Locator,
  told: RegExp,
  to: () => Promise<{ x: number; y: number }>,
): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] });
  await from.scrollIntoViewIfNeeded();
  const box = await from.boundingBox();
  if (!box) throw new Error(`${from} is not to be seen.`);
  const begin = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await touch('touchStart', begin);
  // It is taken up once the finger has rested; before that it would scroll.
  await expect(page.getByText(told).first()).toBeAttached();
  const end = await to();
  for (let step = 1; step <= 10; step++)
    await touch('touchMove', {
      x: begin.x + ((end.x - begin.x) * step) / 10,
      y: begin.y + ((end.y - begin.y) * step) / 10,
    });
  await touch('touchEnd');
}

/** Holds back what an address answers; what it gives lets it go, once it has been asked for. */
export async function holdBack(page: Page, address: string): Promise<() => Promise<void>> {
  let [ask, letGo] = [() => {}, () => {}];
  const asked = new Promise<void>((resolve) => (ask = resolve));
  const free = new Promise<void>((resolve) => (letGo = resolve));
  await page.route(address, async (route) => {
    ask();
    await free;
    await route.continue();
  });
  return async () => {
    await asked;
    letGo();
  };
}

/** Says when nothing is on its way for a page any more, and what it shows stays the same. */
export function watchRest(page: Page): () => Promise<void> {
  let [asked, answered] = [0, 0];
  const counts = (request: Request) => !request.url().endsWith('/api/events');
  const answer = (request: Request) => void (answered += counts(request) ? 1 : 0);
  page.on('request', (request) => void (asked += counts(request) ? 1 : 0));
  page.on('requestfinished', answer);
  page.on('requestfailed', answer);
  return async () => {
    let before = '';
    await expect
      .poll(async () => {
        const now = `${asked} ${await page.locator('body').innerText()}`;
        const rests = now === before && answered === asked;
        before = now;
        return rests;
      })
      .toBe(true);
  };
}
