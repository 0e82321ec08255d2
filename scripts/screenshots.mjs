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
// Also where a picture cannot be taken: a server that is left would hold its port.
process.on('exit', () => server.kill('SIGTERM'));
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  executablePath: (await findChromium()) ?? undefined,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--enable-unsafe-swiftshader',
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

/** Goes to a frame, a multiple of ten, by the keys of the slider. */
const scrub = async (frame) => {
  const slider = page.getByRole('slider', { name: 'Frame' });
  await slider.press('Home');
  for (let k = 0; k < frame / 10; k++) await slider.press('PageUp');
};

await page.goto(at);
await page.locator('relay-job-card .verdict:not([aria-hidden])').nth(5).waitFor();
await take('rack');

await page.goto(`${at}/job/demo-coin-lift`);
await page.locator('relay-sentence .verdict').waitFor();
// What other counts would cost comes after the fit.
await page.locator('relay-fit-step').getByText('working them out').waitFor({ state: 'hidden' });
await take('job');

// A path drawn by hand on an empty sheet: clicks, and a press that is pulled.
const onDrawing = async (u, v) => {
  const surface = page.locator('relay-drawing .surface');
  const [scale, x0, y0] = (await surface.getAttribute('data-view')).split(' ').map(Number);
  const box = await surface.boundingBox();
  return [box.x + x0 + u * scale, box.y + y0 - v * scale];
};
const press = async (x, y, to) => {
  await page.mouse.move(...(await onDrawing(x, y)));
  await page.mouse.down();
  if (to) await page.mouse.move(...(await onDrawing(...to)), { steps: 4 });
  await page.mouse.up();
  await page.waitForTimeout(250);
};
await page.goto(`${at}/start`);
await page.getByRole('button', { name: 'an empty sheet to draw on' }).click();
await page.getByText('Click to place points').waitFor();
await page.waitForTimeout(900);
await press(-150, -40, [-110, -80]);
await press(-20, -90);
await press(130, -60, [160, -20]);
await press(110, 70, [60, 90]);
await press(-60, 60, [-110, 60]);
await press(-150, -40);
await page.getByLabel('Choose point 3').click();
await take('draw');

await page.goto(`${at}/job/demo-coin-lift?step=path`);
await page.locator('relay-sentence .verdict').waitFor();
await page.getByRole('button', { name: 'drive sprocket', exact: true }).click();
await page.getByLabel('Slack in the span after it').fill('9');
await page.getByLabel('Slack in the span after it').press('Enter');
await take('route');
await page.getByRole('button', { name: 'Undo' }).click();

await page.goto(`${at}/job/demo-swan-boats?step=path`);
await page.locator('relay-sentence .verdict').waitFor();
await page.getByRole('button', { name: /^Heights over it/ }).click();
await page.locator('relay-profile').getByText('lay it flat again').scrollIntoViewIfNeeded();
await page.locator('relay-elevation canvas').waitFor();
await take('heights');

