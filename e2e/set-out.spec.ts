import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { type } from './path-support';
import {
  copyOf,
  drawing,
  expect,
  expectAccessible,
  expectSaved,
  list,
  onScreen,
  openJob,
  openStep,
  pick,
  pictureOf,
  settled,
  step,
  storedJob,
  takeAway,
  test,
  unfold,
} from './support';

const panel = (page: Page): Locator => page.locator('relay-set-out-step');
const open = async (page: Page, id: string): Promise<void> => {
  await openJob(page, id);
  await openStep(page, 'Set-out');
};
const section = (page: Page, name: string): Promise<void> => unfold(panel(page), name);
/** Drags over the links of the tape, px from its left. */
const dragTape = async (page: Page, from: number, to: number): Promise<void> => {
  const box = (await page.locator('relay-tape .strip').boundingBox())!;
  await page.mouse.move(box.x + from, box.y + 62);
  await page.mouse.down();
  await page.mouse.move(box.x + (from + to) / 2, box.y + 62);
  await page.mouse.move(box.x + to, box.y + 62);
  await page.mouse.up();
};

test('a sequence with a first and a last: they hold when the row grows', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-barrier-chain');
  await open(page, id);
  await section(page, 'Rules for places');
  await pick(list(page, 'Add a rule'), 'the first');
  await pick(list(page, 'Piece of rule 1'), 'Star');
  await pick(list(page, 'Add a rule'), 'the last');
  await pick(list(page, 'Piece of rule 2'), 'Bell');
  await expect(panel(page)).toContainText('takes 1 place');
  let job = await storedJob(page, id);
  expect(job.runs[0].setOut?.rules.map(({ on }) => on.role)).toEqual(['first', 'last']);

  // The row grows: the bell is at the end again.
  const picture = await pictureOf(drawing(page));
  await openStep(page, 'Fit');
  await page.getByText('Always put in').click();
  await type(page.getByLabel('Fixed count'), '20');
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(picture);
  await openStep(page, 'Set-out');
  await page.getByRole('button', { name: 'the table of places' }).click();
  const table = page.getByRole('table', { name: 'Places of the row' });
  await expect(page.locator('relay-place-table header')).toContainText('20 places');
  await page.getByLabel('Filter places').fill('bell');
  await expect(table.locator('cdk-virtual-scroll-viewport')).toContainText(/^\s*20/);
  await expectAccessible(page);
  job = await storedJob(page, id);
  expect(job.pieces.some(({ name }) => name === 'Bell')).toBe(true);
});

test('where two rules meet the lower one has its way; their order can be changed', async ({
  page,
  request,
}) => {
  await open(page, await copyOf(request, 'demo-lamp-festoon'));
  await expect(panel(page)).toContainText('takes 5 places');
  await pick(list(page, 'Add a rule'), 'every so many');
  await page.getByRole('button', { name: 'Change rule 4' }).click();
  await page.getByRole('button', { name: 'Change rule 4' }).click();
  await type(page.getByLabel('Every so many'), '2');
  await type(page.getByLabel('The first of them'), '1');
  await pick(list(page, 'Piece of rule 4'), 'Lamp');
  await expect(panel(page)).toContainText('takes 11 places');
  // The first and the last are of its kind too, and lose their bells to it.
  await expect(panel(page)).toContainText('takes 0 places of the 1 it matches');
  for (let k = 0; k < 3; k++) {
    await panel(page).getByRole('button', { name: 'earlier' }).click();
    await page.getByRole('button', { name: `Change rule ${3 - k}` }).waitFor();
  }
  await expect(panel(page)).not.toContainText('takes 0 places');
  await type(page.getByLabel('The first of them'), '900');
  await expect(panel(page)).toContainText('▲ matches no place on this row now');
  await expect(step(page, 'Check')).toHaveAccessibleDescription(/1 finding/);
});

test('places are left out by a range on the tape, brought back, and listed', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  const whole = await pictureOf(drawing(page));
  await dragTape(page, 300, 420);
  // Choosing on the tape opens the step that works on places.
  await expect(step(page, 'Set-out')).toHaveAttribute('aria-current', 'step');
  await expect(panel(page)).toContainText(/\d+ places are chosen/);
  const n = Number(/(\d+) places are chosen/.exec(await panel(page).innerText())?.[1]);
  expect(n).toBeGreaterThan(6);
  await page.getByRole('button', { name: 'leave out', exact: true }).click();
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(whole);
  const job = await storedJob(page, id);
  expect(job.runs[0].setOut?.byHand).toHaveLength(n);
  await openStep(page, 'Fit');
  await expect(step(page, 'Set-out')).toHaveAccessibleDescription(new RegExp(`${n} left out`));
  await openStep(page, 'Set-out');
  await page.getByRole('button', { name: 'bring back' }).click();
  expect((await storedJob(page, id)).runs[0].setOut).toBeUndefined();
});

