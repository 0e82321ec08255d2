import { execFileSync, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { NodeIO } from '@gltf-transform/core';
import type { Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { unzipSync } from 'fflate';
import { ALL_FORMATS, BufferSource, Input } from 'mediabunny';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import {
  copyOf,
  expect,
  expectAccessible,
  expectSaved,
  list,
  openJob,
  openStep,
  pick,
  scrub,
  storedJob,
  takeAway,
  test,
} from './support';
import { type } from './path-support';
import { startServer } from './server';

const take = async (page: Page, way: string): Promise<{ name: string; path: string; text: string }> => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  const download = await takeAway(page, way);
  const path = await download.path();
  return { name: download.suggestedFilename(), path, text: readFileSync(path, 'utf8') };
};

test('a still SVG in real size', async ({ page }) => {
  const { name, text } = await take(page, 'SVG, still');
  expect(name).toBe('coin-lift.svg');
  expect(text.match(/<use href="#piece-/g)).toHaveLength(90);
  await page.setContent(text.replace(/<\?xml.*\?>/, ''));
  const box = (await page.locator('svg').boundingBox())!;
  // 96 pixels an inch.
  const width = Number(/width="([\d.]+)mm"/.exec(text)?.[1]);
  expect(box.width).toBeCloseTo((width / 25.4) * 96, 0);
});

test('where each piece is, as a table and for a program', async ({ page }) => {
  const table = await take(page, 'Places, CSV');
  expect(table.name).toBe('coin-lift-places.csv');
  const lines = table.text.trim().split('\r\n');
  expect(lines).toHaveLength(91);
  const column = lines[0].split(',').indexOf('m12');
  const json = await take(page, 'Places, JSON');
  const { placed } = JSON.parse(json.text) as { placed: { places: { matrix: number[] }[] }[] };
  expect(placed).toHaveLength(1);
  placed[0].places.forEach(({ matrix }, i) =>
    // No cell of this table has a comma in it.
    expect(Number(lines[i + 1].split(',')[column])).toBeCloseTo(matrix[12], 6),
  );
});

test('solids over the whole loop, written in a thread of their own, as another reader finds them', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await pick(list(page, 'What to hand off'), 'Solids, GLB');
  await pick(list(page, 'Frames'), 'the whole loop');
  const download = await takeAway(page, 'Solids, GLB');
  expect(download.suggestedFilename()).toBe('coin-lift.glb');
  const document = await new NodeIO().readBinary(readFileSync(await download.path()));
  const root = document.getRoot();
  expect(root.listMeshes().length).toBeLessThan(10);
  expect(root.listNodes().filter((node) => /^row\/\d+$/.test(node.getName()))).toHaveLength(90);
  const [animation] = root.listAnimations();
  // Every link moves; those that stay on a straight do not turn.
  expect(animation.listChannels().length).toBeGreaterThan(120);
  await expect(page.getByRole('status').filter({ hasText: 'Writing' })).toHaveCount(0);
});

test('solids that would be too large are refused with what to do, and are smaller for a coarser tolerance', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await pick(list(page, 'What to hand off'), 'Solids, STL');
  const tolerance = page.getByLabel('What is round is off by at most', { exact: true });
  const size = async (way: string): Promise<number> => {
    await page.getByRole('button', { name: `${way}: What is round is off by at most` }).click();
    const download = await takeAway(page, 'Solids, STL');
    expect(download.suggestedFilename()).toBe('coin-lift.stl');
    return statSync(await download.path()).size;
  };
  await type(tolerance, '0.5');
  const coarse = await size('coarser');
  await expect(tolerance).toHaveValue('1');
  await type(tolerance, '0.5');
  expect(coarse).toBeLessThan(0.8 * (await size('finer')));
  await expect(tolerance).toHaveValue('0.2');
  await type(tolerance, '20');
  await page.getByRole('button', { name: 'Write the file' }).click();
  await expect(page.getByRole('alert').first()).toContainText('tolerance cannot be used');
  await expectAccessible(page);
});

test('a moving SVG plays by itself and loops without a jump', async ({ page }) => {
  const { name, text } = await take(page, 'SVG, moving');
  expect(name).toBe('coin-lift-moving.svg');
  expect(text).not.toContain('<script');
  await page.setContent(text.replace(/<\?xml.*\?>/, ''));
  const places = (seconds: number): Promise<string[]> =>
    page.evaluate((t) => {
      const svg = document.querySelector('svg')!;
      svg.pauseAnimations();
      svg.setCurrentTime(t);
      return Array.from(svg.querySelectorAll<SVGGraphicsElement>('use[href^="#piece-"]')).map((use) => {
        const { a, b, e, f } = use.getCTM()!;
        return `${use.getAttribute('href')} ${e.toFixed(1)} ${f.toFixed(1)} ${Math.atan2(b, a).toFixed(1)}`.replace(
          '-0.0',
          '0.0',
        );
      });
    }, seconds);
  const start = await places(0);
  expect(new Set(start).size).toBe(90);
  // By itself: without being told, time goes on.
  await page.evaluate(() => document.querySelector('svg')!.unpauseAnimations());
  await page.waitForTimeout(300);
  expect(await page.evaluate(() => document.querySelector('svg')!.getCurrentTime())).toBeGreaterThan(0.1);
  // A pattern of 6 passes in 6 / 3.6 s: then every link is where one like it was.
  const round = await places(6 / 3.6 - 1e-6);
  const near = (a: string, list: string[]): boolean => {
    const [kind, x, y] = a.split(' ');
    return list.some((b) => {
      const [k, u, v] = b.split(' ');
      return k === kind && Math.abs(Number(u) - Number(x)) < 0.3 && Math.abs(Number(v) - Number(y)) < 0.3;
    });
  };
  for (const place of round) expect(near(place, start)).toBe(true);
  // Halfway they are elsewhere.
  const halfway = await places(0.5 / 3.6);
  expect(halfway.filter((place) => near(place, start)).length).toBeLessThan(10);
});

test('the job as JSON', async ({ page }) => {
  const { name, text } = await take(page, 'Job, JSON');
  expect(name).toBe('coin-lift.relay.json');
  expect(JSON.parse(text)).toMatchObject({ format: 'coin-relay-job', version: 2, name: 'Coin lift' });
});

/** Is a program there? */
const has = (program: string): boolean => spawnSync('which', [program]).status === 0;

/** Pixels that are clearly another colour in one picture than in the other, a part of those that are not plain paper. */
function unlike(a: PNG, b: PNG): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  const [paper] = [a.data.subarray(0, 3)];
  let [off, drawn] = [0, 0];
  for (let p = 0; p < a.data.length; p += 4) {
    const far = (x: Uint8Array, i: number, y: Uint8Array, j: number): number =>
      Math.max(...[0, 1, 2].map((c) => Math.abs(x[i + c] - y[j + c])));
    if (far(a.data, p, paper, 0) > 16) drawn++;
    if (far(a.data, p, b.data, p) > 100) off++;
  }
  return off / drawn;
}

