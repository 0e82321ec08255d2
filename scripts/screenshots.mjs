// Takes the pictures in docs/screenshots from the demo data, with the built application.
import { spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { findChromium, root } from './install.mjs';

const PORT = 4378;
const at = `http://127.0.0.1:${PORT}`;
const data = mkdtempSync(join(tmpdir(), 'coin-relay-pictures-'));
const server = spawn(
  process.execPath,
  ['apps/server/dist/server.mjs', '--demo', '--port', String(PORT), '--data', data],
  {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  executablePath: findChromium() ?? undefined,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const take = async (name) => {
  await page.waitForTimeout(900);
  await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
};

await page.goto(at);
await page.locator('relay-job-card .verdict').nth(2).waitFor();
await take('rack');

await page.goto(`${at}/job/demo-coin-lift`);
await page.locator('relay-sentence .verdict').waitFor();
await take('job');

await page.goto(`${at}/job/demo-coin-lift`);
await page.locator('relay-sentence .strong').click();
await page.locator('.card li b').first().waitFor();
await take('candidates');

await page.goto(`${at}/job/demo-tin-beetle`);
await page.locator('relay-fit-step').getByText('nothing', { exact: true }).click();
await take('gap');
await page.getByRole('button', { name: 'Undo' }).click();

await page.goto(`${at}/start`);
const drawing = join(data, 'festoon.svg');
writeFileSync(
  drawing,
  `<svg xmlns="http://www.w3.org/2000/svg" width="320mm" height="160mm" viewBox="0 0 640 320">
  <path id="rail" d="M120 60C200 20 320 20 400 60S560 100 560 180A80 80 0 0 1 480 260H140A100 100 0 0 1 120 60Z"/>
  <circle id="lamp" cx="180" cy="165" r="46"/><polyline id="stay" points="300 150 380 190 460 140"/><text x="20" y="300">pier end</text></svg>`,
);
await page.locator('input[type=file]').setInputFiles(drawing);
await page.getByRole('button', { name: 'Put a link on it' }).waitFor();
await take('start');

await browser.close();
server.kill('SIGTERM');
