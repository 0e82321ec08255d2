import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { PNG } from 'pngjs';
import { expect, openJob, openStep, takeAway } from './support';

/** Opens the coin lift and hands it off: the file, and what is in it as text. */
export const take = async (
  page: Page,
  way: string,
): Promise<{ name: string; path: string; text: string }> => {
  await openJob(page, 'demo-coin-lift');
  await openStep(page, 'Hand-off');
  const download = await takeAway(page, way);
  const path = await download.path();
  return { name: download.suggestedFilename(), path, text: readFileSync(path, 'utf8') };
};

/** Is a program there? */
export const has = (program: string): boolean => spawnSync('which', [program]).status === 0;

/** Pixels that are clearly another colour in one picture than in the other, a part of those that are not plain paper. */
export function unlike(a: PNG, b: PNG): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  const [paper] = [a.data.subarray(0, 3)];
  let [off, drawn] = [0, 0];
  for (let p = 0; p < a.data.length; p += 4) {
    const far = (x: Uint8Array, i: number, y: Uint8Array, j: number): number =>
      Math.max(...[0, 1, 2].map((c) => Math.abs(x[i + c] - y[j + c])));
    if (far(a.data, p, paper, 0) > 16) drawn++;
    if (far(a.data, p, b.data, p) > 100) off++;
  }
  return off / drawn;
}
