import { defineConfig } from '@playwright/test';
import { launchOptions } from './chromium.mjs';

export default defineConfig({
  testDir: '.',
  workers: 1,
  // Generous, for a slow machine: a test waits for what it means, and these only end what hangs.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  retries: 0,
  outputDir: '../../artifacts/results/playwright',
  // Dates and numbers follow the browser's language.
  use: { launchOptions, actionTimeout: 30_000, locale: 'en-GB' },
});
