import {
  copyOf,
  countIn,
  expect,
  expectAccessible,
  list,
  onScreen,
  openJob,
  openStep,
  pick,
  pictureOf,
  sentence,
  step,
  test,
  verdict,
} from './support';

test('the coin lift: sentence, drawing, tape, and play', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  await expect(sentence(page)).toContainText(
    /Route round three wheels, \d+\.\d\d.mm round, at a pitch of 12\.70.mm: 90\.\d\d would fit\. Put in 90 links, 15 times 6; the pitch becomes 12\.\d{4}.mm/,
  );
  await expect(verdict(page)).toContainText(/closes exactly, ripple \d+ ppm/);
  await expect(page.locator('relay-tape')).toContainText(
    /the loop laid out straight as fitted, 0 to \d+\.\d\d.mm/,
  );
  await expect(page.locator('relay-tape figcaption')).toContainText(/closing place: 0\.000.mm/);

  const drawing = page.locator('relay-drawing canvas').nth(1);
  const tape = page.locator('relay-tape canvas').first();
  const [drawn, taped] = [await pictureOf(drawing), await pictureOf(tape)];
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect.poll(() => pictureOf(drawing)).not.toBe(drawn);
  await expect.poll(() => pictureOf(tape)).not.toBe(taped);
  await expect
    .poll(async () => Number(await page.locator('relay-play-bar b').innerText()))
    .toBeGreaterThan(3);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  const paused = await pictureOf(drawing);
  await page.getByRole('button', { name: 'one frame on' }).click();
  await expect.poll(() => pictureOf(drawing)).not.toBe(paused);
  await page.getByRole('button', { name: 'one frame back' }).click();
  await expect.poll(() => pictureOf(drawing)).toBe(paused);
});

test('the job view is accessible, each step of it', async ({ page }) => {
  await openJob(page, 'demo-coin-lift');
  for (let k = 1; k <= 7; k++) {
    await page.keyboard.press(String(k));
    await expectAccessible(page);
  }
  await page.keyboard.press('Shift+?');
  await expect(page.getByText('play or pause')).toBeVisible();
  await expectAccessible(page);
});

test('another pitch, typed in inches in the sentence: all of it follows', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await sentence(page)
    .getByRole('button', { name: /12\.70/ })
    .click();
  await page.locator('.card').getByLabel('Pitch').fill('3/8 in');
  await page.locator('.card').getByLabel('Pitch').press('Enter');
  await expect(sentence(page)).toContainText(/at a pitch of 9\.525.mm/);
  await expect.poll(() => countIn(page)).toBeGreaterThan(100);
  await expect(step(page, 'Link')).toHaveAccessibleDescription(/Roller chain, 9\.525.mm, stiff/);
});

test('a wheel is dragged: sentence and drawing follow while the pointer moves, in one step of undo', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  // But for what the count was before, which is told for a while where it changed by itself.
  const told = (): Promise<string> =>
    sentence(page).evaluate((all) => {
      const copy = all.cloneNode(true) as HTMLElement;
      copy.querySelector('.was')?.remove();
      return copy.textContent;
    });
  const before = await told();
  const from = await onScreen(page, 393, 48);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  const seen = new Set<string>();
  for (let k = 1; k <= 8; k++) {
    await page.mouse.move(from.x - 12 * k, from.y - 6 * k);
    await page.waitForTimeout(60);
    seen.add(await told());
  }
  // The pointer is still down: the fit has followed it all the way.
  expect(seen.size).toBeGreaterThan(4);
  await page.mouse.up();
  const after = await told();
  expect(after).not.toBe(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(told).toBe(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(told).toBe(after);
});

test('teeth are typed: the sprocket grows and the count follows', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Path');
  const teeth = page.getByLabel('Teeth of the drive sprocket');
  await teeth.fill('25');
  await teeth.press('Enter');
  await expect.poll(() => countIn(page)).toBe(96);
});

