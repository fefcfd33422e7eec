import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.spec.ts',
  workers: 2,
  timeout: 180_000,
  expect: { timeout: 15_000 },
  globalSetup: './setup.ts',
  reporter: [['list'], ['json', { outputFile: '../.data/results/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    // Recording every step doubles the time of a run; TRACE=1 turns it on when one fails.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--disable-quic',
      ],
    },
  },
});
