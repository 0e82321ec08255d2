import type { Locator, Page } from '@playwright/test';
import type { Job } from '@coin-relay/model';
import { expect, settled } from './support';

export const surface = (page: Page): Locator => page.getByRole('application', { name: 'The job in space' });

/** What is drawn is counted: how often, and when last. */
interface Drawn {
  calls: number;
  last: number;
}
declare global {
  interface Window {
    drawn?: Drawn;
  }
}

export async function goIntoSpace(page: Page): Promise<void> {
  await page.evaluate(() => {
    if (window.drawn) return;
    const drawn = { calls: 0, last: performance.now() };
    window.drawn = drawn;
    const { prototype } = WebGL2RenderingContext;
    for (const name of ['drawElementsInstanced', 'drawElements'] as const) {
      const own = prototype[name] as (...given: unknown[]) => void;
      Object.assign(prototype, {
        [name](this: unknown, ...given: unknown[]) {
          drawn.calls++;
          drawn.last = performance.now();
          own.apply(this, given);
        },
      });
    }
  });
  await page.getByRole('button', { name: 'in space', exact: true }).click();
  await expect(surface(page)).toHaveAttribute('aria-busy', 'false', { timeout: 30_000 });
  await settled(page);
}

/** Where a place of the job is in the picture, px from the page's corner, by the map the view tells of. */
export async function inPicture(page: Page, x: number, y: number, z = 0): Promise<[number, number]> {
  const eye = ((await surface(page).getAttribute('data-eye')) ?? '').split(' ').map(Number);
  const row = (r: number): number => eye[r] * x + eye[r + 4] * y + eye[r + 8] * z + eye[r + 12];
  const box = (await surface(page).boundingBox())!;
  return [box.x + ((row(0) / row(3) + 1) / 2) * box.width, box.y + ((1 - row(1) / row(3)) / 2) * box.height];
}

/** The picture once it rests, with all its pixels: solids are drawn when something has changed, and not while nothing does. */
export async function resting(page: Page): Promise<string> {
  await page.waitForFunction(
    () => performance.now() - window.drawn!.last > 400 && !document.querySelector('[data-coarse]'),
  );
  return (await surface(page).screenshot()).toString('base64');
}

export const headOf = (job: Job) => job.wheels.find(({ id }) => id === 'head')!;

/** How many pixels of a picture have a colour between two, from one column to another. */
export function pixelsOf(
  page: Page,
  png: string,
  colour: { readonly low: readonly number[]; readonly high: readonly number[] },
  from = 0,
  to = Infinity,
): Promise<number> {
  return page.evaluate(
    async ({ png, low, high, from, to }) => {
      const image = new Image();
      image.src = `data:image/png;base64,${png}`;
      await image.decode();
      const canvas = new OffscreenCanvas(image.width, image.height);
      const ctx = canvas.getContext('2d')!;
      ctx.drawImage(image, 0, 0);
      const { data } = ctx.getImageData(0, 0, image.width, image.height);
      let many = 0;
      for (let i = 0; i < data.length; i += 4) {
        const column = (i / 4) % image.width;
        if (column < from || column > to) continue;
        if ([0, 1, 2].every((k) => data[i + k] >= low[k] && data[i + k] <= high[k])) many++;
      }
      return many;
    },
    // Not finite numbers do not arrive.
    { png, ...colour, from, to: Math.min(to, 1e6) },
  );
}
