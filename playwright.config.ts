import { fileURLToPath } from 'node:url'
import { defineConfig } from '@playwright/test'

/** What Playwright switches off; of several lists the browser reads only the last. */
const PLAYWRIGHTS_OWN = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
]
const ADDRESS_BAR = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'WebUIOmniboxFullPopup', 'AiModeOmniboxEntryPoint']

/** Against the built product, in Debian's Chromium. Every test has records of its own, so they go side by side. */
export default defineConfig({
  testDir: 'tests/browser',
  // The benches and the pictures extend this from folders of their own.
  globalSetup: fileURLToPath(new URL('./tests/support/with-postgres.ts', import.meta.url)),
  outputDir: '.playwright/results',
  fullyParallel: true,
  workers: 2,
  timeout: 240_000,
  // A machine has slow phases, in which everything takes three times as long.
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.playwright/results.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // It fetches the whole app into each new browser: only the tests of being offline wait for that.
    serviceWorkers: 'block',
    actionTimeout: 30_000,
    // A trace keeps the whole page at every step, which takes a fifth of the time: asked for where a failure is looked into.
    trace: process.env.TRACE ? { mode: 'retain-on-failure', screenshots: false } : 'off',
    launchOptions: {
      // SLOW=400 waits that long before each step: finds a step that is right only while the page is not yet whole.
      slowMo: Number(process.env.SLOW ?? 0),
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-dev-shm-usage',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-domain-reliability',
        '--disable-sync',
        '--no-first-run',
        '--no-default-browser-check',
        // Two pages of the browser's own behind each page of a test.
        `--disable-features=${[...PLAYWRIGHTS_OWN, ...ADDRESS_BAR].join(',')}`,
      ],
    },
  },
})
