import { type } from './path-support';
import {
  copyOf,
  drawing,
  expect,
  expectAccessible,
  list,
  onScreen,
  openJob,
  openStep,
  optionsOf,
  pick,
  pictureOf,
  scrub,
  settled,
  storedJob,
  test,
  tick,
  unfold,
} from './support';

test('six rows run as one machine; while they play nothing is solved', async ({ page, request }) => {
  // What is sent to any worker is counted: fits, and what is worked out ahead.
  await page.addInitScript(() => {
    const counted = window as unknown as { sent: number };
    counted.sent = 0;
    const send = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker, ...given: Parameters<Worker['postMessage']>) {
      counted.sent++;
      return send.apply(this, given);
    } as Worker['postMessage'];
  });
  const sent = (): Promise<number> => page.evaluate(() => (window as unknown as { sent: number }).sent);
  await openJob(page, await copyOf(request, 'demo-arcade-drive'));
  await openStep(page, 'Motion');
  await expect(page.locator('relay-motion-step')).not.toContainText('Working out the frames');
  // The rows are fitted by then, and the frames worked out.
  await settled(page);
  const before = await sent();
  expect(before).toBeGreaterThan(6);
  await scrub(page, 30);
  await scrub(page, 0);
  const first = await pictureOf(drawing(page));
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(first);
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Pause' }).click();
  expect(await sent()).toBe(before);
  // The end of the loop is its start, for all of it: links, wheels, gears, spring and rope.
  await scrub(page, 0);
  await expect.poll(() => pictureOf(drawing(page))).toBe(first);
  await scrub(page, 240);
  await expect(page.locator('relay-play-bar')).toContainText('frame 240 of 240');
  await expect.poll(() => pictureOf(drawing(page))).toBe(first);
  await expectAccessible(page);
});

test('a speed typed for a driven row is driven by its master; one row is taken out of the train', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-arcade-drive');
  await openJob(page, id);
  await openStep(page, 'Motion');
  await page.getByRole('button', { name: 'Cross chain', exact: true }).click();
  const step = page.locator('relay-motion-step');
  await expect(step).toContainText('“Motor belt” drives it so');
  await type(page.getByLabel('Speed: links a second'), '-2.4');
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('-2.4');
  expect((await storedJob(page, id)).motion.drives[0]).toMatchObject({ run: 'belt', pitches: 160 });
  await unfold(page.locator('relay-motion-step'), 'What drives it');
  await expect(step).toContainText('It travels −0.15 for each of “Motor belt”: −24 links in the loop.');
  await page.getByLabel('Teeth of the driven gear').fill('36');
  await page.getByLabel('Teeth of the driven gear').press('Enter');
  await expect(step).toContainText('It travels −0.3 for each of “Motor belt”: −48 links');
  // Rows that it drives itself are no choice.
  expect(await optionsOf(list(page, 'It is driven by'))).toEqual([
    'nothing: it runs by itself',
    'Motor belt',
    'Lift chain',
    'Beads',
  ]);
  await pick(list(page, 'It is driven by'), 'nothing: it runs by itself');
  await expect(step).toContainText('How fast it runs; type any one');
  await expect(step).not.toContainText('drives it so');
});

