import { clickAt, dragFrom, file, lengthOf, panel, point, showAll, start, type } from './path-support';
import { goIntoSpace, surface } from './space-support';
import type { Job } from '@coin-relay/model';
import {
  copyOf,
  countIn,
  expect,
  expectAccessible,
  expectSaved,
  list,
  onScreen,
  openJob,
  openStep,
  pick,
  sentence,
  test,
  tick,
  unfold,
  verdict,
} from './support';

test.describe('drawing by hand', () => {
  test('a closed path is placed, pulled, closed, and carries a row; every step can be undone', async ({
    page,
  }) => {
    await start(page, 'an empty sheet to draw on');
    await expect(page.getByText('Click to place points')).toBeVisible();
    await expectAccessible(page);
    await clickAt(page, [-120, -60], [100, -60]);
    await expect(sentence(page)).toContainText(/Drawn path, 2\d\d\.\d+.mm long/);
    // Pressed and pulled: the point flows.
    await dragFrom(page, [120, 40], [90, 90]);
    await expect(point(page, 3, 'up')).toHaveValue(/^3[89]|^4[01]/);
    await clickAt(page, [-120, 60]);
    await clickAt(page, [-120, -60]);
    await expect(page.getByText('Click to place points')).toBeHidden();
    await expect(sentence(page)).toContainText('round, at a pitch of');
    await expect(panel(page)).toContainText('3 corners');

    await unfold(panel(page), 'Mend it');
    await type(page.getByLabel('Radius of rounded corners'), '15');
    await panel(page).getByRole('button', { name: 'round to' }).click();
    await expect(page.getByText('3 corners rounded.')).toBeVisible();
    await expect(panel(page)).toContainText('no corners');
    await expect(verdict(page)).toContainText('closes exactly');
    await expectAccessible(page);
    await expectSaved(page);
    await page.reload();
    await expect(verdict(page)).toContainText('closes exactly');
    for (let k = 0; k < 6; k++) await page.getByRole('button', { name: 'Undo' }).click();
    await expect(sentence(page)).toContainText('Click on the drawing to place the first point');
  });

  test('points are typed down a column, pasted as rows, inserted, bent, nudged, levelled and deleted', async ({
    page,
    context,
  }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await start(page, 'an empty sheet to draw on');
    await page.keyboard.press('Escape');
    await page.evaluate(() => navigator.clipboard.writeText('0\t0\n200\t0\n200\t100\n0\t100'));
    await page.getByLabel('New point, to the right').focus();
    await page.keyboard.press('Control+v');
    await expect(page.getByText('4 points pasted.')).toBeVisible();
    await panel(page).getByRole('button', { name: 'close it' }).first().click();
    await expect.poll(() => lengthOf(page)).toBe(600);

    // Enter goes down the column; sums and units are read.
    await point(page, 2, 'to the right').fill('20 cm + 5 cm');
    await point(page, 2, 'to the right').press('Enter');
    await expect(point(page, 3, 'to the right')).toBeFocused();
    await point(page, 3, 'to the right').fill('250');
    await point(page, 3, 'to the right').press('Enter');
    await expect.poll(() => lengthOf(page)).toBe(700);
    await point(page, 1, 'up').fill('nonsense');
    await point(page, 1, 'up').press('Enter');
    await expect(page.getByText('“nonsense” is not a length.')).toBeVisible();
    await expect(point(page, 1, 'up')).toHaveValue('0');

    await showAll(page);
    const middle = await onScreen(page, 120, 0);
    await page.mouse.dblclick(middle.x, middle.y);
    await expect(page.getByText(/^Point 2$/)).toBeVisible();
    await expect(point(page, 5, 'up')).toHaveValue('100');
    await page.keyboard.press('Shift+ArrowDown');
    await expect(point(page, 2, 'up')).toHaveValue(/^-10/);
    await page.keyboard.press('Delete');
    await expect.poll(() => lengthOf(page)).toBe(700);

    // A straight stretch pulled becomes a curve through the pointer.
    await dragFrom(page, [125, 100], [125, 160]);
    await expect(panel(page)).toContainText('curve');
    await page.getByRole('button', { name: 'Undo' }).click();

    await page.getByLabel('Choose point 3').click();
    await page.getByLabel('Choose point 4').click({ modifiers: ['Shift'] });
    await type(page.getByLabel('Move points up by'), '40');
    await expect.poll(() => lengthOf(page)).toBe(780);
    await panel(page).getByRole('button', { name: 'make flowing' }).click();
    await expect(panel(page)).toContainText('2 corners');
    await panel(page).getByRole('button', { name: 'straight', exact: true }).click();
    await page.getByLabel('Choose point 1').click();
    await page.getByLabel('Choose point 2').click({ modifiers: ['Shift'] });
    await panel(page).getByRole('button', { name: 'point midway' }).click();
    await expect(point(page, 2, 'to the right')).toHaveValue('125');
  });

  test('points keep to the grid, to whole angles and to other points while they are dragged', async ({
    page,
  }) => {
    await start(page, 'an empty sheet to draw on');
    await page.keyboard.press('Escape');
    for (const [x, y] of ['0 0', '100 0', '100 80'].map((row) => row.split(' '))) {
      await page.getByLabel('New point, to the right').fill(x);
      await page.getByLabel('New point, up').fill(y);
      await page.getByLabel('New point, up').press('Enter');
    }
    await showAll(page);
    await unfold(panel(page), 'Snapping');
    await panel(page).getByText('a grid').click();
    await type(page.getByLabel('Step of the grid'), '5');
    await dragFrom(page, [100, 80], [61.2, 73.4]);
    await expect(point(page, 3, 'to the right')).toHaveValue('60');
    await expect(point(page, 3, 'up')).toHaveValue('75');
    await dragFrom(page, [60, 75], [1, 1]);
    await expect(point(page, 3, 'up')).toHaveValue('0');
    await panel(page).getByText('steps of an angle').click();
    await type(page.getByLabel('Step of angle'), '30');
    await dragFrom(page, [100, 0], [86, 51]);
    // 30 degrees from the first point, at a whole step of the grid along it.
    await expect(async () => {
      const x = Number(await point(page, 2, 'to the right').inputValue());
      const y = Number(await point(page, 2, 'up').inputValue());
      expect(Math.atan2(y, x)).toBeCloseTo(Math.PI / 6, 4);
      expect(Math.hypot(x, y)).toBeCloseTo(100, 2);
    }).toPass();
  });
});

