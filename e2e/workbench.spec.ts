import {
  copyOf,
  drawing,
  expect,
  expectAccessible,
  list,
  openJob,
  openStep,
  pick,
  step,
  storedJob,
  test,
  tick,
  unfold,
} from './support';

const STEPS = ['Path', 'Link', 'Set-out', 'Fit', 'Motion', 'Check', 'Hand-off'];

test('every step is one press away wherever the panel is scrolled to, and says how it stands', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  for (const name of ['Fit', 'Motion', 'Link']) {
    await openStep(page, name);
    await page
      .locator('relay-worksheet .scroll')
      .evaluate((element) => element.scrollTo(0, element.scrollHeight));
    for (const other of STEPS) await expect(step(page, other)).toBeInViewport({ ratio: 1 });
  }
  await step(page, 'Set-out').hover();
  const stands = page.locator('relay-worksheet .stands').nth(2);
  await expect(stands).toHaveText('Inner and outer in turn; a cup on every 6th');
  await expect(stands).toHaveCSS('opacity', '1');
  await expect(step(page, 'Fit')).toHaveAccessibleDescription(/closes exactly/);
});

test('the panel is made wider by its edge, and is as wide on the next visit', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  const edge = page.getByRole('separator', { name: 'Width of the panel' });
  const width = async (): Promise<number> => (await page.locator('relay-worksheet').boundingBox())!.width;
  const before = await width();
  await edge.focus();
  // Faster than pictures follow.
  await edge.evaluate((element) => {
    for (let k = 0; k < 5; k++)
      element.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true }),
      );
  });
  await expect.poll(width).toBeGreaterThan(before + 70);
  const wide = await width();
  await page.reload();
  await expect.poll(width).toBe(wide);
  // By hand, and no wider than there is room for.
  const at = (await edge.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + 200);
  await page.mouse.down();
  await page.mouse.move(at.x - 60, at.y + 200, { steps: 4 });
  await page.mouse.up();
  await expect.poll(width).toBeLessThan(wide - 40);
});

for (const [w, h] of [
  [1024, 700],
  [853, 533],
  [1920, 1080],
] as const)
  test(`nothing lies on the drawing, and nothing scrolls sideways, at ${w} by ${h}`, async ({ page }) => {
    await page.setViewportSize({ width: w, height: h });
    await openJob(page, 'demo-coin-lift');
    await openStep(page, 'Motion');
    const surface = (await drawing(page).boundingBox())!;
    for (const part of ['relay-play-bar', 'relay-drawing .zoom']) {
      const box = (await page.locator(part).boundingBox())!;
      expect(box.y, part).toBeGreaterThanOrEqual(surface.y + surface.height - 1);
      expect(box.x + box.width, part).toBeLessThanOrEqual(w + 1);
    }
    expect(surface.height).toBeGreaterThan(100);
    // The steps end where the tape begins.
    const tape = (await page.locator('relay-tape').boundingBox())!;
    const steps = (await page.getByRole('navigation', { name: 'Steps' }).getByRole('list').boundingBox())!;
    expect(steps.y + steps.height).toBeLessThanOrEqual(tape.y + 1);
    const panel = (await page.locator('relay-worksheet .panel').boundingBox())!;
    expect(panel.y + panel.height).toBeLessThanOrEqual(tape.y + 1);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(w);
    await expectAccessible(page);
  });

test('the drawing stays where it is while the sentence over it changes', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  const before = await drawing(page).boundingBox();
  await openStep(page, 'Fit');
  await page.locator('relay-fit-step').getByText('nothing', { exact: true }).click();
  await expect(page.locator('relay-sentence')).toContainText('nothing gives way');
  expect(await drawing(page).boundingBox()).toEqual(before);
});

test('pieces of different lengths lie end to end also where they are drawn by weight', async ({
  page,
  request,
}) => {
  await page.goto('/start');
  await page.getByRole('button', { name: 'circle', exact: true }).click();
  await expect(page).toHaveURL(/\/job\//);
  await openStep(page, 'Link');
  await pick(list(page, 'Link'), 'Tube piece');
  await openStep(page, 'Set-out');
  await pick(list(page, 'Add a piece to the sequence'), 'Disc bead');
  await openStep(page, 'Fit');
  await unfold(page.locator('relay-fit-step'), 'Pieces of different lengths');
  await tick(page.getByRole('checkbox', { name: 'Laid end to end' }));
  await openStep(page, 'Link');
  await pick(list(page, 'Stiff, carried or bending'), 'bending');
  await openStep(page, 'Set-out');
  await page.getByRole('radio', { name: 'by weight' }).click();
  const drawn = /laid end to end: .* drawn by weight with no gap: .* closes exactly/;
  await expect(page.locator('relay-sentence')).toContainText(drawn);
  await expect(page.getByRole('radio', { name: 'by weight' })).toBeChecked();
  // Another seed is another row, and may be of another count.
  const before = await page.locator('relay-sentence .sentence').textContent();
  await expect(async () => {
    await page.getByRole('button', { name: 'another', exact: true }).click();
    await expect(page.locator('relay-sentence .sentence')).not.toHaveText(before!, { timeout: 500 });
  }).toPass();
  const [run] = (await storedJob(page, page.url().split('/').at(-1)!)).runs;
  expect([run.sequence.length, run.fit.endToEnd, run.setOut?.order.by]).toEqual([2, { gap: 0 }, 'weight']);
  await page.reload();
  await expect(page.locator('relay-sentence')).toContainText(drawn);
  await request.delete(`/api/jobs/${page.url().split('/').at(-1)!}`);
});

test('words on the drawing take none of its clicks', async ({ page }) => {
  await page.goto('/start');
  await page.getByRole('button', { name: /draw/i }).first().click();
  const words = page.locator('relay-drawing .mode');
  await expect(words).toContainText('Click to place points');
  const { x, y, height } = (await words.boundingBox())!;
  await page.mouse.click(x + 60, y + height / 2);
  // It was placed, and is told how to be moved.
  await expect(page.locator('relay-path-step')).toContainText('Drag a point');
  await words.getByRole('button', { name: 'end' }).click();
  await expect(words).toHaveCount(0);
});

test('all rows on the tape leave the steps their room', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-arcade-drive'));
  const tape = page.locator('relay-tape');
  await tape.getByRole('button', { name: 'all rows' }).click();
  await expect(tape.getByRole('button', { name: 'this row alone' })).toBeVisible();
  const rows = (await tape.locator('.strip').boundingBox())!;
  const [shown, last] = [
    await tape.boundingBox(),
    await page.getByRole('button', { name: 'Hand-off' }).boundingBox(),
  ];
  // More of them than there is room for: they are scrolled through, under the steps.
  expect(rows.height).toBeGreaterThan(shown!.height);
  expect(last!.y + last!.height).toBeLessThanOrEqual(shown!.y + 1);
  await page.mouse.move(shown!.x + 300, shown!.y + 100);
  await page.mouse.wheel(0, 600);
  await expect.poll(async () => (await tape.locator('.strip').boundingBox())!.y).toBeLessThan(rows.y);
  await expectAccessible(page);
});
