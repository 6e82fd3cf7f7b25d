import { expect, type Locator, type Page } from '@playwright/test';
import { enter, test, wordsOf } from './screen.ts';

/** A letter that stands nowhere else. */
const LETTER = 'ŧ';

/** What moves the focus on purpose, by its name: to a field, to what is chosen there, or to another screen. */
const LEADS_ON = [
  /^Link$/,
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
          { type: 'quotation', content: [paragraph(text('Quoted words.'))] },
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
  ['a quotation', (page) => wordsOf(page).getByText('Quoted words').click()],
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

/** Every control of the desk that can be used now, from the page itself; not what stands in the words. */
async function controlsOf(page: Page): Promise<Control[]> {
  const list = () =>
    page.locator('main').evaluate((main, selector) => {
      const counts = new Map<string, number>();
      return [...main.querySelectorAll<HTMLElement>(selector)].flatMap((element) => {
        if (
          !element.checkVisibility() ||
          element.matches(':disabled') ||
          element.closest('[contenteditable]')
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

/** The element of a control, wherever it is by now; null where it is not. */
const elementOf = (page: Page, { name, nth, role }: Control): Promise<Locator | null> =>
  page
    .locator('main')
    .evaluate(
      (main, [selector, name, nth, role]) => {
        for (const old of main.querySelectorAll('[data-tried]')) old.removeAttribute('data-tried');
        let left = Number(nth);
        for (const element of main.querySelectorAll<HTMLElement>(String(selector))) {
          if (
            !element.checkVisibility() ||
            element.matches(':disabled') ||
            element.closest('[contenteditable]')
          )
            continue;
          const labelled = element.id ? main.querySelector(`label[for="${element.id}"]`) : null;
          if ((element.ariaLabel ?? labelled?.textContent ?? element.textContent).trim() !== name) continue;
          if ((element.getAttribute('role') ?? (element.ariaHasPopup ? 'menu' : 'button')) !== role) continue;
          if (left-- > 0) continue;
          element.dataset['tried'] = '';
          return true;
        }
        return false;
      },
      [CONTROLS, name, nth, role] as const,
    )
    .then((found) => (found ? page.locator('main [data-tried]') : null));

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
        const before = await textOf(page);
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
        for (let step = 0; step < 8 && (await textOf(page)) !== before; step++)
          await page.keyboard.press('Control+z');
        if ((await textOf(page)) !== before) {
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
