import type { Job, JobPath } from '@coin-relay/model';
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
  sentence,
  settled,
  storedJob,
  test,
  unfold,
} from './support';
import { dragFrom, type } from './path-support';
import { goIntoSpace, inPicture, resting } from './space-support';

const slideOf = (job: Job): JobPath => job.paths[0];

test('a path is raised: by stations that are typed, and dragged on its elevation; it is laid flat again', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-prize-carousel');
  await openJob(page, id);
  await openStep(page, 'Path');
  const step = page.locator('relay-path-step');
  await expect(page.locator('relay-elevation')).toHaveCount(0);
  await unfold(step, 'Heights over it');
  await step.getByRole('button', { name: 'raise it' }).click();
  const heights = page.locator('relay-elevation');
  await expect(heights).toContainText(/0\.00.mm to [\d.]+.mm, drawn [\d.]+ times as high; steepest [\d.]+ %/);
  await expect(sentence(page)).toContainText(/round in space \([\d.]+.mm in plan\)/);
  await type(step.getByLabel('Station 2, height'), '90');
  await expect(heights).toContainText('0.00 mm to 90.00 mm');
  await expect(step.locator('relay-profile')).toContainText(/Steepest [\d.]+ %, [\d.]+° at/);
  await expectAccessible(page);

  // Its second station is half way along; it is pulled down by the pointer.
  const lane = heights.locator('canvas');
  const box = (await lane.boundingBox())!;
  const x = box.x + 44 + (box.width - 88) / 2;
  await page.mouse.move(x, box.y + 14);
  await page.mouse.down();
  await page.mouse.move(x, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => {
      const { profile } = slideOf(await storedJob(page, id)) as { profile?: { stations: { z: number }[] } };
      return profile?.stations[1].z;
    })
    .toBeLessThan(70);
  await heights.getByRole('button', { name: 'true scale' }).click();
  await expect(heights).toContainText('true scale;');
  // Another station where it is double-clicked.
  await settled(page);
  const low = (await lane.boundingBox())!;
  await page.mouse.dblclick(low.x + 44 + (low.width - 88) * 0.8, low.y + low.height / 2);
  await expect(step.getByLabel('Station 3, height')).toBeVisible();

  await page.getByRole('button', { name: 'lay it flat again' }).click();
  await expect(heights).toHaveCount(0);
  await expect(sentence(page)).not.toContainText('in plan');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(heights).toBeVisible();
  await request.delete(`/api/jobs/${id}`);
});

