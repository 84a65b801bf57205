import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../cli/src/setup/chromium';

export default defineConfig({
  testDir: '.',
  outputDir: '../.petrichor/test-results/browser',
  timeout: 240_000,
  expect: { timeout: 10_000 },
  // Two cores: the server, PostgreSQL and Chromium keep them busy.
  workers: 1,
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
