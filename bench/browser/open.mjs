// How the heaviest jobs open in the browser: npm run bench open-in-browser
// For each: when all of it is worked out, the longest the page was blocked, and pictures a second while it runs.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { findChromium } from '../../scripts/install.mjs';

const at = (path) => fileURLToPath(new URL(`../../${path}`, import.meta.url));
const PORT = 4388;
const wanted = process.argv.slice(2);
const server = spawn(process.execPath, [
  at('apps/server/dist/server.mjs'),
  ...['--port', String(PORT), '--data', mkdtempSync(join(tmpdir(), 'coin-relay-open-'))],
]);
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  executablePath: await findChromium(),
  args: ['--no-sandbox', '--disable-gpu'],
});
try {
  for (const file of readdirSync(at('fixtures/hostile')).filter((name) => name.startsWith('heavy-'))) {
    if (wanted.length > 0 && !wanted.some((part) => file.includes(part))) continue;
    const read = JSON.parse(readFileSync(at(`fixtures/hostile/${file}`), 'utf8'));
    console.log(`  ${file.slice(6, -5).padEnd(56)} ${await opened(read.job ?? read)}`);
  }
} finally {
  await browser.close();
  server.kill();
}

async function opened(job) {
  const answer = await fetch(`http://127.0.0.1:${PORT}/api/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ job }),
  });
  const made = await answer.json();
  if (!answer.ok) return `refused: ${made.detail}`;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await page.addInitScript(() => {
      globalThis.long = [];
      new PerformanceObserver((list) => {
        for (const { startTime, duration } of list.getEntries()) globalThis.long.push([startTime, duration]);
      }).observe({ type: 'longtask', buffered: true });
    });
    const began = Date.now();
    await page.goto(`http://127.0.0.1:${PORT}/job/${made.id}`);
    const settled = await page
      .waitForFunction(
        () => document.querySelector('relay-drawing .surface')?.getAttribute('aria-busy') === 'false',
        null,
        { timeout: 60_000 },
      )
      .then(() => ((Date.now() - began) / 1000).toFixed(1))
      .catch(() => 'over 60');
    const opening = await longest(page);
    await page.locator('body').press('Space');
    const frames = await page.evaluate(async () => {
      const start = performance.now();
      let count = 0;
      while (performance.now() - start < 3_000) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        count++;
      }
      return (count / (performance.now() - start)) * 1000;
    });
    const words = await page.locator('relay-sentence').innerText();
    return `settled ${settled} s; blocked ${opening} ms opening, ${await longest(page)} ms in all; ${frames.toFixed(0)} pictures/s; “${words.replace(/\s+/g, ' ').slice(0, 60)}”`;
  } finally {
    await page.close();
  }
}

function longest(page) {
  return page.evaluate(() =>
    Math.round(globalThis.long.reduce((most, [, length]) => Math.max(most, length), 0)),
  );
}