test('a moving SVG of a whole machine stands, at every frame, as the still one does', async ({ page }) => {
  await openJob(page, 'demo-arcade-drive');
  await openStep(page, 'Hand-off');
  const drawn = async (way: string): Promise<string> =>
    readFileSync(await (await takeAway(page, way)).path(), 'utf8').replace(/<\?xml.*\?>/, '');
  const moving = await drawn('SVG, moving');
  // Springs and ropes are drawn anew, nothing of it is a script.
  expect(moving).toContain('<animate attributeName="d"');
  expect(moving).not.toContain('<script');
  const stills: [number, string][] = [];
  for (const frame of [17, 120]) {
    await scrub(page, frame);
    stills.push([frame, await drawn('SVG, still')]);
  }
  const { framesPerSecond } = (await storedJob(page, 'demo-arcade-drive')).motion;
  const shot = async (svg: string, seconds: number | null): Promise<PNG> => {
    await page.setContent(svg);
    await page.evaluate((t) => {
      const drawing = document.querySelector('svg')!;
      drawing.setAttribute('width', '1200');
      drawing.setAttribute('height', '760');
      if (t === null) return;
      drawing.pauseAnimations();
      drawing.setCurrentTime(t);
    }, seconds);
    return PNG.sync.read(await page.screenshot());
  };
  for (const [frame, still] of stills)
    expect(unlike(await shot(still, null), await shot(moving, frame / framesPerSecond))).toBeLessThan(0.01);
  // Another moment is another picture.
  expect(unlike(await shot(stills[0][1], null), await shot(moving, 120 / framesPerSecond))).toBeGreaterThan(
    0.05,
  );
});

