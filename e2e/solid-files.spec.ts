import { extrude, mapMesh, type Mesh } from '@coin-relay/core/solid';
import { writeGlb, writeObj, writeStl } from '@coin-relay/formats/solid';
import type { Locator, Page } from '@playwright/test';
import { type } from './path-support';
import {
  copyOf,
  expect,
  expectAccessible,
  expectSaved,
  openJob,
  openStep,
  pick,
  sentence,
  storedJob,
  test,
  verdict,
} from './support';

const around = (x: number, y: number, r: number, n: number, from = 0, to = 2 * Math.PI): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / n).flatMap((a) => [
    x + r * Math.cos(a),
    y + r * Math.sin(a),
  ]);
const hole = (x: number, y: number, r: number): Float64Array =>
  Float64Array.from(around(x, y, r, 48, 2 * Math.PI, 0));
const HALF = Math.PI / 2;
/** A link of 44 by 14 by 6 mm, its two bores of 3 mm radius 30 mm apart. */
const LINK = extrude(
  [
    Float64Array.from([
      ...around(30, 0, 7, 24, -HALF, HALF),
      30,
      7,
      ...around(0, 0, 7, 24, HALF, 3 * HALF),
      0,
      -7,
    ]),
    hole(0, 0, 3),
    hole(30, 0, 3),
  ],
  -3,
  3,
);
/** What stands up from its middle, 9 mm over it. */
const HORN = extrude([Float64Array.of(10, 5, 20, 5, 17, 14, 13, 14)], -2, 2);
const scaled = (mesh: Mesh, k: number): Mesh => mapMesh(mesh, [k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0]);
/** As it is drawn lying: y becomes z. */
const lying = (mesh: Mesh): Mesh => mapMesh(mesh, [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0]);
const part = (name: string, mesh: Mesh, material: string): Parameters<typeof writeGlb>[0][number] => ({
  name,
  mesh,
  material,
  colour: '#888888',
});
const given = (
  name: string,
  content: Uint8Array | string,
): { name: string; mimeType: string; buffer: Buffer } => ({
  name,
  mimeType: '',
  buffer: Buffer.from(content),
});

/** Brings a file of solids in at the link step; the sheet it is looked over on. */
async function bringIn(page: Page, name: string, content: Uint8Array | string): Promise<Locator> {
  await openStep(page, 'Link');
  await page.locator('relay-link-step input[type=file][accept*=stl]').setInputFiles(given(name, content));
  const sheet = page.getByRole('dialog', { name: 'A link from a solid' });
  await expect(sheet).toBeVisible();
  return sheet;
}

test('a solid without a unit: its size is asked for, pins go into its holes, and the row is of it, in space too', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await openJob(page, id);
  const sheet = await bringIn(page, 'link.stl', writeStl(scaled(LINK, 0.1), 'link'));
  await expect(sheet).toContainText('STL, 1 body.');
  await expect(sheet).toContainText(
    /4\.40.mm along its way, 1\.40.mm high in the drawing, and 0\.60.mm deep/,
  );
  await pick(sheet.getByRole('combobox', { name: 'One unit of the file' }), 'a centimetre');
  await expect(sheet).toContainText(
    /44\.00.mm along its way, 14\.00.mm high in the drawing, and 6\.00.mm deep/,
  );
  await expect(sheet).toContainText('It is closed');
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Take it' }).click();

  const bench = page.locator('relay-outline-editor');
  await expect(bench).toContainText(
    /44\.00.mm by 14\.00.mm; pitch 30\.00.mm; neighbours overlap by 14\.00.mm/,
  );
  await expect(bench).toContainText(/link\.stl, [\d,]+ triangles, closed/);
  await expect(sentence(page)).toContainText(/at a pitch of 30\.00.mm/);
  await expect(verdict(page)).toContainText('closes exactly');

  // Two picks, by the keys: the pins change places, each in the middle of its hole.
  await bench.getByRole('button', { name: 'pins by two picks' }).click();
  await expect(bench.getByRole('status')).toContainText('Where is the pin behind?');
  const behind = bench.getByRole('button', { name: /^Pin behind into round hole/ });
  await expect(behind).toHaveCount(2);
  // The one that is further right.
  const rights = await behind.evaluateAll((holes) => holes.map((each) => Number(each.getAttribute('cx'))));
  await behind.nth(rights[0] > rights[1] ? 0 : 1).press('Enter');
  await expect(bench.getByRole('status')).toContainText('Where is the pin ahead?');
  const ahead = bench.getByRole('button', { name: /^Pin ahead into round hole/ });
  const target = (await ahead.nth(rights[0] > rights[1] ? 1 : 0).boundingBox())!;
  await page.mouse.click(target.x + target.width / 2 + 2, target.y + target.height / 2 + 1);
  await expect(page.getByLabel('Pin behind, to the right')).toHaveValue('15');
  await expect(page.getByLabel('Pin ahead, to the right')).toHaveValue('-15');
  await expect(sentence(page)).toContainText(/at a pitch of 30\.00.mm/);
  await expectAccessible(page);

  // Three of it as solids, then all of it.
  await bench.getByText('as solids').click();
  await expect(bench.getByRole('application', { name: /as a solid/ })).toHaveAttribute('aria-busy', 'false');
  await expectSaved(page);
  await page.reload();
  await openStep(page, 'Link');
  await page.keyboard.press('d');
  const space = page.locator('relay-space');
  await expect(space.locator('.surface')).toHaveAttribute('aria-busy', 'false', { timeout: 20_000 });
  await expect(space).not.toContainText('not kept here');
  const stored = (await storedJob(page, id)).pieces.find(({ family }) => family === 'own');
  expect(stored?.family === 'own' && stored.outline[0].solid?.bounds[3]).toBeCloseTo(37, 4);
});

