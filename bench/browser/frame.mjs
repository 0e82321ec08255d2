// Frames in the browser against a bare loop on the same canvas: npm run bench frame-in-browser
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { findChromium } from '../../scripts/install.mjs';

const entry = fileURLToPath(new URL('./frame.ts', import.meta.url));
const { outputFiles } = await build({ entryPoints: [entry], bundle: true, format: 'iife', write: false });
const browser = await chromium.launch({
  executablePath: await findChromium(),
  args: ['--no-sandbox', '--disable-gpu'],
});
try {
  const page = await browser.newPage();
  await page.setContent('<!doctype html><title>bench</title>');
  await page.addScriptTag({ content: outputFiles[0].text });
  for (const { links, frame, bare, ratio } of await page.evaluate('figures()')) {
    console.log(
      `  frame of ${links} links in the browser  ${frame.toFixed(1)} ms, bare loop ${bare.toFixed(1)} ms: ${ratio.toFixed(2)} times (wanted: at most 1.5)`,
    );
  }
} finally {
  await browser.close();
}