test('a drawing as DXF, as another reader finds it', async ({ page }) => {
  const { name, text } = await take(page, 'Drawing, DXF');
  expect(name).toBe('coin-lift.dxf');
  const read = new DxfParser().parseSync(text)!;
  expect(read.header['$INSUNITS']).toBe(4);
  const inserts = read.entities.filter(({ type: kind }) => kind === 'INSERT');
  const onLayer = (layer: string): number => inserts.filter((insert) => insert.layer.endsWith(layer)).length;
  // Carriers hang behind the wheels, and are inserts of their own.
  expect(onLayer('pieces')).toBeGreaterThanOrEqual(90);
  expect(onLayer('wheels')).toBe(3);
  await pick(list(page, 'Drawn'), 'in space, faces of the solids');
  const faces = readFileSync(await (await takeAway(page, 'Drawing, DXF')).path(), 'utf8');
  expect(faces.match(/^3DFACE$/gm)!.length).toBeGreaterThan(500);
});

test('numbered frames are what the drawing shows, of the size that is asked for', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await pick(list(page, 'What to hand off'), 'Frames, PNG');
  await type(page.getByLabel('Width', { exact: true }), '640');
  await type(page.getByLabel('Height', { exact: true }), '360');
  await pick(list(page, 'Frames'), 'from one to another');
  await type(page.getByLabel('First frame'), '3');
  await type(page.getByLabel('Last frame'), '6');
  // Four pictures, and how large all of them will be about.
  await expect(page.getByLabel('What is told of the file')).toContainText(/Frames4[\s\S]*File, about\d+\skB/);
  const files = unzipSync(readFileSync(await (await takeAway(page, 'Frames, PNG')).path()));
  expect(Object.keys(files)).toEqual([3, 4, 5, 6].map((frame) => `frame-000${frame}.png`));
  const pictures = Object.values(files).map((bytes) => PNG.sync.read(Buffer.from(bytes)));
  for (const picture of pictures) expect([picture.width, picture.height]).toEqual([640, 360]);
  expect(unlike(pictures[0], pictures[3])).toBeGreaterThan(0.02);
  // The command line paints the same: but for how it smooths edges.
  const folder = mkdtempSync(join(tmpdir(), 'coin-relay-frames-'));
  const job = join(folder, 'job.json');
  writeFileSync(job, JSON.stringify(await storedJob(page, 'demo-coin-lift')));
  const cli = fileURLToPath(new URL('../apps/cli/bin/coin-relay.mjs', import.meta.url));
  execFileSync(process.execPath, [
    ...[cli, 'export', '--job', job, '--to', 'frames', '--size', '640x360'],
    ...['--frames', '3..3', '--out', join(folder, 'out')],
  ]);
  const same = PNG.sync.read(readFileSync(join(folder, 'out', 'frame-0003.png')));
  expect(unlike(pictures[0], same)).toBeLessThan(0.01);
});

