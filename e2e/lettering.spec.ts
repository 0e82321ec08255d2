import { readFileSync } from 'node:fs';
import { type } from './path-support';
import { goIntoSpace, surface } from './space-support';
import {
  copyOf,
  expect,
  expectAccessible,
  list,
  openJob,
  openStep,
  pick,
  storedJob,
  takeAway,
  test,
  tick,
  unfold,
} from './support';

test.describe.configure({ timeout: 120_000 });

const step = 'relay-set-out-step';

test('pieces are numbered, a word is spelled over them, what cannot be lettered is refused; files have the letters', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-prize-carousel', (job) => {
    job.name = 'Number trial';
    for (const run of job.runs) delete run.lettering;
  });
  const lettering = async (): Promise<unknown> => (await storedJob(page, id)).runs[0].lettering;
  await openJob(page, id);
  await openStep(page, 'Set-out');
  await unfold(page.locator(step), 'Letters and numbers');
  await page.getByRole('button', { name: 'number the pieces' }).click();
  await expect(page.getByText('“1” on place 1 … “32” on place 32.')).toBeVisible();
  const text = page.getByLabel('What is written', { exact: true });
  await type(text, 'No. ##');
  await expect(page.getByText('“No. 01” on place 1 … “No. 32” on place 32.')).toBeVisible();
  await type(page.getByLabel('First number', { exact: true }), '100');
  await type(page.getByLabel('From number to number', { exact: true }), '-5');
  await type(page.getByLabel('Letters on every so many places', { exact: true }), '4');
  await expect(page.getByText('“No. 100” on place 1 … “No. 65” on place 29.')).toBeVisible();
  await type(page.getByLabel('Height of capital letters', { exact: true }), '6');
  await pick(list(page, 'How the letters read'), 'across it, outwards');
  await pick(list(page, 'Material of the letters'), 'Blue enamel');
  await expect.poll(lettering).toMatchObject({
    text: 'No. ##',
    start: 100,
    step: -5,
    every: 4,
    height: 6,
    quarters: 3,
    material: 'blue',
  });

  // What there are no outlines of is said, and nothing changes.
  await type(text, '漢字');
  await expect(page.getByText(/There is no outline of “漢”, “字”/)).toBeVisible();
  await expect.poll(lettering).toMatchObject({ text: 'No. ##' });
  await type(text, 'PIER');
  await tick(page.getByRole('checkbox', { name: 'spelled: one sign on each piece' }));
  await type(page.getByLabel('Letters on every so many places', { exact: true }), '1');
  await expect(page.getByText('“P” on place 1 … “R” on place 32.')).toBeVisible();
  await expect.poll(lettering).toMatchObject({ text: 'PIER', spelled: true });
  await expectAccessible(page);

  await openStep(page, 'Hand-off');
  const svg = readFileSync(await (await takeAway(page, 'SVG, still')).path(), 'utf8');
  expect(svg.match(/href="#letter-/g)).toHaveLength(32);
  await goIntoSpace(page);
  await expect(surface(page).locator('canvas')).toBeVisible();
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
  await openStep(page, 'Set-out');
  await unfold(page.locator(step), 'Letters and numbers');
  await page.getByRole('button', { name: 'take the letters off' }).click();
  await expect(page.getByText('Nothing is written on it.')).toBeVisible();
  await expect.poll(lettering).toBeUndefined();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(lettering).toMatchObject({ text: 'PIER' });
});
