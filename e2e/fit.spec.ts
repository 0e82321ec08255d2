import { type } from './path-support';
import {
  copyOf,
  countIn,
  expect,
  expectAccessible,
  list,
  openJob,
  openStep,
  pick,
  pictureOf,
  sentence,
  step,
  test,
  verdict,
} from './support';

test('a wheel moves so that the row closes at its pitch, within its travel', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  const fit = page.locator('relay-fit-step');
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const before = await pictureOf(drawing);
  await fit.getByText('a wheel', { exact: true }).click();
  // Without an idler even the shortest way round is too long for 90: the head sprocket is offered.
  await expect(sentence(page)).toContainText(/the head sprocket moves 1\.92.mm left/);
  await expect(verdict(page)).toContainText('closes exactly');
  await expect.poll(() => pictureOf(drawing)).not.toBe(before);
  await expect(fit).toContainText(
    /It moves 1\.92.mm back along that line; 128\.08.mm of its travel are left/,
  );

  // The idler takes up 92 links.
  await pick(list(page, 'The wheel that moves'), 'idler');
  await expect(page.locator('relay-sentence .wrong')).toContainText('The idler cannot make room for 90');
  await fit.getByText('any', { exact: true }).click();
  await fit.getByText('Always put in').click();
  await type(page.getByLabel('Fixed count'), '92');
  await expect(sentence(page)).toContainText(/the idler moves [\d.]+.mm down/);
  await expect(verdict(page)).toContainText('closes exactly');

  // Limits that cannot be met say what is missing; the last good state stays on the drawing.
  await type(page.getByLabel('How far back the wheel may go'), '-5');
  await expect(sentence(page)).toContainText(
    /The idler cannot make room for 92 .* still [\d.]+ mm too short/,
  );
  expect(await pictureOf(drawing)).not.toBe('0');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toContainText('closes exactly');
  await expectAccessible(page);
});

test('candidates are sorted by their cost, and one press takes one', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  const fit = page.locator('relay-fit-step');
  await fit.getByText('any', { exact: true }).click();
  const table = page.getByRole('group', { name: 'Candidates' });
  const rows = table.locator('tbody tr');
  await expect(rows).toHaveCount(9);
  await expect(rows.filter({ hasText: '90' }).first()).toHaveClass(/chosen/);
  await table.getByRole('button', { name: /^pitch/ }).click();
  await expect(table.getByRole('columnheader', { name: /pitch/ })).toHaveAttribute('aria-sort', 'ascending');
  await expect(rows.first()).toContainText('90');
  await table.getByRole('button', { name: 'Take 91' }).click();
  await expect.poll(() => countIn(page)).toBe(91);
  await expect(sentence(page)).toContainText('91 links, as you set');
  // An odd one is marked in words, and the check says why it matters.
  await expect(rows.filter({ hasText: '91' }).first()).toContainText('odd');
  await expect(step(page, 'Check')).toHaveAccessibleDescription(/finding/);
});

test('the tolerance of the pitch is the family’s, until it is set', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  const field = page.getByLabel('The pitch may be off by');
  await expect(field).toHaveValue('2');
  await expect(page.locator('relay-fit-step')).toContainText(
    'a chain that has worn longer than this is thrown away',
  );
  // On the small sprocket of 34.7 mm a chord of 12.76 mm leaves the pitch circle by 0.59 mm.
  await expect(page.locator('relay-fit-step')).toContainText(/leave the path by 0\.5[89]\d.mm at the most/);
  await type(field, '0.3');
  await expect(page.locator('relay-fit-step')).toContainText('As you set it.');
  await openStep(page, 'Check');
  await expect(page.locator('relay-check-step')).toContainText(
    /off by \+0\.48.%, more than the 0\.3.% allowed/,
  );
});

test('findings lead to their place, and one is mended by its button', async ({ page }) => {
  await page.goto('/start');
  await page.getByRole('button', { name: 'polygon', exact: true }).click();
  await type(page.getByLabel('Sides'), '3');
  await openStep(page, 'Check');
  const check = page.locator('relay-check-step');
  await expect(verdict(page)).toContainText('cannot pass the corner');
  await expect(check.locator('li')).toHaveCount(3);
  // Going there marks the place on the drawing and on the tape.
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const tape = page.locator('relay-tape .strip');
  const [drawn, taped] = [await pictureOf(drawing), await pictureOf(tape)];
  await check
    .getByRole('button', { name: /^Go there: The links cannot pass the corner at/ })
    .nth(2)
    .click();
  await expect.poll(() => pictureOf(drawing)).not.toBe(drawn);
  await expect.poll(() => pictureOf(tape)).not.toBe(taped);
  await expectAccessible(page);
  await check
    .getByRole('button', { name: /^round all 3 corners to/ })
    .first()
    .click();
  await expect(verdict(page)).toContainText('closes exactly');
  await expect(check).not.toContainText('cannot pass');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toContainText('cannot pass the corner');
});

test('a gap is mended by letting the pitch give way', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Fit');
  await page.locator('relay-fit-step fieldset').getByText('nothing', { exact: true }).click();
  await expect(verdict(page)).toContainText('open by');
  await openStep(page, 'Check');
  await page.locator('relay-check-step').getByRole('button', { name: 'let the pitch give way' }).click();
  await expect(verdict(page)).toContainText('closes exactly');
  // The same press beside the verdict.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page)).toContainText('open by');
  await page.locator('relay-sentence').getByRole('button', { name: 'let the pitch give way' }).click();
  await expect(verdict(page)).toContainText('closes exactly');
});

test('neighbours that cut into each other are found once the drawing rests, and marked on the tape', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-prize-carousel'));
  await expect(step(page, 'Check')).toHaveAccessibleDescription(/finding/);
  await openStep(page, 'Check');
  const finding = page
    .locator('relay-check-step')
    .getByText(/Neighbouring plates cut [\d.]+.mm into each other/);
  await expect(finding).toBeVisible();
  // A wider bend leaves less to say: narrower plates none at all.
  const tape = page.locator('relay-tape canvas').first();
  const before = await pictureOf(tape);
  await openStep(page, 'Link');
  await type(page.getByLabel('Width', { exact: true }), '6');
  await expect.poll(() => pictureOf(tape)).not.toBe(before);
  await openStep(page, 'Check');
  await expect(finding).toHaveCount(0);
});
