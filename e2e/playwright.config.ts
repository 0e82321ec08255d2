import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

/** Another one where a suite runs already on this machine. */
const PORT = Number(process.env['E2E_PORT'] ?? 4377);
/** The second browser is tried where it is there. */
const firefox = existsSync(process.env['FIREFOX_PATH'] ?? '/usr/bin/firefox-esr');
const data = mkdtempSync(join(tmpdir(), 'coin-relay-e2e-'));

export default defineConfig({
  testDir: '.',
  testIgnore: firefox ? [] : 'firefox.spec.ts',
  outputDir: '../test-results/browser',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 1,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '../test-results/browser.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // What happened on a page that failed is kept: a failure that is rare is not asked for twice. Its pages are kept as
    // they were, not as films: those cost a fifth of the whole run.
    trace: { mode: 'retain-on-failure', screenshots: false, sources: false },
    launchOptions: {
      executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `node ../apps/server/dist/server.mjs --demo --port ${PORT} --data ${data}`,
    url: `http://127.0.0.1:${PORT}/api/jobs`,
    reuseExistingServer: false,
  },
});