test.describe('ready shapes', () => {
  test('a circle is dragged and typed, stays a circle, and is freed into points', async ({ page }) => {
    await start(page, 'circle');
    await expect(sentence(page)).toContainText(/Circle, 502\.65.mm round/);
    await dragFrom(page, [80, 0], [100, 0]);
    await expect(page.getByLabel('Circle, radius')).toHaveValue(/^(99|100)/);
    await type(page.getByLabel('Circle, radius'), '100');
    await expect(sentence(page)).toContainText(/628\.32.mm round/);
    await unfold(panel(page), 'Mend it');
    await panel(page).getByRole('button', { name: 'turn it round' }).click();
    await expect(page.getByLabel('Circle, radius')).toHaveValue('100');
    await panel(page).getByRole('button', { name: 'free into points' }).click();
    await expect(point(page, 1, 'to the right')).toHaveValue('100');
    await expect(sentence(page)).toContainText(/628\.32.mm round/);
  });

  test('scaled, the pieces are counted anew or grow with it', async ({ page }) => {
    await start(page, 'rounded rectangle');
    const before = await countIn(page);
    await unfold(panel(page), 'Mend it');
    await type(page.getByLabel('Scale by a factor'), '2');
    await expect.poll(() => countIn(page)).toBeGreaterThan(before * 1.9);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => countIn(page)).toBe(before);
    await panel(page).getByText('pieces grow with it').click();
    await type(page.getByLabel('Scale by a factor'), '2');
    await expect(sentence(page)).toContainText(/at a pitch of 25\.40.mm/);
    expect(await countIn(page)).toBe(before);
    const length = await lengthOf(page);
    await type(page.getByLabel('Scale to a length of'), String(length / 2));
    await expect.poll(() => lengthOf(page)).toBeCloseTo(length / 2, 1);
  });

  test('every shape is accessible and fits', async ({ page }) => {
    for (const name of ['ellipse', 'two-arc loop', 'polygon', 'arc', 'straight line']) {
      await start(page, name);
      await expect(sentence(page)).toContainText('would fit');
      await expectAccessible(page);
    }
  });
});

