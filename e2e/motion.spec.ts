import { type } from './path-support';
import {
  copyOf,
  expect,
  expectAccessible,
  expectSaved,
  list,
  openJob,
  openStep,
  pick,
  pictureOf,
  scrub,
  test,
} from './support';

test('a loop of five seconds; a speed is typed, the nearest that loops is taken and the other offered', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift', (job) => {
    job.motion = { ...job.motion, frames: 48 };
  });
  await openJob(page, id);
  await openStep(page, 'Motion');
  await type(page.getByLabel('Frames a second'), '24');
  await type(page.getByLabel('Seconds in the loop'), '5');
  await expect(page.getByLabel('Frames in the loop')).toHaveValue('120');
  await expect(page.locator('relay-play-bar')).toContainText('of 120');

  // 12 rpm of 17 teeth in 5 s are 17 links; cups come every sixth.
  await type(page.getByLabel('Speed: drive sprocket'), '12');
  const step = page.locator('relay-motion-step');
  await expect(step).toContainText(
    '12 rpm would leave a seam. The nearest that does not is 12.71 rpm (18 links)',
  );
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('3.6');
  await page.getByRole('button', { name: 'take 8.471 rpm (12 links)' }).click();
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('2.4');
  await page.getByRole('button', { name: /^24 in the loop/ }).click();
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('4.8');
  await expectSaved(page);
  const { job } = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    job: { motion: { frames: number; drives: unknown[] } };
  };
  expect(job.motion).toMatchObject({ frames: 120, drives: [{ run: 'row', pitches: 24 }] });

  // Absurd speeds are refused in words, and nothing changes.
  await type(page.getByLabel('Speed: along the path'), '1000000000');
  await expect(page.getByRole('alert')).toContainText('at most 100000 can be travelled');
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('4.8');
  await expectAccessible(page);
});

test('scrubbed to its end, the links stand where they stood at first; wheels whose mark is not back say so', async ({
  page,
  request,
}) => {
  // Without toothed wheels nothing but the links moves: the pictures are compared.
  await openJob(
    page,
    await copyOf(request, 'demo-prize-carousel', (job) => {
      // With numbers on them they would be back only after a whole round.
      job.runs = job.runs.slice(0, 1).map((run) => ({ ...run, lettering: undefined }));
      job.motion = { ...job.motion, frames: 120, drives: [{ run: job.runs[0].id, pitches: 4 }] };
    }),
  );
  await openStep(page, 'Motion');
  const drawing = page.locator('relay-drawing canvas').nth(1);
  await scrub(page, 0);
  const first = await pictureOf(drawing);
  await scrub(page, 17);
  await expect.poll(() => pictureOf(drawing)).not.toBe(first);
  await scrub(page, 120);
  await expect(page.locator('relay-play-bar')).toContainText('frame 120 of 120');
  await expect.poll(() => pictureOf(drawing)).toBe(first);
  await expect(page.locator('relay-motion-step')).toContainText('frame 120 is frame 0');
  await pick(list(page, 'Pace'), 'quarter');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.locator('relay-play-bar')).not.toContainText('frame 120 of 120');
  await page.getByRole('button', { name: 'Pause' }).click();
});

test('too fast to read: warned of with the number, and slowed by a press', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Motion');
  const step = page.locator('relay-motion-step');
  await expect(page.getByRole('table', { name: 'Wheels' })).toContainText('0.4474');
  await type(page.getByLabel('Speed: links a second'), '36');
  await expect(step).toContainText(
    'a frame moves it by 0.75 of what repeats to the eye (2 links), so it seems to run backwards',
  );
  await page.getByRole('button', { name: 'travel 90' }).click();
  await expect(step).not.toContainText('Too fast to read');
  await expect(page.getByLabel('Speed: links a second')).toHaveValue('18');
  // Until all marks are back: 1938 links at the same speed.
  await page.getByRole('button', { name: /^Make the loop 2584 frames/ }).click();
  await expect(page.getByLabel('Frames in the loop')).toHaveValue('2584');
  await expect(page.getByRole('table', { name: 'Wheels' })).toContainText('back');
});
