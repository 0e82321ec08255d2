import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { unzipSync } from 'fflate';
import { ALL_FORMATS, BufferSource, Input } from 'mediabunny';
import { PNG } from 'pngjs';
import { has, take, unlike } from './hand-off-support';
import { type } from './path-support';
import { expect, list, openJob, openStep, pick, storedJob, takeAway, test } from './support';

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
