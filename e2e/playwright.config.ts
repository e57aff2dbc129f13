import { defineConfig } from '@playwright/test';
import { launchOptions } from './browser.ts';

const address = process.env['CRIB_ADDRESS'];
if (!address) throw new Error('Run these tests with npm test, which starts a server for them.');

export default defineConfig({
  testDir: './journeys',
  outputDir: process.env['CRIB_TEST_OUTPUT'] ?? '../test-results',
  workers: 1,
  // A machine that stops for seconds makes a test slow; it makes none fail.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: address,
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    launchOptions,
    acceptDownloads: true,
    trace: 'off',
  },
});
