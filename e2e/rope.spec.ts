import { readFileSync } from 'node:fs';
import { type } from './path-support';
import { goIntoSpace, surface } from './space-support';
import { expect, openJob, openStep, sentence, storedJob, takeAway, test } from './support';

test('a laid rope: its strands meet round the loop, it is drawn by them, in plan and in space', async ({
  page,
}) => {
  await openJob(page, 'demo-curtain-rope');
  await expect(sentence(page)).toContainText(/114 strand steps/);
  await openStep(page, 'Link');
  await expect(page.getByLabel('Strands', { exact: true })).toHaveValue('3');
  // Strands that do not fit into the lay are refused with the least one; nothing changes.
  await type(page.getByLabel('Thickness of a strand', { exact: true }), '40');
  await expect(
    page.getByText(/3 strands of 40 mm side by side take a lay of 120 mm at the least/),
  ).toBeVisible();
  await type(page.getByLabel('Thickness of a strand', { exact: true }), '6');
  await expect
    .poll(async () => (await storedJob(page, 'demo-curtain-rope')).pieces[0])
    .toMatchObject({ family: 'rope', strand: 6 });
  await openStep(page, 'Hand-off');
  const svg = readFileSync(await (await takeAway(page, 'SVG, still')).path(), 'utf8');
  expect(svg.match(/<path/g)!.length).toBeGreaterThan(114);
  await goIntoSpace(page);
  await expect(surface(page).locator('canvas')).toBeVisible();
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
});
