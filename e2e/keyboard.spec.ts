import type { Locator, Page } from '@playwright/test';
import { countIn, expect, list, sentence, settled, step, storedJob, test, verdict } from './support';

/** Presses at the most to come from one part of the page to the next that is wanted. */
const MOST = 60;

/** Goes on with Tab until something has the focus, which has to be seen there. */
async function tabTo(page: Page, wanted: Locator, back = false): Promise<void> {
  for (let k = 0; k < MOST; k++) {
    if (
      await wanted.evaluate(
        (element) => element === document.activeElement || element.contains(document.activeElement),
      )
    )
      return;
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab');
    await expect.poll(() => unseenFocus(page)).toBe('');
  }
  throw new Error(`Not reached within ${MOST} presses of Tab: ${String(wanted)}`);
}

/** What has the focus, where it is not on the screen or looks as it does without; else nothing. */
const unseenFocus = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const focused = document.activeElement;
    if (!focused || focused === document.body) return '';
    const { width, height, right, bottom, x, y } = (
      focused.closest('nz-select') ?? focused
    ).getBoundingClientRect();
    const inSight = width > 0 && height > 0 && right > 0 && bottom > 0 && x < innerWidth && y < innerHeight;
    // What a control of the library is made of may be drawn by what is round it.
    let marked = false;
    for (
      let element: Element | null = focused, up = 0;
      element && up < 4;
      element = element.parentElement, up++
    ) {
      const { outlineStyle, boxShadow } = getComputedStyle(element);
      if (outlineStyle !== 'none' || boxShadow !== 'none') marked = true;
    }
    return inSight && marked ? '' : focused.outerHTML.slice(0, 200);
  });

test('a whole job by the keyboard alone: a path, a link, its count, play, and it is taken away', async ({
  page,
  request,
}) => {
  await page.goto('/start');
  await tabTo(page, page.getByRole('button', { name: 'rounded rectangle', exact: true }));
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/job\//);
  const id = page.url().split('/').at(-1)!;
  await expect(sentence(page)).toContainText('would fit');
  await settled(page);

  // The path: a number of its shape.
  await tabTo(page, page.locator('relay-path-step').getByLabel('width'));
  await page.keyboard.press('Control+a');
  await page.keyboard.type('320');
  await page.keyboard.press('Enter');
  await expect.poll(async () => JSON.stringify((await storedJob(page, id)).paths[0])).toContain('320');

  // The link, from a list that is searched by typing.
  await tabTo(page, step(page, 'Link'), true);
  await page.keyboard.press('Enter');
  await expect(page.locator('relay-link-step')).toBeVisible();
  await tabTo(page, list(page, 'Link'));
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('Track shoe');
  await expect(page.locator('.ant-select-item-option-active')).toContainText('Track shoe');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('shoes');
  await settled(page);

  // The count: a whole one that is even, then one of the candidates.
  await tabTo(page, step(page, 'Fit'), true);
  await page.keyboard.press('Enter');
  const fit = page.locator('relay-fit-step');
  await expect(fit).toBeVisible();
  await settled(page);
  const count = await countIn(page);
  await tabTo(page, fit.getByRole('table').getByRole('button', { name: String(count + 2) }));
  await page.keyboard.press('Enter');
  await expect.poll(() => countIn(page)).toBe(count + 2);
  await expect(verdict(page)).toContainText('closes');

  // Play and stop, by the bar and by the key.
  await tabTo(page, page.getByRole('button', { name: 'Play', exact: true }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeFocused();

  // Undo and redo.
  await page.keyboard.press('Control+z');
  await expect.poll(() => countIn(page)).toBe(count);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => countIn(page)).toBe(count + 2);

  // Take it away.
  await tabTo(page, step(page, 'Hand-off'), true);
  await page.keyboard.press('Enter');
  const write = page.getByRole('button', { name: 'Write the file' });
  await expect(write).toBeVisible();
  await expect(list(page, 'What to hand off')).toHaveAccessibleDescription(/SVG, still/);
  await tabTo(page, write);
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect(download.suggestedFilename()).toMatch(/\.svg$/);

  // And back to the rack.
  await tabTo(page, page.getByRole('link', { name: 'Rack' }), true);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/$/);
  await request.delete(`/api/jobs/${id}`);
});
