import { readFileSync, statSync } from 'node:fs';
import { NodeIO } from '@gltf-transform/core';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, openJob, openStep, test, tick } from './support';
import { type } from './path-support';

const take = async (page: Page, button: string): Promise<{ name: string; path: string; text: string }> => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  const path = await download.path();
  return { name: download.suggestedFilename(), path, text: readFileSync(path, 'utf8') };
};

test('a still SVG in real size', async ({ page }) => {
  const { name, text } = await take(page, 'SVG, still');
  expect(name).toBe('coin-lift.svg');
  expect(text.match(/<use href="#piece-/g)).toHaveLength(90);
  await page.setContent(text.replace(/<\?xml.*\?>/, ''));
  const box = (await page.locator('svg').boundingBox())!;
  // 96 pixels an inch.
  const width = Number(/width="([\d.]+)mm"/.exec(text)?.[1]);
  expect(box.width).toBeCloseTo((width / 25.4) * 96, 0);
});

test('where each piece is, as a table and for a program', async ({ page }) => {
  const table = await take(page, 'Places, CSV');
  expect(table.name).toBe('coin-lift-places.csv');
  const lines = table.text.trim().split('\r\n');
  expect(lines).toHaveLength(91);
  const column = lines[0].split(',').indexOf('m12');
  const json = await take(page, 'Places, JSON');
  const { placed } = JSON.parse(json.text) as { placed: { places: { matrix: number[] }[] }[] };
  expect(placed).toHaveLength(1);
  placed[0].places.forEach(({ matrix }, i) =>
    // No cell of this table has a comma in it.
    expect(Number(lines[i + 1].split(',')[column])).toBeCloseTo(matrix[12], 6),
  );
});

test('solids over the whole loop, written in a thread of their own, as another reader finds them', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  await tick(page.getByRole('checkbox', { name: 'Solids and places over the whole loop' }));
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Solids, GLB' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('coin-lift.glb');
  const document = await new NodeIO().readBinary(readFileSync(await download.path()));
  const root = document.getRoot();
  expect(root.listMeshes().length).toBeLessThan(10);
  expect(root.listNodes().filter((node) => /^row\/\d+$/.test(node.getName()))).toHaveLength(90);
  const [animation] = root.listAnimations();
  // Every link moves; those that stay on a straight do not turn.
  expect(animation.listChannels().length).toBeGreaterThan(120);
  await expect(page.getByRole('status').filter({ hasText: 'Writing' })).toHaveCount(0);
});

test('solids that would be too large are refused with what to do, and are smaller for a coarser tolerance', async ({
  page,
}) => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  const size = async (tolerance: string): Promise<number> => {
    await type(page.getByLabel('How far solids may be off'), tolerance);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Solids, STL' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('coin-lift.stl');
    return statSync(await download.path()).size;
  };
  expect(await size('1')).toBeLessThan(0.8 * (await size('0.2')));
  await type(page.getByLabel('How far solids may be off'), '20');
  await page.getByRole('button', { name: 'Solids, STL' }).click();
  await expect(page.getByRole('alert')).toContainText('tolerance cannot be used');
  await expectAccessible(page);
});

test('a moving SVG plays by itself and loops without a jump', async ({ page }) => {
  const { name, text } = await take(page, 'SVG, moving');
  expect(name).toBe('coin-lift-moving.svg');
  expect(text).not.toContain('<script');
  await page.setContent(text.replace(/<\?xml.*\?>/, ''));
  const places = (seconds: number): Promise<string[]> =>
    page.evaluate((t) => {
      const svg = document.querySelector('svg')!;
      svg.pauseAnimations();
      svg.setCurrentTime(t);
      return Array.from(svg.querySelectorAll<SVGGraphicsElement>('use[href^="#piece-"]')).map((use) => {
        const { a, b, e, f } = use.getCTM()!;
        return `${use.getAttribute('href')} ${e.toFixed(1)} ${f.toFixed(1)} ${Math.atan2(b, a).toFixed(1)}`.replace(
          '-0.0',
          '0.0',
        );
      });
    }, seconds);
  const start = await places(0);
  expect(new Set(start).size).toBe(90);
  // By itself: without being told, time goes on.
  await page.evaluate(() => document.querySelector('svg')!.unpauseAnimations());
  await page.waitForTimeout(300);
  expect(await page.evaluate(() => document.querySelector('svg')!.getCurrentTime())).toBeGreaterThan(0.1);
  // A pattern of 6 passes in 6 / 3.6 s: then every link is where one like it was.
  const round = await places(6 / 3.6 - 1e-6);
  const near = (a: string, list: string[]): boolean => {
    const [kind, x, y] = a.split(' ');
    return list.some((b) => {
      const [k, u, v] = b.split(' ');
      return k === kind && Math.abs(Number(u) - Number(x)) < 0.3 && Math.abs(Number(v) - Number(y)) < 0.3;
    });
  };
  for (const place of round) expect(near(place, start)).toBe(true);
  // Halfway they are elsewhere.
  const halfway = await places(0.5 / 3.6);
  expect(halfway.filter((place) => near(place, start)).length).toBeLessThan(10);
});

test('the job as JSON', async ({ page }) => {
  const { name, text } = await take(page, 'Job, JSON');
  expect(name).toBe('coin-lift.relay.json');
  expect(JSON.parse(text)).toMatchObject({ format: 'coin-relay-job', version: 2, name: 'Coin lift' });
});
