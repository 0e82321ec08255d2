// Leaves the page right after a change, and looks whether the change is there on the next visit:
// node bench/safety/leaves.mjs [leaves]
import { chromium } from '@playwright/test';
import { findChromium } from '../../scripts/install.mjs';
import { ask, newFolder, ofSize, startServer, stopServer } from './server.mjs';

const leaves = Number(process.argv[2] ?? 1_000);
const SIZES = [1e3, 30e3, 100e3, 1e6, 5e6];
/** How a page is left. */
const WAYS = ['address', 'close', 'reload', 'rack'];

const server = await startServer(newFolder(), '--demo');
const browser = await chromium.launch({ executablePath: await findChromium(), args: ['--no-sandbox'] });
const context = await browser.newContext({ viewport: { width: 1000, height: 700 } });
let lost = 0;
const { body } = await ask(`${server.url}/api/jobs/demo-drum-drive`, 'GET');
for (const [s, size] of SIZES.entries()) {
  const job = ofSize(body.job, size);
  const id = `size-${s}`;
  const made = await ask(`${server.url}/api/jobs`, 'POST', { id, job });
  if (made.status !== 201) throw new Error(JSON.stringify(made.body));
  const many = Math.ceil(leaves / SIZES.length);
  let here = 0;
  for (let k = 0; k < many; k++) {
    const name = `Change ${k} of ${id}`;
    const way = WAYS[k % WAYS.length];
    const wait = (k * 37) % 100;
    const found = await left(id, name, way, wait).catch((error) => error.message.split('\n')[0]);
    if (found === '') continue;
    here++;
    console.log(`${id}: “${name}”: ${found} (${way}, ${wait} ms after the change)`);
  }
  lost += here;
  console.log(`${(JSON.stringify(job).length / 1e3).toFixed(0)} kB: ${many} leaves, ${here} lost`);
}
await browser.close();
await stopServer(server);
console.log(`${leaves} leaves, ${lost} lost`);
process.exitCode = lost === 0 ? 0 : 1;

/** Changes the name, leaves, comes again: what is wrong then, or nothing. */
async function left(id, name, way, wait) {
  let page = await context.newPage();
  const field = () => page.getByLabel('Name of the job');
  await page.goto(`${server.url}/job/${id}`);
  await field().waitFor();
  await field().evaluate((input, text) => {
    input.value = text;
    input.dispatchEvent(new Event('change'));
  }, name);
  await new Promise((resolve) => setTimeout(resolve, wait));
  if (way === 'close') await page.close();
  else if (way === 'reload') await page.reload();
  else await page.goto(way === 'rack' ? `${server.url}/catalogue` : 'about:blank');
  if (!page.isClosed()) await page.close();
  page = await context.newPage();
  await page.goto(`${server.url}/job/${id}`);
  await field().waitFor();
  const shown = await field().inputValue();
  await page
    .locator('header .saved', { hasText: /^saved$/ })
    .waitFor({ timeout: 20_000 })
    .catch(() => null);
  const { body: kept } = await ask(`${server.url}/api/jobs/${id}`, 'GET');
  await page.close();
  if (shown !== name) return `it is lost: “${shown}” is there`;
  return kept.job.name === name ? '' : 'it is on the page, and does not reach the server';
}
