import { expect, type Locator, type Page } from '@playwright/test';
import { enter, test, wordsOf } from './screen.ts';

/** A letter that stands nowhere else. */
const LETTER = 'Q';

/** What moves the focus on purpose, by its name: to a field, to what is chosen there, or to another screen. */
const LEADS_ON = [
  /^Link$/,
  /^Special characters$/,
  /^Embed$/,
  /^Standing copy$/,
  /^Put a picture or film$/,
  /^The page as HTML$/,
  /^Lead somewhere else$/,
  /^Let .* lead somewhere$/,
  /^Earlier versions$/,
  /^Put another in its place$/,
  /^Keep it as standing copy$/,
  /^Give it a title$/,
  /^Choose the day in a calendar/,
  /^Add things$/,
  /^Change it everywhere$/,
  /^(Choose|Another) (a )?picture/,
  /^Choose one$/,
];

const text = (words: string) => ({ type: 'text', text: words });
const paragraph = (...content: object[]) => ({ type: 'paragraph', content });
const standing = { position: 'centred', measure: 'column', gap: 20 };

/** A page with one of everything that has controls of its own, begun by the interface of programs; the caret is in none of it. */
async function openEverything(page: Page, title: string): Promise<void> {
  const site = (await (await page.request.get('/api/site')).json()) as { sections: { id: string }[] };
  const held = async (kind: string) => {
    const { assets } = (await (await page.request.get(`/api/assets?kind=${kind}&limit=2`)).json()) as {
      assets: { id: string }[];
    };
    return assets.map(({ id }) => id);
  };
  const [[picture, other], [film]] = [await held('picture'), await held('film')];
  const shown = (type: string, id: string, asset: string | undefined) => ({
    type,
    attrs: { ...standing, id, asset, ownAlt: null, ownCaption: null },
  });
  const cell = (words: string) => ({ type: 'tableCell', content: [paragraph(text(words))] });
  const card = (words: string, asset: string | undefined, id: string, attrs: object = {}) => ({
    type: 'item',
    attrs,
    content: [
      shown('picture', id, asset),
      { type: 'heading', attrs: { level: 3 }, content: [text(words)] },
      paragraph(text(`More of ${words}`)),
    ],
  });
  const begun = await page.request.post('/api/pages', {
    data: {
      title,
      section: site.sections[0]?.id,
      document: {
        type: 'doc',
        content: [
          paragraph(text('Plain words stand here.')),
          { type: 'heading', attrs: { level: 2 }, content: [text('Headed')] },
          paragraph(
            text('Some '),
            { ...text('linked'), marks: [{ type: 'link', attrs: { href: 'https://fernhollow.example/a' } }] },
            text(' there.'),
          ),
          { type: 'quotation', content: [paragraph(text('Cited words.'))] },
          { type: 'orderedList', content: [{ type: 'listItem', content: [paragraph(text('Listed'))] }] },
          {
            type: 'table',
            content: [
              { type: 'tableRow', content: [cell('Celled'), cell('second')] },
              { type: 'tableRow', content: [cell('third'), cell('fourth')] },
            ],
          },
          shown('picture', 'place-one1', picture),
          paragraph(text('Between them.')),
          shown('film', 'place-two2', film),
          paragraph(text('Before the set.')),
          {
            type: 'together',
            attrs: { key: 'set-caret', setting: 'cards' },
            content: [
              card('Carded', picture, 'place-thr3'),
              card('Leading', other, 'place-fou4', { linksTo: 'https://fernhollow.example/b' }),
            ],
          },
          paragraph(text('Last words.')),
        ],
      },
    },
  });
  expect(begun.ok(), await begun.text()).toBe(true);
  await page.goto(`/place/${((await begun.json()) as { id: string }).id}`);
  await expect(wordsOf(page).getByText('Last words.')).toBeVisible();
  expect(await textOf(page)).not.toContain(LETTER);
}

