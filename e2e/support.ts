import AxeBuilder from '@axe-core/playwright';
import {
  expect,
  test as base,
  type APIRequestContext,
  type Locator,
  type Download,
  type Page,
} from '@playwright/test';
import type { Job } from '@coin-relay/model';
import { startServer } from './server';

/**
 * Tests have a server and data of their own.
 * A page on which any error of the program, or anything the policy blocks, fails the test.
 */
export const test = base.extend<{ page: Page }, { server: string }>({
  server: [
    // eslint-disable-next-line no-empty-pattern -- what a fixture needs is read from its pattern
    async ({}, use) => {
      const { address, stop } = await startServer();
      await use(address);
      await stop();
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ server }, use) => use(server),
  page: async ({ page }, use) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    page.on('console', (message) => {
      // The browser itself reports refused saves; tests that provoke them look at the screen.
      if (message.type() === 'error' && !message.text().includes('Failed to load resource'))
        problems.push(message.text());
    });
    await use(page);
    expect(problems).toEqual([]);
  },
});
export { expect };

/** Copies a demo job, so that tests do not meet on one; returns the copy's id. */
export async function copyOf(
  request: APIRequestContext,
  demo: string,
  change: (job: Job) => void = () => undefined,
): Promise<string> {
  const { job } = (await (await request.get(`/api/jobs/${demo}`)).json()) as { job: Job };
  change(job);
  job.name = `${job.name} under test`;
  const made = (await (await request.post('/api/jobs', { data: { job } })).json()) as { id: string };
  return made.id;
}

export async function openJob(page: Page, id: string): Promise<void> {
  await page.goto(`/job/${id}`);
  await expect(sentence(page)).toContainText('would fit');
  await settled(page);
}

/**
 * Waits until the fit, what is worked out ahead and the checks have said all they have to say, what is loaded late is
 * filled in, and it is painted.
 */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(async () => {
    // Parts that wait for an idle moment come before this one does.
    await new Promise((resolve) => requestIdleCallback(resolve, { timeout: 5_000 }));
    const painted = (): Promise<unknown> =>
      new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve))));
    let calm = 0;
    while (calm < 2) {
      await painted();
      calm = document.querySelector('[aria-busy="true"], html[data-changing], [data-coarse]') ? 0 : calm + 1;
    }
  });
}

export const sentence = (page: Page): Locator => page.locator('relay-sentence .sentence');
export const verdict = (page: Page): Locator => page.locator('relay-sentence .verdict');

export const step = (page: Page, name: string): Locator =>
  page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name, exact: true });

/** Presses a radio or a checkbox, which shows its state once the page has taken it. */
export async function tick(box: Locator): Promise<void> {
  await box.click();
  await expect(box).toBeChecked();
}

/** The option of a list with these words, whatever number is added to them. */
const optionOf = (page: Page, words: string): Locator => {
  const plain = words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  return page.getByRole('option', { name: new RegExp(`^\\s*${plain}(, [\\d.]+.mm)?\\s*$`) });
};

/** A list to choose from. */
export const list = (page: Page, name: string): Locator => page.getByRole('combobox', { name, exact: true });

/** Opens it. */
async function openList(box: Locator): Promise<void> {
  await box.locator('xpath=ancestor::nz-select').click();
  await expect(box).toHaveAttribute('aria-expanded', 'true');
}

/** Chooses in a list by words; in one that can be searched they are typed. */
export async function pick(box: Locator, words: string): Promise<void> {
  await openList(box);
  if (await box.isEditable()) await box.fill(words);
  // A piece of the job may be called as one of the catalogue: the job's own comes first.
  await optionOf(box.page(), words).first().click();
  await expect(box.page().getByRole('listbox')).toBeHidden();
}

/** What a list offers, as far as it is in sight. */
export async function optionsOf(box: Locator): Promise<string[]> {
  await openList(box);
  const options = box.page().getByRole('option');
  await expect(options.first()).toBeVisible();
  const words = await options.allInnerTexts();
  await box.press('Escape');
  await expect(box.page().getByRole('listbox')).toBeHidden();
  return words.map((text) => text.trim());
}

