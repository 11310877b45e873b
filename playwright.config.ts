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
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    // Each new device would fetch and keep the whole application, two seconds of a core; tests of what works without signal allow it.
    serviceWorkers: 'block',
    launchOptions,
    // A failure that comes once in many runs leaves what the page looked like, what was asked of it and what it wrote.
    screenshot: 'only-on-failure',
    trace: {
      mode: 'retain-on-failure',
      snapshots: false,
      screenshots: false,
      sources: false,
      attachments: false,
    },
  },
});
