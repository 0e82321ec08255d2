import { file, type } from './path-support';
import {
  copyOf,
  countIn,
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
  sentence,
  settled,
  step,
  storedJob,
  test,
  unfold,
  verdict,
} from './support';

/** A plate of 20 by 8 mm with three bores; the outer two are 11 mm apart. */
const PLATE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="9mm" viewBox="0 0 200 90">' +
  '<path d="M45 5H155A40 40 0 0 1 155 85H45A40 40 0 0 1 45 5Z M45 30A15 15 0 0 0 45 60A15 15 0 0 0 45 30Z ' +
  'M155 30A15 15 0 0 0 155 60A15 15 0 0 0 155 30Z"/><circle cx="100" cy="45" r="14"/></svg>';

test('a link of one’s own from an SVG: its pins say the pitch, and the row follows them', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Link');
  await page.locator('relay-link-step input[type=file][accept*=svg]').setInputFiles(file('plate.svg', PLATE));
  const bench = page.locator('relay-outline-editor');
  await expect(bench).toBeVisible();
  // The real size, the pitch from bore to bore, and what sticks out beyond it.
  await expect(bench).toContainText(/19\.00.mm by 8\.00.mm; pitch 11\.00.mm; neighbours overlap by 8\.00.mm/);
  await expect(sentence(page)).toContainText(/at a pitch of 11\.00.mm/);
  const count = await countIn(page);

  // A pin is dragged: the sentence follows while the pointer moves.
  const pin = bench.locator('[data-pin="to"]');
  const box = (await pin.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2, { steps: 5 });
  await expect(sentence(page)).not.toContainText(/at a pitch of 11\.00.mm/);
  await page.mouse.up();
  await expect.poll(() => countIn(page)).toBeLessThan(count);

  // Typed: exactly.
  await type(page.getByLabel('Pin ahead, to the right'), '16.5');
  await type(page.getByLabel('Pin behind, to the right'), '4.5');
  await type(page.getByLabel('Pin ahead, up'), '-4.5');
  await expect(sentence(page)).toContainText(/at a pitch of 12\.00.mm/);
  await expect(verdict(page)).toContainText('closes exactly');

  // Pins on top of each other are refused where the user looks; the last good state stays.
  await type(page.getByLabel('Pin ahead, to the right'), '4.5');
  await expect(bench.getByRole('alert')).toContainText('on top of each other');
  await expect(sentence(page)).toContainText(/at a pitch of 12\.00.mm/);

  await expectAccessible(page);
  await bench.getByRole('button', { name: 'done' }).click();
  await expect(step(page, 'Link')).toHaveAttribute('aria-current', 'step');
  await expectSaved(page);
  await page.reload();
  await expect(sentence(page)).toContainText(/at a pitch of 12\.00.mm/);
});

test('an outline that was brought in is drawn by points, and worked on', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await openStep(page, 'Link');
  await page.locator('relay-link-step input[type=file][accept*=svg]').setInputFiles(file('plate.svg', PLATE));
  const editor = page.locator('relay-outline-editor');
  await expect(editor).toBeVisible();
  await expect(editor.locator('.point')).toHaveCount(0);
  await editor.getByRole('button', { name: 'draw it by points: outline 1' }).click();
  await expect(editor.getByRole('status')).toContainText(
    /drawn by \d+ points now, 0\.0\d+.mm off what was brought in/,
  );
  const points = editor.locator('.point');
  const many = await points.count();
  expect(many).toBeGreaterThan(12);
  await expectSaved(page);
  const before = (await storedJob(page, id)).pieces.find(({ family }) => family === 'own')!;
  // The first point of the first hole, a step to the right.
  await points.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect
    .poll(async () =>
      JSON.stringify((await storedJob(page, id)).pieces.find(({ family }) => family === 'own')),
    )
    .not.toBe(JSON.stringify(before));
  await page.keyboard.press('Delete');
  await expect(points).toHaveCount(many - 1);
  await expectAccessible(page);
});

test('an outline is given its thickness, and seen as the solid it is', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await openStep(page, 'Link');
  await page.getByRole('button', { name: 'draw one' }).click();
  const bench = page.locator('relay-outline-editor');
  await bench.getByText('as solids').click();
  const solid = bench.getByRole('application', { name: /as a solid/ });
  await expect(solid).toHaveAttribute('aria-busy', 'false');
  await expect(solid.locator('canvas')).toBeVisible();
  const plate = async (): Promise<unknown> => {
    const own = (await storedJob(page, id)).pieces.find((piece) => piece.family === 'own');
    return own?.family === 'own' ? own.outline[0].plate : null;
  };
  await type(page.getByLabel('Thickness of outline 1'), '5');
  await type(page.getByLabel('How far outline 1 stands before the row'), '-2');
  await type(page.getByLabel('How much of the edges of outline 1 is taken off'), '9');
  // No more than there is of an edge.
  await expect.poll(plate).toEqual({ thick: 5, middle: -2, ease: 2.25 });
  await expectAccessible(page);
  await type(page.getByLabel('Thickness of outline 1'), '0');
  await expect(bench.getByRole('alert')).toBeVisible();
  await page.getByLabel('Thickness of outline 1').press('Escape');
  await bench.getByRole('button', { name: 'by its pitch: outline 1' }).click();
  await expect.poll(plate).toBe(undefined);
});

