import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Job } from '@coin-relay/model';
import {
  expectAccessible,
  copyOf,
  expect,
  list,
  openJob,
  openStep,
  pick,
  scrub,
  settled,
  step,
  storedJob,
  test,
  unfold,
} from './support';
import { type } from './path-support';
import { goIntoSpace, headOf, inPicture, pixelsOf, resting, surface } from './space-support';

// Solids are drawn by the processor here: a small picture, and no motion but what is asked for.
test.use({ viewport: { width: 900, height: 600 }, contextOptions: { reducedMotion: 'reduce' } });

test('into space and back: the same row, step, frame and choice; a wheel is picked there', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await openStep(page, 'Motion');
  await scrub(page, 30);
  // What is seen of it is told in the page's next picture, not within the press.
  await settled(page);
  const drawing = page.locator('relay-drawing .surface');
  const whole = await drawing.getAttribute('data-view');
  await page.getByRole('button', { name: 'Larger' }).click();
  await expect(drawing).not.toHaveAttribute('data-view', whole!);
  const seen = await drawing.getAttribute('data-view');
  const said = await page.locator('relay-sentence .sentence').textContent();
  await goIntoSpace(page);
  await expect(page.locator('relay-space canvas')).toBeVisible();
  await expect(page.locator('relay-drawing')).toHaveCount(0);
  await expect(page.locator('relay-play-bar')).toContainText('frame 30 of 120');
  await expect(page.locator('relay-sentence .sentence')).toHaveText(said!);
  await expectAccessible(page);

  // A wheel, on its rim between its holes.
  const head = headOf(await storedJob(page, id));
  const [x, y] = await inPicture(page, head.x, head.y + 60, 3);
  await page.mouse.click(x, y);
  await expect(step(page, 'Path')).toHaveAttribute('aria-current', 'step');
  // Its few numbers are beside it, in space too.
  await expect(page.locator('relay-space relay-wheel-note')).toContainText(head.name);

  await page.getByRole('button', { name: 'the side' }).click();
  await resting(page);
  const eye = await surface(page).getAttribute('data-eye');
  // By its key back to the drawing, where the same wheel is chosen.
  await page.keyboard.press('d');
  await expect(page.locator('relay-drawing canvas').first()).toBeVisible();
  await expect(page.locator('relay-wheel-note')).toContainText(head.name);
  // As large as it was left, and so is what was seen in space.
  const [scale] = seen!.split(' ');
  await expect(drawing).toHaveAttribute('data-view', new RegExp(`^${scale.replace('.', '\\.')} `));
  await goIntoSpace(page);
  await expect(surface(page)).toHaveAttribute('data-eye', eye!);
  await page.keyboard.press('d');
  await expect(page.locator('relay-play-bar')).toContainText('frame 30 of 120');
  await request.delete(`/api/jobs/${id}`);
});

test('played to its end the solids stand where they stood at first; nothing is drawn while nothing moves', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-prize-carousel', (job) => {
    // With numbers on them they would be back only after a whole round.
    job.runs = job.runs.slice(0, 1).map((run) => ({ ...run, lettering: undefined }));
    job.motion = { ...job.motion, frames: 120, drives: [{ run: job.runs[0].id, pitches: 4 }] };
  });
  await openJob(page, id);
  await goIntoSpace(page);
  const first = await resting(page);
  const before = await page.evaluate(() => window.drawn!.calls);
  await page.waitForTimeout(600);
  expect(before).toBeGreaterThan(0);
  expect(await page.evaluate(() => window.drawn!.calls)).toBe(before);
  await scrub(page, 10);
  expect(await resting(page)).not.toBe(first);
  await page.getByRole('slider', { name: 'Frame' }).press('End');
  await expect(page.locator('relay-play-bar')).toContainText('frame 120 of 120');
  expect(await resting(page)).toBe(first);
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.locator('relay-play-bar')).not.toContainText('frame 120 of 120');
  await page.getByRole('button', { name: 'Pause' }).click();
  await request.delete(`/api/jobs/${id}`);
});

test('links are chosen by click and by a box, as on the tape; the view is turned by keys and looked at square on', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-prize-carousel', (job) => {
    job.runs = job.runs.slice(0, 1);
    job.motion.drives = job.motion.drives.slice(0, 1);
  });
  await openJob(page, id);
  await openStep(page, 'Set-out');
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'above', exact: true }).click();
  await page.getByRole('button', { name: 'seen in perspective' }).click();
  await resting(page);
  const panel = page.locator('relay-set-out-step');
  const [x, y] = await inPicture(page, 0, -120, 5);
  await page.mouse.click(x, y);
  await expect(panel).toContainText(/place \d+/i);
  // A box round the left half takes what stands in it.
  const [x0, y0] = await inPicture(page, -260, 150);
  const [x1, y1] = await inPicture(page, 0, -150);
  await page.keyboard.down('Shift');
  await page.mouse.move(x0, y0);
  await page.mouse.down();
  await page.mouse.move(x1, y1, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(panel).toContainText(/1[5-8] places/);
  await page.getByRole('button', { name: 'square on' }).click();
  const before = await resting(page);
  await surface(page).focus();
  await page.keyboard.press('ArrowRight');
  expect(await resting(page)).not.toBe(before);
  await request.delete(`/api/jobs/${id}`);
});

