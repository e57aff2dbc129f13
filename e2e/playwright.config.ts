import { defineConfig } from '@playwright/test';
import { launchOptions } from './browser.ts';

export default defineConfig({
  testDir: './journeys',
  outputDir: process.env['CRIB_TEST_OUTPUT'] ?? '../test-results',
  workers: 2,
  // A machine that stops for seconds makes a test slow; it makes none fail.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json']],
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    launchOptions,
    acceptDownloads: true,
    trace: 'off',
  },
});
