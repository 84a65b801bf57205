import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../cli/src/setup/chromium';

export default defineConfig({
  testDir: '.',
  globalSetup: './support/templates.ts',
  outputDir: '../.petrichor/test-results/browser',
  timeout: 240_000,
  expect: { timeout: 10_000 },
  // What one journey waits for, another works.
  workers: Math.max(2, availableParallelism()),
  forbidOnly: process.env['CI'] !== undefined,
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    // Recording everything takes a third of the time: only to find out why one fails.
    trace: process.env['PETRICHOR_E2E_TRACE'] ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
