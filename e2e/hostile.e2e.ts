import { expect, type Page } from '@playwright/test';
import { SCREENS } from '../web/screens.ts';
import { beginPage, choosePage, enter, goTo, openPage, signIn, test } from './screen.ts';

/**
 * Watches for anything that runs or is asked for which is not ours. What hostile code here does if it runs is to open a
 * dialog; what it has loaded is called `x`, or lies elsewhere. What a browser's console says of code that stays inert is
 * its own affair.
 */
function watch(page: Page): string[] {
  const seen: string[] = [];
  page.on('dialog', (dialog) => {
    seen.push(`dialog: ${dialog.message()}`);
    void dialog.dismiss();
  });
  page.on('request', (request) => {
    const { protocol, hostname, pathname } = new URL(request.url());
    const ours = ['localhost', '127.0.0.1'].includes(hostname) || /^(data|blob|about):$/.test(protocol);
    if (!ours || /(^|\/)x$/.test(pathname)) seen.push(`asked for: ${request.url()}`);
  });
  return seen;
}

test('a drawing with a script is shown everywhere and runs nowhere', async ({ page, context }) => {
  const seen = watch(page);
  await signIn(page);
  await page.getByLabel('Files to bring in').setInputFiles({
    name: 'Trap.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300" onload="alert(1)"><script>alert(2); document.title = "ran"</script><rect width="400" height="300" fill="#2f5d50"/><foreignObject width="90" height="90"><iframe xmlns="http://www.w3.org/1999/xhtml" src="javascript:alert(3)"/></foreignObject></svg>',
    ),
  });
  await page.getByRole('button', { name: 'Accept Trap.svg' }).click();
  await goTo(page, 'Holdings');
  await page.getByRole('button', { name: /^Trap/ }).click();
  await expect(page.getByRole('article', { name: 'Placard of Trap' })).toBeVisible();

  // Opened on its own, as somebody might who copies its address.
  const assets = (await (await page.request.get('/api/assets?words=trap')).json()) as {
    assets: { id: string }[];
  };
  const asset = (await (await page.request.get(`/api/assets/${assets.assets[0]?.id}`)).json()) as {
    original: string;
  };
  const alone = await context.newPage();
  const seenAlone = watch(alone);
  await alone.goto(asset.original);
  await alone.waitForLoadState('load');
  expect(await alone.title()).not.toBe('ran');
  expect([...seen, ...seenAlone.filter((line) => line.startsWith('dialog'))]).toEqual([]);
});

test('hostile embed code is taken apart in the page, and nothing of it runs', async ({ page }) => {
  const seen = watch(page);
  await enter(page);
  await beginPage(page, 'Under attack');
  await page.getByRole('button', { name: 'Embed', exact: true }).click();
  const code = page.getByLabel('Embed code');
  const embed = page.getByRole('region', { name: 'Embed' });
  for (const [pasted, says] of [
    ['<iframe src="javascript:alert(document.domain)"></iframe>', 'javascript: can run code'],
    ['<iframe src="data:text/html,<script>alert(1)</script>"></iframe>', 'data: can run code'],
    ['<img src=x onerror=alert(1)><svg onload=alert(2)>', 'There is nothing in this that can be embedded'],
    ['<form action="https://evil.example/"><input></form>', 'There is nothing in this that can be embedded'],
    ['<b>'.repeat(40_000), 'an embed code is a few hundred'],
  ] as const) {
    await code.fill(pasted);
    await expect(embed).toContainText(says);
    await expect(embed.getByRole('button', { name: 'Put it in the page' })).toBeDisabled();
  }
  await code.fill(
    '<iframe src="https://a.example/" title="&lt;script&gt;alert(1)&lt;/script&gt;" onload="alert(2)"></iframe>',
  );
  await expect(embed.getByLabel('Said to screen readers')).toHaveValue('<script>alert(1)</script>');
  await expect(embed).toContainText('an event handler is a script');
  // The frame itself may be looked at by then, in its sandbox.
  expect(seen.filter((line) => line !== 'asked for: https://a.example/')).toEqual([]);
});

