import { readFileSync } from 'node:fs';
import { type } from './path-support';
import { goIntoSpace, surface } from './space-support';
import {
  copyOf,
  expect,
  expectAccessible,
  list,
  openJob,
  openStep,
  pick,
  sentence,
  storedJob,
  takeAway,
  test,
  unfold,
} from './support';

// What is drawn in space without a graphics card takes its time: twice that of others.
test.describe.configure({ timeout: 120_000 });

test('a laid rope: its strands meet round the loop, it is drawn by them, in plan and in space', async ({
  page,
}) => {
  await openJob(page, 'demo-curtain-rope');
  await expect(sentence(page)).toContainText(/181 strand steps/);
  await openStep(page, 'Link');
  await expect(page.getByLabel('Strands', { exact: true })).toHaveValue('3');
  await expect(
    page.getByText(/Its strands touch with their middles on a circle of .* the handbook says/),
  ).toBeVisible();
  await expect(page.getByText(/On the tightest bend of its path, of .* they come .* nearer/)).toBeVisible();
  // Strands that do not fit into the lay are refused with the least one; nothing changes.
  await type(page.getByLabel('Thickness of a strand', { exact: true }), '40');
  await expect(
    page.getByText(/3 strands of 40 mm side by side take a lay of 120 mm at the least/),
  ).toBeVisible();
  await type(page.getByLabel('Thickness of a strand', { exact: true }), '6');
  await expect
    .poll(async () => (await storedJob(page, 'demo-curtain-rope')).pieces[0])
    .toMatchObject({ family: 'rope', strand: 6 });
  await openStep(page, 'Hand-off');
  const svg = readFileSync(await (await takeAway(page, 'SVG, still')).path(), 'utf8');
  expect(svg.match(/<path/g)!.length).toBeGreaterThan(181);
  await goIntoSpace(page);
  await expect(surface(page).locator('canvas')).toBeVisible();
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
});

test('round a wheel a rope goes several times, side by side, and turns about itself', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-curtain-rope', (job) => (job.name = 'Winch trial'));
  await openJob(page, id);
  await openStep(page, 'Path');
  await page.getByRole('button', { name: 'floor block', exact: true }).click();
  await type(page.getByLabel('Whole turns round it besides', { exact: true }), '2');
  await expect(page.getByText('Its turns lie side by side.')).toBeVisible();
  await type(page.getByLabel('Rise of a turn round it', { exact: true }), '5');
  await expect(page.getByText(/its turns lie in one another/)).toBeVisible();
  await type(page.getByLabel('Rise of a turn round it', { exact: true }), '20');
  await expect(page.getByText(/Between two turns .* are free/)).toBeVisible();
  await expect(sentence(page)).toContainText(/round in space \(/);
  await expect
    .poll(async () => (await storedJob(page, id)).paths[0])
    .toMatchObject({ stops: [{ wraps: { turns: 3 } }, { wraps: { turns: 2, rise: 20 } }, {}, {}] });
  await openStep(page, 'Motion');
  await type(page.getByLabel('Parts of a turn about itself in the loop', { exact: true }), '-6');
  await expect(page.getByText(/2 turns in the loop: its strands seem to run back by 6/)).toBeVisible();
  await expect.poll(async () => (await storedJob(page, id)).motion.drives[0]).toMatchObject({ turning: -6 });
});

test('a path winds round another; strands are laid beside it, as a rope or a plait', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-strength-tester', (job) => {
    job.name = 'Ribbon trial';
    job.paths = [{ kind: 'outline', id: 'loop', name: 'Pole', data: 'M0 0V600' }];
    job.runs = job.runs.slice(0, 1);
    job.motion.drives = job.motion.drives.slice(0, 1);
  });
  await openJob(page, id);
  await openStep(page, 'Path');
  await pick(list(page, 'Add a path'), 'one that winds round it');
  await type(page.getByLabel('Turns of the winding', { exact: true }), '4');
  await type(page.getByLabel('Winding, from the middle of the path', { exact: true }), '30');
  await expect(page.getByText(/One turn is 150\.00.mm of the path, at 51\.5° to it/)).toBeVisible();
  await page.getByRole('button', { name: 'put the row on this path' }).click();
  // Closed form of a helix: sqrt(600² + (2π 30 · 4)²).
  await expect(sentence(page)).toContainText(/963\.58.mm long in space/);
  await type(page.getByLabel('Strands laid side by side', { exact: true }), '3');
  await expect(page.getByText(/3 strands of .*mm touch one another/)).toBeVisible();
  await expect
    .poll(async () => (await storedJob(page, id)).paths.map(({ kind }) => kind))
    .toEqual(['outline', 'winding', 'winding', 'winding']);
  await expect.poll(async () => (await storedJob(page, id)).runs.length).toBe(3);
  await page.getByRole('radio', { name: 'to and fro, as those of a plait' }).check();
  await type(page.getByLabel('Plait, before and behind the path', { exact: true }), '9');
  await page.getByRole('button', { name: 'change it along the path' }).click();
  await type(page.getByLabel('Station 2 of the winding, from the middle', { exact: true }), '12');
  await expect
    .poll(async () => (await storedJob(page, id)).paths[1])
    .toMatchObject({ wound: { figure: 'plait', depth: 9, stations: [{ radius: 30 }, { radius: 12 }] } });
  await expectAccessible(page);
  await page
    .getByRole('list', { name: 'Paths of this job' })
    .getByRole('button', { name: /strand 2/ })
    .click();
  await expect(page.getByText(/It winds as .* does, only turned/)).toBeVisible();
  await goIntoSpace(page);
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
});

