// Loads rack and job again and again while the machine is busy: node bench/safety/loads.mjs [loads]
import { Worker } from 'node:worker_threads';
import { availableParallelism } from 'node:os';
import { chromium } from '@playwright/test';
import { findChromium } from '../../scripts/install.mjs';
import { newFolder, startServer, stopServer } from './server.mjs';

const loads = Number(process.argv[2] ?? 500);
const MOST_MS = 10_000;
const busy = Array.from(
  { length: availableParallelism() },
  () => new Worker('for (let x = 0; ; x++) Math.sqrt(x);', { eval: true }),
);
const server = await startServer(newFolder(), '--demo');
const browser = await chromium.launch({ executablePath: await findChromium(), args: ['--no-sandbox'] });
const times = [];
for (let k = 0; k < loads; k++) {
  const isRack = k % 2 === 0;
  // Another context each time: nothing is kept of the visit before.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const began = Date.now();
  await page.goto(isRack ? server.url : `${server.url}/job/demo-coin-lift`);
  await (
    isRack
      ? page.locator('relay-job-card canvas').first()
      : page.locator('relay-sentence', { hasText: 'would fit' })
  ).waitFor({ timeout: 60_000 });
  times.push(Date.now() - began);
  await context.close();
}
await browser.close();
await stopServer(server);
for (const each of busy) void each.terminate();
times.sort((a, b) => a - b);
const over = times.filter((ms) => ms > MOST_MS).length;
console.log(
  `${loads} loads: half in ${times[loads >> 1]} ms, the slowest in ${times[loads - 1]} ms, ${over} over ${MOST_MS / 1000} s`,
);
process.exitCode = over === 0 ? 0 : 1;