test('a link is drawn: points are dragged, put in, rounded; the trial on the path shows it', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Link');
  await page.getByRole('button', { name: 'draw one' }).click();
  const bench = page.locator('relay-outline-editor');
  const trial = bench.locator('relay-outline-sample canvas');
  await expect.poll(() => pictureOf(trial)).not.toBe('0');
  const first = await pictureOf(trial);
  const corner = bench.getByRole('button', { name: 'Point 1 of outline 1, round' });
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 50, box.y + 4, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => pictureOf(trial)).not.toBe(first);
  await corner.press('Enter');
  await expect(bench.getByRole('button', { name: 'Point 1 of outline 1, sharp' })).toBeVisible();
  await bench
    .getByRole('button', { name: 'Put a point in after point 1 of outline 1' })
    .dispatchEvent('click');
  await expect(bench.getByRole('button', { name: /^Point 7 of outline 1/ })).toBeVisible();
  await bench.getByRole('button', { name: /^Point 7 of outline 1/ }).press('Delete');
  await expect(bench.getByRole('button', { name: /^Point 7 of outline 1/ })).toHaveCount(0);

  const second = await pictureOf(trial);
  await bench.getByRole('button', { name: 'quarter turn left' }).click();
  await expect.poll(() => pictureOf(trial)).not.toBe(second);
  await page.keyboard.press('Escape');
  await expect(bench).toHaveCount(0);
});

test('files that hold no outline say so, and the link that was there stays', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await openStep(page, 'Link');
  const before = await sentence(page).innerText();
  const link = page.locator('relay-link-step');
  for (const [name, content, complaint] of [
    ['empty.svg', '', /empty\.svg/],
    [
      'open.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L50 0L50 9"/></svg>',
      /None of the 1 lines in the file is closed/,
    ],
    [
      'bow.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L10 10L10 0L0 10Z"/></svg>',
      /crosses itself at/,
    ],
  ] as const) {
    await page.locator('relay-link-step input[type=file][accept*=svg]').setInputFiles(file(name, content));
    await expect(link.getByRole('alert')).toContainText(complaint);
    await expect(sentence(page)).toHaveText(before);
  }
});

const FAMILIES = [
  ['Duplex chain 24A, from above', /Roller chain 24A, 38\.10.mm, stiff/],
  ['Round-link chain 13 × 36', /Round-link chain 13 × 36, 36\.00.mm, stiff/],
  ['Round-link chain 13 × 39, aslant', /Round-link chain 13 × 39, 39\.00.mm, stiff/],
  ['Flat-top conveyor plate 38.1', /Flat-top conveyor, 38\.10.mm, stiff/],
  ['Toothed belt H', /Toothed belt H, 12\.70.mm, bending/],
  ['Vee belt', /Flat or vee belt, 40\.00.mm, bending/],
  ['Cross stitch', /Stitches, 4\.00.mm, stiff/],
  ['Cross-plank', /Cross-planks, 20\.00.mm, carried/],
  ['Cut bead', /Beads, 12\.00.mm, carried/],
  ['Lantern', /Lamps, 80\.00.mm, carried/],
  ['Fish', /Charms, 30\.00.mm, carried/],
  ['Track shoe', /Track shoe, 50\.00.mm, stiff/],
] as const;
for (const [nth, families] of [FAMILIES.slice(0, 6), FAMILIES.slice(6)].entries())
  test(`every family can be taken, and each is drawn, ${nth + 1} of 2`, async ({ page, request }) => {
    await openJob(page, await copyOf(request, 'demo-tin-beetle'));
    await openStep(page, 'Link');
    let shown = await pictureOf(drawing(page));
    for (const [entry, words] of families) {
      await pick(list(page, 'Link'), entry);
      await expect.poll(() => pictureOf(drawing(page))).not.toBe(shown);
      shown = await pictureOf(drawing(page));
      await openStep(page, 'Fit');
      await expect(step(page, 'Link')).toHaveAccessibleDescription(words);
      await openStep(page, 'Link');
    }
  });

