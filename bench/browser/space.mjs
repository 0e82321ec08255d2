// Frames of solid links against the bare scene of the same meshes, and what copies hold: npm run bench space-in-browser
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { findChromium } from '../../scripts/install.mjs';

const entry = fileURLToPath(new URL('./space.ts', import.meta.url));
const { outputFiles } = await build({ entryPoints: [entry], bundle: true, format: 'iife', write: false });
const browser = await chromium.launch({
  executablePath: await findChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--enable-unsafe-swiftshader'],
});
try {
  const page = await browser.newPage();
  await page.setContent('<!doctype html><title>bench</title>');
  await page.addScriptTag({ content: outputFiles[0].text });
  const session = await page.context().newCDPSession(page);
  const held = async () => {
    await session.send('HeapProfiler.collectGarbage');
    const { usedSize, backingStorageSize = 0 } = await session.send('Runtime.getHeapUsage');
    return usedSize + backingStorageSize;
  };
  // What is made once is made before.
  await page.evaluate('keep(10)');
  await held();
  const before = await held();
  await page.evaluate('keep(5000)');
  console.log(
    `  5000 solid links hold ${(((await held()) - before) / 1e6).toFixed(1)} MB of the page’s heap`,
  );
  for (const { links, triangles, frame, bare, ratio } of await page.evaluate('figures()')) {
    console.log(
      `  frame of ${links} solid links, ${triangles} triangles  ${frame.toFixed(0)} ms, bare scene ${bare.toFixed(0)} ms: ${ratio.toFixed(2)} times (wanted: at most 1.25)`,
    );
  }
  const rope = await page.evaluate('ropeFigure()');
  console.log(
    `  frame of a six-strand rope, ${rope.triangles} triangles  ${rope.frame.toFixed(0)} ms, bare scene ${rope.bare.toFixed(0)} ms: ${rope.ratio.toFixed(2)} times (wanted: at most 1.3)`,
  );
} finally {
  await browser.close();
}
