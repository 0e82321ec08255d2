import type { Page } from '@playwright/test';
import type { Job } from '@coin-relay/model';
import {
  copyOf,
  expect,
  expectAccessible,
  openJob,
  openStep,
  scrub,
  settled,
  step,
  storedJob,
  test,
  unfold,
} from './support';
import { type } from './path-support';
import { goIntoSpace, headOf, inPicture, resting, surface } from './space-support';

// Solids are drawn by the processor here: a small picture, and no motion but what is asked for.
test.use({ viewport: { width: 900, height: 600 }, contextOptions: { reducedMotion: 'reduce' } });

/** A wheel of the coin lift on its face, between its holes, as it is seen. */
const onFace = async (page: Page, job: Job, id: string): Promise<[number, number]> => {
  const wheel = job.wheels.find((each) => each.id === id)!;
  return inPicture(page, wheel.x, wheel.y + (id === 'head' ? 60 : 25), 3);
};

test('two wheels are measured, by the pointer and by keys: their middles are as far apart as they are drawn, also when it plays', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await page.setViewportSize({ width: 1100, height: 760 });
  await openJob(page, id);
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'the front' }).click();
  await resting(page);
  const job = await storedJob(page, id);
  const [a, b] = ['drive', 'head'].map((of) => job.wheels.find((each) => each.id === of)!);
  await page.getByRole('button', { name: 'measure', exact: true }).click();
  await expect(page.getByText('Measure from here')).toBeVisible();
  await resting(page);
  // Where nothing is nothing is picked.
  const corner = (await surface(page).boundingBox())!;
  await page.mouse.click(corner.x + 6, corner.y + corner.height - 6);
  await expect(page.locator('relay-spot-question')).toContainText('Nothing is there');
  await page.mouse.click(...(await onFace(page, job, a.id)));
  await expect(page.getByText('Measure to here')).toBeVisible();
  await expectAccessible(page);
  await page.mouse.click(...(await onFace(page, job, b.id)));
  const measure = page.getByRole('region', { name: 'Measure' });
  await expect(measure).toContainText(`From ${a.name} to ${b.name}`);
  const middles = measure.getByRole('row', { name: 'their middles' });
  const numbers = async (): Promise<number[]> =>
    (await middles.getByRole('cell').allTextContents()).map((text) => parseFloat(text.replace('−', '-')));
  const told = await numbers();
  expect(told[0]).toBeCloseTo(Math.hypot(b.x - a.x, b.y - a.y), 1);
  expect(told[1]).toBeCloseTo(b.x - a.x, 1);
  expect(told[2]).toBeCloseTo(b.y - a.y, 1);
  expect(told[3]).toBe(0);
  await expectAccessible(page);
  // What was picked goes round with its wheel, their middles stay.
  const spots = measure.getByRole('row', { name: 'where picked' });
  const before = await spots.textContent();
  await scrub(page, 40);
  await expect(spots).not.toHaveText(before!);
  expect(await numbers()).toEqual(told);
  await scrub(page, 0);
  await expect(spots).toHaveText(before!);
  await measure.getByRole('button', { name: 'done' }).click();
  await expect(measure).toHaveCount(0);

  // By keys: what is chosen is brought under the cross, and Enter takes it.
  await page.mouse.click(...(await onFace(page, job, b.id)));
  await page.getByRole('button', { name: 'square on' }).click();
  await page.getByRole('button', { name: 'measure', exact: true }).click();
  await expect(surface(page)).toBeFocused();
  await resting(page);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Measure to here')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(measure).toContainText(`From ${b.name} to ${b.name}`);
  await page.getByRole('button', { name: 'measure again' }).press('Enter');
  await expect(page.getByText('Measure from here')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('relay-spot-question')).toHaveCount(0);
  await request.delete(`/api/jobs/${id}`);
});

test('a path is laid into a plane of its own: by numbers, and by three points picked in space', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await page.setViewportSize({ width: 1100, height: 760 });
  await openJob(page, id);
  await openStep(page, 'Path');
  await unfold(page.locator('relay-path-step'), 'Where it lies in space');
  const panel = page.locator('relay-plane');
  await expectAccessible(page);
  const planeNow = async () => (await storedJob(page, id)).paths[0].plane;
  await type(panel.getByLabel('Plane: zero point, z'), '150');
  await type(panel.getByLabel('Plane: turned about x', { exact: true }), '-90');
  await expect
    .poll(planeNow)
    .toEqual({ origin: { x: 0, y: 0, z: 150 }, turns: { x: -Math.PI / 2, y: 0, z: 0 } });

  await goIntoSpace(page);
  // Turned a quarter about x, what was up in the drawing is away from who looks.
  const job = await storedJob(page, id);
  const head = headOf(job);
  await page.getByRole('button', { name: 'above' }).click();
  await resting(page);
  const [x, y] = await inPicture(page, head.x, 3, 150 - (head.y + 60));
  await page.mouse.click(x, y);
  await expect(page.locator('relay-space relay-wheel-note')).toContainText(head.name);
  await page.keyboard.press('Escape');

  // It plays there, over ground that lies still.
  await page.getByRole('button', { name: 'a corner' }).click();
  const first = await resting(page);
  await scrub(page, 60);
  expect((await resting(page)) === first).toBe(false);
  await scrub(page, 0);
  expect((await resting(page)) === first).toBe(true);

  // Back, and by three points of the faces of its own wheels, seen from the front.
  await panel.getByRole('button', { name: 'back into the drawing' }).click();
  await expect.poll(planeNow).toBeUndefined();
  await page.getByRole('button', { name: 'the front' }).click();
  await panel.getByRole('button', { name: 'by three points picked in space' }).click();
  await resting(page);
  const question = page.locator('relay-spot-question');
  const faces = ['drive', 'head', 'idler'].map((of) => job.wheels.find((each) => each.id === of)!);
  for (const [i, words] of ['zero point', 'x axis', 'upper side'].entries()) {
    await expect(question).toContainText(words);
    await page.mouse.click(...(await onFace(page, job, faces[i].id)));
  }
  await expect(question).toHaveCount(0);
  await expect.poll(planeNow).toBeDefined();
  const { origin, turns } = (await planeNow())!;
  expect(origin.x).toBeCloseTo(faces[0].x, 0);
  expect(origin.y).toBeCloseTo(faces[0].y + 25, 0);
  const slope = Math.atan2(faces[1].y + 60 - faces[0].y - 25, faces[1].x - faces[0].x);
  expect(Math.cos(turns.z - slope)).toBeGreaterThan(0.999);
  // The third was below the line through the first two, so that the drawing is seen from behind or from in front.
  expect(Math.abs(Math.sin(turns.x))).toBeLessThan(0.2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(planeNow).toBeUndefined();
  await request.delete(`/api/jobs/${id}`);
});