test('a measure between two heights is the way in space', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-winding-slide');
  await openJob(page, id);
  await openStep(page, 'Motion');
  await unfold(page.locator('relay-motion-step'), 'Springs, ropes and measures');
  await page.getByRole('button', { name: 'a measure', exact: true }).click();
  for (const [x, y] of [
    [-320, 100],
    [-280, 130],
  ]) {
    const at = await onScreen(page, x, y);
    await page.mouse.click(at.x, at.y);
  }
  await expect(page.locator('relay-drawing .mode')).toHaveCount(0);
  const { anchors } = await storedJob(page, id);
  const [a, b] = (anchors ?? []).map(({ on }) => on);
  if (a?.kind !== 'fixed' || b?.kind !== 'fixed') throw new Error('Both are fixed.');
  // The one that was put in last is chosen.
  await type(page.getByLabel('Anchor, before the drawing'), '120');
  await expect(page.locator('relay-linkage-panel')).toContainText(/, 120\.00.mm/);
  const far = Math.hypot(b.x - a.x, b.y - a.y, 120).toFixed(2);
  await expect(page.locator('relay-linkage-panel')).toContainText(`${far}\u00a0mm`);
  expect((await storedJob(page, id)).anchors?.[1].on).toMatchObject({ z: 120 });
  // Where it is put back on the drawing nothing is left of its height.
  await type(page.getByLabel('Anchor, before the drawing'), '0');
  await expect.poll(async () => (await storedJob(page, id)).anchors?.[1].on).not.toHaveProperty('z');
  await request.delete(`/api/jobs/${id}`);
});

test('a spring is put between a wheel and the ground, driven by a crank and a rod, and its length drawn', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await openStep(page, 'Motion');
  await unfold(page.locator('relay-motion-step'), 'Springs, ropes and measures');
  await page.getByRole('button', { name: 'a spring', exact: true }).click();
  await expect(page.locator('relay-drawing .mode')).toContainText('The spring: click where it begins');
  const click = async (x: number, y: number): Promise<void> => {
    const at = await onScreen(page, x, y);
    await page.mouse.click(at.x, at.y);
  };
  await click(16, 8);
  await expect(page.locator('relay-drawing .mode')).toContainText('click where it ends');
  await click(120, -40);
  await expect(page.locator('relay-drawing .mode')).toHaveCount(0);
  let job = await storedJob(page, id);
  expect(job.anchors).toHaveLength(2);
  expect(job.anchors?.[0].on).toMatchObject({ kind: 'crank', wheel: 'drive' });
  expect(job.anchors?.[1].on.kind).toBe('fixed');
  const spring = page.locator('relay-linkage-panel relay-fold');
  await expect(spring).toContainText('of free, p');
  // It follows its crank.
  const length = async (): Promise<string> => (await spring.locator('.now').innerText()).split(',')[0];
  const first = await length();
  await scrub(page, 30);
  await expect.poll(length).not.toBe(first);
  // The crank drives a slider by a rod; a rod too short is said, with the least that works.
  await page.getByRole('button', { name: 'Pin on drive sprocket' }).click();
  await page.getByRole('button', { name: 'Let it drive a slider by a rod' }).click();
  await type(page.getByLabel('Rod', { exact: true }), '5');
  await expect(page.locator('relay-motion-step')).toContainText('a rod of 5 mm is too short');
  await type(page.getByLabel('Rod', { exact: true }), '90');
  await expect(page.locator('relay-motion-step')).not.toContainText('is too short');
  // More coils than there is room for are refused in words.
  await unfold(spring);
  await type(spring.getByLabel('Active coils'), '400');
  await expect(spring.getByRole('alert')).toContainText('so that it cannot be');
  await type(spring.getByLabel('Active coils'), '12');
  await expect(spring).toContainText('14 coils in all');
  await unfold(page.locator('main'), 'Graphs');
  await expect(page.getByRole('img', { name: /Length of Spring 1/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Length of Spring 1 as CSV' }).click();
  expect((await download).suggestedFilename()).toMatch(/\.csv$/);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Remove the anchor' }).click();
  job = await storedJob(page, id);
  expect([job.anchors?.length, job.ties]).toEqual([1, []]);
});

test('anchors are dragged by hand, and measures tell their distance live', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-arcade-drive');
  await openJob(page, id);
  await openStep(page, 'Motion');
  const measures = page.getByRole('table', { name: 'Measures' });
  await expect(measures).toContainText(/154\.55.mm/);
  const from = await onScreen(page, 240, -262);
  const to = await onScreen(page, 240, -302);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 5 });
  await page.mouse.up();
  await expect(measures).toContainText(/19[34]\.\d\d.mm/);
  const floor = (await storedJob(page, id)).anchors?.find((anchor) => anchor.id === 'floor')?.on;
  expect(floor?.kind === 'fixed' && Math.abs(floor.y + 302) < 1.5).toBe(true);
  // Longer than free, and then longer than its limit.
  const panel = page.locator('relay-linkage-panel relay-fold').first();
  await expect(panel).toContainText('pulls');
  await unfold(panel);
  await panel.getByRole('button', { name: 'set one' }).click();
  await type(panel.getByLabel('Longest', { exact: true }), '190');
  await expect(page.locator('relay-motion-step')).toContainText(/its limit is 190\.00.mm/);
  await page.getByRole('button', { name: 'look at it' }).first().click();
  await expect(page.locator('relay-play-bar')).not.toContainText('frame 0 of');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await scrub(page, 0);
  await expect(measures).toContainText(/154\.55.mm/);
});

