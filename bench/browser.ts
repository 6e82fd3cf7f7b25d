import { chromium, type Page } from '@playwright/test';
import type { Caller, OpenServer } from '@placard/server/testing/openserver';

/** A page of Debian's Chromium in which somebody is signed in. */
export async function openPage(
  server: OpenServer,
  caller: Caller,
): Promise<{ page: Page; close(): Promise<void> }> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-sync'],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies(
    caller.cookie.split('; ').map((pair) => {
      const [name = '', ...value] = pair.split('=');
      return { name, value: value.join('='), url: server.address };
    }),
  );
  // The compiler of these files names functions by a helper that a page does not have.
  await context.addInitScript('globalThis.__name = (named) => named');
  return { page: await context.newPage(), close: () => browser.close() };
}