for (const [way, ending, codec] of [
  ['Film, WebM', 'webm', 'vp9'],
  ['Film, MP4', 'mp4', 'avc'],
] as const)
  test(`${way}: every frame of the loop, at its rate, twice`, async ({ page }) => {
    await openJob(page, 'demo-tin-beetle');
    await openStep(page, 'Hand-off');
    await pick(list(page, 'What to hand off'), way);
    await type(page.getByLabel('Width', { exact: true }), '320');
    await type(page.getByLabel('Height', { exact: true }), '181');
    await type(page.getByLabel('So many times the loop'), '2');
    const download = await takeAway(page, way);
    expect(download.suggestedFilename()).toBe(`tin-beetle.${ending}`);
    const input = new Input({
      source: new BufferSource(readFileSync(await download.path())),
      formats: ALL_FORMATS,
    });
    const track = (await input.getPrimaryVideoTrack())!;
    const { motion } = await storedJob(page, 'demo-tin-beetle');
    const stats = await track.computePacketStats();
    expect(track.codec).toBe(codec);
    // Sides are even numbers.
    expect([track.codedWidth, track.codedHeight]).toEqual([320, 180]);
    expect(stats.packetCount).toBe(2 * motion.frames);
    expect(stats.averagePacketRate).toBeCloseTo(motion.framesPerSecond, 0);
    expect(await input.computeDuration()).toBeCloseTo((2 * motion.frames) / motion.framesPerSecond, 1);
    // Another reader, on machines that have it, says the same.
    if (has('ffprobe')) {
      const shown = 'stream=codec_name,width,height,r_frame_rate,nb_read_packets';
      const said = execFileSync(
        'ffprobe',
        [...['-v', 'error', '-count_packets', '-show_entries', shown, '-of', 'json'], await download.path()],
        { encoding: 'utf8' },
      );
      const [stream] = (JSON.parse(said) as { streams: Record<string, string | number>[] }).streams;
      expect(stream).toMatchObject({ codec_name: codec === 'avc' ? 'h264' : codec, width: 320, height: 180 });
      expect(Number(stream['nb_read_packets'])).toBe(2 * motion.frames);
      const [over, under] = String(stream['r_frame_rate']).split('/').map(Number);
      expect(over / under).toBeCloseTo(motion.framesPerSecond, 1);
    }
  });

test('an animated PNG and a GIF; one that takes long tells how far it is, and is stopped', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await pick(list(page, 'What to hand off'), 'Animated PNG');
  await type(page.getByLabel('Width', { exact: true }), '240');
  await type(page.getByLabel('Height', { exact: true }), '160');
  await type(page.getByLabel('One picture every so many frames'), '10');
  const apng = readFileSync(await (await takeAway(page, 'Animated PNG')).path());
  expect(apng.toString('latin1').match(/fcTL/g)).toHaveLength(12);
  await pick(list(page, 'What to hand off'), 'Animated GIF');
  await type(page.getByLabel('Width', { exact: true }), '240');
  await type(page.getByLabel('Height', { exact: true }), '160');
  await type(page.getByLabel('One picture every so many frames'), '10');
  const gif = readFileSync(await (await takeAway(page, 'Animated GIF')).path());
  expect(gif.toString('latin1', 0, 6)).toBe('GIF89a');
  await type(page.getByLabel('Width', { exact: true }), '4000');
  await type(page.getByLabel('Height', { exact: true }), '3000');
  await type(page.getByLabel('One picture every so many frames'), '1');
  await page.getByRole('button', { name: 'Write the file' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Writing Animated GIF' })).toBeVisible();
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Writing' })).toHaveCount(0);
  // What comes next is written as ever.
  expect((await takeAway(page, 'SVG, still')).suggestedFilename()).toBe('coin-lift.svg');
});

test('what is to be written is shown and told beforehand; a hand-off is kept with the job and repeated', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-arcade-drive');
  await openJob(page, id);
  await openStep(page, 'Hand-off');
  const facts = page.getByLabel('What is told of the file');
  await expect(page.getByAltText('What is handed off, in plan')).toBeVisible();
  await expect(facts).toContainText(/Size[\d.]+\smm × [\d.]+\smm/);
  await expect(facts).toContainText(/File\d+\skB/);
  const parts = async (): Promise<number> =>
    Number(/Parts(\d+)/.exec(await facts.innerText().then((text) => text.replace(/\s/g, '')))?.[1]);
  const all = await parts();
  await page.locator('relay-option-form label').filter({ hasText: 'Motor belt' }).click();
  await expect.poll(parts).toBeLessThan(all);
  await page.getByLabel('Name to keep this hand-off by').fill('Without the belt');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expectSaved(page);
  const { handOffs, runs } = await storedJob(page, id);
  expect(handOffs).toEqual([
    {
      id: 'hand-off',
      name: 'Without the belt',
      as: 'svg',
      options: { runs: runs.slice(1).map((run) => run.id) },
    },
  ]);
  // It is there on the next visit, and one press writes it.
  await page.reload();
  await openStep(page, 'Hand-off');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Without the belt', exact: true }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text.match(/<g id="row-[^"-]*"/g)).toHaveLength(runs.length - 1);
  await page.getByRole('button', { name: 'Forget Without the belt' }).click();
  await expectSaved(page);
  expect((await storedJob(page, id)).handOffs).toBeUndefined();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Without the belt', exact: true })).toBeVisible();
  await expectAccessible(page);
});

