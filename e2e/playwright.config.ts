import { defineConfig } from '@playwright/test';
import { BROWSER } from '../tools/browser.mjs';

/** Drives the real page on the real server and database that `npm test` started. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // The longest takes 80 s alone on two cores, and twice as long where others share them.
  timeout: 240_000,
  expect: { timeout: 15_000 },
  projects: [
    { name: 'together', testIgnore: 'alone/**' },
    // What changes the shop, or takes the database from everybody.
    { name: 'alone', testMatch: 'alone/**', dependencies: ['together'], workers: 1 },
  ],
  workers: 2,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env['ULPEN_E2E_URL'],
    viewport: { width: 1280, height: 800 },
    launchOptions: BROWSER,
    trace: 'retain-on-failure',
  },
});
