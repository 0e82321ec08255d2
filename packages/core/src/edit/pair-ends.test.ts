import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { length3, sub3, type Vec3 } from '../math';
import { pairEnds } from './pair-ends';

/** By trying every pair, the nearest first. */
function plainly(ends: readonly Vec3[], tolerance: number): number[] {
  const pairs: [number, number, number][] = [];
  for (let i = 0; i < ends.length; i++)
    for (let j = i + 1; j < ends.length; j++) {
      const gap = length3(sub3(ends[i], ends[j]));
      if (gap <= tolerance) pairs.push([gap, i, j]);
    }
  pairs.sort((a, b) => a[0] - b[0]);
  const partner = ends.map(() => -1);
  for (const [, i, j] of pairs) if (partner[i] < 0 && partner[j] < 0) [partner[i], partner[j]] = [j, i];
  return partner;
}

describe('pairs of ends', () => {
  const coordinate = fc.nat(1e9).map((n) => n / 1e8);
  it.each([
    ['in the plane', fc.constant(0)],
    ['in space', coordinate],
    ['on an upright face', coordinate, fc.constant(3)],
  ] as const)('%s are those that trying every pair finds', (_, z, x: fc.Arbitrary<number> = coordinate) => {
    const ends = fc.array(fc.record({ x, y: coordinate, z }), { minLength: 2, maxLength: 60 });
    fc.assert(
      fc.property(ends, fc.double({ min: 0, max: 4, noNaN: true }), (points, tolerance) => {
        // Where all gaps are different there is one way only.
        const gaps = points.flatMap((p, i) => points.slice(i + 1).map((q) => length3(sub3(p, q))));
        fc.pre(new Set(gaps).size === gaps.length);
        expect([...pairEnds(points, tolerance)]).toEqual(plainly(points, tolerance));
      }),
      { numRuns: 300, seed: 20261127 },
    );
  });

  it('of a line whose two ends lie in one place are its own; of others in one place the next ones', () => {
    const at = (x: number): Vec3 => ({ x, y: 0, z: 0 });
    expect([...pairEnds([at(0), at(1), at(1), at(1), at(1), at(5)], 0)]).toEqual([-1, 4, 3, 2, 1, -1]);
  });

  it('nothing is paired beyond the tolerance, or without one', () => {
    const ends = [0, 1, 2.1, 9].map((x) => ({ x, y: 0, z: 0 }));
    expect([...pairEnds(ends, 1)]).toEqual([1, 0, -1, -1]);
    expect([...pairEnds(ends, NaN)]).toEqual([-1, -1, -1, -1]);
    expect([...pairEnds([], 1)]).toEqual([]);
  });
});
