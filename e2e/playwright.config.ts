import { defineConfig } from '@playwright/test';
import { chromium, slowness } from './server';

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  fullyParallel: true,
  workers: 2,
  timeout: 60_000 * slowness,
  expect: { timeout: 12_000 * slowness },
  reporter: 'list',
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Berlin',
    locale: 'en-GB',
    launchOptions: chromium,
  },
});
