import {
  copyOf,
  expect,
  expectAccessible,
  list,
  openJob,
  openStep,
  pick,
  sentence,
  test,
  tick,
} from './support';

test.afterEach(async ({ request }) => {
  await request.put('/supplier/mood', { data: { delay: 0, down: false } });
});

test('search, sort and compare; prices come from the supplier', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'The catalogue' }).click();
  await expect(page.getByRole('status')).toHaveText(/\d+ links/);
  await page.getByLabel('Search the catalogue').fill('iso 606 08');
  const rows = page.locator('tbody tr.ant-table-row, tbody tr:has(td.picture)');
  await expect(rows).toHaveCount(4);
  await expect(rows.filter({ hasText: 'Roller chain 08B' })).toContainText(/€ \d+\.\d\d/);
  await page.getByLabel('Search the catalogue').fill('');
  await page.getByRole('button', { name: /^pitch, mm/ }).click();
  await expect(rows.first()).toContainText('Toothed belt MXL');
  await page.getByRole('button', { name: /^pitch, mm/ }).click();
  await expect(rows.first()).toContainText('Tube piece');
  await pick(list(page, 'Family'), 'Track shoe');
  await expect(rows).toHaveCount(1);
  await pick(list(page, 'Family'), 'all families');
  for (const name of ['Roller chain 08B', 'Track shoe', 'Toothed belt H'])
    await tick(page.getByLabel(`Compare ${name}`, { exact: true }));
  const sides = page.locator('relay-compare section');
  await expect(sides).toHaveCount(3);
  await expect(sides.first()).toContainText('12.700 mm');
  // The same as solids, turned by hand.
  await page.getByRole('button', { name: 'as solids' }).click();
  const solid = page.getByRole('application', { name: 'Track shoe as a solid' });
  await expect(solid).toHaveAttribute('aria-busy', 'false');
  const before = (await solid.screenshot()).toString('base64');
  await solid.press('ArrowRight');
  await expect.poll(async () => (await solid.screenshot()).toString('base64')).not.toBe(before);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'as drawn' }).click();
  await expectAccessible(page);
  await sides.first().getByRole('button', { name: 'put aside' }).click();
  await expect(sides).toHaveCount(2);
  await page.getByLabel('Search the catalogue').fill('cheese');
  await expect(page.getByText('Nothing in the catalogue is called that')).toBeVisible();
});

test('a supplier that is slow or down holds nothing up', async ({ page, request }) => {
  await request.put('/supplier/mood', { data: { delay: 15_000, down: false } });
  await page.goto('/catalogue');
  const row = page.locator('tbody tr').filter({ hasText: 'Roller chain 08B' }).first();
  await expect(row).toBeVisible();
  await expect(page.locator('.supplier')).toContainText('slow to answer');
  // The rest of the catalogue works meanwhile.
  await page.getByLabel('Search the catalogue').fill('08B');
  await expect(row).toContainText('–');
  await page.getByRole('button', { name: 'do not wait' }).click();
  await expect(page.locator('.supplier')).toContainText('Not waiting for prices');
  await pick(list(page, 'How the supplier behaves'), 'as usual');
  await expect(row).toContainText('€');
  // It goes down: what it said last stays, and it can be asked again.
  await pick(list(page, 'How the supplier behaves'), 'down');
  await expect(page.locator('.supplier')).toContainText('Tiller & Vane cannot be reached just now');
  await expect(row).toContainText('€');
  await request.put('/supplier/mood', { data: { delay: 0, down: false } });
  await page.getByRole('button', { name: 'ask again' }).click();
  await expect(page.locator('.supplier')).toContainText('an invented house');
});

test('a link is taken into the job it is wanted for, and undo gives the old one back', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await openJob(page, id);
  await openStep(page, 'Link');
  await page.getByRole('link', { name: 'the catalogue' }).click();
  await page.getByRole('button', { name: 'Take Roller chain 16B', exact: true }).click();
  await expect(page).toHaveURL(new RegExp(`/job/${id}`));
  await expect(sentence(page)).toContainText(/at a pitch of 25\.40.mm/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toContainText(/at a pitch of 53\.00.mm/);
  // Going there again takes nothing a second time.
  await page.reload();
  await expect(sentence(page)).toContainText(/at a pitch of 53\.00.mm/);
});

test('a link of one’s own is kept, found, taken into another job, taken out and put back', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-anchor-chain'));
  await openStep(page, 'Link');
  await page.getByRole('button', { name: 'keep this one' }).click();
  await expect(page.locator('relay-link-step').getByRole('status')).toContainText('is in the catalogue now');
  const other = await copyOf(request, 'demo-barrier-chain');
  await page.goto(`/catalogue?job=${other}`);
  await page.getByLabel('Search the catalogue').fill('your own 52');
  const row = page.locator('tbody tr.own');
  await expect(row).toHaveCount(1);
  await row.getByRole('button', { name: /^Take Round-link/ }).click();
  await expect(sentence(page)).toContainText(/at a pitch of 52\.00.mm/);
  await page.goto('/catalogue');
  await row.getByRole('button', { name: /^Take out of the catalogue/ }).click();
  await expect(row).toHaveCount(0);
  await page.getByText('Click here to put it back').click();
  await expect(row).toHaveCount(1);
  await row.getByRole('button', { name: /^Take out of the catalogue/ }).click();
  await expect(row).toHaveCount(0);
});

test('without a job a new one is begun with the link', async ({ page, request }) => {
  await page.goto('/catalogue');
  await page.getByRole('button', { name: 'Take Round-link chain 10 × 28', exact: true }).click();
  await expect(page).toHaveURL(/\/job\//);
  await expect(sentence(page)).toContainText(/at a pitch of 28\.00.mm/);
  await request.delete(`/api/jobs/${new URL(page.url()).pathname.split('/').pop()}`);
});
