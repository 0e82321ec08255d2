import { Document, Primitive, WebIO } from '@gltf-transform/core';
import { file, lengthOf, panel, point, start } from './path-support';
import { expect, expectAccessible, list, openStep, pick, sentence, test, tick, verdict } from './support';

const groups = (...values: (string | number)[]): string => values.map((value) => `${value}\n`).join('');
const line = (...[x0, y0, z0, x1, y1, z1]: readonly number[]): string =>
  groups(0, 'LINE', 8, 'chute', 10, x0, 20, y0, 30, z0, 11, x1, 21, y1, 31, z1);

/** A chute along x, then y, then straight up, its two corners rounded to 20 mm, and a ring that stands on edge. */
const CHUTE =
  groups(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, 4, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
  line(0, 0, 0, 380, 0, 0) +
  groups(0, 'ARC', 8, 'chute', 10, 380, 20, 20, 30, 0, 40, 20, 50, 270, 51, 0) +
  line(400, 20, 0, 400, 180, 0) +
  groups(0, 'ARC', 8, 'chute', 10, 180, 20, 20, 30, 400, 40, 20, 50, 270, 51, 0, 210, 1, 220, 0, 230, 0) +
  line(400, 200, 20, 400, 200, 300) +
  groups(0, 'CIRCLE', 8, 'ring', 10, 200, 20, 60, 30, -10, 40, 30, 210, 0, 220, -1, 230, 0) +
  groups(0, 'ENDSEC', 0, 'EOF');

/** A zigzag of 3, 4 and 12 centimetres, the last one straight up as the format has it, along y. */
async function zigzag(): Promise<Buffer> {
  const document = new Document();
  const positions = document
    .createAccessor()
    .setType('VEC3')
    .setArray(new Float32Array([0, 0, 0, 0.03, 0, 0, 0.03, 0, -0.04, 0.03, 0.12, -0.04]))
    .setBuffer(document.createBuffer());
  const primitive = document
    .createPrimitive()
    .setMode(Primitive.Mode['LINE_STRIP'])
    .setAttribute('POSITION', positions);
  document
    .createScene()
    .addChild(document.createNode('zigzag').setMesh(document.createMesh().addPrimitive(primitive)));
  return Buffer.from(await new WebIO().writeBinary(document));
}

test('a DXF that leaves the plane: joined in space, seen from three sides, its corners stay rounded', async ({
  page,
}) => {
  await page.goto('/start');
  await page.locator('input[type=file]').first().setInputFiles(file('chute.dxf', CHUTE));
  await expect(page.getByRole('heading', { name: 'chute.dxf: 2 lines' })).toBeVisible();
  await expect(page.getByText('5 pieces become 1 line')).toBeVisible();
  await expect(page.locator('tr', { hasText: 'LINE-1' })).toContainText('open, in space');
  await expect(page.locator('tr', { hasText: 'CIRCLE' })).toContainText('closed, in a plane of its own');
  const drawn = page.locator('svg.preview path').first();
  await expect(drawn).toHaveAttribute('d', /L380 0/);
  await page.getByText('y and z', { exact: true }).click();
  await expect(drawn).toHaveAttribute('d', /L200 -300/);
  await expectAccessible(page);
  await page.locator('tr', { hasText: 'CIRCLE' }).locator('label').click();
  await page.getByRole('button', { name: 'Put a link on it' }).click();
  // 380 + 160 + 280, and two quarters of a circle of 20: 882.83.
  await expect(sentence(page)).toContainText(/chute, 882\.83.mm long in space \(591\.42.mm in plan\)/);
  await expect(verdict(page)).toContainText('reaches the end');
  await openStep(page, 'Path');
  await expect(
    page.getByRole('region', { name: 'Path' }).getByText('chute, 4 points in space, open'),
  ).toBeVisible();
  await expect(point(page, 2, 'rounded to')).toHaveValue(/^20/);
  await panel(page)
    .getByRole('button', { name: /CIRCLE/ })
    .click();
  await expect(panel(page).getByText('in a plane of its own')).toBeVisible();
  await expect.poll(() => lengthOf(page)).toBe(188.5);
});

test('OBJ, GLB and a table of three columns are brought into an open job; what is up there is up here', async ({
  page,
}) => {
  await start(page, 'circle');
  const dialog = page.getByRole('dialog', { name: 'Paths from a file' });
  const give = async (name: string, content: string | Buffer): Promise<void> => {
    await pick(list(page, 'Add a path'), 'from a file');
    await dialog.locator('input[type=file]').setInputFiles(file(name, content));
  };
  const put = async (): Promise<void> => {
    await dialog.getByRole('button', { name: 'Put a link on it' }).click();
    await expect(dialog).toBeHidden();
  };

  await give(
    'rails.obj',
    'v 0 0 0\nv 30 0 0\nv 30 40 0\nv 30 40 120\no rail\nl 1 2\nl 3 4\nl 2 3\nf 1 2 3\n',
  );
  await expect(dialog.locator('tbody tr')).toContainText(/rail.*190\.00.mm.*open, in space/);
  await expect(dialog.getByText('1 × face: a face, not a line')).toBeVisible();
  await put();
  await expect(point(page, 4, 'z')).toHaveValue(/^120/);
  await expect.poll(() => lengthOf(page)).toBe(190);

  await give('zigzag.glb', await zigzag());
  await expect(dialog.locator('tbody tr')).toContainText(/zigzag.*190\.00.mm/);
  // This job stands upright, and so does the file: y is up in both.
  const turned = dialog.getByRole('checkbox', { name: 'Its z axis points up' });
  await expect(turned).not.toBeChecked();
  await expect(dialog.locator('svg.preview path')).toHaveAttribute('d', 'M0 0L30 0L30 -120');
  await tick(turned);
  await expect(dialog.locator('svg.preview path')).toHaveAttribute('d', 'M0 0L30 0L30 40');
  await expectAccessible(page);
  await put();
  await expect(point(page, 4, 'z')).toHaveValue(/^-120/);

  await give('festoon.csv', 'x;y;z\n0;0;0\n90;0;120\n90;80;120\n');
  await expect(dialog.locator('tbody tr')).toContainText(/230\.00.mm.*open, in a plane of its own/);
  await put();
  await expect.poll(() => lengthOf(page)).toBe(230);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel(page).getByRole('button', { name: /points-1/ })).toBeHidden();
});

for (const [name, content, message] of [
  ['mixed.csv', '0,0,0\n10,0\n20,5,1\n', /mixed\.csv: Row 2 of the table has no point in space/],
  ['same.csv', '5,5,5\n5,5,5\n', /same\.csv holds no line a row could run on/],
  ['far.obj', 'v 0 0 0\nl 1 7\n', /far\.obj: Line 2 of the file names corner “7”/],
  ['cut.glb', 'glTF', /cut\.glb: .*(version|GLB)/],
] as const)
  test(`${name} says what is wrong`, async ({ page }) => {
    await page.goto('/start');
    await page.locator('input[type=file]').first().setInputFiles(file(name, content));
    await expect(page.getByRole('alert')).toContainText(message);
  });
