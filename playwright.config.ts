import { defineConfig } from '@playwright/test';
import { READING_HELD, SERVER } from './tests/end-to-end/support/held';
import { CHROMIUM } from './tests/end-to-end/support/chromium';

/** The interface in Debian's Chromium, against a server with a data folder of its own. */
export default defineConfig({
  testDir: 'tests/end-to-end',
  outputDir: '.data/playwright',
  // Wide, so that a machine that has little time to spare fails nothing that is right.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // Where the machine is busy with other things a test may run out of time once; that is told as flaky.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '.data/playwright.json' }]],
  globalSetup: './tests/end-to-end/support/globalSetup.ts',
  globalTeardown: './tests/end-to-end/support/globalTeardown.ts',
  use: {
    baseURL: SERVER,
    // Most tests need no more than the first runs; those that read numbers let the Reading go on.
    storageState: READING_HELD,
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    // What opens does so at once instead of being waited for.
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    launchOptions: CHROMIUM,
  },
});