test('rows that cut into each other in depth are found, and set apart by one press', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-slide', (job) => {
    for (const run of job.runs) delete run.sideways;
  });
  await openJob(page, id);
  await expect(step(page, 'Check')).toHaveAccessibleDescription(/1 finding/);
  await openStep(page, 'Check');
  const check = page.locator('relay-check-step');
  await expect(check).toContainText(
    /At [\d.]+.mm this row cuts [\d.]+.mm into “Hangers”, where that is at [\d.]+.mm/,
  );
  await expectAccessible(page);
  await check.getByRole('button', { name: /^set “Hangers” to a depth of/ }).click();
  await expect(check).not.toContainText('into each other');
  await expect.poll(async () => (await storedJob(page, id)).runs[1].sideways).toBeLessThan(-5);
  // There they stand clear of each other.
  await settled(page);
  await expect(step(page, 'Check')).toHaveAccessibleDescription('Nothing to say against it');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(check).toContainText('into “Hangers”');
  await request.delete(`/api/jobs/${id}`);
});

test('points of a drawn path are seen and chosen in space: by a press, with Shift another one, by a box', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-slide');
  await openJob(page, id);
  await openStep(page, 'Path');
  await goIntoSpace(page);
  const path = (await storedJob(page, id)).paths[0];
  if (path.kind !== 'drawn') throw new Error('the slide is not drawn');
  const [start, , , end] = path.points;
  await page.getByRole('button', { name: 'the front' }).click();
  await resting(page);
  const chosen = page.locator('relay-point-table .row.chosen');
  await page.mouse.click(...(await inPicture(page, start.x, start.y)));
  await expect(chosen).toHaveCount(1);
  await page.keyboard.down('Shift');
  await page.mouse.click(...(await inPicture(page, end.x, end.y)));
  await expect(chosen).toHaveCount(2);
  await page.mouse.click(...(await inPicture(page, end.x, end.y)));
  await expect(chosen).toHaveCount(1);
  const box = (await surface(page).boundingBox())!;
  await page.mouse.move(box.x + 4, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 4, box.y + box.height - 4, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(chosen).toHaveCount(4);
  // The same ones are chosen in the drawing.
  await page.keyboard.press('d');
  await expect(page.locator('relay-drawing canvas').first()).toBeVisible();
  await expect(chosen).toHaveCount(4);
  await request.delete(`/api/jobs/${id}`);
});

test('a finding and the lens lead to their place in space', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-slide', (job) => {
    for (const run of job.runs) delete run.sideways;
  });
  await openJob(page, id);
  await openStep(page, 'Check');
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'Larger' }).click();
  await page.getByRole('button', { name: 'Larger' }).click();
  await resting(page);
  const { places } = (await (
    await request.post('/api/places', { data: { job: await storedJob(page, id) } })
  ).json()) as { places: { s: number; x: number; y: number }[] };
  /** How far a place of the job is from the middle of the picture, px. */
  const offMiddle = async ({ x, y }: { x: number; y: number }): Promise<number> => {
    await resting(page);
    const box = (await surface(page).boundingBox())!;
    const [px, py] = await inPicture(page, x, y);
    return Math.hypot(px - box.x - box.width / 2, py - box.y - box.height / 2);
  };
  const finding = page.locator('relay-check-step').getByRole('button', { name: /^Go there: At/ });
  const said = (await finding.textContent())!;
  const at = Number(/At ([\d.]+)/.exec(said)![1]);
  await finding.click();
  const near = places.reduce((a, b) => (Math.abs(b.s - at) < Math.abs(a.s - at) ? b : a));
  expect(await offMiddle(near)).toBeLessThan(30);
  // The end of the row, under the lens.
  expect(await offMiddle(places.at(-1)!)).toBeGreaterThan(60);
  await page
    .locator('relay-tape')
    .getByRole('button', { name: /at the end/ })
    .click();
  expect(await offMiddle(places.at(-1)!)).toBeLessThan(40);
  await request.delete(`/api/jobs/${id}`);
});