test('even numbers, and each way of giving way', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  const fit = page.locator('relay-fit-step fieldset');
  await fit.getByText('any', { exact: true }).click();
  await expect(sentence(page)).toContainText(/Put in 90 links;/);
  await fit.getByText('even', { exact: true }).click();
  await expect(sentence(page)).toContainText('90 links, an even number');
  await fit.getByText('at least', { exact: true }).click();
  await expect(sentence(page)).toContainText('92 links, an even number');
  await fit.getByText('the nearest', { exact: true }).click();

  await expect(sentence(page)).toContainText('its toothed wheels with it');
  await fit.getByText('the path', { exact: true }).click();
  await expect(sentence(page)).toContainText(
    /the path is scaled by 0\.99\d+ .*toothed wheels keeping their size/,
  );
  await expect(verdict(page)).toContainText('closes exactly');
  await fit.getByText('nothing', { exact: true }).click();
  await expect(sentence(page)).toContainText('nothing gives way');
  await expect(verdict(page)).toContainText(/open by [\d.]+.mm: one more link needs [\d.]+.mm/);
  await expect(page.locator('relay-tape figcaption')).toContainText(/closing place: [1-9]/);
});

test('the count is chosen among the candidates, each with its cost', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await sentence(page).getByRole('button', { name: '90 links' }).click();
  const candidates = page.locator('.card li');
  await expect(candidates).toHaveCount(5);
  await candidates.filter({ hasText: '96' }).getByRole('button').click();
  await expect(sentence(page)).toContainText('96 links, as you set');
  await openStep(page, 'Check');
  await expect(page.locator('relay-check-step')).toContainText('The pitch is off by');
});

test('wheels that overlap are named, and the last good drawing stays', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  const drawing = page.locator('relay-drawing canvas').nth(1);
  await page.locator('relay-tape .strip').click({ position: { x: 470, y: 34 } });
  await expect(page.locator('relay-wheel-note')).toContainText('head sprocket');
  const right = page.getByLabel('Centre, to the right');
  await right.fill('60');
  await right.press('Enter');
  await expect(sentence(page)).toContainText(/drive sprocket and head sprocket overlap by/);
  await expect(page.locator('relay-sentence .wrong')).toBeVisible();
  expect(await pictureOf(drawing)).not.toBe('0');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toContainText('closes exactly');
});

test('numbers that cannot be are refused where they are typed, and nothing is lost', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  const before = await sentence(page).innerText();
  await openStep(page, 'Link');
  const pitch = page.getByLabel('Pitch, pin to pin');
  for (const [typed, complaint] of [
    ['0', 'Must be at least 0.01'],
    ['-3', 'Must be at least 0.01'],
    ['wide', 'Not a length'],
    ['1e999', 'Not a length'],
  ]) {
    await pitch.fill(typed);
    await expect(page.getByRole('alert')).toContainText(complaint);
    await pitch.press('Enter');
    await expect(sentence(page)).toHaveText(before);
  }
  await pitch.press('Escape');
  await expect(page.getByRole('alert')).toHaveCount(0);
  // What can be typed but not fitted is said in the sentence, in the words of the job.
  await pitch.fill('5 m');
  await pitch.press('Enter');
  await expect(sentence(page)).toContainText('head sprocket lies inside wheel drive sprocket');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toHaveText(before);
  await openStep(page, 'Path');
  await page.getByLabel('Teeth of the drive sprocket').fill('2');
  await expect(page.getByRole('alert')).toContainText('A whole number from 3 to 1000');
});

test('another link: shoes round the same wheels', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-tin-beetle'));
  await openStep(page, 'Link');
  await pick(list(page, 'Link'), 'Roller chain 24A');
  await expect(sentence(page)).toContainText(/at a pitch of 38\.10.mm/);
  await expect(sentence(page)).toContainText('links');
  await pick(list(page, 'Link'), 'Toothed belt H');
  await expect(sentence(page)).toContainText('teeth');
});