test('how a piece sits, how alike and of what: each shows at once, and undo takes it back', async ({
  page,
  request,
}) => {
  await openJob(page, await copyOf(request, 'demo-barrier-chain'));
  await openStep(page, 'Link');
  await pick(list(page, 'Link'), 'Round-link chain 4 × 16');
  await expect(sentence(page)).toContainText(/at a pitch of 16\.00.mm/);
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const link = page.locator('relay-link-step');
  const changes = async (act: () => Promise<unknown>): Promise<void> => {
    const before = await pictureOf(drawing);
    await act();
    await expect.poll(() => pictureOf(drawing)).not.toBe(before);
  };
  await expect(link).toContainText(/Sticks out 4\.00.mm behind and 4\.00.mm ahead.*overlap by 8\.00.mm/);
  await unfold(link, 'How it sits');
  await changes(() => type(page.getByLabel('Out of the path', { exact: true }), '5'));
  await changes(() => page.getByRole('button', { name: 'A quarter turn more: Turned on its place' }).click());
  await expect(page.getByLabel('Turned on its place', { exact: true })).toHaveValue('90');
  await changes(() => pick(list(page, 'Which way it faces'), 'stays upright'));
  await changes(() => pick(list(page, 'Which line across the piece runs on the path'), 'its outer edge'));
  await unfold(link, 'How alike they are');
  await changes(() => type(page.getByLabel('Size, plus or minus'), '20'));
  await changes(() => type(page.getByLabel('Along its own wire, plus or minus'), '40'));
  await changes(() => type(page.getByLabel('Seed of the variation'), '77'));
  await unfold(link, 'What it is made of');
  await changes(() => pick(list(page, 'Material'), 'Copper'));
  await changes(() => link.getByRole('button', { name: 'a new one' }).click());
  await changes(() => type(page.getByLabel('Colour of the material', { exact: true }), '#116633'));
  await expectAccessible(page);
  for (let k = 0; k < 11; k++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(list(page, 'Link')).toHaveAccessibleDescription(/Roller chain 10A/);
});

test('stiff, carried, bending: one choice, its consequence said', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-tin-beetle'));
  await openStep(page, 'Link');
  const link = page.locator('relay-link-step');
  const stiff = await sentence(page).innerText();
  await pick(list(page, 'Stiff, carried or bending'), 'bending');
  await expect(link).toContainText('Its shape follows the path');
  await expect(sentence(page)).not.toHaveText(stiff);
  await pick(list(page, 'Stiff, carried or bending'), 'carried');
  await expect(link).toContainText('sits on one point');
  await pick(list(page, 'Link'), 'Toothed belt L');
  await expect(page.getByLabel('Stiff, carried or bending')).toBeDisabled();
});

test('one master: a change shows in every row that uses it', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-prize-carousel', (job) => {
    job.runs.push({ ...job.runs[0], id: 'second', name: 'Upper plates' });
  });
  await openJob(page, id);
  await openStep(page, 'Link');
  const link = page.locator('relay-link-step');
  await expect(link).toContainText('A change shows in 2 rows: Plates, Upper plates.');
  await type(page.getByLabel('Pitch, pin to pin'), '50');
  await page.getByRole('button', { name: 'Upper plates', exact: true }).click();
  await expect(sentence(page)).toContainText(/at a pitch of 50\.00.mm/);
});

test('a link is compared in two settings, one on either half of the row', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-slide');
  await openJob(page, id);
  await openStep(page, 'Link');
  const link = page.locator('relay-link-step');
  await unfold(link, 'How it sits');
  const before = await pictureOf(drawing(page));
  await link.getByRole('button', { name: 'compare with another setting' }).click();
  await expect(link).toContainText('The first half of the row shows how it sat when you kept it');
  expect(await pictureOf(drawing(page))).toBe(before);
  await type(page.getByLabel('Turned on its place', { exact: true }), '30');
  await settled(page);
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(before);
  const both = await pictureOf(drawing(page));
  await expect(link.locator('.ant-collapse-header', { hasText: 'How it sits' })).toContainText(
    'turned by 30°',
  );
  await expectAccessible(page);
  // Without the other one beside it, all of them sit as they do now; the job had only ever that.
  await link.getByRole('button', { name: 'done comparing' }).click();
  await expect.poll(() => pictureOf(drawing(page))).not.toBe(both);
  await link.getByRole('button', { name: 'compare with another setting' }).click();
  await type(page.getByLabel('Turned on its place', { exact: true }), '60');
  await link.getByRole('button', { name: 'take that one back' }).click();
  await expect
    .poll(async () => (await storedJob(page, id)).pieces[0].setting?.turn)
    .toBeCloseTo(Math.PI / 6, 9);
});

test('rows: another one on the same path, named, removed', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-bellows-seam'));
  await pick(list(page, 'Another row'), 'on Seam of the board');
  const name = page.getByLabel('Name of the row');
  await name.fill('Beads');
  await name.press('Enter');
  await openStep(page, 'Link');
  await pick(list(page, 'Link'), 'Ball bead');
  await expect(sentence(page)).toContainText('beads');
  await page.getByRole('button', { name: 'Seam', exact: true }).click();
  await expect(sentence(page)).toContainText('stitches');
  await page.getByRole('button', { name: 'Beads', exact: true }).click();
  await page.getByRole('button', { name: 'remove', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Beads', exact: true })).toHaveCount(0);
  await expect(sentence(page)).toContainText('stitches');
  // Nothing of the drawing is lost under the rows.
  const at = await onScreen(page, 0, 65);
  expect(at.y).toBeGreaterThan(0);
});