test('a page that plays by itself, without a network: stops, goes to a frame, is made larger', async ({
  page,
  browser,
}) => {
  const { name, path } = await take(page, 'Page that plays, HTML');
  expect(name).toBe('coin-lift.html');
  const context = await browser.newContext({ offline: true });
  const alone = await context.newPage();
  const asked: string[] = [];
  const broken: string[] = [];
  alone.on('request', (request) => asked.push(request.url()));
  alone.on('pageerror', (error) => broken.push(error.message));
  alone.on('console', (message) => {
    if (message.type() === 'error') broken.push(message.text());
  });
  const file = join(mkdtempSync(join(tmpdir(), 'coin-relay-page-')), name);
  copyFileSync(path, file);
  await alone.goto(pathToFileURL(file).href);
  await expect(alone.getByRole('status')).not.toHaveText('frame 0 of 120');
  await alone.getByRole('button', { name: 'Stop' }).click();
  await alone.getByRole('slider', { name: 'Frame' }).fill('40');
  await expect(alone.getByRole('status')).toHaveText('frame 40 of 120');
  const places = (): Promise<string> =>
    alone.evaluate(() =>
      Array.from(document.querySelectorAll<SVGGraphicsElement>('svg use'), (use) =>
        use.getCTM()!.e.toFixed(2),
      ).join(),
    );
  const at40 = await places();
  await alone.keyboard.press('ArrowRight');
  await alone.locator('h1').click();
  await alone.keyboard.press('ArrowRight');
  await expect(alone.getByRole('status')).toHaveText(/frame 4[12] of 120/);
  expect(await places()).not.toBe(at40);
  const box = await alone.locator('svg').getAttribute('viewBox');
  await alone.locator('svg').hover();
  await alone.mouse.wheel(0, -400);
  await expect(alone.locator('svg')).not.toHaveAttribute('viewBox', box!);
  await alone.locator('svg').dblclick();
  await expect(alone.locator('svg')).toHaveAttribute('viewBox', box!.replace(/\s+/g, ' '));
  expect(asked.filter((url) => !url.startsWith('file:'))).toEqual([]);
  expect(broken).toEqual([]);
  await context.close();
});

test('a parts list for a table, and to be printed', async ({ page }) => {
  const { name, text } = await take(page, 'Parts, CSV');
  expect(name).toBe('coin-lift-parts.csv');
  const { data } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
  expect(data.filter((line) => line['part'] === 'wheel')).toHaveLength(3);
  expect(Number(data.find((line) => line['part'] === 'row')?.['price_eur'])).toBeGreaterThan(1);
  const sheet = readFileSync(await (await takeAway(page, 'Parts, to print')).path(), 'utf8');
  await page.route('**/sheet', (route) => route.fulfill({ contentType: 'text/html', body: sheet }));
  await page.goto('/sheet');
  await expect(page.getByRole('heading', { name: 'Coin lift', level: 1 })).toBeVisible();
  await expect(page.getByRole('row')).toHaveCount(1 + data.filter((line) => line['part'] !== 'all').length);
  await expect(page.locator('svg')).toBeVisible();
});

