import { readFileSync } from 'node:fs';
import { dragFrom, file, type } from './path-support';
import { goIntoSpace, resting, surface } from './space-support';
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
  unfold,
} from './support';

const step = 'relay-link-step';

test('the section of a band: ready-made by its sizes, mirrored, drawn by points, typed, from a file', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift', (job) => (job.name = 'Rail trial'));
  const section = async (): Promise<unknown> => {
    const [piece] = (await storedJob(page, id)).pieces.slice(-1);
    return piece.family === 'swept' ? piece.section : null;
  };
  await openJob(page, id);
  await openStep(page, 'Link');
  await pick(list(page, 'Link'), 'Guide rail');
  await expect(list(page, 'Section')).toBeVisible();
  await expect(page.getByText(/8\.00.mm across, 10\.00.mm high/)).toBeVisible();
  await pick(list(page, 'Section'), 'angle');
  await type(page.getByLabel('Thickness of the wall', { exact: true }), '2');
  await expect.poll(section).toMatchObject({ by: 'stock', shape: 'angle', width: 8, height: 10, wall: 2 });
  // A wall that fills it is refused in words; the section stays.
  await type(page.getByLabel('Thickness of the wall', { exact: true }), '5');
  await expect(page.getByText(/A wall of 5 mm leaves nothing of this section/)).toBeVisible();
  await expect.poll(section).toMatchObject({ wall: 2 });
  await page.getByRole('button', { name: 'mirror it' }).click();
  await expect.poll(section).toMatchObject({ mirrored: true });

  await page.getByRole('button', { name: 'draw it by points' }).click();
  const corners = page.locator(step).getByRole('button', { name: /^Corner \d, sharp$/ });
  await expect(corners).toHaveCount(6);
  await expect.poll(section).toMatchObject({ by: 'points', closed: true, mirrored: false });
  await type(page.getByLabel('Corner 1, up', { exact: true }), '-7');
  await expect.poll(async () => JSON.stringify(await section())).toContain('"y":-7');
  // By keyboard: moved, made round, one more taken out.
  await corners.first().focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => JSON.stringify(await section())).not.toContain('"y":-7,');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Corner 1, round' })).toBeVisible();
  await page.getByRole('button', { name: 'Corner 1, round' }).focus();
  await page.keyboard.press('Delete');
  await expect(corners).toHaveCount(5);
  // A line that crosses itself is no section.
  await type(page.getByLabel('Corner 2, up', { exact: true }), '40');
  await expect(page.getByText(/crosses itself/)).toBeVisible();

  const chooser = page.waitForEvent('filechooser');
  await page.getByText('section from a drawing…').click();
  await (
    await chooser
  ).setFiles(
    file(
      'hat.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="8mm" viewBox="0 0 20 8"><path d="M0 8H4V2H16V8H20V0H0Z"/></svg>',
    ),
  );
  await expect.poll(section).toMatchObject({ by: 'outline', source: 'hat.svg' });
  await expect(page.getByText(/20\.00.mm across, 8\.00.mm high/)).toBeVisible();
  await expectAccessible(page);
});

