import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { copyOf, expect, expectSaved, openJob, sentence, settled, test } from './support';

const hostile = (name: string): object => {
  const text = readFileSync(fileURLToPath(new URL(`../fixtures/hostile/${name}`, import.meta.url)), 'utf8');
  const found = JSON.parse(text) as { job?: object };
  return found.job ?? found;
};
const cards = (page: Page) => page.locator('relay-job-card');

test('a worker whose script cannot be loaded once is started again, and every card is worked out', async ({
  page,
}) => {
  let refused = 0;
  await page.route('**/worker-*.js', (route) => (++refused <= 2 ? route.abort() : route.continue()));
  await page.goto('/');
  await expect(cards(page).first().locator('canvas')).toBeVisible();
  await expect(cards(page).nth(1).locator('canvas')).toBeVisible();
  expect(refused).toBeGreaterThan(2);
});

test('a worker that is missing is said in words, on the rack and in a job', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await page.route('**/worker-*.js', (route) => route.abort());
  await page.goto('/');
  await expect(cards(page).first()).toContainText('could not be loaded');
  await page.goto(`/job/${id}`);
  await expect(page.locator('relay-sentence')).toContainText('could not be loaded');
  // Once it is there again the next change is worked out.
  await page.unroute('**/worker-*.js');
  await page.getByLabel('Name of the job').fill('Once more');
  await page.getByLabel('Name of the job').press('Enter');
  await expect(sentence(page)).toContainText('would fit');
  await request.delete(`/api/jobs/${id}`);
});

test('a rack that was seen before is there without its jobs being read or fitted', async ({ page }) => {
  await page.goto('/');
  // Until nothing more is worked out, and it is kept in the browser a moment later.
  let there = -1;
  await expect
    .poll(
      async () => {
        const before = there;
        there = await cards(page).locator('canvas').count();
        return there > 1 && there === before;
      },
      { intervals: [1_000] },
    )
    .toBe(true);
  const asked: string[] = [];
  page.on('request', (request) => {
    if (/\/api\/jobs\/[^?]/.test(request.url())) asked.push(request.url());
  });
  await page.reload();
  await expect(cards(page).first().locator('canvas')).toBeVisible();
  await expect(cards(page).nth(1).locator('canvas')).toBeVisible();
  await expect(cards(page).first()).toContainText(/\d+ \w+ on /);
  expect(asked).toEqual([]);
});

test('a job is worked on while heavy ones are on the rack', async ({ page, request }) => {
  const heavy: string[] = [];
  for (const name of [
    'heavy-zigzag-over-itself-2-000-points-15-000-l.json',
    'heavy-one-row-of-19-000-links.json',
  ]) {
    const made = await request.post('/api/jobs', { data: { job: hostile(name) } });
    heavy.push(((await made.json()) as { id: string }).id);
  }
  const id = await copyOf(request, 'demo-drum-drive');
  await page.goto('/');
  await expect(cards(page).first()).toBeVisible();
  await page.goto(`/job/${id}`);
  await expect(sentence(page)).toContainText('would fit', { timeout: 5_000 });
  await settled(page);
  for (const each of [...heavy, id]) await request.delete(`/api/jobs/${each}`);
});

test('a wheel ten kilometres away: why nothing fits is said', async ({ page, request }) => {
  const job = hostile('heavy-sketch-throws-a-wheel-10-km-away-fuzz-78.json');
  const made = await request.post('/api/jobs', { data: { job } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/job/${id}`);
  await expect(page.locator('relay-sentence')).toContainText('10 km');
  await settled(page);
  await request.delete(`/api/jobs/${id}`);
});

test('a job that was taken off the rack elsewhere is put back, or kept as a copy', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  const rename = async (name: string): Promise<void> => {
    await page.getByLabel('Name of the job').fill(name);
    await page.getByLabel('Name of the job').press('Enter');
  };
  await openJob(page, id);
  await request.delete(`/api/jobs/${id}`);
  await rename('Still here');
  await expect(page.locator('header .saved')).toHaveText('taken off the rack elsewhere; not saved');
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expectSaved(page);
  const kept = (await (await request.get(`/api/jobs/${id}`)).json()) as { job: { name: string } };
  expect(kept.job.name).toBe('Still here');

  await request.delete(`/api/jobs/${id}`);
  await rename('Gone again');
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await expect(page.getByLabel('Name of the job')).toHaveValue('Gone again (copy)');
});

test('reading a file says what it does and for how long, and can be stopped', async ({ page }) => {
  await page.goto('/start');
  // The thread that reads files never comes.
  await page.route('**/worker-*.js', () => undefined);
  const take = (): Promise<void> =>
    page
      .locator('input[type=file]')
      .first()
      .setInputFiles({
        name: 'belt.svg',
        mimeType: 'image/svg+xml',
        buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0H90"/></svg>'),
      });
  await take();
  await expect(page.locator('.working')).toContainText('Finding the lines in it…');
  await expect(page.locator('.working')).toContainText(/[12] s/);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('alert')).toHaveText('belt.svg: Reading it was stopped.');
  await expect(page.locator('.working')).toHaveCount(0);
  await page.unroute('**/worker-*.js');
  await take();
  await expect(page.getByRole('heading', { name: 'belt.svg: 1 line' })).toBeVisible();
});
