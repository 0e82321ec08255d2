import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';

/** The second browser is tried where it is there. */
const firefox = existsSync(process.env['FIREFOX_PATH'] ?? '/usr/bin/firefox-esr');

export default defineConfig({
  testDir: '.',
  testIgnore: firefox ? [] : 'firefox.spec.ts',
  outputDir: '../test-results/browser',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  // A browser and its server keep two processors busy.
  workers: Math.max(1, Math.floor(availableParallelism() / 2)),
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '../test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // A page is emptied for the next test, not opened anew: half of what starting the application costs is the browser’s.
    reuseContext: true,
    // What happened on a page that failed is kept: a failure that is rare is not asked for twice. Its calls, what they
    // fetched, and its last picture are kept, not each state of it: those cost a sixth of the whole run.
    trace: { mode: 'retain-on-failure', snapshots: false, screenshots: false, sources: false },
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        // Solids are drawn without a graphics card.
        '--enable-unsafe-swiftshader',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