test('pieces that bend lie along the path, and are picked', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-slide', (job) => {
    job.runs = job.runs.slice(0, 1);
    job.motion.drives = job.motion.drives.slice(0, 1);
    job.pieces[0].behaviour = 'bending';
  });
  await openJob(page, id);
  await openStep(page, 'Set-out');
  await goIntoSpace(page);
  await expect(page.locator('relay-space')).not.toContainText('seen in plan only');
  await page.getByRole('button', { name: 'above', exact: true }).click();
  const flat = await resting(page);
  await page.getByRole('button', { name: 'the front' }).click();
  expect(await resting(page)).not.toBe(flat);
  const { places } = (await (
    await request.post('/api/places', { data: { job: await storedJob(page, id) } })
  ).json()) as { places: { x: number; y: number }[] };
  const [x, y] = await inPicture(page, places[4].x, places[4].y, 2);
  await page.mouse.click(x, y);
  await expect(page.locator('relay-set-out-step')).toContainText(/place 5/i);
  await request.delete(`/api/jobs/${id}`);
});

test('a body that drives over the ground does so in space, and is picked where it has come to', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle', (job) => {
    job.motion.body = { run: 'row' };
    job.motion.frames = 40;
  });
  await openJob(page, id);
  await openStep(page, 'Motion');
  await goIntoSpace(page);
  await scrub(page, 20);
  // Half of the loop: three pitches of six, one way or the other.
  const wheel = (await storedJob(page, id)).wheels.find(({ name }) => name === 'road wheel 2')!;
  const picked: number[] = [];
  for (const driven of [-3 * 53, 0, 3 * 53]) {
    await openStep(page, 'Motion');
    await settled(page);
    await page.mouse.click(...(await inPicture(page, wheel.x + driven, wheel.y + 22, 30)));
    await settled(page);
    // A wheel that is picked opens the step that works on it, and its note; another one may have come here.
    if ((await step(page, 'Path').getAttribute('aria-current')) !== 'step') continue;
    const named = await page.locator('relay-space relay-wheel-note b').textContent();
    if (named === wheel.name) picked.push(driven);
    await page.keyboard.press('Escape');
  }
  expect(picked).toHaveLength(1);
  expect(picked).not.toContain(0);
  await request.delete(`/api/jobs/${id}`);
});

test('a picture lies on a piece in space as it does in the drawing, also where it bends', async ({
  page,
  request,
}) => {
  // One pixel of a red that nothing else here has.
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGP4z8DwHwAFAAH/iZk9HQAAAABJRU5ErkJggg==',
    'base64',
  );
  const kept = await request.post('/api/pictures', { data: png, headers: { 'Content-Type': 'image/png' } });
  const { picture } = (await kept.json()) as { picture: string };
  const id = await copyOf(request, 'demo-tin-beetle', (job) => {
    const [shoe] = job.pieces;
    const laid = { picture, x: 0, y: shoe.pitch / 2, width: shoe.pitch, height: shoe.pitch };
    shoe.finish = { material: null, line: true, picture: laid };
  });
  await openJob(page, id);
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'the front' }).click();
  /** Red pixels of what is seen. */
  const red = async (): Promise<number> =>
    pixelsOf(page, await resting(page), { low: [141, 0, 0], high: [255, 59, 59] });
  await expect.poll(red).toBeGreaterThan(500);
  // Bending it is on them too, and the file that is handed off has it.
  await openStep(page, 'Link');
  await pick(list(page, 'Stiff, carried or bending'), 'bending');
  await expect(page.locator('relay-space')).toContainText('what bends:');
  await expect.poll(red).toBeGreaterThan(500);
  const { leftOut } = (await (
    await request.post('/api/export', { data: { job: await storedJob(page, id), as: 'glb', options: {} } })
  ).json()) as { leftOut: string[] };
  expect(leftOut.filter((words) => words.includes('Pictures'))).toEqual([]);
  // Taken off again nothing is red; so the red is the picture's.
  await unfold(page.locator('relay-link-step'), /What it is made of/);
  await page.getByRole('button', { name: 'take its picture off' }).click();
  await expect.poll(red).toBeLessThan(20);
  await request.delete(`/api/jobs/${id}`);
});

