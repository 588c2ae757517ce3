import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/setup/packages.mjs';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './scripts/setup/browser-cluster.mjs',
  outputDir: 'test-results',
  // One more than processors: some wait for time, for a network or for a server that is silent.
  workers: 3,
  // A shared machine can lose its processors for seconds. What fails once and passes then is listed as flaky, not hidden.
  retries: 1,
  // They end what hangs; a shared machine can be several times as slow as one's own.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON ?? 'test-results/results.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    locale: 'en-GB',
    // Keeping the whole application for work without the server takes every test's new browser a second or two of both processors:
    // tests of that allow it.
    serviceWorkers: 'block',
    // Tracing every test takes time; what fails is traced when it is tried again.
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run'
      ]
    }
  }
});