test('a path in space is drawn by points: typed, pasted, dragged in plan and on its elevation, rounded', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-counterweight-chain');
  await openJob(page, id);
  await openStep(page, 'Path');
  const panel = page.locator('relay-space-panel');
  await type(panel.getByLabel('Point 1, z'), '40');
  const pathNow = async (): Promise<Extract<JobPath, { kind: 'space' }>> => {
    const path = slideOf(await storedJob(page, id));
    if (path.kind !== 'space') throw new Error('no path in space');
    return path;
  };
  expect((await pathNow()).points[0].z).toBe(40);
  await type(panel.getByLabel('Point 2, rounded to'), '60');
  expect((await pathNow()).points[1].radius).toBe(60);
  await type(panel.getByLabel('Point 2, rounded to'), '900');
  await expect(sentence(page)).toContainText(/rounded over [\d.]+.mm, but only/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toContainText(/Put in \d+ links/);

  // In plan its height stays; on the elevation its place does.
  const [{ x, y, z }] = (await pathNow()).points;
  await dragFrom(page, [x, y], [x - 30, y - 20]);
  await expect.poll(async () => (await pathNow()).points[0].x).toBeLessThan(-10);
  expect((await pathNow()).points[0].z).toBe(z);
  await panel.getByRole('button', { name: 'Choose point 3', exact: true }).click();
  await panel.getByRole('button', { name: 'point midway' }).click();
  await expect(panel.getByLabel('Point 5, z')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await panel.getByRole('button', { name: 'open it' }).click();
  await expect(sentence(page)).toContainText(/ long in space/);
  await panel.getByRole('button', { name: 'close it' }).click();
  await expectAccessible(page);
  await expectSaved(page);
  await request.delete(`/api/jobs/${id}`);
});

test('points are dragged in the view in space: along an axis, in a plane, and with what is chosen', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-counterweight-chain');
  await openJob(page, id);
  await openStep(page, 'Path');
  await goIntoSpace(page);
  const pathNow = async (): Promise<Extract<JobPath, { kind: 'space' }>> => {
    const path = slideOf(await storedJob(page, id));
    if (path.kind !== 'space') throw new Error('no path in space');
    return path;
  };
  const way = list(page, 'Points are dragged');
  /** Drags a point so far, px; Escape puts it back where that is asked for. */
  const drag = async (i: number, dx: number, dy: number, escape = false): Promise<void> => {
    const { x, y, z } = (await pathNow()).points[i];
    await resting(page);
    const [sx, sy] = await inPicture(page, x, y, z);
    await page.mouse.move(sx, sy);
    await page.mouse.down();
    await page.mouse.move(sx + dx / 2, sy + dy / 2, { steps: 3 });
    await page.mouse.move(sx + dx, sy + dy, { steps: 3 });
    if (escape) await page.keyboard.press('Escape');
    await page.mouse.up();
    await settled(page);
  };
  const before = (await pathNow()).points;

  await pick(way, 'along z');
  await drag(0, 0, -40);
  const raised = (await pathNow()).points;
  expect([raised[0].x, raised[0].y]).toEqual([before[0].x, before[0].y]);
  expect(Math.abs(raised[0].z - before[0].z)).toBeGreaterThan(2);
  expect(raised.slice(1)).toEqual(before.slice(1));
  await page.getByRole('button', { name: 'Undo' }).click();
  expect((await pathNow()).points).toEqual(before);

  await pick(way, 'in x and z');
  await drag(0, 60, 20);
  const moved = (await pathNow()).points[0];
  expect(moved.y).toBe(before[0].y);
  expect(Math.hypot(moved.x - before[0].x, moved.z - before[0].z)).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'Undo' }).click();

  // Two chosen ones go together; what is let go of with Escape never went.
  const panel = page.locator('relay-space-panel');
  await panel.getByRole('button', { name: 'Choose point 1', exact: true }).click();
  await panel.getByRole('button', { name: 'Choose point 2', exact: true }).click({ modifiers: ['Shift'] });
  await pick(way, 'in x and y');
  await drag(1, 30, -25);
  const both = (await pathNow()).points;
  const off = (i: number): number[] => [
    both[i].x - before[i].x,
    both[i].y - before[i].y,
    both[i].z - before[i].z,
  ];
  expect(Math.hypot(...off(0))).toBeGreaterThan(2);
  off(0).forEach((value, k) => expect(value).toBeCloseTo(off(1)[k], 6));
  expect(off(0)[2]).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await drag(0, 30, 30, true);
  expect((await pathNow()).points).toEqual(before);
  await expectAccessible(page);
  await request.delete(`/api/jobs/${id}`);
});

