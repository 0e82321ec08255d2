// What handing off does to the memory of the page: npm run bench hand-off-in-browser
// For each file: how far the heap of the page rises at the most while it is written and taken, of the file’s own size;
// and how far that of the whole process does, in which its thread works.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { findChromium } from '../../scripts/install.mjs';

const at = (path) => fileURLToPath(new URL(`../../${path}`, import.meta.url));
const PORT = 4389;
const server = spawn(process.execPath, [
  at('apps/server/dist/server.mjs'),
  ...['--demo', '--port', String(PORT), '--data', mkdtempSync(join(tmpdir(), 'coin-relay-heap-'))],
]);
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  executablePath: await findChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--enable-precise-memory-info', '--js-flags=--expose-gc'],
});
try {
  for (const [way, options] of [
    ['Solids, GLB', { frames: 'the whole loop' }],
    ['Solids, STL', {}],
    ['Frames, PNG', {}],
    ['SVG, moving', {}],
  ])
    console.log(`  ${way.padEnd(14)} ${await measured(way, options)}`);
} finally {
  await browser.close();
  server.kill();
}

async function measured(way, { frames }) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await page.goto(`http://127.0.0.1:${PORT}/job/demo-coin-lift`);
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: 'Hand-off' }).click();
    await pick(page, 'What to hand off', way);
    if (frames) await pick(page, 'Frames', frames);
    // What is worked out beforehand is over.
    await page.waitForFunction(
      () => document.querySelector('[aria-label="What is told of the file"]')?.textContent?.includes('File'),
      null,
      { timeout: 60_000 },
    );
    await page.evaluate(() => {
      globalThis.gc?.();
      globalThis.most = performance.memory.usedJSHeapSize;
      globalThis.begun = globalThis.most;
      globalThis.looking = setInterval(() => {
        globalThis.most = Math.max(globalThis.most, performance.memory.usedJSHeapSize);
      }, 5);
    });
    const begun = residentOf();
    let peak = begun;
    const looking = setInterval(() => (peak = Math.max(peak, residentOf())), 50);
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 600_000 }),
      page.getByRole('button', { name: 'Write the file' }).click(),
    ]);
    const { size } = statSync(await download.path());
    clearInterval(looking);
    const rise = await page.evaluate(() => {
      clearInterval(globalThis.looking);
      return globalThis.most - globalThis.begun;
    });
    const megabytes = (bytes) => `${(bytes / 1e6).toFixed(1)} MB`;
    return `${megabytes(size)}: the page’s heap rose by ${megabytes(rise)}, ${(rise / size).toFixed(2)} times the file (wanted: at most 3); the process by ${megabytes(peak - begun)}`;
  } finally {
    await page.close();
  }
}

async function pick(page, name, words) {
  const box = page.getByRole('combobox', { name, exact: true });
  await box.locator('xpath=ancestor::nz-select').click();
  if (await box.isEditable()) await box.fill(words);
  await page.getByRole('option', { name: words, exact: true }).first().click();
}

/** Memory of all processes that draw pages, bytes. */
function residentOf() {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .reduce((sum, pid) => {
      try {
        if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) return sum;
        return sum + Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
      } catch {
        // It has ended meanwhile.
        return sum;
      }
    }, 0);
}