test('to and fro with rests; the body over the ground; a row that breathes', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await openJob(page, id);
  await openStep(page, 'Motion');
  const step = page.locator('relay-motion-step');
  await unfold(page.locator('main'), 'Rests, eases, to and fro');
  await pick(list(page, 'Its way'), 'to and fro');
  await expect(step).toContainText('It goes for 48 frames and comes back for 48');
  await type(page.getByLabel('Frames it rests where it arrives'), '96');
  await expect(step.getByRole('alert')).toContainText('It rests for 96 of 96 frames');
  await type(page.getByLabel('Frames it rests where it arrives'), '16');
  await type(page.getByLabel('Frames to get up to speed'), '10');
  await expect(step).toContainText('It goes for 40 frames and comes back for 40');
  // It rests at the far end: these frames are alike.
  await scrub(page, 41);
  const far = await pictureOf(drawing(page));
  await scrub(page, 50);
  await expect.poll(() => pictureOf(drawing(page))).toBe(far);
  await pick(list(page, 'Its way'), 'on, round after round');
  await tick(page.getByRole('radio', { name: 'the body, over the ground' }));
  await expect(step).toContainText(/It drives 31\d\.\d\d.mm in the loop/);
  await unfold(page.locator('relay-motion-step'), 'Breathing');
  await pick(list(page, 'What breathes'), 'their lengths');
  await pick(list(page, 'Frames of a breath'), '48 frames');
  await expect(step).not.toContainText('Working out the frames');
  await unfold(page.locator('main'), 'Graphs');
  expect(await optionsOf(list(page, 'Graph'))).toEqual(
    expect.arrayContaining(['Spacing of the breathing row', 'Bend along the path']),
  );
  await expect(page.getByRole('img', { name: /Spacing of the breathing row/ })).toBeVisible();
  expect((await storedJob(page, id)).motion).toMatchObject({
    body: { run: 'row' },
    breaths: [{ run: 'row', what: 'length', period: 48 }],
  });
  // A shorter loop takes the breath with it.
  await type(page.getByLabel('Frames in the loop'), '60');
  await expect(list(page, 'Frames of a breath')).toHaveAccessibleDescription(/ 60 frames$/);
  await expectAccessible(page);
});