test('a link is chosen on the drawing, nudged with the keys, turned, swapped; a box takes several', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await open(page, id);
  const at = await onScreen(page, 330, -20);
  await page.mouse.click(at.x, at.y);
  await expect(panel(page)).toContainText(/Place \d+ is chosen/);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+ArrowUp');
  await type(page.getByLabel('Chosen places: turned by', { exact: true }), '30');
  await pick(list(page, 'Swap the chosen places for'), 'Fish');
  let job = await storedJob(page, id);
  const [hand] = job.runs[0].setOut!.byHand;
  expect(hand.out).toBeCloseTo(11, 9);
  expect(hand.turn).toBeCloseTo(Math.PI / 6, 6);
  expect(job.pieces.find((piece) => piece.id === hand.piece)?.family).toBe('charm');

  // A box with Shift, then Delete leaves them out: the one above with them.
  const a = await onScreen(page, 150, 20);
  const b = await onScreen(page, 520, -70);
  await page.keyboard.down('Shift');
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(panel(page)).toContainText(/\d+ places are chosen/);
  await page.keyboard.press('Delete');
  job = await storedJob(page, id);
  expect(job.runs[0].setOut!.byHand.filter(({ leftOut }) => leftOut).length).toBeGreaterThan(4);
  await page.keyboard.press('Escape');
  await expect(panel(page)).toContainText('Click links on the drawing or the tape');
});

test('by weight: the same seed gives the same row, another one another; weights of zero are refused where they are typed', async ({
  page,
  request,
}) => {
  await open(page, await copyOf(request, 'demo-lamp-festoon'));
  await pick(list(page, 'Add a piece to the sequence'), 'Pennant');
  await panel(page).getByText('by weight').click();
  const one = await pictureOf(drawing(page));
  await type(page.getByLabel('Seed of the order'), '12');
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(one);
  const twelve = await pictureOf(drawing(page));
  await panel(page).getByRole('button', { name: 'another' }).first().click();
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(twelve);
  await type(page.getByLabel('Seed of the order'), '12');
  await expect.poll(() => pictureOf(drawing(page))).toBe(twelve);
  await type(page.getByLabel('Weight of piece 1'), '0');
  await type(page.getByLabel('Weight of piece 2'), '0');
  await expect(panel(page).getByRole('alert')).toContainText('All weights are zero');
  await expect(page.locator('relay-sentence .wrong')).toContainText('All weights are zero');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel(page).getByRole('alert')).toHaveCount(0);
});

test('objects are handed to places, and their order is changed', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-prize-carousel');
  await open(page, id);
  await page.getByRole('button', { name: 'Prizes' }).click();
  await section(page, 'Objects handed out');
  await expect(panel(page)).toContainText('8 places have their objects; the other');
  const before = (await storedJob(page, id)).runs[1].setOut!.handed!.items.map(({ piece }) => piece);
  // Dragged by its number.
  const grip = panel(page).locator('relay-handed-panel .grip').first();
  const third = panel(page).locator('relay-handed-panel .grip').nth(2);
  await third.scrollIntoViewIfNeeded();
  await settled(page);
  const [a, b] = [(await grip.boundingBox())!, (await third.boundingBox())!];
  await page.mouse.move(a.x + 8, a.y + 8);
  await page.mouse.down();
  await page.mouse.move(a.x + 8, a.y + 30, { steps: 4 });
  await page.mouse.move(b.x + 8, b.y + b.height, { steps: 6 });
  await page.mouse.up();
  const moved = [before[1], before[2], before[0], ...before.slice(3)];
  await expect
    .poll(async () => (await storedJob(page, id)).runs[1].setOut!.handed!.items.map(({ piece }) => piece))
    .toEqual(moved);
  const picture = await pictureOf(drawing(page));
  await pick(list(page, 'What objects take of their places'), 'only the position');
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(picture);
  await pick(list(page, 'Add an object'), 'Bell');
  await expect(panel(page)).toContainText('9 places have their objects');
});