test('what is pasted as if it were ours is taken only as far as pages have such, and the page still saves', async ({
  page,
}) => {
  const seen = watch(page);
  await enter(page);
  await beginPage(page, 'Pasted from elsewhere');
  const words = page.getByRole('textbox', { name: 'Words of the page' });
  await words.click();
  await words.evaluate((element) => {
    const figure = (kind: string, attrs: object) => {
      const made = document.createElement('figure');
      made.setAttribute(`data-placard-${kind}`, JSON.stringify(attrs));
      return made.outerHTML;
    };
    const frame = {
      src: 'javascript:alert(1)',
      title: 'x',
      shape: {},
      sandbox: ['allow-top-navigation'],
      permissions: [],
    };
    const data = new DataTransfer();
    data.setData(
      'text/html',
      [
        '<p>Before</p>',
        figure('picture', { asset: 7, position: { x: 1 } }),
        figure('picture', { asset: 'asset-0001', linksTo: 'javascript:alert(2)' }),
        figure('film', { asset: '../../etc/passwd' }),
        figure('embed', { frame }),
        '<figure data-placard-embed="{{{"></figure>',
        '<img src="x" onerror="alert(3)"><script>alert(4)</script>',
        '<p>After</p>',
      ].join(''),
    );
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(words).toContainText('Before');
  await expect(words).toContainText('After');
  await expect(words.locator('.placement')).toHaveCount(0);
  await expect(page.getByText('Saved just now')).toBeVisible();
  expect(seen).toEqual([]);
});

test('hostile words on a label stay words, in the page, the proof and the hand-off', async ({ page }) => {
  const seen = watch(page);
  await enter(page);
  await page.goto('/holdings?words=workshop');
  await page.getByRole('button', { name: /^The mirror, half polished/ }).click();
  const placard = page.getByRole('article');
  const words = '"><img src=x onerror=alert(1)>‮';
  await placard.getByLabel('Caption').fill(words);
  await placard.getByLabel('Caption').blur();
  await openPage(page, 'How the mirror was made');
  await page.getByRole('textbox', { name: 'Words of the page' }).click();
  await page.getByRole('button', { name: 'Put a picture or film' }).click();
  await page.getByLabel('Search the tray').fill('mirror polished');
  await page.getByRole('button', { name: 'The mirror, half polished, picture' }).press('Enter');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await expect(page.locator('.sheet figcaption')).toContainText('onerror=alert(1)');
  await goTo(page, 'Proof');
  await choosePage(page.getByLabel('Page', { exact: true }), 'How the mirror was made');
  await expect(page.frameLocator('iframe[title$="at a desk"]').locator('figcaption')).toContainText(
    'onerror=alert(1)',
  );
  await goTo(page, 'Hand off');
  await choosePage(page.getByLabel('Page', { exact: true }), 'How the mirror was made');
  await expect(page.getByLabel('HTML')).toContainText('&quot;&gt;&lt;img src=x onerror=alert(1)&gt;');
  expect(seen).toEqual([]);
});

test('no screen breaks the application’s own policy', async ({ page }) => {
  await page.addInitScript(() => {
    const broken: string[] = [];
    Object.assign(window, { broken });
    document.addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI }) =>
      broken.push(`${violatedDirective} ${blockedURI}`),
    );
  });
  await signIn(page);
  for (const { title, tick } of SCREENS) {
    if (!tick) continue;
    await goTo(page, title);
    await expect(page.getByRole('main').getByRole('heading').first()).toBeVisible();
  }
  await page.getByRole('button', { name: 'Account of Edda Quill' }).click();
  await expect(page.getByText('edda@fernhollow.example')).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as { broken: string[] }).broken)).toEqual([]);
});
