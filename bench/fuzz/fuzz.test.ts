import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { mutate, random } from './mutate';
import { isRefusal, TARGETS } from './targets';
import { fixturesIn, inputOf } from './inputs';

const targets = TARGETS(fixturesIn(fileURLToPath(new URL('../../fixtures', import.meta.url))));
/** Inputs of each format here; the whole run is `npm run fuzz`. */
const MANY = 150;
const MANY_OPENED = 60;

describe('files that are nearly right', () => {
  it.each(targets)(
    '$name: read, or refused in words',
    async ({ name, seeds, read }) => {
      const many = name === 'open' ? MANY_OPENED : MANY;
      expect(seeds.length).toBeGreaterThan(0);
      const faults: string[] = [];
      let refused = 0;
      for (let n = 0; n < many; n++) {
        try {
          await read(inputOf(seeds, n));
        } catch (error) {
          if (isRefusal(error)) refused++;
          else faults.push(`${n}: ${String(error)}`);
        }
      }
      expect(faults).toEqual([]);
      // Some are still good, and some are not: else nothing would be tried.
      expect(refused).toBeGreaterThan(0);
      expect(refused).toBeLessThan(many);
    },
    60_000,
  );

  it('a seed makes the same input each time, and another seed another one', () => {
    const text = 'M0 0L10 20 30 40Z'.repeat(9);
    const made = (seed: number): string => mutate(text, [text], random(seed));
    expect(made(7)).toBe(made(7));
    expect(new Set(Array.from({ length: 40 }, (_, seed) => made(seed))).size).toBeGreaterThan(30);
  });

  it('what reads the fixtures as they are finds lines in them', async () => {
    for (const { name, seeds, read } of targets)
      for (const seed of seeds.slice(0, 2))
        await expect(Promise.resolve(seed).then(read), name).resolves.toBeUndefined();
  });
});
