import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/parts/chromium.mjs';

export default defineConfig({
  outputDir: 'test-results/browser',
  testDir: 'tests/e2e',
  globalSetup: './tests/set-up/demo.ts',
  timeout: 360_000,
  expect: { timeout: 60_000 },
  workers: 2,
  fullyParallel: false,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    launchOptions,
  },
});
