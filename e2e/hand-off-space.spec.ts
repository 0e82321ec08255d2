import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { ALL_FORMATS, BufferSource, Input } from 'mediabunny';
import { PNG } from 'pngjs';
import { unlike } from './hand-off-support';
import { type } from './path-support';
import { goIntoSpace, resting } from './space-support';
import { expect, list, openJob, openStep, pick, storedJob, takeAway, test } from './support';

// Without a graphics card each picture in light and shadow takes a second or more: twice the time of others.
test.describe.configure({ timeout: 120_000 });

/** What is handed off next: a way, from where it is seen, and how large. */
async function choose(page: Page, way: string, view: string, width?: number, height?: number): Promise<void> {
  await pick(list(page, 'What to hand off'), way);
  await pick(list(page, 'Seen'), view);
  if (width !== undefined) await type(page.getByLabel('Width', { exact: true }), String(width));
  if (height !== undefined) await type(page.getByLabel('Height', { exact: true }), String(height));
}

/** The pictures that are taken away, by their names. */
async function takePictures(page: Page): Promise<Map<string, PNG>> {
  const files = unzipSync(readFileSync(await (await takeAway(page, 'Frames, PNG')).path()));
  return new Map(Object.entries(files).map(([name, bytes]) => [name, PNG.sync.read(Buffer.from(bytes))]));
}

/** Pixels that are none of the paper. */
const drawnIn = ({ data }: PNG): number => {
  let many = 0;
  for (let p = 0; p < data.length; p += 4) if (data[p + 3] > 128 && data[p + 2] < 200) many++;
  return many;
};

test('frames in space in light and shadow: they move, the ground is there or clear', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await choose(page, 'Frames, PNG', 'in space, from a corner', 320, 200);
  await pick(list(page, 'Frames'), 'from one to another');
  await type(page.getByLabel('First frame'), '3');
  await type(page.getByLabel('Last frame'), '4');
  await expect(page.getByLabel('What is told of the file')).toContainText(/Frames2[\s\S]*File, about/, {
    timeout: 30_000,
  });
  const shown = await takePictures(page);
  expect([...shown.keys()]).toEqual(['frame-0003.png', 'frame-0004.png']);
  const [first, second] = [...shown.values()];
  expect([first.width, first.height]).toEqual([320, 200]);
  expect(drawnIn(first)).toBeGreaterThan(2_000);
  expect(first.data.equals(second.data)).toBe(false);
  // Clear ground is clear, and what stands there is not.
  await page.getByRole('checkbox', { name: 'Clear ground' }).click();
  const [clear] = (await takePictures(page)).values();
  expect(clear.data[3]).toBe(0);
  expect(drawnIn(clear)).toBeGreaterThan(2_000);
});

test('in ink the command line makes the same pictures as the browser', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await choose(page, 'Frames, PNG', 'in space, from the side', 640, 400);
  await pick(list(page, 'Drawn'), 'in lines of ink');
  await page.getByRole('checkbox', { name: 'Hidden lines, dashed' }).click();
  await pick(list(page, 'Frames'), 'from one to another');
  await type(page.getByLabel('First frame'), '5');
  await type(page.getByLabel('Last frame'), '5');
  const [mine] = (await takePictures(page)).values();
  const folder = mkdtempSync(join(tmpdir(), 'coin-relay-ink-'));
  writeFileSync(join(folder, 'job.json'), JSON.stringify(await storedJob(page, 'demo-coin-lift')));
  const cli = fileURLToPath(new URL('../apps/cli/bin/coin-relay.mjs', import.meta.url));
  const how = ['--view', 'side', '--look', 'ink', '--hidden', '--frames', '5..5', '--size', '640x400'];
  execFileSync(process.execPath, [
    ...[cli, 'export', '--job', join(folder, 'job.json'), '--to', 'frames', ...how, '--out', folder],
  ]);
  expect(unlike(PNG.sync.read(readFileSync(join(folder, 'frame-0005.png'))), mine)).toBeLessThan(0.01);
});