test('one long body: head and tail keep their lengths, the rest of it is as long as it is told', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-mast-streamers', (job) => (job.name = 'Eel trial'));
  await openJob(page, id);
  await page.getByRole('group', { name: 'Rows of the job' }).getByText('Streamer 1').click();
  await openStep(page, 'Fit');
  await expect(sentence(page)).toContainText(/1002\.00.mm and 30\.00.mm in turn/);
  await type(page.getByLabel('Length of the body', { exact: true }), '700');
  await expect(sentence(page)).toContainText(/68\.00.mm, 602\.00.mm and 30\.00.mm in turn/);
  await expect(page.getByText(/leaves 487\.77.mm free/).first()).toBeVisible();
  await page.getByRole('radio', { name: 'as long as its path' }).check();
  await expect(page.getByText('reaches the end exactly').first()).toBeVisible();
  await type(page.getByLabel('Bodies, one behind the other', { exact: true }), '2');
  await expect(sentence(page)).toContainText(/6 pieces/);
  await page.getByRole('radio', { name: 'of a length of its own' }).check();
  // Shorter than its head and its tail it is refused in words.
  await type(page.getByLabel('Length of the body', { exact: true }), '90');
  await expect(
    page.getByText(/its other pieces take 98.*nothing is left for the one between them/).first(),
  ).toBeVisible();
  await openStep(page, 'Set-out');
  await unfold(page.locator('relay-set-out-step'), 'How it changes along the path');
  await expect(page.getByLabel('it rides with the row')).toBeChecked();
});

test('strands that are rows lie over and under what they wind round, and turn about it', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-mast-streamers', (job) => {
    job.name = 'Turning streamers';
    job.motion.frames = 12;
    delete job.motion.breaths;
  });
  await openJob(page, id);
  await page.getByRole('button', { name: 'Streamer 2', exact: true }).first().click();
  await openStep(page, 'Motion');
  await expect(page.getByText('turns about what it winds round, in 3 parts of a turn')).toBeVisible();
  await type(page.getByLabel('Parts of a turn about itself in the loop', { exact: true }), '1');
  await expect(
    page.getByText(/0\.333 turns in the loop, all 3 together.* They are not alike, so that the loop ends/),
  ).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Motion' }).getByText(/Turns where it is for 0\.5/),
  ).toBeVisible();
  await expect(page.getByText(/its strands have turned by 1 of 3 parts of a turn/)).toHaveCount(1);
  await page.getByRole('button', { name: 'turn once round' }).click();
  await expect(page.getByText(/its strands have turned by/)).toHaveCount(0);
  const { motion } = await storedJob(page, id);
  expect(motion.drives.filter(({ turning }) => turning !== undefined)).toMatchObject([{ turning: 3 }]);
  // In another frame other stretches of them are on top: what is painted is another picture.
  const picture = (): Promise<Buffer> => page.locator('relay-drawing .surface').screenshot();
  const first = await picture();
  await page.getByRole('button', { name: '+1: one frame on' }).click();
  await expect.poll(async () => (await picture()).equals(first)).toBe(false);
  await openStep(page, 'Hand-off');
  const svg = readFileSync(await (await takeAway(page, 'SVG, still')).path(), 'utf8');
  // Every streamer lies once below the mast, and then layer by layer over it.
  const order = [
    ...svg.matchAll(/<g id="row-([a-z0-9-]+)"><title>|<use href="#row-([a-z0-9-]+)-pieces"/g),
  ].map(([, whole, again]) => (whole ? whole : `${again} again`));
  const mast = order.indexOf('pole');
  for (const run of ['row', 'row-2', 'row-3']) {
    expect(order.indexOf(run)).toBeLessThan(mast);
    expect(order.lastIndexOf(`${run} again`)).toBeGreaterThan(mast);
  }
  await goIntoSpace(page);
  await expect(surface(page).locator('canvas')).toBeVisible();
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
});