/** What can be chosen, and how. */
const PLACES: readonly [name: string, choose: (page: Page) => Promise<void>][] = [
  [
    'words',
    (page) =>
      wordsOf(page)
        .getByText('Plain words')
        .click({ position: { x: 30, y: 8 } }),
  ],
  [
    'words chosen',
    (page) =>
      wordsOf(page)
        .getByText('Plain words')
        .dblclick({ position: { x: 12, y: 8 } }),
  ],
  ['a heading', (page) => wordsOf(page).getByText('Headed').click()],
  ['a link', (page) => wordsOf(page).getByText('linked', { exact: true }).click()],
  ['a quotation', (page) => wordsOf(page).getByText('Cited words').click()],
  ['a list', (page) => wordsOf(page).getByText('Listed').click()],
  ['a cell', (page) => wordsOf(page).getByText('Celled').click()],
  ['a picture', (page) => wordsOf(page).locator(':scope > .placement img').first().click()],
  [
    'a film',
    (page) =>
      wordsOf(page)
        .locator(':scope > .placement video')
        .click({ position: { x: 40, y: 20 } }),
  ],
  ['words of a card', (page) => wordsOf(page).getByText('More of Carded').click()],
  ['a card that leads', (page) => wordsOf(page).getByText('More of Leading').click()],
];

const CONTROLS =
  'button, [role=combobox]:not(input), [role=checkbox], [role=radio], [role=switch], [role=slider]';

interface Control {
  name: string;
  nth: number;
  role: string;
}

/** Every control of the desk that can be used now, from the page itself; not what stands in the words, nor on a label, which is everybody’s. */
async function controlsOf(page: Page): Promise<Control[]> {
  const list = () =>
    page.locator('main').evaluate((main, selector) => {
      const counts = new Map<string, number>();
      return [...main.querySelectorAll<HTMLElement>(selector)].flatMap((element) => {
        if (
          !element.checkVisibility() ||
          element.matches(':disabled, [aria-disabled=true]') ||
          element.closest('[contenteditable], article')
        )
          return [];
        const labelled = element.id ? main.querySelector(`label[for="${element.id}"]`) : null;
        const name = (element.ariaLabel ?? labelled?.textContent ?? element.textContent).trim();
        const role = element.getAttribute('role') ?? (element.ariaHasPopup ? 'menu' : 'button');
        const nth = counts.get(`${role} ${name}`) ?? 0;
        counts.set(`${role} ${name}`, nth + 1);
        return [{ name, nth, role }];
      });
    }, CONTROLS);
  let before = '';
  let found: Control[] = [];
  // What is chosen is shown bit by bit.
  await expect
    .poll(async () => {
      found = await list();
      const now = JSON.stringify(found);
      const same = now === before;
      before = now;
      return same;
    })
    .toBe(true);
  return found;
}

/** How many controls were looked up. */
let tries = 0;

/** The element of a control, wherever it is by now; null where it is not. */
const elementOf = (page: Page, { name, nth, role }: Control): Promise<Locator | null> =>
  page
    .locator('main')
    .evaluate(
      (main, [selector, name, nth, role, number]) => {
        let left = Number(nth);
        for (const element of main.querySelectorAll<HTMLElement>(String(selector))) {
          if (
            !element.checkVisibility() ||
            element.matches(':disabled, [aria-disabled=true]') ||
            element.closest('[contenteditable], article')
          )
            continue;
          const labelled = element.id ? main.querySelector(`label[for="${element.id}"]`) : null;
          if ((element.ariaLabel ?? labelled?.textContent ?? element.textContent).trim() !== name) continue;
          if ((element.getAttribute('role') ?? (element.ariaHasPopup ? 'menu' : 'button')) !== role) continue;
          if (left-- > 0) continue;
          element.dataset['tried'] = String(number);
          return true;
        }
        return false;
      },
      [CONTROLS, name, nth, role, ++tries] as const,
    )
    .then((found) => (found ? page.locator(`[data-tried="${tries}"]`) : null));