test('a film in space has every frame; how large it will be is told from a second of it', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await choose(page, 'Film, WebM', 'in space, from above', 160, 120);
  await type(page.getByLabel('One picture every so many frames'), '12');
  await expect(page.getByLabel('What is told of the file')).toContainText(/Frames10[\s\S]*File, about/, {
    timeout: 30_000,
  });
  const film = readFileSync(await (await takeAway(page, 'Film, WebM')).path());
  const input = new Input({ source: new BufferSource(film), formats: ALL_FORMATS });
  const track = (await input.getPrimaryVideoTrack())!;
  expect((await track.computePacketStats()).packetCount).toBe(10);
  expect([track.codedWidth, track.codedHeight]).toEqual([160, 120]);
});

test('a drawing in ink is seen as the view in space is; hidden lines are left out or dashed', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'the side' }).click();
  await resting(page);
  await openStep(page, 'Hand-off');
  await choose(page, 'SVG, still', 'in space, turned');
  await page.getByRole('button', { name: 'Turned as the view in space is now' }).click();
  await expect(page.getByLabel('Turned to the right by, degrees')).toHaveValue('90');
  await expect(page.getByLabel('Seen from above by, degrees')).toHaveValue('0');
  const drawn = async (): Promise<string> =>
    readFileSync(await (await takeAway(page, 'SVG, still')).path(), 'utf8');
  const left = await drawn();
  expect(left).toContain('<g id="row-');
  expect(left).not.toContain('stroke-dasharray');
  await page.getByRole('checkbox', { name: 'Hidden lines, dashed' }).click();
  const dashed = await drawn();
  expect(dashed).toContain('stroke-dasharray');
  expect(dashed.length).toBeGreaterThan(left.length);
});

test('a page of solids plays without a network: it stops, goes to a frame, and is turned', async ({
  page,
  browser,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await choose(page, 'Page that plays, HTML', 'in space, from a corner');
  const download = await takeAway(page, 'Page that plays, HTML');
  const file = join(mkdtempSync(join(tmpdir(), 'coin-relay-solids-')), 'page.html');
  copyFileSync(await download.path(), file);
  const context = await browser.newContext({ offline: true, viewport: { width: 640, height: 480 } });
  const alone = await context.newPage();
  const [asked, broken]: [string[], string[]] = [[], []];
  alone.on('request', (request) => asked.push(request.url()));
  alone.on('pageerror', (error) => broken.push(error.message));
  alone.on('console', (message) => {
    if (message.type() === 'error') broken.push(message.text());
  });
  await alone.goto(pathToFileURL(file).href);
  await expect(alone.getByRole('status')).not.toHaveText('frame 0 of 120');
  await alone.getByRole('button', { name: 'Stop' }).click();
  await expect(alone.getByRole('button', { name: 'Play' })).toBeVisible();
  const canvas = alone.getByRole('img', { name: 'The solids, moving' });
  const seen = async (): Promise<PNG> => PNG.sync.read(await canvas.screenshot());
  await alone.getByRole('slider', { name: 'Frame' }).fill('40');
  await expect(alone.getByRole('status')).toHaveText('frame 40 of 120');
  const at40 = await seen();
  expect(drawnIn(at40)).toBeGreaterThan(2_000);
  await alone.getByRole('slider', { name: 'Frame' }).fill('41');
  await expect(alone.getByRole('status')).toHaveText('frame 41 of 120');
  const at41 = await seen();
  expect(at41.data.equals(at40.data)).toBe(false);
  const box = (await canvas.boundingBox())!;
  await alone.mouse.move(box.x + 100, box.y + 100);
  await alone.mouse.down();
  await alone.mouse.move(box.x + 220, box.y + 130, { steps: 4 });
  await alone.mouse.up();
  expect(unlike(await seen(), at41)).toBeGreaterThan(0.2);
  await canvas.dblclick();
  await expect(async () => expect(unlike(await seen(), at41)).toBeLessThan(0.01)).toPass();
  expect(asked.filter((url) => !/^(file|blob|data):/.test(url))).toEqual([]);
  expect(broken).toEqual([]);
  await context.close();
});