test('what changes along a band is typed at stations and dragged on the tape', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-strength-tester', (job) => (job.name = 'Shaped rail'));
  const shaping = async () => (await storedJob(page, id)).runs.find((run) => run.id === 'left')?.shaping;
  await openJob(page, id);
  await page.getByRole('button', { name: 'Left rail' }).click();
  await openStep(page, 'Set-out');
  await unfold(page.locator('relay-set-out-step'), 'How it changes along the path');
  await page.getByRole('button', { name: 'change it along the path' }).click();
  await type(page.getByLabel('Station 2 of the row, times as large', { exact: true }), '1.5');
  await type(page.getByLabel('Station 1 of the row, rolled to the left', { exact: true }), '30');
  await expect
    .poll(shaping)
    .toMatchObject({ smooth: true, stations: [{ scale: 1, roll: Math.PI / 6 }, { scale: 1.5 }] });
  const lane = page.getByRole('img', { name: /^Stations along the row/ });
  await expect(lane).toBeVisible();
  const box = (await lane.boundingBox())!;
  // A double press puts one in; it is dragged from there.
  await lane.dblclick({ position: { x: box.width * 0.8, y: box.height / 2 } });
  await expect.poll(async () => (await shaping())?.stations.length).toBe(3);
  await page.getByLabel('smooth between stations').click();
  await expect.poll(async () => (await shaping())?.smooth).toBe(false);
  await page.getByRole('button', { name: 'Remove station 3 of the row' }).click();
  await expect.poll(async () => (await shaping())?.stations.length).toBe(2);
  // Scale of nothing is refused: the field goes back.
  await type(page.getByLabel('Station 2 of the row, times as large', { exact: true }), '0');
  await expect.poll(async () => (await shaping())?.stations[1].scale).toBeGreaterThan(0);
  await expectAccessible(page);
});

test('a canal of bands: drawn with its picture, seen in space, handed off as solids', async ({ page }) => {
  await openJob(page, 'demo-swan-boats');
  await page.getByRole('button', { name: 'Water' }).click();
  await openStep(page, 'Fit');
  await expect(page.locator('relay-sentence')).toContainText(/26.repeats/);
  await openStep(page, 'Check');
  await expect(page.getByText('Nothing to say against it').first()).toBeVisible();
  await goIntoSpace(page);
  await resting(page);
  await expect(surface(page).locator('canvas')).toBeVisible();
  await expect(page.locator('relay-space relay-trouble')).toHaveCount(0);
  await openStep(page, 'Hand-off');
  const glb = readFileSync(await (await takeAway(page, 'Solids, GLB')).path());
  expect(glb.subarray(0, 4).toString()).toBe('glTF');
  // Its waves are in it.
  expect(glb.includes(Buffer.from('TEXCOORD_0'))).toBe(true);
});

test('the picture on a band: slid and made larger by hand and typed, taken off, another one laid on', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-swan-boats', (job) => (job.name = 'Water trial'));
  const picture = async (): Promise<{ x: number; y: number; width: number; height: number } | null> => {
    const { pieces } = await storedJob(page, id);
    return pieces.find(({ name }) => name === 'Water')?.finish?.picture ?? null;
  };
  await openJob(page, id);
  await page.getByRole('button', { name: 'Water' }).click();
  await openStep(page, 'Link');
  // Its middle lies half a repeat from the start of the path, on that; its lower right corner at the end of the repeat.
  await dragFrom(page, [-224.9, -210], [-204.9, -210]);
  await expect.poll(async () => (await picture())?.x).toBeGreaterThan(15);
  const slid = (await picture())!;
  expect(slid.x).toBeLessThan(25);
  await dragFrom(page, [-179.9 + slid.x, -246.5], [-199.9 + slid.x, -236.5]);
  await expect.poll(async () => (await picture())?.width).toBeLessThan(75);
  expect((await picture())!.width).toBeGreaterThan(65);
  await expect.poll(async () => (await picture())?.height).toBeLessThan(66);
  await unfold(page.locator(step), /What it is made of/);
  await expect(
    page.getByText(/It lies once in each repeat; on the drawing it is slid by its middle/),
  ).toBeVisible();
  await type(page.getByLabel('Left edge of the picture', { exact: true }), '0');
  await expect.poll(async () => (await picture())?.x).toBe(0);

  await page.getByRole('button', { name: 'take its picture off' }).click();
  await expect.poll(picture).toBeNull();
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGP4z8DwHwAFAAH/iZk9HQAAAABJRU5ErkJggg==',
    'base64',
  );
  await page
    .locator('relay-finish-panel input[type=file]')
    .setInputFiles({ name: 'red.png', mimeType: 'image/png', buffer: png });
  // Over one whole repeat, as wide as the band is.
  await expect.poll(picture).toMatchObject({ x: 0, y: 36.5, width: 90, height: 73 });
});
