import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, openStep, pictureOf, sentence, test, verdict } from './support';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-files-'));
const file = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const give = async (page: Page, path: string): Promise<void> => {
  await page.goto('/start');
  await page.locator('input[type=file]').setInputFiles(path);
};

const DRAWING = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 400 200">
  <g transform="translate(20 20)"><path id="track" d="M40 0H280A60 60 0 0 1 280 120H40A60 60 0 0 1 40 0Z"/>
  <circle id="hole" cx="100" cy="60" r="20"/></g><text x="3" y="9">label</text></svg>`;

test('a job from an SVG: choose a contour, see its length, put the link on it, fit, play', async ({
  page,
}) => {
  await give(page, file('bean slide.svg', DRAWING));
  await expect(page.getByRole('heading', { name: 'bean slide.svg: 2 lines' })).toBeVisible();
  await expect(page.getByText('one unit is 0.5 mm')).toBeVisible();
  // (2 · 240 + 2π · 60) units of half a millimetre.
  const row = page.locator('tr', { hasText: 'track' });
  await expect(row).toContainText(/428\.50.mm/);
  await expect(row).toContainText('closed');
  await expect(page.getByText('1 × text: text has no line to run on')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'hole' }).click();
  await expect(page.getByRole('button', { name: 'hole' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'track' }).click();
  await page.getByRole('button', { name: 'Put a link on it' }).click();

  await expect(page).toHaveURL(/\/job\//);
  await expect(sentence(page)).toContainText(
    /bean slide, 428\.50.mm round, at a pitch of 12\.70.mm: 33\.\d+ would fit\. Put in 34 links, an even number/,
  );
  await expect(verdict(page)).toContainText('closes exactly');
  const drawing = page.locator('relay-drawing canvas').nth(1);
  const before = await pictureOf(drawing);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => pictureOf(drawing)).not.toBe(before);
});

test('a triangle: the corner that links cannot pass is named, and the row is still drawn', async ({
  page,
}) => {
  await give(
    page,
    file(
      'triangle.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200"><path d="M0 180H200L100 6.8Z"/></svg>',
    ),
  );
  await page.getByRole('button', { name: 'Put a link on it' }).click();
  await expect(verdict(page)).toContainText(
    /the links cannot pass the corner at 0\.00.mm: round it to a radius over 4\.23.mm/,
  );
  await openStep(page, 'Check');
  await expect(page.locator('relay-check-step li')).toHaveCount(3);
  // Pitches that no count can serve.
  await openStep(page, 'Link');
  const pitch = page.getByLabel('Pitch, pin to pin');
  await pitch.fill('5 m');
  await pitch.press('Enter');
  await expect(sentence(page)).toContainText('is longer than the path');
  await pitch.fill('300');
  await pitch.press('Enter');
  await expect(sentence(page)).toContainText('a closed row of stiff links needs at least 3');
});

test('a job saved as JSON opens again', async ({ page, request }) => {
  const { job } = (await (await request.get('/api/jobs/demo-tin-beetle')).json()) as { job: object };
  await give(page, file('beetle.json', JSON.stringify({ ...job, name: 'Beetle again' })));
  await expect(page).toHaveURL(/\/job\//);
  await expect(sentence(page)).toContainText('31 shoes');
});

test.describe('files that cannot be used say why, and nothing is made', () => {
  const cases: [string, string, RegExp][] = [
    ['broken.svg', '<svg><g></svg>', /not well-formed XML/],
    [
      'bomb.svg',
      '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
      /declares entities/,
    ],
    [
      'deep.svg',
      `<svg xmlns="http://www.w3.org/2000/svg">${'<g>'.repeat(900)}${'</g>'.repeat(900)}</svg>`,
      /more than 500 deep/,
    ],
    [
      'empty.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path d=""/></svg>',
      /holds no line a row could run on/,
    ],
    [
      'point.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path d="M5 5L5 5"/></svg>',
      /holds no line a row could run on/,
    ],
    ['later.json', '{"format":"coin-relay-job","version":9}', /later Coin Relay \(version 9/],
    ['not.json', 'oh', /it is not JSON/],
  ];
  for (const [name, content, message] of cases) {
    test(name, async ({ page }) => {
      await give(page, file(name, content));
      await expect(page.getByRole('alert')).toContainText(message);
      await expect(page).toHaveURL(/\/start$/);
    });
  }

  test('fifty megabytes', async ({ page }) => {
    await give(
      page,
      file('huge.svg', `<svg xmlns="http://www.w3.org/2000/svg"><!--${' '.repeat(50_000_000)}--></svg>`),
    );
    await expect(page.getByRole('alert')).toContainText(/50\.0 MB; at most 20 MB/);
  });

  test('scripts in a drawing are never run, and nothing is fetched from elsewhere', async ({ page }) => {
    const asked: string[] = [];
    page.on('request', (request) => asked.push(new URL(request.url()).host));
    await give(
      page,
      file(
        'script.svg',
        `<svg xmlns="http://www.w3.org/2000/svg" onload="document.title='run'"><script>document.title='run'</script><image href="http://example.invalid/a.png"/><path d="M0 0h50"/></svg>`,
      ),
    );
    await expect(page.getByText('1 × script: never run')).toBeVisible();
    await expect(page).not.toHaveTitle('run');
    expect(new Set(asked)).toEqual(new Set([new URL(page.url()).host]));
  });
});

for (const [name, words] of [
  ['a path by points', /Path in space, [\d.]+.mm long in space \([\d.]+.mm in plan\)/],
  ['a helix', /in space \([\d.]+.mm in plan\)/],
] as const)
  test(`a job begins in space with ${name}, and lies on the ground there`, async ({ page }) => {
    await page.goto('/start');
    await page.getByRole('button', { name, exact: true }).click();
    await expect(sentence(page)).toContainText(words);
    await expect(page.getByText('Heights', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'in space', exact: true }).click();
    await expect(page.getByRole('application', { name: 'The job in space' })).toBeVisible();
    await expect(page.locator('relay-space-head')).toContainText('lies flat');
  });