/** Uses a control: presses it, and takes what it offers. */
async function use(page: Page, control: Locator, role: string, by: 'mouse' | 'key'): Promise<void> {
  const opens = role === 'combobox' || role === 'menu';
  if (by === 'mouse') {
    if (role === 'slider') return control.hover();
    await control.click();
    if (opens) await page.locator('[role=option], [role=menuitem]').last().click();
    return;
  }
  await control.focus();
  if (role === 'slider') return page.keyboard.press('ArrowRight');
  await page.keyboard.press(role === 'radio' || role === 'checkbox' ? 'Space' : 'Enter');
  if (!opens) return;
  await expect(page.locator('[role=listbox], [role=menu]')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
}

/** The words of the page, and nothing of what is drawn round them. */
const textOf = (page: Page): Promise<string> =>
  wordsOf(page).evaluate((words) => {
    const said: string[] = [];
    for (const block of words.querySelectorAll('p, h2, h3, h4')) said.push(block.textContent ?? '');
    return said.join('\n');
  });

/** How the page is made: what stands in what, and its words. */
const shapeOf = (page: Page): Promise<string> =>
  wordsOf(page).evaluate((words) => {
    const made: string[] = [];
    for (const part of words.querySelectorAll(
      'p, h2, h3, h4, li, td, th, blockquote, hr, a, strong, em, small, .placement, .together, .together-item',
    ))
      made.push(
        [
          part.tagName,
          ...['data-setting', 'data-when', 'data-indent', 'start', 'data-align'].map((name) =>
            part.getAttribute(name),
          ),
          part.classList.contains('placement') ? part.getAttribute('style') : '',
          part.textContent,
        ].join(' '),
      );
    return made.join('\n');
  });

for (const by of ['mouse', 'key'] as const)
  test(`after every control of the desk that is used by ${by}, what is typed goes into the words`, async ({
    page,
  }) => {
    await enter(page);
    await openEverything(page, `Every control by ${by}`);
    const wrong: string[] = [];
    const seen = new Set<string>();
    let tried = 0;
    for (const [place, chooseIt] of PLACES) {
      await chooseIt(page);
      for (const fold of await page.locator('main aside [data-state=closed][aria-controls]').all())
        if (await fold.isVisible()) await fold.click();
      await chooseIt(page);
      for (const control of await controlsOf(page)) {
        // What is the same wherever the caret is, is used once.
        const key = `${control.role} ${control.name} ${control.nth}`;
        if (seen.has(key) || LEADS_ON.some((name) => name.test(control.name))) continue;
        seen.add(key);
        const element = await elementOf(page, control);
        if (!element) continue;
        tried++;
        const before = await shapeOf(page);
        await use(page, element, control.role, by);
        await page.keyboard.press(LETTER);
        const at = `${place}: ${control.role} “${control.name}”`;
        const typed = await expect
          .poll(() => textOf(page), { timeout: 3000 })
          .toContain(LETTER)
          .then(
            () => true,
            () => false,
          );
        const focus = await page.evaluate(() => document.activeElement?.outerHTML.slice(0, 120));
        if (!typed) wrong.push(`${at}: nothing typed, the focus is on ${focus}`);
        // All of it is undone, for the next one.
        for (let step = 0; step < 8 && (await shapeOf(page)) !== before; step++)
          await page.keyboard.press('Control+z');
        if ((await shapeOf(page)) !== before) {
          wrong.push(`${at}: is not undone`);
          break;
        }
        await page.keyboard.press('Escape');
        await chooseIt(page);
      }
    }
    expect(wrong).toEqual([]);
    // Not a list that has become empty.
    expect(tried).toBeGreaterThan(60);
  });

/** As fast as a hand presses twice: a browser has its say in between. */
const TWICE = { delay: 40 };

/** Types a letter and tells in which of these words it stands. */
async function typedIn(page: Page): Promise<string> {
  await page.keyboard.press(LETTER);
  await expect.poll(() => textOf(page)).toContain(LETTER);
  return (await textOf(page)).split('\n').find((line) => line.includes(LETTER)) ?? '';
}

test('a press in the words counts, whatever was chosen before and wherever one was since', async ({
  page,
}) => {
  await enter(page);
  await openEverything(page, 'Pressed again');
  const words = wordsOf(page);
  const elsewhere: [string, () => Promise<void>][] = [
    ['Description', () => page.getByRole('textbox', { name: 'Description' }).click()],
    ['the title', () => page.getByRole('textbox', { name: 'Title of the page' }).click()],
    ['nowhere', () => page.locator('[data-desk]').click({ position: { x: 4, y: 300 } })],
    [
      'Bold and the Description',
      async () => {
        await page
          .getByRole('toolbar', { name: 'Words', exact: true })
          .getByRole('button', { name: 'Bold' })
          .click();
        await page.getByRole('textbox', { name: 'Description' }).click();
      },
    ],
    [
      'a kind of paragraph and the title',
      async () => {
        await page.getByRole('combobox', { name: 'Kind of paragraph' }).click();
        await page.getByRole('option', { name: 'Heading 3' }).click();
        await page.getByRole('textbox', { name: 'Title of the page' }).click();
      },
    ],
  ];
  for (const [where, go] of elsewhere) {
    await words.getByText('Between them.').dblclick({ ...TWICE, position: { x: 14, y: 8 } });
    await go();
    // What is chosen is to be seen still.
    expect(
      await page.evaluate(() => [...(CSS.highlights.get('chosen-words') ?? [])].map(String).join()),
      `chosen, with the focus on ${where}`,
    ).toBe('Between');
    await words.getByText('Last words.').click({ position: { x: 2, y: 8 } });
    expect(await typedIn(page), `after ${where}`).toMatch(/^L?Q?L?a?Q?ast words/);
    await page.keyboard.press('Control+z');
    await expect.poll(() => textOf(page)).not.toContain(LETTER);
    // Dragged over, and chosen twice.
    await words.getByText('Between them.').dblclick({ ...TWICE, position: { x: 14, y: 8 } });
    await go();
    await words.getByText('Last words.').dblclick({ ...TWICE, position: { x: 8, y: 8 } });
    expect(await typedIn(page), `after ${where} and a double press`).toBe('Q words.');
    await page.keyboard.press('Control+z');
    await expect.poll(() => textOf(page)).not.toContain(LETTER);
  }
});

test('Ctrl K links what is chosen, again and again, and finds elsewhere', async ({ page }) => {
  await enter(page);
  await openEverything(page, 'Linked by key');
  const words = wordsOf(page);
  const field = page.getByPlaceholder('A page’s title, an address, a mail address, a file');
  await words.getByText('Last words.').dblclick({ ...TWICE, position: { x: 8, y: 8 } });
  for (let again = 0; again < 2; again++) {
    await page.keyboard.press('Control+k');
    await expect(field).toBeFocused();
    // The panel is open, and the words are gone back to.
    await words.getByText('Last words.').dblclick({ ...TWICE, position: { x: 8, y: 8 } });
  }
  await page.keyboard.press('Control+k');
  await page.keyboard.type('fernhollow.example/c');
  await page.getByRole('option', { name: 'https://fernhollow.example/c' }).click();
  await expect(words.locator('a', { hasText: 'Last' })).toBeVisible();
  // On words that are a link, what is typed is where it is to lead, not what it is.
  await words.getByText('linked', { exact: true }).dblclick(TWICE);
  await page.keyboard.press('Control+k');
  await expect(field).toBeFocused();
  await page.keyboard.type('fernhollow.example/d');
  await page.getByRole('option', { name: 'https://fernhollow.example/d' }).click();
  await expect(words.locator('a[href="https://fernhollow.example/d"]')).toHaveText('linked');
  // So is it where a press on a picture is to lead.
  await words.locator(':scope > .placement img').first().click();
  await page.getByRole('combobox', { name: 'Link' }).click();
  await page.getByRole('option', { name: 'page, address or file' }).click();
  await expect(field).toBeFocused();
  await page.keyboard.press('Escape');
  // Finding has a key that works everywhere, and the short one where no words are written in.
  await page.keyboard.press('Control+Shift+K');
  await expect(page.getByRole('dialog', { name: 'Find or do anything' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Title of the page' }).click();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do anything' })).toBeVisible();
});

test('a card that leads is written in, the controls stay at hand, and what was done is undone after one was elsewhere', async ({
  page,
}) => {
  await enter(page);
  await openEverything(page, 'At hand');
  const words = wordsOf(page);
  // A page opens with nothing chosen, and its own panel.
  await expect(page.getByRole('region', { name: 'This page' })).toBeVisible();
  expect(await typedIn(page)).toBe('Last words.Q');
  await words.getByText('More of Leading').click({ position: { x: 2, y: 8 } });
  expect(await typedIn(page)).toMatch(/Q.*Leading|More of Leading/);
  await expect(words.getByText(/^Q?M?Q?ore of Leading/)).toContainText('Q');
  // At the end of a long page.
  await expect(page.getByRole('combobox', { name: 'Kind of paragraph' })).toBeInViewport();
  await expect(page.locator('.measure-rule')).toBeInViewport();
  await page.locator('[data-desk]').evaluate((desk) => desk.scrollTo(0, 0));
  // The outline shows how headings lie under one another.
  const outline = page.getByRole('navigation', { name: 'In this page' });
  const left = async (name: string) =>
    Number.parseFloat(
      await outline.getByRole('button', { name }).evaluate((line) => getComputedStyle(line).paddingLeft),
    );
  expect(await left('Carded')).toBeGreaterThan(await left('Headed'));
  // To another screen and back.
  await expect(page.getByText('Saved just now')).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Proof/ })
    .click();
  await expect(page).toHaveURL(/proof/);
  await expect(words).toHaveCount(0);
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Place/ })
    .click();
  await expect(words.getByText('Last words.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(() => textOf(page)).not.toContain(LETTER);
});

