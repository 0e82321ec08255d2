import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closeApproaches, measurePath, parsePathData } from './index';

const path = (d: string): ReturnType<typeof measurePath> => measurePath(parsePathData(d)[0]);

describe('where a path comes too close to itself', () => {
  it('two legs nearer than the width, and how near', () => {
    const found = closeApproaches(path('M0 0H200V9H100L100 100'), 12);
    expect(found.length).toBeGreaterThan(0);
    expect(found[0].distance).toBeCloseTo(9, 6);
    expect(closeApproaches(path('M0 0H200V9H100L100 100'), 8.9)).toEqual([]);
  });
  it('a crossing has no distance, and both its places', () => {
    const [cross, ...more] = closeApproaches(path('M0 0L100 100H200V0L0 150'), 3);
    expect(more).toEqual([]);
    expect(cross.distance).toBe(0);
    expect(cross.x).toBeCloseTo(600 / 7, 3);
    expect(cross.s[0]).toBeCloseTo((600 / 7) * Math.SQRT2, 3);
  });
  it('two long legs side by side are one approach, also over the closing place', () => {
    const found = closeApproaches(
      path('M-126 -5H126A4 4 0 0 1 130 -1V1A4 4 0 0 1 126 5H-126A4 4 0 0 1 -130 1V-1A4 4 0 0 1 -126 -5Z'),
      11.8,
    );
    expect(found.map((approach) => Math.round(approach.distance * 1e6) / 1e6)).toEqual([10]);
  });
  it('bends that are wide enough are not approaches, nor is the closing place', () => {
    expect(closeApproaches(path('M0 0H300A20 20 0 0 1 300 40H0A20 20 0 0 1 0 0Z'), 39)).toEqual([]);
    expect(closeApproaches(path('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z'), 20)).toEqual([]);
    expect(
      closeApproaches(path('M0 0H300A20 20 0 0 1 300 40H0A20 20 0 0 1 0 0Z'), 41).length,
    ).toBeGreaterThan(0);
  });
  it('ends for any crossing, however flat (property)', () => {
    const far = fc.integer({ min: -2000, max: 2000 }).map((n) => n / 10);
    fc.assert(
      fc.property(fc.array(fc.tuple(far, far), { minLength: 4, maxLength: 9 }), (points) => {
        fc.pre(new Set(points.map(String)).size > 1);
        const found = closeApproaches(path(`M${points.map((p) => p.join(' ')).join('L')}Z`), 11.81);
        for (const { s, distance } of found) {
          expect(s[0]).toBeLessThanOrEqual(s[1]);
          expect(distance).toBeLessThan(11.81);
        }
      }),
      { numRuns: 300, seed: 23 },
    );
  });
  it('no width, no approach', () => {
    expect(closeApproaches(path('M0 0H10'), 0)).toEqual([]);
    expect(closeApproaches(path('M0 0H10'), NaN)).toEqual([]);
  });
});