test.describe('routes', () => {
  test('three wheels: one is dropped in, dragged at its rim, moved in the order, and taken out', async ({
    page,
  }) => {
    await start(page, 'a route round two wheels');
    await expect(sentence(page)).toContainText('Route round two wheels');
    await panel(page).getByRole('button', { name: 'drop in a wheel' }).click();
    await clickAt(page, [150, 90]);
    await expect(sentence(page)).toContainText('Route round three wheels');
    const radius = page.getByLabel(/Radius of the wheel 1/);
    await type(radius, '20');
    await dragFrom(
      page,
      [150 + 20 * Math.SQRT1_2, 90 - 20 * Math.SQRT1_2],
      [150 + 30 * Math.SQRT1_2, 90 - 30 * Math.SQRT1_2],
    );
    await expect.poll(async () => Number(await radius.inputValue())).toBeGreaterThan(27);
    await expectAccessible(page);
    const rows = panel(page).locator('tbody tr');
    await expect(rows.nth(2)).toContainText('wheel 1');
    await panel(page).getByRole('button', { name: 'earlier' }).click();
    await expect(rows.nth(1)).toContainText('wheel 1');
    await panel(page).getByRole('button', { name: 'take it out' }).click();
    await expect(sentence(page)).toContainText('Route round two wheels');
  });

  test('slack hangs in a span, and the links follow it', async ({ page, request }) => {
    await openJob(page, await copyOf(request, 'demo-coin-lift'));
    await openStep(page, 'Path');
    const before = await lengthOf(page);
    await panel(page).getByRole('button', { name: 'drive sprocket', exact: true }).click();
    await type(page.getByLabel('Slack in the span after it'), '20');
    await expect(panel(page)).toContainText(/it sags \d+\.\d+.mm/);
    await expect.poll(() => lengthOf(page)).toBeGreaterThan(before + 15);
    await expect(verdict(page)).toContainText('closes exactly');
    await type(page.getByLabel('Slack in the span after it'), '5 m');
    await expect(page.locator('relay-sentence .wrong')).toContainText('at most four times its own length');
  });

  test('an open route starts on a bare point; one that breaks is named and the rest still draws', async ({
    page,
  }) => {
    await start(page, 'a route round two wheels');
    await panel(page).getByText('closed', { exact: true }).click();
    await expect(sentence(page)).toContainText('Open route round two wheels');
    await panel(page).getByRole('button', { name: 'left sprocket', exact: true }).click();
    await pick(list(page, 'Size by'), 'a bare point');
    await expect(panel(page)).toContainText('a point');
    await expect(verdict(page)).toContainText('reaches the end exactly');
    await panel(page).getByText('closed', { exact: true }).click();
    await expect(sentence(page)).toContainText('Route round two wheels');
    await type(page.locator('relay-wheel-note').getByLabel('Centre, to the right'), '290');
    await expect(page.locator('relay-sentence .wrong')).toContainText(/right sprocket.*left sprocket/);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(sentence(page)).toContainText('Route round two wheels');
  });
});