test('a helix is taken, typed and dragged; planks wind on it', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-winding-slide');
  await openJob(page, id);
  await openStep(page, 'Path');
  const panel = page.locator('relay-helix-panel');
  await expect(panel).toContainText(/It goes down by 300\.00.mm in all/);
  await type(panel.getByLabel('Turns of the helix'), '3');
  await type(panel.getByLabel('Rise in a turn'), '-100');
  await type(panel.getByLabel('Diameter where it begins'), '300');
  await type(panel.getByLabel('Diameter where it ends'), '300');
  await expect(sentence(page)).toContainText('Helix, ');
  const told = Math.hypot(2 * Math.PI * 150 * 3, 300);
  await expect(sentence(page)).toContainText(new RegExp(`${told.toFixed(2)}.mm long in space`));
  await panel.getByText('right, clockwise').click();
  const before = slideOf(await storedJob(page, id));
  expect(before).toMatchObject({ kind: 'helix', hand: 'cw', turns: 3, rise: -100 });
  await dragFrom(page, [0, 0], [60, 0]);
  const axis = async (): Promise<number> => {
    const path = slideOf(await storedJob(page, id));
    return path.kind === 'helix' ? path.centre.x : NaN;
  };
  await expect.poll(axis).toBeCloseTo(60, 1);
  await type(panel.getByLabel('Turns of the helix'), '10000');
  await expect(page.getByRole('alert')).toContainText('1000');
  await expectAccessible(page);
  await request.delete(`/api/jobs/${id}`);
});

test('what is up is chosen, links stand at quarter turns, and an odd number of them is found', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-counterweight-chain');
  await openJob(page, id);
  await openStep(page, 'Set-out');
  const step = page.locator('relay-set-out-step');
  await unfold(step, 'How they stand along the path');
  const panel = page.locator('relay-upright-panel');
  await expect(panel).toContainText(/come back turned by −?-?[\d.]+°; that is spread evenly/);
  await pick(list(page, 'What keeps them upright'), 'one direction is up everywhere');
  await type(panel.getByLabel('Up, x'), '420');
  await type(panel.getByLabel('Up, y'), '60');
  await expect(panel).toContainText(/runs along what is up at/);
  await openStep(page, 'Check');
  await page.getByRole('button', { name: 'let the path carry them, with the least twist' }).click();
  await expect(page.locator('relay-check-step')).not.toContainText('runs along what is to be up');
  expect((await storedJob(page, id)).runs[0].upright).toMatchObject({ by: { by: 'least-twist' } });
  await openStep(page, 'Set-out');
  await unfold(step, 'How they stand along the path');
  await type(panel.getByLabel('Twist along the path', { exact: true }), '30');
  await openStep(page, 'Check');
  await page.getByRole('button', { name: 'take the twist away' }).click();
  await expect(page.locator('relay-check-step')).not.toContainText('twisted by');
  await openStep(page, 'Set-out');
  await unfold(step, 'How they stand along the path');
  for (const way of [
    'up told at stations',
    'upright, leaning as told at stations',
    'upright, leaning into bends for a speed',
  ])
    await pick(list(page, 'What keeps them upright'), way);
  await type(panel.getByLabel('Speed that bends are leaned into for'), '2');
  expect((await storedJob(page, id)).runs[0].upright?.by).toMatchObject({ by: 'speed', speed: 2000 });
  // Its places in x, y and z, with where each goes and how it leans.
  await page.getByRole('button', { name: 'the table of places' }).click();
  const table = page.getByRole('table', { name: 'Places of the row' });
  for (const head of ['z', 'heading', 'slope', 'lean'])
    await expect(table.getByRole('columnheader', { name: head, exact: true })).toBeVisible();
  await expect(table.getByRole('row').nth(1).getByRole('cell').nth(7)).toHaveText(/^−?\d+\.\d°$/);
  await page.getByRole('button', { name: 'close the table of places' }).click();
  await expectAccessible(page);
  await request.delete(`/api/jobs/${id}`);
});

test.describe('in space', () => {
  test.use({ viewport: { width: 900, height: 600 }, contextOptions: { reducedMotion: 'reduce' } });
  test('a row in space played to its end stands where it stood at first', async ({ page, request }) => {
    const id = await copyOf(request, 'demo-counterweight-chain');
    await openJob(page, id);
    await openStep(page, 'Motion');
    await goIntoSpace(page);
    const first = await resting(page);
    await scrub(page, 65);
    expect((await resting(page)) === first).toBe(false);
    await scrub(page, 0);
    expect((await resting(page)) === first).toBe(true);
    await request.delete(`/api/jobs/${id}`);
  });
});
