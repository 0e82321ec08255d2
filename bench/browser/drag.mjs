// Dragging a wheel of one row among six against dragging it with no others there: npm run bench drag-in-browser
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { findChromium } from '../../scripts/install.mjs';

const SECONDS = 4;
const PORT = 4391;
const root = fileURLToPath(new URL('../..', import.meta.url));
const program = join(root, 'apps/server/dist/server.mjs');
if (!existsSync(program)) throw new Error('Build it first: npm run build');
const data = mkdtempSync(join(tmpdir(), 'coin-relay-bench-'));
const server = spawn(process.execPath, [program, '--demo', '--port', String(PORT), '--data', data], {
  stdio: 'ignore',
});
const url = `http://127.0.0.1:${PORT}`;
const browser = await chromium.launch({
  executablePath: await findChromium(),
  args: ['--no-sandbox', '--disable-gpu'],
});
try {
  for (let tries = 0; tries < 100; tries++) {
    if (
      await fetch(`${url}/api/jobs`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const { job } = await (await fetch(`${url}/api/jobs/demo-arcade-drive`)).json();
  const [run] = job.runs;
  const alone = {
    ...job,
    name: 'One row',
    runs: [run],
    paths: job.paths.filter(({ id }) => id === run.path),
    motion: { ...job.motion, drives: job.motion.drives.filter(({ run: id }) => id === run.id), breaths: [] },
    anchors: [],
    ties: [],
    measures: [],
  };
  const six = await picturesOf(await kept({ ...job, name: 'Six rows' }), job);
  const one = await picturesOf(await kept(alone), alone);
  console.log(
    `  one wheel of six rows dragged  ${six.toFixed(1)} pictures a second, of one row ${one.toFixed(1)}: ${(one / six).toFixed(2)} times as many (wanted: at most 3)`,
  );
} finally {
  await browser.close();
  server.kill();
}

async function kept(job) {
  const answer = await fetch(`${url}/api/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: url },
    body: JSON.stringify({ job }),
  });
  if (!answer.ok) throw new Error(`the job was not taken: ${await answer.text()}`);
  return (await answer.json()).id;
}

/** Pictures of new fits in a second, while a wheel of the first row goes round in a circle. */
async function picturesOf(id, job) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/job/${id}`);
  const surface = page.locator('relay-drawing .surface[aria-busy=false]');
  await surface.waitFor();
  await page.getByRole('navigation', { name: 'Steps' }).getByRole('button').first().click();
  await page.waitForTimeout(500);
  await surface.waitFor();
  const [scale, x0, y0] = (await surface.getAttribute('data-view')).split(' ').map(Number);
  const box = await surface.boundingBox();
  const { stops } = job.paths.find((path) => path.id === job.runs[0].path);
  const wheel = job.wheels.find((entry) => entry.id === stops[1].wheel);
  const at = { x: box.x + x0 + wheel.x * scale, y: box.y + y0 - wheel.y * scale };
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 5, at.y);
  const pictures = await page.evaluate(
    async ({ at: { x, y }, seconds }) => {
      const element = document.querySelector('relay-drawing .surface');
      const canvas = document.querySelectorAll('relay-drawing canvas')[1];
      const clear = CanvasRenderingContext2D.prototype.clearRect;
      let painted = 0;
      CanvasRenderingContext2D.prototype.clearRect = function (...given) {
        if (this.canvas === canvas) painted++;
        return clear.apply(this, given);
      };
      const start = performance.now();
      for (let now = start; now - start < seconds * 1000; now = performance.now()) {
        const turn = (now - start) / 300;
        const clientX = x + 12 * Math.cos(turn);
        const clientY = y + 12 * Math.sin(turn);
        element.dispatchEvent(
          new PointerEvent('pointermove', { clientX, clientY, pointerId: 1, buttons: 1, bubbles: true }),
        );
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
      return painted;
    },
    { at, seconds: SECONDS },
  );
  await page.mouse.up();
  await page.close();
  return pictures / SECONDS;
}
