import { expect, test } from './support';

/** The browser’s own measure of SVG paths as a reference from outside. */
const PATHS = [
  'M0 0H100V50H0Z',
  'M10 80C40 10 65 10 95 80S150 150 180 80T200 40',
  'M0 0a25 25 0 0110 30q20-10 40 0t40 0',
  'M1 0A100 50 30 1 0 80 60',
  'M0 0C200 100 -100 100 100 0',
  'm5 5l10 0 0 10zm20 20h5',
];

test('lengths agree with the browser’s getTotalLength to its accuracy', async ({ page, request }) => {
  await page.goto('/');
  for (const d of PATHS.slice(0, 5)) {
    const theirs = await page.evaluate((data) => {
      const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      path.setAttribute('d', data);
      return path.getTotalLength();
    }, d);
    const ours = (await (await request.post('/api/measure', { data: { source: { path: d } } })).json()) as {
      length: number;
    };
    expect(Math.abs(ours.length / theirs - 1)).toBeLessThan(1e-3);
  }
});

test('pins lie where the browser’s getPointAtLength says the path is', async ({ page, request }) => {
  await page.goto('/');
  const d = 'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z';
  const { pins } = (await (
    await request.post('/api/place', { data: { source: { path: d }, request: { pitch: 12 }, travel: 0.4 } })
  ).json()) as {
    pins: [number, number][];
  };
  const worst = await page.evaluate(
    ([data, points]) => {
      const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      path.setAttribute('d', data);
      const total = path.getTotalLength();
      const samples = Array.from({ length: 6000 }, (_, i) => path.getPointAtLength((total * i) / 6000));
      return Math.max(
        ...points.map(([x, y]) => Math.min(...samples.map((p) => Math.hypot(p.x - x, p.y - y)))),
      );
    },
    [d, pins] as const,
  );
  expect(worst).toBeLessThan(0.15);
});
