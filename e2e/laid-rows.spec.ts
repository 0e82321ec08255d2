import { panel, type } from './path-support';
import {
  copyOf,
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
import type { APIRequestContext, Page } from '@playwright/test';

const saved = async (page: Page, request: APIRequestContext, id: string): Promise<Job> => {
  await expectSaved(page);
  return ((await (await request.get(`/api/jobs/${id}`)).json()) as { job: Job }).job;
};
/** A seam along a rectangle with sharp corners. */
const seam = (request: APIRequestContext): Promise<string> =>
  copyOf(request, 'demo-bellows-seam', (job) => {
    job.paths = [{ kind: 'outline', id: job.paths[0].id, name: 'Flap', data: 'M0 0H200V140H0Z' }];
    job.runs = job.runs.slice(0, 1);
    job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, count: null, hold: 'path' };
    delete job.runs[0].setOut;
  });

test('an open row: left free at both ends, then on a part, in per cent', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-barrier-chain');
  await openJob(page, id);
  await openStep(page, 'Fit');
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const tape = page.locator('relay-tape canvas').first();
  const before = [await pictureOf(drawing), await pictureOf(tape)];
  await unfold(page.locator('main'), 'Where on the path it lies');
  await type(page.getByLabel('Left free at the start'), '40');
  await type(page.getByLabel('Left free at the end'), '25');
  await expect(sentence(page)).toContainText(/of it used/);
  await expect(verdict(page)).toContainText('fills its part exactly');
  await expect.poll(() => pictureOf(drawing)).not.toBe(before[0]);
  await expect.poll(() => pictureOf(tape)).not.toBe(before[1]);
  // The joints are counted for the reader.
  const [, links, pins] =
    /Put in (\d+) links, an even number, (\d+) pins/.exec(await sentence(page).innerText()) ?? [];
  expect(Number(pins)).toBe(Number(links) + 1);

  await page.getByText('Only a part of the path').click();
  await pick(list(page, 'Places of the part are told in'), '% of the path');
  await type(page.getByLabel('The part begins at'), '10');
  await type(page.getByLabel('The part ends at'), '60');
  const job = await saved(page, request, id);
  expect(job.runs[0].fit.lay).toMatchObject({
    stretch: { by: 'part', from: 0.1, to: 0.6 },
    inset: [40, 25],
  });
  await expectAccessible(page);

  // What cannot be says so, and the last good state stays.
  const good = await pictureOf(tape);
  await type(page.getByLabel('Left free at the start'), '400');
  await expect(page.locator('relay-sentence .wrong')).toContainText('leave nothing of the');
  expect(await pictureOf(tape)).toBe(good);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('relay-sentence .wrong')).toHaveCount(0);
});

test('lamps on the ends, half a space in, and what is left over', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-lamp-festoon');
  await openJob(page, id);
  await openStep(page, 'Fit');
  await expect(sentence(page)).toContainText('Put in 21 lamps;');
  await unfold(page.locator('main'), 'Where on the path it lies');
  await page.getByText('on the ends', { exact: true }).click();
  await expect(sentence(page)).toContainText('Put in 22 lamps, 21 spaces between;');
  await page.locator('relay-fit-step').getByText('nothing', { exact: true }).click();
  await page.getByText('half to each', { exact: true }).click();
  await expect(verdict(page)).toContainText(', half at each end');
  await page.getByText('away from a place', { exact: true }).click();
  await page.getByRole('button', { name: 'show it' }).click();
  await expect(page.getByRole('button', { name: 'click on the path' })).toBeVisible();
  // The anchor at the start is an end of the path: a mark near it jumps there.
  const at = await onScreen(page, 1, -1);
  await page.mouse.click(at.x, at.y);
  await expect(page.getByLabel('The row runs both ways from')).toHaveValue('0');
  expect((await saved(page, request, id)).runs[0].fit.lay).toMatchObject({ ends: 'points', middle: 0 });
});