await page.goto(`${at}/start`);
const drawing = join(data, 'coin slide.dxf');
const groups = (...values) => values.map((value) => `${value}\n`).join('');
const line = (x0, y0, x1, y1) => groups(0, 'LINE', 8, 'frame', 10, x0, 20, y0, 11, x1, 21, y1);
const half = (x, from, to) => groups(0, 'ARC', 8, 'frame', 10, x, 20, 45, 40, 45, 50, from, 51, to);
writeFileSync(
  drawing,
  groups(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, 4, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
    line(45, 0, 275, 0) +
    half(275, 270, 90) +
    line(275, 90, 45, 90.004) +
    half(45, 90, 270) +
    groups(0, 'CIRCLE', 8, 'holes', 10, 70, 20, 45, 40, 14) +
    groups(
      0,
      'LWPOLYLINE',
      8,
      'rail',
      90,
      3,
      70,
      0,
      10,
      110,
      20,
      34,
      42,
      0.6,
      10,
      180,
      20,
      34,
      10,
      230,
      20,
      62,
    ) +
    groups(0, 'TEXT', 8, 'notes', 1, 'slide, left side') +
    groups(0, 'ENDSEC', 0, 'EOF'),
);
await page.locator('input[type=file]').first().setInputFiles(drawing);
await page.getByRole('button', { name: 'Put a link on it' }).waitFor();
await take('start');

await page.goto(`${at}/job/demo-winding-slide?step=set-out`);
await page.locator('relay-sentence .verdict').waitFor();
await page.getByRole('button', { name: /^How they stand along the path/ }).click();
await page.getByRole('button', { name: 'in space', exact: true }).click();
await page.locator('relay-space [aria-busy="false"]').waitFor({ timeout: 30_000 });
await take('slide');

await page.goto(`${at}/job/demo-coin-lift?step=fit`);
await page.locator('relay-sentence .verdict').waitFor();
await page.locator('relay-fit-step').getByText('the slack', { exact: true }).click();
await page.getByText('Slack typed for it').waitFor();
await page.getByRole('button', { name: 'show all' }).click();
await page.getByText('The pitch over one cycle').click();
await page.getByText('The pitch over one cycle').scrollIntoViewIfNeeded();
await page.getByRole('img', { name: /The pitch while/ }).scrollIntoViewIfNeeded();
await take('slack');
await page.getByRole('button', { name: 'Undo' }).click();

const opened = async (id, step) => {
  await page.goto(`${at}/job/${id}?step=${step}`);
  await page.locator('relay-sentence .verdict').waitFor();
};
await opened('demo-coin-lift', 'motion');
await page.getByLabel('Speed: drive sprocket').fill('12');
await page.getByLabel('Speed: drive sprocket').press('Enter');
await page.getByText('would leave a seam').waitFor();
await scrub(40);
await page.getByText('travelled in the loop').scrollIntoViewIfNeeded();
await take('motion');

await opened('demo-arcade-drive', 'motion');
await page.getByRole('button', { name: 'Cross chain', exact: true }).click();
await page.getByText('What drives it').click();
await page.getByRole('button', { name: 'trail' }).click();
await scrub(70);
await page.getByLabel('Teeth of the driving gear').scrollIntoViewIfNeeded();
await take('machine');

await page.getByText('Graphs', { exact: true }).click();
await page.getByRole('button', { name: 'no trail' }).click();
await page.locator('relay-graph').scrollIntoViewIfNeeded();
await page.getByText('It is ').last().scrollIntoViewIfNeeded();
const spring = await onDrawing(240, -200);
await page.mouse.move(...spring);
for (let notch = 0; notch < 6; notch++) await page.mouse.wheel(0, -240);
await take('spring');

await opened('demo-curtain-rope', 'path');
await page.getByRole('button', { name: 'capstan', exact: true }).click();
await page.getByRole('button', { name: 'in space', exact: true }).click();
await page.locator('relay-space .surface[aria-busy="false"]').waitFor({ timeout: 90_000 });
await page.getByLabel('Rise of a turn round it').scrollIntoViewIfNeeded();
await page.mouse.move(5, 500);
await page.waitForTimeout(6_000);
await take('space');

await opened('demo-anchor-chain', 'link');
await page.getByText('How alike they are').scrollIntoViewIfNeeded();
await take('link');

await opened('demo-bellows-seam', 'fit');
await page.getByText('Places that must be met').click();
for (const place of ['150', '200', '450']) {
  await page.getByRole('button', { name: 'mark a place' }).click();
  const tape = await page.locator('relay-tape canvas').first().boundingBox();
  await page.mouse.click(tape.x + 44 + ((tape.width - 88) * Number(place)) / 688.5, tape.y + 60);
  await page.waitForTimeout(400);
}
await page.getByRole('list', { name: 'Stretches' }).scrollIntoViewIfNeeded();
await take('met');
for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Undo' }).click();

await opened('demo-prize-carousel', 'check');
await page.getByText('Neighbouring plates cut').click();
await take('findings');

await opened('demo-lamp-festoon', 'set-out');
await page.getByRole('button', { name: 'the table of places' }).click();
await page.getByLabel('Choose place 4', { exact: true }).click();
await page.getByText('Rules for places').scrollIntoViewIfNeeded();
await page.getByRole('button', { name: 'show all' }).click();
await take('set-out');

// Four rows of the machine as numbered frames in space, kept with the job by a name.
await opened('demo-arcade-drive', 'hand-off');
await page.locator('nz-select.ways').click();
await page.getByText('Frames, PNG').click();
await page.locator('relay-option-form nz-select').first().click();
await page.getByText('in space, from a corner').click();
await page.getByLabel('Name to keep this hand-off by').fill('Frames for the wall');
await page.getByRole('button', { name: 'Keep', exact: true }).click();
await page.locator('relay-option-form label').filter({ hasText: 'Beads' }).click();
await scrub(60);
await page.mouse.move(5, 700);
await page.locator('relay-hand-off-preview img').waitFor();
await page.locator('relay-hand-off-preview').scrollIntoViewIfNeeded();
await page.waitForTimeout(9_000);
await take('hand-off');
await page.getByRole('button', { name: 'Undo' }).click();

await opened('demo-tin-beetle', 'link');
const shoe = `${root}fixtures/files/guide-shoe.obj`;
await page.locator('relay-link-step input[type=file][accept*=stl]').setInputFiles(shoe);
// It is drawn lying in its file, and its horn runs inside.
for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'quarter turn about its way' }).click();
await page.getByRole('button', { name: 'Take it' }).click();
await page.getByText('as solids').click();
await page.locator('relay-row-solid .surface[aria-busy="false"]').waitFor();
// Where no wheel stands before them.
await page.locator('relay-outline-sample .ant-slider-handle').focus();
for (let k = 0; k < 24; k++) await page.keyboard.press('ArrowRight');
await page.waitForTimeout(1_500);
await take('bench');
await page.getByRole('button', { name: 'done' }).click();
await page.getByRole('button', { name: 'Undo' }).click();

await page.goto(`${at}/catalogue`);
await page.getByText('an invented house').waitFor();
for (const name of [
  'Duplex chain 08B, from above',
  'Round-link chain 10 × 28, aslant',
  'Track shoe',
  'Flat-top conveyor plate 38.1',
])
  await page.getByLabel(`Compare ${name}`, { exact: true }).click();
await page.locator('main').evaluate((element) => element.scrollTo(0, 0));
await page.getByRole('button', { name: 'as solids' }).click();
await page.locator('relay-piece-solid .surface[aria-busy="false"]').nth(3).waitFor();
await page.mouse.move(5, 700);
await page.waitForTimeout(2_500);
await take('catalogue');

await browser.close();
server.kill('SIGTERM');