test('rows side by side, a twin, a boundary, a path to reach: each changes the drawing', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-slide');
  await open(page, id);
  await section(page, 'The whole row');
  const changes = async (act: () => Promise<unknown>): Promise<void> => {
    const before = await pictureOf(drawing(page));
    await act();
    await expect.poll(() => pictureOf(drawing(page))).not.toBe(before);
  };
  await changes(() => type(page.getByLabel('Rows side by side'), '2'));
  await changes(() => type(page.getByLabel('Rows apart by'), '70'));
  await changes(() => panel(page).getByText('A mirrored twin that follows').click());
  await changes(() => type(page.getByLabel('Mirror line, to the right'), '760'));
  await changes(() => pick(list(page, 'Path that pieces reach'), 'Ceiling beam'));
  await changes(() => pick(list(page, 'Path that pieces reach'), 'not stretched'));
  await pick(list(page, 'Which neighbour lies on top'), 'each lies under the one before it');
  expect((await storedJob(page, id)).runs[0].setOut?.overlap).toBe('next-under');
  // The beam is open, so it bounds nothing: said, and the last good state stays on the drawing.
  await pick(list(page, 'Boundary'), 'Ceiling beam');
  await expect(page.locator('relay-sentence .wrong')).toContainText('“Ceiling beam” is open');
  await pick(list(page, 'Boundary'), 'no boundary');
  await expect(page.locator('relay-sentence .wrong')).toHaveCount(0);
  await expectAccessible(page);
});

test('a new shape bounds the row, is shaped like any path, and what leaves is cut there', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await open(page, id);
  await section(page, 'The whole row');
  await pick(list(page, 'Boundary'), 'a new rectangle');
  await expect(panel(page).locator('.ant-collapse-header', { hasText: 'The whole row' })).toContainText(
    'kept inside',
  );
  await page.getByRole('button', { name: 'shape it' }).click();
  const path = page.locator('relay-path-step');
  await expect(path).toContainText('Boundary');
  await type(path.getByLabel('width'), '300');
  await expectSaved(page);
  const { paths, runs } = await storedJob(page, id);
  expect(paths.at(-1)).toMatchObject({ name: 'Boundary', shape: { width: 300 } });
  expect(runs[0].setOut?.boundary).toEqual({ path: paths.at(-1)!.id, keep: 'inside', how: 'cut' });
  await openStep(page, 'Hand-off');
  const download = await takeAway(page, 'SVG, still');
  const text = readFileSync(await download.path(), 'utf8');
  expect(text).not.toContain('clip');
  // Links across the edge are contours of their own; the others are used as they are made.
  expect(text.match(/<g transform="matrix\([^)]*\)"><path/g)!.length).toBeGreaterThanOrEqual(2);
  expect(text.match(/<use href="#piece-/g)!.length).toBeLessThan(80);
  // One step back, and there is neither boundary nor path.
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await storedJob(page, id)).paths.length).toBe(paths.length - 1);
  expect((await storedJob(page, id)).runs[0].setOut?.boundary ?? null).toBeNull();
});

test('the table of places: sorts, filters, and chooses as the drawing and the tape do', async ({
  page,
  request,
}) => {
  await open(page, await copyOf(request, 'demo-coin-lift'));
  await page.getByRole('button', { name: 'the table of places' }).click();
  const table = page.getByRole('table', { name: 'Places of the row' });
  // The first row is the head.
  const rows = table.getByRole('row').filter({ has: page.getByRole('cell') });
  await expect(rows.first()).toContainText(/^\s*1\s*6\.6/);
  await table.getByRole('button', { name: /^up/ }).click();
  await table.getByRole('button', { name: /^up/ }).click();
  await expect(table.getByRole('columnheader', { name: /up/ })).toHaveAttribute('aria-sort', 'descending');
  const heights = await rows.evaluateAll((found) => found.map((row) => Number(row.children[3].textContent)));
  expect(heights).toEqual([...heights].sort((x, y) => y - x));
  await page.getByLabel('Filter places').fill('cup');
  await expect(page.locator('relay-place-table header')).toContainText('15 of 90 places');
  await page.getByRole('button', { name: 'choose all of these' }).click();
  await expect(panel(page)).toContainText('15 places are chosen');
  await page.getByLabel('Filter places').fill('');
  // Chosen on the tape it is chosen here too, and brought into sight.
  await dragTape(page, 700, 712);
  await expect(table.locator('.chosen').first()).toBeVisible();
});
