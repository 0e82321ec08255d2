import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Job } from '@coin-relay/model';
import { expect, test } from './support';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';

/** The main job in Firefox as Debian ships it, driven over WebDriver BiDi. */
const executablePath = process.env['FIREFOX_PATH'] ?? '/usr/bin/firefox-esr';
const saved = mkdtempSync(join(tmpdir(), 'coin-relay-firefox-'));
let browser: Browser;

test.beforeAll(async () => {
  browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath,
    headless: true,
    defaultViewport: { width: 1280, height: 800 },
    extraPrefsFirefox: {
      'browser.download.folderList': 2,
      'browser.download.dir': saved,
      'browser.helperApps.neverAsk.saveToDisk': 'image/svg+xml',
    },
  });
});
test.afterAll(() => browser.close());

const sentence = (page: Page): Promise<string> =>
  page.$eval('relay-sentence .sentence', (element) => element.textContent ?? '');
/**
 * Presses a button by what it says. Found on the page itself: asked for by its role, this browser looks through all of
 * the page from outside, which takes it minutes where other things run.
 */
const press = async (page: Page, name: string, within = 'body'): Promise<void> => {
  const found = await page.waitForFunction(
    (words, root) =>
      Array.from(document.querySelectorAll<HTMLButtonElement>(`${root} button`)).find((button) => {
        const said = (button.getAttribute('aria-label') ?? button.innerText).replace(/\s+/g, ' ').trim();
        return said === words && !button.disabled && button.getClientRects().length > 0;
      }) ?? false,
    {},
    name,
    within,
  );
  await (found as ElementHandle<Element>).click();
};
const step = async (page: Page, name: string): Promise<void> => {
  const found = await page.waitForFunction(
    (words) =>
      Array.from(document.querySelectorAll('nav[aria-label="Steps"] button')).find(
        (button) => button.querySelector('.title')?.textContent === words,
      ) ?? false,
    {},
    name,
  );
  await (found as ElementHandle<Element>).click();
};
/** What is drawn, as a short number. */
const picture = (page: Page): Promise<number> =>
  page.$$eval('relay-drawing canvas', ([, canvas]) => {
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    let sum = 0;
    for (let i = 0; i < data.length; i += 4) sum = (sum * 31 + data[i] + data[i + 1]) | 0;
    return sum;
  });

/** Where a point of the model is on the page. */
const onScreen = (
  page: Page,
  { x, y }: { readonly x: number; readonly y: number },
): Promise<[number, number]> =>
  page.$eval(
    'relay-drawing .surface',
    (element, right, up) => {
      const [scale, x0, y0] = (element.getAttribute('data-view') ?? '').split(' ').map(Number);
      const box = element.getBoundingClientRect();
      return [box.x + x0 + right * scale, box.y + y0 - up * scale] as [number, number];
    },
    x,
    y,
  );

test.setTimeout(240_000);

test('the main job: open, another pitch, a wheel is dragged, play, take away; with a clean console', async ({
  baseURL,
  request,
}) => {
  const { job } = (await (await request.get('/api/jobs/demo-coin-lift')).json()) as { job: Job };
  const made = await request.post('/api/jobs', { data: { job: { ...job, name: 'In Firefox' } } });
  const { id } = (await made.json()) as { id: string };
  const page = await browser.newPage();
  page.setDefaultTimeout(90_000);
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (['error', 'warn'].includes(message.type())) complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error instanceof Error ? error.message : String(error)));
  await page.evaluateOnNewDocument(() => {
    document.addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI }) => {
      console.error(`refused by the policy: ${violatedDirective} ${blockedURI}`);
    });
  });

  // The rack, with its cards.
  await page.goto(`${baseURL}/`);
  await page.waitForFunction(() => document.querySelectorAll('relay-job-card canvas').length > 0);

  await page.goto(`${baseURL}/job/${id}`);
  await expect.poll(() => sentence(page)).toContain('would fit');
  await expect.poll(() => sentence(page)).toContain('90 links');

  // Another pitch.
  await step(page, 'Link');
  await page.locator('input[aria-label="Pitch, pin to pin"]').click({ count: 3 });
  await page.keyboard.type('15.875');
  await page.keyboard.press('Enter');
  await expect.poll(() => sentence(page)).toContain('15.875');
  await expect.poll(() => sentence(page)).not.toContain('90 links');

  // A wheel is dragged.
  await step(page, 'Path');
  const before = await sentence(page);
  const [x, y] = await onScreen(
    page,
    job.wheels.find(({ id }) => id === 'head')!,
  );
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let k = 1; k <= 10; k++) await page.mouse.move(x - 4 * k, y - 2 * k);
  await page.mouse.up();
  await expect.poll(() => sentence(page)).not.toBe(before);

  // Play.
  const still = await picture(page);
  await press(page, 'Play');
  await expect.poll(() => picture(page)).not.toBe(still);
  await press(page, 'Pause');

  // In space: its solids, or, where this browser has no WebGL, the words for that; and back to the drawing.
  await press(page, 'in space');
  const canDraw = await page.evaluate(() => document.createElement('canvas').getContext('webgl2') !== null);
  if (canDraw) await page.waitForSelector('relay-space .surface[aria-busy="false"] canvas');
  else {
    const words = await page.waitForSelector('relay-space relay-trouble');
    expect(await words!.evaluate((element) => element.textContent)).toContain('has no WebGL');
  }
  await press(page, 'in plan');
  await page.waitForSelector('relay-drawing .surface[aria-busy="false"]');

  // Take away.
  await step(page, 'Hand-off');
  await press(page, 'Write the file');
  await expect.poll(() => readdirSync(saved).filter((name) => name.endsWith('.svg'))).toHaveLength(1);
  await expect.poll(() => readFileSync(join(saved, 'in-firefox.svg'), 'utf8')).toContain('</svg>');
  expect(complaints).toEqual([]);
});