test('a picture is dragged above whatever stands first', async ({ page }) => {
  await enter(page);
  await openEverything(page, 'Dragged up');
  const words = wordsOf(page);
  const picture = words.locator(':scope > .placement img').first();
  for (const above of [2, -8]) {
    await picture.click();
    const from = await picture.boundingBox();
    if (!from) throw new Error('The picture is not to be seen.');
    await page.mouse.move(from.x + 60, from.y + 30);
    await page.mouse.down();
    await page.mouse.move(from.x + 50, from.y + 10, { steps: 4 });
    await page.locator('[data-desk]').evaluate((desk) => desk.scrollTo(0, 0));
    const top = (await words.boundingBox())?.y ?? 0;
    await page.mouse.move(from.x + 50, top + above, { steps: 8 });
    await page.mouse.up();
    await expect(words.locator(':scope > *').first()).toHaveClass(/placement/);
    await page.keyboard.press('Control+z');
    await expect(words.locator(':scope > *').first()).not.toHaveClass(/placement/);
  }
});

test('a document from the tray goes behind what is chosen, and takes nothing’s place', async ({ page }) => {
  await enter(page);
  await openEverything(page, 'A document beside');
  const words = wordsOf(page);
  const put = async () => {
    await page.getByRole('button', { name: 'Put a picture or film' }).click();
    const tray = page.getByRole('region', { name: 'Holdings' });
    await tray.getByRole('searchbox').fill('evening buses');
    await tray
      .getByRole('button', { name: /^Evening buses/ })
      .first()
      .press('Enter');
  };
  await words.locator(':scope > .placement img').first().click();
  await put();
  await expect(words.getByRole('link', { name: 'Evening buses' })).toHaveCount(1);
  await expect(words.locator(':scope > .placement img')).toHaveCount(1);
  await words.getByText('Last words.').dblclick({ ...TWICE, position: { x: 8, y: 8 } });
  await put();
  await expect(words.getByText('Last Evening buses')).toBeVisible();
});
