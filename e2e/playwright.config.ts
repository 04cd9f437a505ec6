import { defineConfig } from '@playwright/test';
import { LANES } from './lanes';

/** Parts of the browser that a journey never meets; two of them are pages of its own with each window. */
const UNUSED = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'MediaRouter', 'OptimizationHints', 'PaintHolding'];

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './server.ts',
  workers: LANES,
  fullyParallel: false,
  // Far more than any step takes: a machine that stands still for a while is no fault of ours.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  // Once more where a machine stood still between two steps of a hand; the list then calls it flaky.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  outputDir: '../test-results/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // A trace takes as long as what it traces: only what failed once is worth it.
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--disable-features=${UNUSED.join(',')}`,
      ],
    },
  },
});
