import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

/** Chromium without a window, which takes a third less time; with one where there is no other. */
const headless = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) => existsSync(path)) ?? '';

export default defineConfig({
  testDir: 'tests/browser',
  globalSetup: './tests/browser/setup.ts',
  outputDir: '.data/playwright',
  // Files side by side: a test waits for the page half of its time. Those that stop what all share are tagged @alone.
  workers: 2,
  retries: 1,
  timeout: 90_000,
  expect: { timeout: 20_000 },
  reporter: [['line'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    // To record every test takes a fifth of the time of all of them; one that fails is recorded as it is tried again.
    trace: 'on-first-retry',
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: headless,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
