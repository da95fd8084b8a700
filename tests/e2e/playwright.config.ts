import { defineConfig } from '@playwright/test';
import { launchOptions } from './chromium.mjs';

export default defineConfig({
  testDir: '.',
  workers: 1,
  timeout: 60_000,
  retries: 0,
  outputDir: '../../artifacts/results/playwright',
  use: { launchOptions, actionTimeout: 10_000 },
});