test('corners of a seam are met, a place is marked on the tape and on the drawing, and moved', async ({
  page,
  request,
}) => {
  const id = await seam(request);
  await openJob(page, id);
  await openStep(page, 'Fit');
  await unfold(page.locator('main'), 'Places that must be met');
  await page.getByText('Every corner', { exact: true }).click();
  await expect(verdict(page)).toContainText('meets all 4 places exactly');
  const list = page.getByRole('list', { name: 'Stretches' }).getByRole('listitem');
  await expect(list).toHaveCount(4);
  await expect(list.first()).toContainText(/200\.00.mm: 29 stitches of 6\.897.mm/);

  await page.getByRole('button', { name: 'mark a place' }).click();
  const tape = (await page.locator('relay-tape canvas').first().boundingBox())!;
  await page.mouse.click(tape.x + tape.width * 0.2, tape.y + 60);
  await expect(verdict(page)).toContainText('meets all 5 places exactly');
  await type(page.getByLabel('Place 1 to be met'), '100');
  await expect(list.first()).toContainText(/100\.00.mm: 14 stitches/);

  await page.getByRole('button', { name: 'mark a place' }).click();
  const at = await onScreen(page, 200, 70);
  await page.mouse.click(at.x, at.y);
  await expect(verdict(page)).toContainText('meets all 6 places exactly');
  const { meet } = (await saved(page, request, id)).runs[0].fit;
  expect(meet!.at[0]).toBe(100);
  expect(meet!.at[1]).toBeGreaterThan(260);
  expect(meet!.at[1]).toBeLessThan(280);

  // Escape asks no more, and a mark is taken out again.
  await page.getByRole('button', { name: 'mark a place' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'mark a place' })).toBeVisible();
  await page.getByRole('button', { name: 'Take out place 2' }).click();
  await expect(verdict(page)).toContainText('meets all 5 places exactly');
  await expectAccessible(page);

  // With a total multiple the counts still add up to it.
  await page.getByRole('radio', { name: 'even', exact: true }).click();
  await expect
    .poll(async () => {
      const words = await list.allInnerTexts();
      const counts = words.map((text) => Number(/: (\d+) /.exec(text)?.[1]));
      return counts.reduce((sum, n) => sum + n, 0) % 2;
    })
    .toBe(0);

  // Such a row does not travel, and the step that sets it travelling says why.
  await openStep(page, 'Motion');
  await expect(page.locator('relay-motion-step')).toContainText('The row stands still');
  await openStep(page, 'Fit');

  // While the path gives way the marks are kept, not met.
  await page.locator('relay-fit-step').getByText('the path', { exact: true }).click();
  await expect(page.getByText('Places that must be met')).toHaveCount(0);
  expect((await saved(page, request, id)).runs[0].fit.meet).toBeDefined();
  await openStep(page, 'Path');
  await expect(panel(page)).toBeVisible();
});

test('a piece on every point of a path; a point that is put in gets one too', async ({ page, request }) => {
  const points = [
    [0, 0],
    [120, 0],
    [200, 70],
    [200, 150],
  ].map(([x, y]) => ({ x, y, next: { kind: 'line' as const } }));
  const id = await copyOf(request, 'demo-lamp-festoon', (job) => {
    job.paths = [{ kind: 'drawn', id: job.runs[0].path, name: 'Cable', closed: false, points }];
    job.runs = job.runs.slice(0, 1);
    job.runs[0].fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: null };
    delete job.runs[0].setOut;
    job.motion = { ...job.motion, drives: [], breaths: [] };
  });
  await openJob(page, id);
  await openStep(page, 'Fit');
  await unfold(page.locator('main'), 'Places that must be met');
  await page.getByText('A piece on every point of the path, and nowhere else').click();
  await expect(sentence(page)).toContainText('Put in 4 lamps, 3 spaces between; one on each of its places');
  await expect(verdict(page)).toContainText('meets');
  await openStep(page, 'Path');
  await page.getByLabel('Choose point 1').click();
  await page.getByLabel('Choose point 2').click({ modifiers: ['Shift'] });
  await panel(page).getByRole('button', { name: 'point midway' }).click();
  await expect(sentence(page)).toContainText('Put in 5 lamps, 4 spaces between');
  expect((await saved(page, request, id)).runs[0].fit).toMatchObject({
    lay: { ends: 'points' },
    meet: { points: true, alone: true },
  });
});
