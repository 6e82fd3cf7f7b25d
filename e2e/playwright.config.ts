import { defineConfig } from '@playwright/test';

const output = process.env['PLACARD_E2E_OUTPUT'];
/** A house for each worker. */
const houses = process.env['PLACARD_ADDRESSES_UNDER_TEST']?.split(' ') ?? ['http://localhost:4600'];

/** What Chromium does without: what Playwright itself does without, and what draws or prepares windows that nobody sees. */
const OFF = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'TcpPortRandomizationWin',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
  'PreloadTopChromeWebUI',
  'InitialWebUI',
  'InitialWebUISurfaceSync',
  'WebUIReloadButton',
  'WebUIToolbar',
  'WebUIHomeButton',
  'WebUIBackForwardButton',
  'WebUILocationBar',
  'WebUISplitTabsButton',
  'WebUIOmniboxPopup',
  'WebUIOmniboxFullPopup',
  'WebUIOmniboxAimPopup',
  'SpareRendererForSitePerProcess',
];

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.e2e.ts',
  ...(output ? { outputDir: output } : {}),
  workers: houses.length,
  timeout: 300_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: houses[Number(process.env['TEST_PARALLEL_INDEX'] ?? 0)],
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        // Renderers that nothing is ever shown in take as long to start as those that are looked at. Named with what
        // Playwright has off, since the last list counts.
        `--disable-features=${OFF.join(',')}`,
      ],
    },
  },
});
