import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { expect, onScreen, settled } from './support';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-paths-'));
/** A file of its own for a test. */
export const file = (name: string, content: string | Buffer): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

export const panel = (page: Page): Locator => page.locator('relay-path-step');
export const start = async (page: Page, name: string): Promise<void> => {
  await page.goto('/start');
  await page.getByRole('button', { name, exact: true }).click();
  await expect(page).toHaveURL(/\/job\//);
  await expect(panel(page)).toBeVisible();
};
export const point = (page: Page, n: number, axis: string): Locator =>
  page.getByLabel(`Point ${n}, ${axis}`, { exact: true });
export const type = async (field: Locator, text: string): Promise<void> => {
  await field.fill(text);
  await field.press('Enter');
};
/** Clicks at places of the drawing, mm. */
export const clickAt = async (page: Page, ...places: [number, number][]): Promise<void> => {
  for (const [x, y] of places) {
    const at = await onScreen(page, x, y);
    await page.mouse.click(at.x, at.y);
  }
};
export const dragFrom = async (page: Page, from: [number, number], to: [number, number]): Promise<void> => {
  const a = await onScreen(page, ...from);
  const b = await onScreen(page, ...to);
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
  await page.mouse.move(b.x, b.y, { steps: 3 });
  await page.mouse.up();
};
/** Shows all of the drawing, and waits until the page says where things are now. */
export const showAll = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'show all' }).click();
  await settled(page);
};
/** The length the path step states, mm; waits until it states one. */
export async function lengthOf(page: Page): Promise<number> {
  const stated = /([\d.]+)\smm (?:round|long)(?: in space \([^)]*\))?(?: as \w+)?,/;
  await expect(panel(page)).toContainText(stated);
  return Number(stated.exec((await panel(page).innerText()).replace(/\u00a0/g, ' '))?.[1]);
}