test('a row is hung between two anchors: by length, by sag, by a whole count', async ({ page }) => {
  await start(page, 'a hanging row');
  await expect(sentence(page)).toContainText(/Hanging row, 360\.00.mm long/);
  await panel(page).getByText('sag', { exact: true }).click();
  await type(page.getByLabel('Sag of the hanging row'), '40');
  await expect(panel(page)).toContainText(/sags 40\.00.mm/);
  await dragFrom(page, [300, 40], [260, 80]);
  await expect
    .poll(async () => Number(await page.getByLabel('Last anchor, up').inputValue()))
    .toBeGreaterThan(70);
  await panel(page).getByText('links', { exact: true }).click();
  await type(page.getByLabel('Count of the hanging row'), '30');
  await expect.poll(() => countIn(page)).toBe(30);
  await expect(sentence(page)).toContainText(/the pitch becomes 12\.7000.mm \(.0\.00.%\)/);
  await expectAccessible(page);
  await type(page.getByLabel('Count of the hanging row'), '3');
  await expect(sentence(page)).toContainText(/do not reach: the anchors are/);
});

test.describe('paths made from others', () => {
  test('a parallel and a stretch follow their outline, and the row goes on them', async ({ page }) => {
    await start(page, 'rounded rectangle');
    await pick(list(page, 'Add a path'), 'its parallel');
    await expect(page.getByLabel('Distance of the parallel')).toHaveValue('-20');
    const beside = await lengthOf(page);
    await panel(page).getByRole('button', { name: 'put the row on this path' }).click();
    await expect(sentence(page)).toContainText('Beside Rounded rectangle');
    await panel(page)
      .getByRole('button', { name: /^Rounded rectangle/ })
      .click();
    await type(page.getByLabel('Rounded rectangle, width'), '360');
    await expect(sentence(page)).toContainText(`${(beside + 200).toFixed(2)}`);

    await pick(list(page, 'Add a path'), 'a stretch of it');
    await clickAt(page, [-100, -70], [100, -70]);
    await expect(panel(page)).toContainText('2 places picked');
    await panel(page).getByRole('button', { name: 'make it a path' }).click();
    await expect.poll(() => lengthOf(page)).toBeCloseTo(200, -1);
    await panel(page).getByText('longer way').click();
    await expect.poll(() => lengthOf(page)).toBeGreaterThan(500);
    await expectAccessible(page);
  });

  test('the start goes where it is clicked; a path too close to itself is found', async ({ page }) => {
    await start(page, 'rounded rectangle');
    await unfold(panel(page), 'Mend it');
    await panel(page).getByRole('button', { name: 'begin elsewhere' }).click();
    await clickAt(page, [0, 70]);
    await expect(page.getByText('Click on the path where it is to begin.')).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).click();
    await type(page.getByLabel('Rounded rectangle, corners rounded to'), '4');
    await type(page.getByLabel('Rounded rectangle, height'), '9');
    await expect(panel(page)).toContainText('Too close to itself');
    await openStep(page, 'Check');
    await expect(page.locator('relay-check-step')).toContainText(/The path comes within 9\.00.mm of itself/);
  });
});

test('a reference picture is brought in, scaled by two points and faded; what is none is refused', async ({
  page,
}) => {
  await start(page, 'circle');
  await unfold(panel(page), 'Reference picture');
  const field = panel(page).locator('relay-backdrop input[type=file]');
  await field.setInputFiles(file('cat.png', 'not a picture'));
  await expect(page.getByRole('alert')).toContainText('cat.png is no picture that can be shown');
  const shot = await page.screenshot({ clip: { x: 0, y: 0, width: 400, height: 200 } });
  await field.setInputFiles(file('plan.png', shot));
  await expect(page.getByLabel('How strongly the picture is shown')).toBeVisible();
  await page.getByRole('button', { name: 'scale it by two points' }).click();
  await clickAt(page, [-40, 0], [60, 0]);
  await expect(page.getByLabel('Distance of the two points')).toHaveValue(/^(99|100)/);
  await type(page.getByLabel('Distance of the two points'), '50');
  await expectSaved(page);
  const id = page.url().split('/job/')[1].split('?')[0];
  const { job } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as {
    job: { backdrop: { millimetresPerPixel: number; picture: string } };
  };
  expect(job.backdrop.millimetresPerPixel).toBeCloseTo(0.5, 1);
  expect((await page.request.get(`/api/pictures/${job.backdrop.picture}`)).status()).toBe(200);
});

