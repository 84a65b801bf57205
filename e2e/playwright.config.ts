import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../cli/src/setup/chromium';

export default defineConfig({
  testDir: '.',
  outputDir: '../.petrichor/test-results/browser',
  timeout: 240_000,
  expect: { timeout: 10_000 },
  // Two cores: the server, PostgreSQL and Chromium keep them busy.
  workers: 1,
  // A journey takes a minute of real time on a shared machine; one that only passes at the second try is named as flaky.
  retries: 1,
  forbidOnly: process.env['CI'] !== undefined,
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    trace: 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
});