/** Goes to a frame by the keys of the slider. */
export async function scrub(page: Page, frame: number): Promise<void> {
  const slider = page.getByRole('slider', { name: 'Frame' });
  const now = async (): Promise<number> => Number(await slider.getAttribute('aria-valuenow'));
  const press = async (key: string, times: number): Promise<void> => {
    for (let k = 0; k < times; k++) {
      const before = await now();
      await slider.press(key);
      await expect.poll(now).not.toBe(before);
    }
  };
  if ((await now()) !== 0) await press('Home', 1);
  await press('PageUp', Math.floor(frame / 10));
  await press('ArrowRight', frame % 10);
  expect(await now()).toBe(frame);
}

/** Opens a step of the worksheet. */
export async function openStep(page: Page, name: string): Promise<void> {
  await step(page, name).click();
  await expect(step(page, name)).toHaveAttribute('aria-current', 'step');
}

/** Where a point of the model is on the page. */
export async function onScreen(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const surface = page.locator('relay-drawing .surface');
  await settled(page);
  // The view settles once the job is shown, and after it was zoomed.
  let text = '';
  await expect
    .poll(async () => {
      const before = text;
      text = (await surface.getAttribute('data-view')) ?? '';
      return text !== '1 0 0' && text === before;
    })
    .toBe(true);
  const [scale, x0, y0] = text.split(' ').map(Number);
  const box = (await surface.boundingBox())!;
  return { x: box.x + x0 + x * scale, y: box.y + y0 - y * scale };
}

/** What a canvas shows once nothing is being worked out, as one number: changes when the picture does. */
export async function pictureOf(canvas: Locator): Promise<string> {
  await settled(canvas.page());
  return canvas.evaluate((element: HTMLCanvasElement) => {
    const data = element.getContext('2d')!.getImageData(0, 0, element.width, element.height).data;
    let hash = 0;
    for (const value of data) hash = (hash * 31 + value) | 0;
    return String(hash);
  });
}

/** The number in the sentence's part that says how many pieces. */
export async function countIn(page: Page): Promise<number> {
  return Number((await sentence(page).locator('.strong').innerText()).replace(/\D/g, ''));
}

export async function expectSaved(page: Page): Promise<void> {
  // What was just changed is on the screen as not saved after the next picture at the latest.
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
  await expect(page.locator('header .saved')).toHaveText('saved');
}

/** The job as it is kept, once all of it is saved. */
export async function storedJob(page: Page, id: string): Promise<Job> {
  await expectSaved(page);
  return ((await (await page.request.get(`/api/jobs/${id}`)).json()) as { job: Job }).job;
}

/** The canvas that rows, wheels and what is between them are drawn on. */
export const drawing = (page: Page): Locator => page.locator('relay-drawing canvas').nth(1);

/** axe finds nothing serious. */
export async function expectAccessible(page: Page): Promise<void> {
  // What is loaded late is there for a moment before it is filled in.
  await settled(page);
  // The application has no frames: all is asked in the page itself, which spares another page each time.
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .setLegacyMode(true)
    .analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

/** Opens a fold, by the words in its head where there are several; one that is open stays so. */
export async function unfold(within: Locator, heading: string | RegExp = ''): Promise<void> {
  const head = within
    .getByRole('button', { name: heading })
    .and(within.locator('.ant-collapse-header'))
    .first();
  if ((await head.getAttribute('aria-expanded')) !== 'true') await head.click();
  // What is pressed while a fold still opens moves on under the pointer.
  await head.evaluate(async (element) => {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    const moving = element.closest('nz-collapse')?.getAnimations({ subtree: true }) ?? [];
    await Promise.allSettled(moving.map(({ finished }) => finished));
  });
}

/** Hands the open job off, and waits for the file. */
export async function takeAway(page: Page, way: string): Promise<Download> {
  await pick(list(page, 'What to hand off'), way);
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Write the file' }).click(),
  ]);
  return download;
}