test('a row is hung between two places in space, straight down, and back in the drawing', async ({
  page,
  request,
}) => {
  await start(page, 'a hanging row');
  await tick(page.getByRole('checkbox', { name: 'between two places in space' }));
  // Masts 300 mm apart over a corner, one 40 mm higher: as between (0, 0) and (300, 40) in the drawing.
  await type(page.getByLabel('First anchor, z'), '100');
  await type(page.getByLabel('Last anchor, x'), '180');
  await type(page.getByLabel('Last anchor, y'), '40');
  await type(page.getByLabel('Last anchor, z'), '340');
  await expect(sentence(page)).toContainText(/Hanging row, 360\.00.mm long/);
  await expect(panel(page)).toContainText(/360\.00.mm long, sags/);
  await expectAccessible(page);
  await expectSaved(page);
  const id = new URL(page.url()).pathname.split('/').pop();
  const { job } = (await (await request.get(`/api/jobs/${id}`)).json()) as { job: Job };
  const [path] = job.paths;
  if (path.kind !== 'hang') throw new Error('It hangs.');
  expect(path.to.x).toBeCloseTo(300, 6);
  expect(path.to.y).toBeCloseTo(40, 6);
  expect(path.plane?.origin).toEqual({ x: 0, y: 0, z: 100 });
  await goIntoSpace(page);
  await expect(surface(page)).toBeVisible();
  await page.getByRole('checkbox', { name: 'between two places in space' }).click();
  await expect(page.getByLabel('Last anchor, to the right')).toHaveValue(/^180/);
});

test('a row hangs between two anchors that stand before the drawing, straight down between them', async ({
  page,
  request,
}) => {
  await start(page, 'a hanging row');
  await expectSaved(page);
  const id = new URL(page.url()).pathname.split('/').pop() ?? '';
  const answer = await request.get(`/api/jobs/${id}`);
  const { job } = (await answer.json()) as { job: Job };
  job.anchors = [
    { id: 'near', name: 'Near mast', on: { kind: 'fixed', x: 0, y: 0, z: 100 } },
    { id: 'far', name: 'Far mast', on: { kind: 'fixed', x: 180, y: 40, z: 340 } },
  ];
  const put = await request.put(`/api/jobs/${id}`, {
    headers: { 'If-Match': answer.headers()['etag'] },
    data: { job },
  });
  expect(put.status()).toBe(200);
  await openJob(page, id);
  await openStep(page, 'Path');
  await pick(list(page, 'The first end hangs on'), 'Near mast');
  await pick(list(page, 'The last end hangs on'), 'Far mast');
  await expect(panel(page)).toContainText('straight down between its anchors, out of the drawing');
  await expect(panel(page)).toContainText(/360\.00.mm long, sags/);
  await expectAccessible(page);
  await goIntoSpace(page);
  await expect(surface(page)).toBeVisible();
  // Masts 300 mm apart over a corner, 40 mm higher: as deep as between (0, 0) and (300, 40).
  const facts = await panel(page)
    .getByText(/long, sags/)
    .textContent();
  await pick(list(page, 'The first end hangs on'), 'a fixed place');
  await pick(list(page, 'The last end hangs on'), 'a fixed place');
  await expect(panel(page).getByText(/long, sags/)).toHaveText(facts ?? '');
  await request.delete(`/api/jobs/${id}`);
});
