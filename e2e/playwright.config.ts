import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 1,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  globalSetup: './setup.ts',
  reporter: [['list'], ['json', { outputFile: '../.data/results/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run', '--disable-quic'],
    },
  },
});
