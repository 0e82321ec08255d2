import { readSvg } from '@coin-relay/formats';
import { expect, test } from './support';

/** Path strings that cover the whole grammar of SVG 2, chapter 9.3. */
const STRINGS = [
  'M0 0L100 0L100 50L0 50Z',
  'M0,0L100,0,100,50,0,50z',
  'M 0 0 100 0 100 50',
  'm10 10 90 0 0 50-90 0z',
  'M10-20L-5.5.25.5-.5',
  'M1e2 1E1L1.5e+2,2e1',
  'M.5.5L.75.25',
  'M0 0H50H100',
  'M0 0h50 50v25-25',
  'M0 0V30H40v-30z',
  'M0 0L10 0M20 0L30 0Z',
  'm5 5l10 0 0 10zm20 20h5',
  'M0 0C10 30 40 30 50 0',
  'M0 0C10 30 40 30 50 0S90-30 100 0',
  'M0 0c10 30 40 30 50 0s40-30 50 0',
  'M0 0S30 40 60 0S120-40 150 0',
  'M0 0Q50 80 100 0',
  'M0 0Q25 40 50 0T100 0T150 0',
  'M0 0q25 40 50 0t50 0 50 0',
  'M0 0T40 20T80 0',
  'M0 0A50 50 0 0 1 100 0',
  'M0 0A50 50 0 0 0 100 0A50 50 0 0 0 0 0Z',
  'M0 0A60 30 25 1 0 70 40',
  'M0 0A60 30 25 0 1 70 40',
  'M0 0a25 25 0 0110 30',
  'M0 0a25,25 0 01-10-30a25 25 0 1 1 20 20',
  'M0 0A1 1 0 0 1 100 0',
  'M0 0A10 5 40 1 1 80 60',
  'M0 0A0 30 0 0 1 50 20',
  'M10 10A30 30 0 0 1 10 10L40 10',
  'M0 0L0 0L20 0L20 0Z',
  'M0 0C0 0 0 0 0 0L25 5',
  'M0 0C100 0 0 100 100 100C200 100-50-50 0 0Z',
  'M0 0C60 60 60-60 0 0',
  'M0 0h10\n\tv10\r\nh-10z',
  'M0 0ZL30 0',
  'M0 0H10Zl0 20',
];

test('lengths of the lines read from a drawing agree with the browser’s getTotalLength', async ({ page }) => {
  expect(STRINGS.length).toBeGreaterThanOrEqual(30);
  await page.goto('/');
  for (const d of STRINGS) {
    const theirs = await page.evaluate((data) => {
      const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      path.setAttribute('d', data);
      return path.getTotalLength();
    }, d);
    const { contours, skipped } = readSvg(
      `<svg xmlns="http://www.w3.org/2000/svg"><path d="${d.replace(/\s/g, ' ')}"/></svg>`,
    );
    const ours = contours.reduce((sum, { length }) => sum + length, 0);
    expect(
      skipped.filter(({ reason }) => !reason.includes('no length')),
      d,
    ).toEqual([]);
    // The browser's own measure is good to about a thousandth.
    expect(Math.abs(ours - theirs), d).toBeLessThan(1e-3 * Math.max(1, theirs));
  }
});
