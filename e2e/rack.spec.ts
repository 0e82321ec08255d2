import { copyOf, expect, expectAccessible, pictureOf, test } from './support';

test('the rack shows the demo jobs, each with a live picture and its facts', async ({ page }) => {
  await page.goto('/');
  for (const [name, facts] of [
    ['Coin lift', '90 links on'],
    ['Tin beetle', '31 shoes on'],
    ['Drum drive', '90 teeth on'],
  ]) {
    const card = page
      .locator('relay-job-card')
      .filter({ has: page.getByRole('heading', { name, exact: true }) });
    // Cards are worked out when they come into sight.
    await card.scrollIntoViewIfNeeded();
    await expect(card).toContainText(facts);
    await expect(card.locator('.verdict')).toContainText('closes exactly');
    // Pictures run only while they are on the screen.
    const canvas = card.locator('canvas');
    await canvas.scrollIntoViewIfNeeded();
    const before = await pictureOf(canvas);
    await expect.poll(() => pictureOf(canvas)).not.toBe(before);
  }
  await expectAccessible(page);
});

test('a job is taken off the rack and put back', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-drum-drive', (job) => (job.name = 'Spare drum'));
  await page.goto('/');
  await page.getByRole('button', { name: 'Take off the rack: Spare drum under test' }).click();
  await expect(page.getByRole('heading', { name: 'Spare drum under test' })).toHaveCount(0);
  await page.getByText('Click here to put it back').click();
  await expect(page.getByRole('heading', { name: 'Spare drum under test' })).toBeVisible();
  await request.delete(`/api/jobs/${id}`);
});

test('an empty address of a job says so', async ({ page }) => {
  await page.goto('/job/nowhere');
  await expect(page.getByText('There is no job “nowhere” on the rack.')).toBeVisible();
});

test('what a page loads comes in few files, packed, and is kept for good', async ({ page }) => {
  const loaded: Promise<{ name: string; kept: string; packed: string }>[] = [];
  page.on('response', (answer) => {
    const name = new URL(answer.url()).pathname;
    if (/\.(js|css)$/.test(name))
      loaded.push(
        answer.allHeaders().then((headers) => ({
          name,
          kept: headers['cache-control'] ?? '',
          packed: headers['content-encoding'] ?? '',
        })),
      );
  });
  await page.goto('/job/demo-coin-lift');
  await expect(page.locator('relay-drawing .surface')).toHaveAttribute('aria-busy', 'false');
  const files = await Promise.all(loaded);
  expect(files.length).toBeGreaterThan(5);
  // A dozen that the page loads at once, and those of the panels that are open.
  expect(files.length).toBeLessThan(60);
  for (const { name, kept, packed } of files)
    expect([name, kept, packed]).toEqual([
      name,
      expect.stringContaining('immutable'),
      expect.stringMatching(/br|^$/),
    ]);
  expect(files.filter(({ packed }) => packed === 'br').length).toBeGreaterThan(5);
});