test('what a boundary cuts away is gone in space too, and is not picked there', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-slide', (job) => {
    job.paths.push({ kind: 'outline', id: 'wall', name: 'Wall', data: 'M-50 -900H300V900H-50Z' });
    job.runs[0].setOut = {
      ...job.runs[1].setOut!,
      reach: null,
      boundary: { path: 'wall', keep: 'inside', how: 'cut' },
    };
    // Its hangers have brass of much the same colour.
    job.runs = job.runs.slice(0, 1);
    job.motion.drives = [];
  });
  await openJob(page, id);
  await openStep(page, 'Set-out');
  await goIntoSpace(page);
  await page.getByRole('button', { name: 'seen in perspective' }).click();
  await page.getByRole('button', { name: 'the front' }).click();
  const shown = await resting(page);
  await expect(page.locator('relay-space')).not.toContainText('seen in plan only');
  // The wood of its planks ends where the wall does.
  const box = (await surface(page).boundingBox())!;
  const [wall] = await inPicture(page, 300, 0);
  const wood = { low: [150, 90, 45], high: [230, 175, 130] };
  expect(await pixelsOf(page, shown, wood, wall - box.x + 2)).toBe(0);
  expect(await pixelsOf(page, shown, wood, 0, wall - box.x)).toBeGreaterThan(2_000);
  expect(await pixelsOf(page, shown, wood, wall - box.x - 6, wall - box.x)).toBeGreaterThan(20);

  // A plank beyond the wall is not there for the pointer either; one before it is.
  const { places } = (await (
    await request.post('/api/places', { data: { job: await storedJob(page, id) } })
  ).json()) as { places: { x: number; y: number }[] };
  const press = async (place: number): Promise<void> => {
    const [x, y] = await inPicture(page, places[place].x, places[place].y);
    await page.mouse.click(x, y);
  };
  const beyond = places.findIndex(({ x }) => x > 330);
  const before = places.findIndex(({ x }) => x > 200);
  await press(before);
  const panel = page.locator('relay-set-out-step');
  await expect(panel).toContainText(new RegExp(`place ${before + 1}\\b`, 'i'));
  await press(beyond);
  await expect(panel).not.toContainText(/place \d+/i);
  await request.delete(`/api/jobs/${id}`);
});

test('a row of very many links is shown with less, and says so', async ({ page, request }) => {
  const heavy = fileURLToPath(
    new URL('../fixtures/hostile/heavy-one-row-of-19-000-links.json', import.meta.url),
  );
  const { job } = JSON.parse(readFileSync(heavy, 'utf8')) as { job: Job };
  const made = await request.post('/api/jobs', { data: { job } });
  const { id } = (await made.json()) as { id: string };
  await openJob(page, id);
  await goIntoSpace(page);
  // As boxes or as its path alone: as fast as this machine is.
  await expect(page.locator('relay-space')).toContainText(/very many links: (as boxes|the path alone)/);
  await page.getByRole('button', { name: 'in plan' }).click();
  await expect(page.locator('relay-drawing canvas').first()).toBeVisible();
  await request.delete(`/api/jobs/${id}`);
});

test('how the drawing stands, and how deep a row is, are the job’s; each can be undone', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-prize-carousel', (job) => {
    job.stands = 'lying';
    job.runs = job.runs.slice(0, 1);
    job.motion.drives = job.motion.drives.slice(0, 1);
  });
  await openJob(page, id);
  await goIntoSpace(page);
  const before = (await storedJob(page, id)).stands;
  await pick(list(page, 'How the drawing stands'), 'stands upright');
  await expect.poll(async () => (await storedJob(page, id)).stands).not.toBe(before);
  await type(page.getByLabel('Depth of the row'), '12');
  await expect.poll(async () => (await storedJob(page, id)).runs[0].sideways).toBe(12);
  await page.getByRole('button', { name: 'find it' }).click();
  await expect(page.getByLabel('Depth of the row')).toHaveValue('0');
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await storedJob(page, id)).stands).toBe(before);
  await request.delete(`/api/jobs/${id}`);
});

test('where there is no WebGL it is said, and the drawing goes on', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await page.addInitScript(() => {
    const own = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (
      this: HTMLCanvasElement,
      kind: string,
      ...rest: unknown[]
    ) {
      return kind.startsWith('webgl') ? null : own.call(this, kind, ...(rest as []));
    } as typeof own;
  });
  await openJob(page, id);
  await page.getByRole('button', { name: 'in space', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('no WebGL');
  await page.getByRole('button', { name: 'in plan' }).click();
  await expect(page.locator('relay-drawing canvas').first()).toBeVisible();
  await request.delete(`/api/jobs/${id}`);
});