test('a row hangs between a fixed place and a crank, and follows it; one that cannot says in which frame', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-lamp-festoon', (job) => {
    const lift = {
      wheels: [
        { id: 'a', name: 'winch', x: 900, y: 40, size: { by: 'radius' as const, radius: 60 } },
        { id: 'b', name: 'idler', x: 1200, y: 40, size: { by: 'radius' as const, radius: 60 } },
      ],
    };
    job.wheels = lift.wheels;
    job.paths.push({
      kind: 'route',
      id: 'winch-way',
      name: 'Winch belt',
      closed: true,
      stops: [
        { wheel: 'a', turn: 'ccw' },
        { wheel: 'b', turn: 'ccw' },
      ],
    });
    job.runs.push({
      id: 'winch',
      name: 'Winch belt',
      path: 'winch-way',
      sequence: ['lamp'],
      fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
    });
    job.motion.drives.push({ run: 'winch', pitches: 8 });
    job.anchors = [
      { id: 'end', name: 'Winch pin', on: { kind: 'crank', wheel: 'a', radius: 40, angle: 0 } },
      { id: 'self', name: 'On a lamp', on: { kind: 'rider', run: 'row', place: 3 } },
    ];
  });
  await openJob(page, id);
  await openStep(page, 'Path');
  const choice = list(page, 'The last end hangs on');
  // What rides on the row itself is no choice.
  expect(await optionsOf(choice)).toEqual(['a fixed place', 'Winch pin']);
  await pick(choice, 'Winch pin');
  await openStep(page, 'Motion');
  const step = page.locator('relay-motion-step');
  await expect(step).not.toContainText('Working out the frames');
  await scrub(page, 1);
  await scrub(page, 0);
  const first = await pictureOf(drawing(page));
  await scrub(page, 60);
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(first);
  await scrub(page, 120);
  await expect.poll(() => pictureOf(drawing(page))).toBe(first);
  // Too short for the far side of the crank.
  await openStep(page, 'Path');
  await type(page.getByLabel('Length of the hanging row'), '945');
  await openStep(page, 'Motion');
  await page
    .locator('.ant-collapse-header', { hasText: 'Springs, ropes and measures' })
    .scrollIntoViewIfNeeded();
  const anchors = page.getByRole('table', { name: 'Anchors' });
  await anchors.getByRole('button', { name: 'Winch pin' }).click();
  await page.getByLabel('Crank angle').fill('180');
  await page.getByLabel('Crank angle').press('Enter');
  await type(page.getByLabel('Crank', { exact: true }), '55');
  await expect(step).toContainText(/In frame \d+: 945 mm do not reach/);
  await expectAccessible(page);
});

test('a part of the loop plays by itself, with the way of a link', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Motion');
  const bar = page.locator('relay-play-bar');
  await scrub(page, 100);
  await bar.getByRole('button', { name: 'from here' }).click();
  await expect(bar).toContainText('plays 100 to 120');
  const plain = await pictureOf(drawing(page));
  await bar.getByRole('button', { name: 'trail' }).click();
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(plain);
  // Another link is clicked: its way is shown from where it is.
  const first = await pictureOf(drawing(page));
  const link = await onScreen(page, 150, -34);
  await page.mouse.click(link.x, link.y);
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(first);
  await page.getByRole('button', { name: 'Play' }).click();
  for (let look = 0; look < 8; look++) {
    await page.waitForTimeout(150);
    const frame = Number(/frame (\d+) of/.exec(await bar.innerText())?.[1]);
    expect(frame).toBeGreaterThanOrEqual(100);
    expect(frame).toBeLessThan(120);
  }
  await page.getByRole('button', { name: 'Pause' }).click();
  await bar.getByRole('button', { name: 'all' }).click();
  await expect(bar).not.toContainText('plays 100');
});

test('where less motion is asked for, one picture a second is shown', async ({ page, request }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  const bar = page.locator('relay-play-bar');
  await expect(bar).toContainText('one picture a second');
  // However slow the machine is: no more pictures than seconds went by, and one more.
  const begun = Date.now();
  await page.getByRole('button', { name: 'Play' }).click();
  await page.waitForTimeout(2_300);
  await page.getByRole('button', { name: 'Pause' }).click();
  const frame = Number(/frame (\d+) of/.exec(await bar.innerText())?.[1]);
  expect(frame).toBeGreaterThanOrEqual(1);
  expect(frame).toBeLessThanOrEqual((Date.now() - begun) / 1000 + 1);
});