test('bodies of two materials lie over each other; turned in space their outline follows; another one takes their place', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await openJob(page, id);
  const own = async () => {
    const found = (await storedJob(page, id)).pieces.find(({ family }) => family === 'own');
    if (found?.family !== 'own') throw new Error('no own piece');
    return found;
  };
  const glb = await writeGlb(
    [part('link', lying(LINK), 'steel'), part('horn', lying(HORN), 'brass')],
    'link',
  );
  const sheet = await bringIn(page, 'link.glb', glb);
  await expect(sheet).toContainText('GLB, 2 bodies of different materials.');
  await expect(sheet).toContainText('one unit is a metre');
  await expect(sheet).toContainText(
    /44\.00.mm along its way, 6\.00.mm high in the drawing, and 21\.00.mm deep/,
  );
  await sheet.getByRole('button', { name: 'quarter turn about its way' }).click();
  await expect(sheet).toContainText(/21\.00.mm high in the drawing, and 6\.00.mm deep/);
  // What is up stands for the inside: half a turn more brings the horn there, or out of it.
  await sheet.getByRole('button', { name: 'mirror it' }).click();
  await sheet.getByRole('button', { name: 'Take it' }).click();
  const bench = page.locator('relay-outline-editor');
  await expect(bench).toContainText(/44\.00.mm by 21\.00.mm; pitch 30\.00.mm/);
  await expectSaved(page);
  expect((await own()).outline.map(({ material }) => material).sort()).toEqual(['brass', 'steel']);

  // A quarter turn about its height shows its narrow side; the outline is that one’s.
  await bench.getByRole('button', { name: 'quarter turn about its height' }).click();
  await expect(bench).toContainText(/6\.00.mm by 21\.00.mm/);
  await page.keyboard.press('Control+z');
  await expect(bench).toContainText(/44\.00.mm by 21\.00.mm/);

  // Another one: its pins, its materials and its mass stay.
  await type(page.getByLabel('Mass of one, grams'), '12');
  await expectSaved(page);
  const before = await own();
  await bench
    .locator('input[type=file]')
    .setInputFiles(given('longer.obj', writeObj([part('link', LINK, 'iron')], 'longer')));
  const again = page.getByRole('dialog', { name: 'A link from a solid' });
  await expect(again).toContainText('OBJ, 1 body.');
  await again.getByRole('button', { name: 'Take it' }).click();
  await expect(bench).toContainText(/44\.00.mm by 14\.00.mm; pitch 30\.00.mm/);
  await expectSaved(page);
  const after = await own();
  expect(after).toMatchObject({ pins: before.pins, pitch: before.pitch, mass: 12, id: before.id });
  expect(after.outline).toHaveLength(1);
  expect(after.outline[0].material).toBe(before.outline[0].material);
});

test('a solid that is open says where, is welded and thinned out in its thread; what cannot be read leaves the job as it was', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-tin-beetle');
  await openJob(page, id);
  const before = await storedJob(page, id);
  // One corner of each triangle a little off: every edge is open until they are joined.
  const loose = new Float64Array(3 * LINK.triangles.length);
  LINK.triangles.forEach((corner, i) => {
    for (let axis = 0; axis < 3; axis++)
      loose[3 * i + axis] = LINK.positions[3 * corner + axis] + ((i * 7 + axis * 3) % 5) * 1e-4;
  });
  const torn = {
    positions: loose,
    triangles: Uint32Array.from({ length: LINK.triangles.length }, (_, i) => i),
  };
  const sheet = await bringIn(page, 'torn.stl', writeStl(torn, 'torn'));
  await expect(sheet).toContainText(
    /It is open: [\d,]+ edges are not in exactly two triangles, drawn in red/,
  );
  await type(sheet.getByLabel('Corners are one within, mm'), '0.01');
  await expect(sheet).toContainText('It is closed');
  await expect(sheet).toContainText(/corners joined to others/);
  await type(sheet.getByLabel('Thinned out to so many triangles'), '120');
  await expect(sheet).toContainText(/\d+ triangles of \d+/);
  await expect(sheet).toContainText('It is closed');
  await sheet.getByRole('button', { name: 'Close' }).click();
  await expect(sheet).toBeHidden();

  for (const [name, content, words] of [
    ['cut.stl', writeStl(LINK, 'cut').slice(0, -20), /cut\.stl: This is no STL file that can be read/],
    ['text.stl', 'solid x\nfacet normal 0 0 1\n', /text\.stl: This STL file is broken/],
    ['none.obj', 'v 0 0 0\nv 1 0 0\nl 1 2\n', /none\.obj: There is no face in this OBJ file/],
    ['no.glb', 'glTF', /no\.glb: /],
    ['flat.obj', 'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n', /flat\.obj: What is in this file holds nothing/],
  ] as const) {
    const asked = await bringIn(page, name, content);
    await expect(asked.getByRole('alert')).toContainText(words);
    await expect(asked.getByRole('button', { name: 'Take it' })).toHaveCount(0);
    await asked.getByRole('button', { name: 'Close' }).click();
    await expect(asked).toBeHidden();
  }
  expect(await storedJob(page, id)).toEqual(before);
});
