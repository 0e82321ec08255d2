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
    // What happened on a page that failed is kept: a failure that is rare is not asked for twice. Its pages are kept as
    // they were, not as films: those cost a fifth of the whole run.
    trace: { mode: 'retain-on-failure', screenshots: false, sources: false },
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
