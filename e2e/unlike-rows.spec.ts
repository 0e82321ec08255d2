import { readFile } from 'node:fs/promises';
import { type } from './path-support';
import {
  copyOf,
  countIn,
  expect,
  expectAccessible,
  expectSaved,
  list,
  onScreen,
  openJob,
  openStep,
  pick,
  pictureOf,
  sentence,
  test,
  verdict,
  unfold,
} from './support';
import type { Job } from '@coin-relay/model';

test('slack gives way: what is too long hangs in a span that is chosen', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const taut = await pictureOf(drawing);
  await page.getByText('the slack', { exact: true }).click();
  await expect(sentence(page)).toContainText(
    /96 links, 16 times 6; the span after the drive sprocket hangs [\d.]+.mm deep/,
  );
  await expect(verdict(page)).toContainText('closes exactly');
  await expect.poll(() => pictureOf(drawing)).not.toBe(taut);
  await pick(list(page, 'The span that hangs'), 'head sprocket to idler');
  // Too much hangs for that one: it would lift off the idler, which is said.
  await expect(sentence(page)).toContainText('it lifts off wheel idler');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.locator('relay-fit-step').getByText('any', { exact: true }).click();
  await expect(sentence(page)).toContainText(/91 links; the span after the drive sprocket hangs/);
  // Every candidate tells how deep it would hang; what is too short for the route cannot be made.
  await expect(page.getByRole('group', { name: 'Candidates' })).toContainText('sag');
  await expect(page.getByRole('group', { name: 'Candidates' })).toContainText('cannot be made');
  await expectAccessible(page);
});

test('pieces of different lengths lie end to end; the second one sets the gap', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-bead-string');
  await openJob(page, id);
  await openStep(page, 'Fit');
  await expect(sentence(page)).toContainText(/laid end to end: 4 lengths, 17\.00.mm in the mean/);
  await expect(verdict(page)).toContainText('reaches the end exactly');
  await type(page.getByLabel('Gap between pieces'), '3');
  await expect(sentence(page)).toContainText(/with 3\.00.mm between/);
  // What is left over goes to the end: the beads keep their lengths.
  await page.getByText('nothing', { exact: true }).click();
  await expect(sentence(page)).toContainText('nothing gives way');
  const before = await countIn(page);
  // The second bead is a disc of 8 mm: its middle lies 34 + 3 + 4 mm from the hook, along the curve.
  await expectSaved(page);
  const { pins } = (await (
    await request.post('/api/place', {
      data: { source: { job: ((await (await request.get(`/api/jobs/${id}`)).json()) as { job: Job }).job } },
    })
  ).json()) as { pins: [number, number][] };
  const middle = (k: number): [number, number] => [
    (pins[2 * k][0] + pins[2 * k + 1][0]) / 2,
    (pins[2 * k][1] + pins[2 * k + 1][1]) / 2,
  ];
  const from = await onScreen(page, ...middle(1));
  const to = await onScreen(page, ...middle(2));
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => countIn(page)).toBeLessThan(before);
  // “saved” may still speak of the state before the drag.
  await expect
    .poll(async () => {
      const { job } = (await (await request.get(`/api/jobs/${id}`)).json()) as { job: Job };
      return job.runs[0].fit.endToEnd?.gap;
    })
    .toBeGreaterThan(5);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toContainText(/with 3\.00.mm between/);
  // Taken back, all have one spacing again.
  await page.getByText('Laid end to end', { exact: true }).click();
  await expect(sentence(page)).toContainText('at a pitch of');
  await expectAccessible(page);
});

test('a count that jumps is pointed out once, and the pitch over a cycle can be taken away', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  await unfold(page.locator('main'), 'The pitch over one cycle');
  const graph = page.getByRole('img', { name: /The pitch while it travels on by one/ });
  await expect(graph).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'The pitch while it travels on by one as CSV' }).click(),
  ]);
  const rows = (await readFile(await file.path(), 'utf8')).trim().split('\r\n');
  expect(rows[0]).toBe('"travel, pitches",pitch');
  // 32 phases, and the end that is the start again.
  expect(rows).toHaveLength(34);
  expect(rows[33].split(',')[1]).toBe(rows[1].split(',')[1]);

  await openStep(page, 'Path');
  const at = await onScreen(page, 393, 48);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y, { steps: 6 });
  await page.mouse.up();
  await expect(sentence(page).locator('.was')).toHaveText('was 90');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => countIn(page)).toBe(90);
  await expect(sentence(page).locator('.was')).toHaveText(/was \d+/);
});

test('what is left over lies between the pieces where it is to be spread', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-barrier-chain', (job) => {
    job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, hold: 'both', rounding: 'down', count: 28 };
  });
  await openJob(page, id);
  await openStep(page, 'Fit');
  await unfold(page.locator('main'), 'Where on the path it lies');
  await page.getByText('between the pieces').click();
  await expect(sentence(page)).toContainText(/27 gaps between; nothing gives way, [\d.]+.mm lie between/);
  await expect(verdict(page)).toContainText('reaches the end exactly');
});
