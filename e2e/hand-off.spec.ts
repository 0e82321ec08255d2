import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NodeIO } from '@gltf-transform/core';
import DxfParser from 'dxf-parser';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { take, unlike } from './hand-off-support';
import { type } from './path-support';
import { startServer } from './server';
import {
  expect,
  copyOf,
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