test('bodies for printing: all as one, and each set apart from its neighbours', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await pick(list(page, 'What to hand off'), 'Solids, STL');
  const triangles = async (): Promise<number> =>
    readFileSync(await (await takeAway(page, 'Solids, STL')).path()).readUInt32LE(80);
  const apart = await triangles();
  await pick(list(page, 'Welded'), 'all as one body');
  const one = await triangles();
  expect(one).not.toBe(apart);
  expect(one).toBeGreaterThan(1_000);
  await pick(list(page, 'Welded'), 'those of each piece as one');
  await type(page.getByLabel('Left free between bodies'), '0.3');
  expect(await triangles()).toBeGreaterThan(1_000);
  const files = unzipSync(readFileSync(await (await takeAway(page, 'Solids, OBJ and MTL')).path()));
  expect(Object.keys(files)).toEqual(['coin-lift.obj', 'coin-lift.mtl']);
});

test('a job with all it names is opened on another machine with nothing missing', async ({
  page,
  request,
  browser,
}) => {
  // A one pixel picture behind the drawing.
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const kept = await request.post('/api/pictures', { data: png, headers: { 'Content-Type': 'image/png' } });
  const { picture } = (await kept.json()) as { picture: string };
  const id = await copyOf(request, 'demo-coin-lift', (job) => {
    job.backdrop = { picture, x: 0, y: 0, width: 100, height: 80, millimetresPerPixel: 1, shown: 0.5 };
  });
  await openJob(page, id);
  await openStep(page, 'Hand-off');
  const download = await takeAway(page, 'Job with all it names, ZIP');
  expect(download.suggestedFilename()).toBe('coin-lift-under-test.relay.zip');
  const other = await startServer();
  try {
    const context = await browser.newContext({ baseURL: other.address });
    const there = await context.newPage();
    expect((await there.request.get(`${other.address}/api/pictures/${picture}`)).status()).toBe(404);
    await there.goto('/start');
    await there.locator('relay-import input[type=file]').setInputFiles(
      await download.path().then((path) => {
        const named = join(mkdtempSync(join(tmpdir(), 'coin-relay-zip-')), 'lift.relay.zip');
        writeFileSync(named, readFileSync(path));
        return named;
      }),
    );
    await expect(there).toHaveURL(/\/job\//);
    const answer = await there.request.get(
      `${other.address}/api/jobs/${there.url().split('/job/')[1].split('?')[0]}`,
    );
    expect(((await answer.json()) as { job: unknown }).job).toEqual(await storedJob(page, id));
    expect((await there.request.get(`${other.address}/api/pictures/${picture}`)).status()).toBe(200);
    await context.close();
  } finally {
    await other.stop();
  }
});

test('frames are shared out between processes: by GNU parallel where it is there', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'coin-relay-batch-'));
  const job = join(folder, 'job.json');
  await openJob(page, 'demo-tin-beetle');
  writeFileSync(job, JSON.stringify(await storedJob(page, 'demo-tin-beetle')));
  const cli = fileURLToPath(new URL('../apps/cli/bin/coin-relay.mjs', import.meta.url));
  const out = join(folder, 'out');
  const part = (shard: string): string[] => [
    ...[cli, 'export', '--job', job, '--to', 'frames', '--size', '160x90', '--frames', '0..19'],
    ...['--shard', shard, '--out', out],
  ];
  const told = has('parallel')
    ? execFileSync(
        'parallel',
        ['--will-cite', '--retries', '2', process.execPath, ...part('{}/4'), ':::', '1', '2', '3', '4'],
        { encoding: 'utf8' },
      )
    : ['1/4', '2/4', '3/4', '4/4']
        .map((shard) => execFileSync(process.execPath, part(shard), { encoding: 'utf8' }))
        .join('');
  const parts = told
    .trim()
    .split('\n')
    .map((line) => (JSON.parse(line) as { files: string[] }).files);
  expect(parts.map((files) => files.length)).toEqual([5, 5, 5, 5]);
  expect(new Set(parts.flat()).size).toBe(20);
  for (const file of parts.flat()) expect(PNG.sync.read(readFileSync(file)).width).toBe(160);
});
