import { expect, type Page } from '@playwright/test';
import axe from 'axe-core';
import { addressOf, SCREENS } from '../web/screens.ts';
import { enter, openPage, test, watchRest } from './screen.ts';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What the rules of WCAG 2.2 A and AA and of best practice find on a screen as it stands, or in a part of it. */
async function violations(
  page: Page,
  part: string | null,
  only: readonly string[] | null,
): Promise<string[]> {
  // Half a megabyte of it: once for each document.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async ({ part, only, tags }) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(part ?? document, {
        runOnly: only ? { type: 'rule', values: only } : { type: 'tag', values: tags },
        // What visitors see is judged in Proof.
        iframes: false,
        resultTypes: ['violations'],
      });
      return violations.flatMap(({ id, nodes }) =>
        nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} (${failureSummary ?? ''})`),
      );
    },
    { part, only: only as string[] | null, tags: TAGS },
  );
}

type Screen = [name: string, open: (page: Page) => Promise<unknown>, part?: string];

const held = (page: Page) =>
  page.getByRole('group', { name: 'What was found' }).getByRole('listitem').getByRole('button');

/** Every screen as it opens, and the other ways to look at one. */
const OPENING: Screen[] = [
  // What is of one thing alone is opened with it, below.
  ...SCREENS.filter(({ path }) => !path.includes('/:asset/')).map((screen): Screen => [
    screen.title,
    (page) => page.goto(addressOf(screen)),
  ]),
  ['the contact sheet of a search', (page) => page.goto('/holdings?words=moon')],
  ['the ledger', (page) => page.goto('/holdings?as=ledger')],
];

const OPENED: Screen[] = [
  [
    'something unpacked',
    async (page) => {
      await openPage(page, 'The sky elsewhere');
      await page.getByRole('button', { name: 'Embed', exact: true }).click();
      await page
        .getByLabel('Embed code')
        .fill('<iframe src="https://corkrail.example/board/1" title="A board" onload="x()"></iframe>');
      await expect(page.getByRole('button', { name: 'Put it in the page' })).toBeEnabled();
    },
  ],
  [
    'captions',
    async (page) => {
      const found = (await (await page.request.get('/api/assets?words=finder&kind=film')).json()) as {
        assets: { id: string }[];
      };
      await page.goto(`/label/${found.assets[0]?.id}/captions?kind=captions&language=en`);
      await expect(page.getByRole('textbox', { name: 'Caption 1', exact: true })).toBeVisible();
    },
  ],
  [
    'things set together',
    async (page) => {
      await openPage(page, 'Three things to see this autumn');
      await page.getByRole('textbox', { name: 'Words of the page' }).locator('.together h2').first().click();
      await expect(page.getByRole('region', { name: 'How these stand' })).toBeVisible();
    },
  ],
  [
    'an opener',
    async (page) => {
      await openPage(page, 'The valley by night');
      await page.getByRole('textbox', { name: 'Words of the page' }).locator('.together h2').first().click();
      await expect(page.getByText(/^Contrast [\d.]+ to 1/)).toBeVisible();
    },
  ],
  [
    'standing copy in a page',
    async (page) => {
      await openPage(page, 'The valley by night');
      await page.locator('.standing-copy').click();
      await expect(page.getByRole('region', { name: 'Standing copy' })).toContainText('Used in 2 pages');
    },
  ],
  ['the list of standing copy', (page) => page.goto('/pages?copy=yes')],
  [
    'things chosen in the tray',
    async (page) => {
      await openPage(page, 'Getting here in the dark');
      await page.getByRole('button', { name: 'Put a picture or film' }).click();
      await page
        .getByRole('checkbox', { name: /^Choose / })
        .first()
        .click();
    },
  ],
  [
    'films on the host',
    async (page) => {
      await page.goto('/gather');
      await page.getByRole('button', { name: 'Films on the host' }).click();
      await expect(page.getByText(/^\d+ films on Lanternreel/)).toBeVisible();
    },
  ],
  [
    'a question before something is destroyed',
    async (page) => {
      await page.goto('/gather');
      await page.getByRole('button', { name: 'Discard all' }).click();
      await expect(page.getByRole('alertdialog')).toBeVisible();
    },
  ],
  [
    'a picture selected in a page',
    async (page) => {
      await openPage(page, 'Autumn star parties');
      await page.locator('.placement').first().click();
      await expect(page.getByRole('radiogroup', { name: 'Position' })).toBeVisible();
    },
  ],
  [
    'the tray',
    async (page) => {
      await page.goto('/pages');
      await page.getByRole('button', { name: 'Holdings', exact: true }).last().click();
      await expect(page.getByRole('region', { name: 'Tray of holdings' })).toBeVisible();
      await page.getByRole('button', { name: 'Holdings', exact: true }).last().click();
    },
  ],
  [
    'several chosen',
    async (page) => {
      await page.goto('/holdings?words=moon');
      await held(page).nth(0).click();
      await held(page)
        .nth(1)
        .click({ modifiers: ['Shift'] });
      await expect(page.getByRole('group', { name: 'What is chosen' })).toBeVisible();
    },
  ],
  [
    'one, large',
    async (page) => {
      await page.goto('/holdings?words=moon');
      await held(page).first().focus();
      await page.keyboard.press('Space');
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'the sections, arranged',
    async (page) => {
      await page.goto('/holdings');
      await page.getByRole('button', { name: 'Arrange' }).click();
      await expect(page.getByRole('region', { name: 'Arrange the sections' })).toBeVisible();
    },
  ],
  ...['Size', 'Light and colour', 'Finish', 'Files'].map((tool): Screen => [
    `Prep: ${tool}`,
    async (page) => {
      await page.goto('/prep');
      await page.getByRole('tab', { name: tool }).click();
    },
  ]),
  ...['Credit', 'On file', 'Changes'].map((view): Screen => [
    `Label: ${view}`,
    async (page) => {
      await page.goto('/label');
      await page.getByRole('tab', { name: view }).click();
    },
  ]),
  [
    'what belongs to a page',
    async (page) => {
      await openPage(page, 'Nights for families');
      const own = page.getByRole('region', { name: 'This page' });
      for (const part of ['Lead and listing pictures', /^Schedule/, /^Address/])
        await own.getByRole('button', { name: part }).click();
      await expect(own.getByText('As the card that other sites make of its address')).toBeVisible();
    },
  ],
  [
    'a page as HTML',
    async (page) => {
      await openPage(page, 'Opening times and prices');
      await page.getByRole('button', { name: 'The page as HTML' }).click();
      await expect(page.getByRole('textbox', { name: 'HTML of the page' })).toBeVisible();
    },
  ],
  [
    'earlier versions of a page',
    async (page) => {
      await openPage(page, 'Nights for families');
      await page.getByRole('button', { name: 'Earlier versions' }).click();
      await expect(page.getByRole('heading', { name: 'Earlier versions' })).toBeVisible();
    },
  ],
  [
    'where a link leads',
    async (page) => {
      await openPage(page, 'Nights for families');
      await page.getByRole('link', { name: 'opening times' }).click();
      await expect(page.getByRole('region', { name: 'The link' })).toBeVisible();
    },
  ],
  [
    'pages that are chosen',
    async (page) => {
      await page.goto('/pages');
      await page.getByRole('checkbox').first().click();
      await expect(page.getByRole('toolbar', { name: 'Chosen pages' })).toBeVisible();
    },
  ],
  [
    'finding anything',
    async (page) => {
      await page.goto('/gather');
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('dialog', { name: 'Find or do anything' })).toBeVisible();
    },
  ],
  [
    'a page being searched',
    async (page) => {
      await page.goto('/proof');
      await page.getByLabel('Page', { exact: true }).click();
      await expect(page.getByRole('option').first()).toBeVisible();
    },
  ],
  // What lies round an open list or menu is out of reach while it is open: only the list itself is judged.
  [
    'an open list',
    async (page) => {
      await page.goto('/label');
      await page.getByRole('article').getByLabel('Licence').click();
      await expect(page.getByRole('option', { name: 'Our own work' })).toBeVisible();
    },
    '[role=listbox]',
  ],
  [
    'an open menu',
    async (page) => {
      await page.goto('/gather');
      await page.getByRole('button', { name: /^Account of/ }).click();
      await expect(page.getByRole('menuitem', { name: 'Sign out' })).toBeVisible();
    },
    '[role=menu]',
  ],
];

const PHONE = 390;
const DESK = { width: 1280, height: 800 };

/** Opens screens one after another, and tells what is against the rules of access on each, as it is looked at by each way. */
async function judged(
  page: Page,
  screens: readonly Screen[],
  ways: readonly ((page: Page) => Promise<[name: string, only: readonly string[] | null]>)[],
): Promise<void> {
  test.slow();
  const refused: string[] = [];
  page.on('console', (message) => {
    if (/content security policy/i.test(message.text())) refused.push(message.text());
  });
  const rest = watchRest(page);
  await page.addInitScript(() => localStorage.setItem('placard-theme', 'day'));
  await enter(page);
  const found: string[] = [];
  for (const [screen, open, part = null] of screens) {
    await page.setViewportSize(DESK);
    await open(page);
    for (const look of ways) {
      const [name, only] = await look(page);
      await rest();
      for (const violation of await violations(page, part, only))
        found.push(`${screen} ${name}: ${violation}`);
    }
  }
  expect(found).toEqual([]);
  // Nothing of ours is refused by our own policy.
  expect(refused).toEqual([]);
}

const byDay = async (): Promise<[string, null]> => ['by day', null];
const byNight = async (page: Page): Promise<[string, readonly string[]]> => {
  await page.evaluate(() => (document.documentElement.dataset['theme'] = 'night'));
  return ['by night', ['color-contrast']];
};
const onPhone = async (page: Page): Promise<[string, null]> => {
  await page.evaluate(() => (document.documentElement.dataset['theme'] = 'day'));
  await page.setViewportSize({ ...DESK, width: PHONE });
  return ['on a phone', null];
};

const halves = <T>(all: readonly T[]): [T[], T[]] => {
  const half = Math.ceil(all.length / 2);
  return [all.slice(0, half), all.slice(half)];
};
for (const [at, screens] of halves(OPENING).entries())
  test(`every screen holds the rules of access, by day, by night and on a phone (${at + 1} of 2)`, ({
    page,
  }) => judged(page, screens, [byDay, byNight, onPhone]));

for (const [at, screens] of halves(OPENED).entries())
  test(`what opens on them holds the rules of access (${at + 1} of 2)`, ({ page }) =>
    judged(page, screens, [byDay]));
