import { defineConfig } from '@playwright/test';
import { launch } from './scripts/setup/browser.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  timeout: 300_000,
  expect: { timeout: 45_000 },
  workers: 2,
  fullyParallel: false,
  retries: 0,
  forbidOnly: true,
  use: {
    actionTimeout: 120_000,
    baseURL: process.env.APP_URL,
    launchOptions: launch,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    serviceWorkers: 'block',
    trace: 'off',
    video: 'off',
    screenshot: 'only-on-failure',
  } as never,
});
