import { defineConfig } from '@playwright/test'

/** Against the built product, in Debian's Chromium. Every test has a product of its own, so they go side by side. */
export default defineConfig({
  testDir: 'tests/browser',
  outputDir: '.playwright/results',
  fullyParallel: true,
  workers: 2,
  timeout: 240_000,
  // A machine has slow phases, in which everything takes three times as long.
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.playwright/results.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
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
      ],
    },
  },
})
