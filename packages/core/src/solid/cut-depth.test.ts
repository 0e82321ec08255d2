import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutBody, cutDepth } from './cut-depth';
import { extrude } from './extrude';
import { mapMesh, type Mesh } from './mesh';
import { indexSurface } from './nearest';
import { bar } from './revolve';

const box = (x0: number, y0: number, z0: number, x1: number, y1: number, z1: number): Mesh =>
  extrude([Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1)], z0, z1, 0);
const number = (most: number): fc.Arbitrary<number> => fc.double({ min: -most, max: most, noNaN: true });
const AWAY = [1, 0, 0, 1000, 0, 1, 0, 0, 0, 0, 1, 0];

describe('how far a point is from a surface', () => {
  it('is what is known in closed form of a box (property)', () => {
    const surface = indexSurface(box(-5, -3, -2, 5, 3, 2));
    fc.assert(
      fc.property(number(9), number(6), number(5), (x, y, z) => {
        const q = [Math.abs(x) - 5, Math.abs(y) - 3, Math.abs(z) - 2];
        const outside = Math.hypot(...q.map((each) => Math.max(each, 0)));
        const expected = outside + Math.min(Math.max(...q), 0);
        expect(surface.distance(x, y, z)).toBeCloseTo(expected, 9);
      }),
      { numRuns: 500, seed: 7 },
    );
  });

  it('is right in the notch of what is not convex, and at its inner corner', () => {
    const notched = indexSurface(extrude([Float64Array.of(0, 0, 10, 0, 10, 10, 6, 10, 6, 4, 0, 4)], 0, 8, 0));
    expect(notched.distance(5, 5, 4)).toBeCloseTo(1, 12);
    expect(notched.distance(6.5, 3.5, 4)).toBeCloseTo(-Math.SQRT1_2, 12);
    expect(notched.distance(8, 7, 4)).toBeCloseTo(-2, 12);
    expect(notched.distance(3, 9, 4)).toBeCloseTo(3, 12);
  });

  it('is that of a rod, but for how far its chords stray', () => {
    const rod = indexSurface(bar(0, 40, 5, 0, 0.001));
    for (const [y, z] of [
      [3, 1],
      [0, -4.5],
      [6, 2],
    ])
      expect(Math.abs(rod.distance(20, y, z) - (Math.hypot(y, z) - 5))).toBeLessThan(0.002);
  });

  it('ends its search early where it is near enough', () => {
    const surface = indexSurface(box(-5, -3, -2, 5, 3, 2));
    expect(surface.distance(0, 0, 1.9, 0.5)).toBeLessThan(0.5);
    expect(surface.distance(0, 0, 0, 0.5)).toBeCloseTo(-2, 12);
  });
});

describe('how deep two solids cut into each other', () => {
  const first = cutBody(box(-20, -5, -5, 0, 5, 5), 2);
  const end = cutBody(box(0, -5, -5, 6, 5, 5), 0.5);
  const hinged = (angle: number): readonly number[] => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return [c, -s, 0, 0, s, c, 0, 0, 0, 0, 1, 0];
  };

  it('bars with their hinge in the middle of their ends: h sin δ / (sin δ + cos δ) at the end of the other', () => {
    for (const angle of [0.1, 0.3, 0.6]) {
      // On the end of the second bar, t below the hinge: t sin δ behind the first one's end, 5 − t cos δ above its side.
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const expected = (5 * s) / (s + c);
      const found = cutDepth(first, end, hinged(angle), 0);
      expect(found).toBeLessThanOrEqual(expected + 1e-9);
      expect(found).toBeGreaterThan(expected - 0.02);
    }
  });

  it('none where they touch, and none beside each other', () => {
    expect(cutDepth(first, end, hinged(0), 1e-9)).toBe(0);
    expect(cutDepth(first, end, AWAY, 0)).toBe(0);
  });

  it('what goes right through is found, though no edge of either ends in the other', () => {
    const [plate, pole] = [cutBody(box(-20, -20, -1, 20, 20, 1), 1), cutBody(box(-1, -1, -30, 1, 1, 30), 1)];
    const upright = [1, 0, 0, 0.3, 0, 1, 0, 0.2, 0, 0, 1, 0.1];
    expect(cutDepth(plate, pole, upright, 0)).toBeGreaterThan(0.5);
  });

  it('is the same from both sides, and grows with what is drawn larger', () => {
    const [a, b] = [cutBody(box(-4, -3, -2, 4, 3, 2), 0.2), cutBody(box(-3, -2, -2, 3, 2, 2), 0.2)];
    const there = [1, 0, 0, 6, 0, 1, 0, 0, 0, 0, 1, 0];
    const back = [1, 0, 0, -6, 0, 1, 0, 0, 0, 0, 1, 0];
    const depth = cutDepth(a, b, there, 0);
    expect(depth).toBeGreaterThan(0.9);
    expect(cutDepth(b, a, back, 0)).toBeCloseTo(depth, 9);
    const twice = cutBody(mapMesh(box(-4, -3, -2, 4, 3, 2), [2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 2, 0]), 0.4);
    const large = cutBody(mapMesh(box(-3, -2, -2, 3, 2, 2), [2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 2, 0]), 0.4);
    expect(cutDepth(twice, large, [1, 0, 0, 12, 0, 1, 0, 0, 0, 0, 1, 0], 0)).toBeCloseTo(2 * depth, 9);
    // The second one made half as large, drawn at twice its size.
    expect(cutDepth(twice, b, [2, 0, 0, 12, 0, 2, 0, 0, 0, 0, 2, 0], 0)).toBeCloseTo(2 * depth, 9);
  });

  it('depths up to a least one are none', () => {
    const depth = cutDepth(first, end, hinged(0.3), 0);
    expect(cutDepth(first, end, hinged(0.3), depth + 0.01)).toBe(0);
    expect(cutDepth(first, end, hinged(0.3), depth / 2)).toBeCloseTo(depth, 9);
  });
});
