import { file, lengthOf, panel, start, type } from './path-support';
import { expect, expectAccessible, list, openStep, pick, sentence, test, unfold, verdict } from './support';

test.describe('files', () => {
  const group = (...values: (string | number)[]): string => values.map((value) => `${value}\n`).join('');
  const line = (x0: number, y0: number, x1: number, y1: number): string =>
    group(0, 'LINE', 8, 'frame', 10, x0, 20, y0, 11, x1, 21, y1);
  const dxf = (entities: string): string =>
    group(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, 5, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
    entities +
    group(0, 'ENDSEC', 0, 'EOF');

  test('a DXF in centimetres: pieces that meet are joined, the tolerance says what it joins, two lines come along', async ({
    page,
  }) => {
    const frame =
      line(0, 0, 20, 0) +
      line(20, 0, 20, 10) +
      line(20, 10.03, 0, 10) +
      line(0, 10, 0, 0) +
      group(0, 'CIRCLE', 8, 'holes', 10, 10, 20, 5, 40, 3) +
      group(0, 'MTEXT', 8, '0', 1, 'pier');
    await page.goto('/start');
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles(file('coin slide.dxf', dxf(frame)));
    await expect(page.getByRole('heading', { name: 'coin slide.dxf: 2 lines' })).toBeVisible();
    await expect(page.getByText('one unit is 10 mm')).toBeVisible();
    await expect(page.getByText('1 × MTEXT: text has no line to run on')).toBeVisible();
    await expect(page.locator('tr', { hasText: 'LINE-1' })).toContainText('open');
    await type(page.getByLabel('Ends meet within'), '0.5');
    await expect(page.getByText(/4 pieces become 1 line; the widest gap closed is 0\.3000.mm/)).toBeVisible();
    await expect(page.locator('tr', { hasText: 'LINE-1' })).toContainText('closed');
    await expectAccessible(page);
    await page.locator('tr', { hasText: 'CIRCLE' }).locator('label').click();
    await page.getByRole('button', { name: 'Put a link on it' }).click();
    await expect(sentence(page)).toContainText(/coin slide, 600\.\d\d.mm round/);
    await openStep(page, 'Path');
    await expect(panel(page).getByRole('button', { name: 'CIRCLE-5' })).toBeVisible();
  });

  test('a drawing of another program and a table of points are brought into an open job', async ({
    page,
  }) => {
    await start(page, 'circle');
    const svg = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="4in" height="2in" viewBox="0 0 400 200">
      <style>.guide{display:none}.line{fill:none;stroke:#222}</style><defs><path id="rail" class="line" d="M0 0h100"/></defs>
      <g transform="translate(20 30) scale(2)"><use xlink:href="#rail"/></g><rect class="guide" width="400" height="200"/></svg>`;
    await pick(list(page, 'Add a path'), 'from a file');
    const dialog = page.getByRole('dialog', { name: 'Paths from a file' });
    await dialog.locator('input[type=file]').setInputFiles(file('rail.svg', svg));
    // 200 units of a hundredth of an inch.
    await expect(dialog.locator('tbody tr')).toContainText(/50\.80.mm/);
    await dialog.getByRole('button', { name: 'Put a link on it' }).click();
    await expect(dialog).toBeHidden();
    await expect.poll(() => lengthOf(page)).toBe(50.8);
    await pick(list(page, 'Add a path'), 'from a file');
    await dialog.locator('input[type=file]').setInputFiles(file('points.csv', 'x;y\n0;0\n30,5;0\n30,5;40\n'));
    await expect(dialog.locator('tbody tr')).toContainText(/70\.50.mm/);
    await dialog.getByRole('button', { name: 'Put a link on it' }).click();
    await expect.poll(() => lengthOf(page)).toBe(70.5);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(panel(page).getByRole('button', { name: /points-1/ })).toBeHidden();
  });

  test('a DXF polyline of 20,000 points opens in the preview, is thinned out and drawn', async ({ page }) => {
    const n = 20_000;
    const vertices = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      return group(
        10,
        (60 * Math.cos(a)).toFixed(5),
        20,
        (25 * Math.sin(a) + 4 * Math.sin(3 * a)).toFixed(5),
      );
    }).join('');
    await page.goto('/start');
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles(file('scan.dxf', dxf(group(0, 'LWPOLYLINE', 8, '0', 90, n, 70, 1) + vertices)));
    await expect(page.getByRole('heading', { name: 'scan.dxf: 1 line' })).toBeVisible();
    await page.getByRole('button', { name: 'Put a link on it' }).click();
    await expect(verdict(page)).toContainText(/closes exactly|cannot pass/);
    await openStep(page, 'Path');
    await unfold(panel(page), 'Mend it');
    await panel(page).getByRole('button', { name: 'thin out' }).click();
    await expect(
      page.getByText(/20000 pieces became \d+; no point is further off than 0\.\d+ mm/),
    ).toBeVisible();
  });

  const broken: [string, string, RegExp][] = [
    [
      'cut.dxf',
      dxf(line(0, 0, 1, 1)).slice(0, -9),
      /cut\.dxf: The file ends at line \d+ without its end mark/,
    ],
    ['not.dxf', 'a picture of a cat', /not\.dxf: This is not a DXF file/],
    ['wide.csv', '0,0\n1,wide', /wide\.csv: Row 2 of the table has no point/],
    ['far.dxf', dxf(line(0, 0, 1e12, 1)), /holds no line a row could run on/],
    ['song.mp3', 'ID3', /song\.mp3 is none of the files that are read/],
    [
      'round.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><g id="a"><use href="#a"/></g></svg>',
      /holds no line/,
    ],
  ];
  for (const [name, content, message] of broken) {
    test(`${name} says what is wrong`, async ({ page }) => {
      await page.goto('/start');
      await page.locator('input[type=file]').first().setInputFiles(file(name, content));
      await expect(page.getByRole('alert')).toContainText(message);
    });
  }
});
