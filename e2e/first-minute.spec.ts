import {
  copyOf,
  expect,
  expectAccessible,
  onScreen,
  openJob,
  openStep,
  sentence,
  settled,
  test,
  verdict,
} from './support';

test('a first job: an empty sheet says what to do, a line leads through it, and goes for ever', async ({
  page,
}) => {
  await page.goto('/start');
  await page.getByRole('button', { name: /draw/i }).first().click();
  await expect(sentence(page)).toHaveText('Click on the drawing to place the first point of a path.');
  // Nothing is wrong with it.
  await expect(page.locator('relay-sentence .wrong')).toHaveCount(0);
  await expect(page.getByRole('navigation', { name: 'Steps' })).not.toContainText('▲');
  const way = page.getByRole('navigation', { name: 'Your first job' });
  await expect(way.locator('.done')).toHaveCount(0);
  for (const [x, y] of [
    [-100, -60],
    [100, -60],
    [100, 60],
    [-100, 60],
    [-100, -60],
  ]) {
    const at = await onScreen(page, x, y);
    await page.mouse.click(at.x, at.y);
  }
  await expect(sentence(page)).toContainText('would fit');
  await expect(way.locator('.done')).toHaveCount(1);
  await way.getByRole('button', { name: 'a link' }).click();
  await expect(page.getByRole('heading', { name: 'Link' })).toBeVisible();
  await expect(way.locator('.done')).toHaveCount(2);
  await expectAccessible(page);
  await way.getByRole('button', { name: 'do not show this again' }).click();
  await expect(way).toHaveCount(0);
  await page.reload();
  await expect(sentence(page)).toContainText('would fit');
  await expect(way).toHaveCount(0);
});

test('the page about the fit lies over a job, and words say what they mean', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await page.getByRole('button', { name: 'Help', exact: true }).click();
  const help = page.getByRole('dialog', { name: 'How a row is fitted' });
  await expect(help).toContainText('Stiff links from end to end');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(help).toHaveCount(0);
  await openStep(page, 'Fit');
  await page.locator('relay-fit-step').getByText('The pitch may be off by', { exact: true }).focus();
  await expect(page.locator('.ant-tooltip')).toContainText(
    'How far the pitch may be off before it is pointed out.',
  );
  await page.keyboard.press('Escape');
  await expect(page.locator('.ant-tooltip')).toHaveCount(0);
});

test('a card of the sentence by keyboard: it takes the focus, and gives it back', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  // A page that was gone to begins at its own part of the window.
  const number = sentence(page).getByRole('button', { name: /90 links/ });
  await number.focus();
  await page.keyboard.press('Enter');
  const card = page.getByRole('dialog', { name: 'Count' });
  await expect(card).toBeVisible();
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('.card') !== null)).toBe(true);
  await page.getByLabel('Any other count').fill('92');
  await expect(card).toContainText(/pitch −\d+\.\d\d.%/);
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('92 links');
  await expect(verdict(page)).toContainText('closes exactly');
  await sentence(page)
    .getByRole('button', { name: /92 links/ })
    .focus();
  await page.keyboard.press('Enter');
  await expect(card).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(card).toHaveCount(0);
  await expect(sentence(page).getByRole('button', { name: /92 links/ })).toBeFocused();
});

test('what is drawn stays in the picture until it is moved by hand', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-prize-carousel'));
  const scale = async (): Promise<number> =>
    Number((await page.locator('relay-drawing .surface').getAttribute('data-view'))?.split(' ')[0]);
  const before = await scale();
  await openStep(page, 'Path');
  const width = page.locator('relay-path-step').getByLabel('Width');
  await width.fill('1500');
  await width.press('Enter');
  // Twice as wide: shown all again, so smaller.
  await expect.poll(scale).toBeLessThan(before * 0.8);
  await settled(page);
  const all = await scale();
  await page.getByRole('button', { name: 'Larger' }).click();
  await expect.poll(scale).toBeCloseTo(all * 1.4, 6);
  // Whatever is drawn from now on, the view is the user's.
  await width.fill('2500');
  await width.press('Enter');
  await expect(sentence(page)).toContainText(/5\d{3}\.\d\d.mm round/);
  await settled(page);
  expect(await scale()).toBeCloseTo(all * 1.4, 6);
});
