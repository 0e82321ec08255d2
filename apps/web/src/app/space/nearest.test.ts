import fc from 'fast-check';
import { BoxGeometry, Euler, Matrix4, SphereGeometry, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { nearestBetween } from './nearest';

const at = (x: number, y: number, z: number, turn = 0): Matrix4 =>
  new Matrix4().makeRotationFromEuler(new Euler(0, 0, turn)).setPosition(x, y, z);

describe('where bodies come nearest', () => {
  it('by hand: boxes face to face, edge to face, corner to corner, one in the other', () => {
    const box = new BoxGeometry(10, 10, 10);
    const near = (matrix: Matrix4): number =>
      nearestBetween([{ geometry: box, matrix: at(0, 0, 0) }], [{ geometry: box, matrix }])!.distance;
    expect(near(at(30, 2, -1))).toBeCloseTo(20, 6);
    expect(near(at(30, 0, 0, Math.PI / 4))).toBeCloseTo(25 - 5 * Math.SQRT2, 6);
    expect(near(at(13, 14, 22))).toBeCloseTo(Math.hypot(3, 4, 12), 6);
    expect(near(at(4, 4, 4))).toBeCloseTo(0, 6);
  });

  it('of several bodies the nearest two count', () => {
    const box = new BoxGeometry(2, 2, 2);
    const row = [0, 10, 20].map((x) => ({ geometry: box, matrix: at(x, 0, 0) }));
    const found = nearestBetween(row, [{ geometry: box, matrix: at(27, 0, 0) }])!;
    expect(found.distance).toBeCloseTo(5, 6);
    expect([found.from.x, found.to.x]).toEqual([21, 26]);
    expect(nearestBetween(row, [])).toBeNull();
  });

  it('balls are as far apart as their middles less their radii, within how far their faces lie inside (property)', () => {
    const ball = new SphereGeometry(5, 24, 16);
    const number = fc.double({ min: -60, max: 60, noNaN: true });
    // A face of a 24-sided ball lies this far inside it at the most.
    const inside = 5 * (1 - Math.cos(Math.PI / 16) * Math.cos(Math.PI / 24));
    fc.assert(
      fc.property(number, number, number, (x, y, z) => {
        const apart = new Vector3(x, y, z).length() - 10;
        fc.pre(apart > 1);
        const { distance } = nearestBetween(
          [{ geometry: ball, matrix: at(0, 0, 0) }],
          [{ geometry: ball, matrix: at(x, y, z, x) }],
        )!;
        expect(distance).toBeGreaterThan(apart - 1e-6);
        expect(distance).toBeLessThan(apart + 2 * inside + 1e-6);
      }),
      { numRuns: 60, seed: 5 },
    );
  });
});
