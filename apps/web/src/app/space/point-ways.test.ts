import fc from 'fast-check';
import { Ray, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { placeUnder, POINT_WAYS } from './point-ways';

const number = fc.double({ min: -100, max: 100, noNaN: true });
const vector = fc.tuple(number, number, number).map(([x, y, z]) => new Vector3(x, y, z));

describe('where a point is dragged to', () => {
  it('stays in its plane or on its axis, under the pointer or as near to it as can be (property)', () => {
    fc.assert(
      fc.property(
        vector,
        vector,
        vector,
        fc.constantFrom(...POINT_WAYS),
        (origin, way, through, { value }) => {
          fc.pre(way.length() > 1);
          const ray = new Ray(origin, way.clone().normalize());
          const at = placeUnder(ray, through, value);
          if (!at) return;
          for (const axis of ['x', 'y', 'z'] as const)
            if (!value.includes(axis)) expect(at[axis]).toBeCloseTo(through[axis], 6);
          const line = { origin: ray.origin, direction: ray.direction };
          const off = (p: Vector3): number => p.clone().sub(line.origin).cross(line.direction).length();
          if (value.length === 2) expect(off(at)).toBeLessThan(1e-6 * (1 + at.length()));
          else
            for (const by of [-0.1, 0.1])
              expect(
                off(at.clone().setComponent('xyz'.indexOf(value), at[value as 'x'] + by)),
              ).toBeGreaterThanOrEqual(off(at) - 1e-9 * (1 + at.length()));
        },
      ),
      { numRuns: 400, seed: 20261129 },
    );
  });

  it('a plane on its edge, an axis on its end and what lies behind tell no place', () => {
    const down = new Ray(new Vector3(0, 0, 50), new Vector3(0, 0, -1));
    const through = new Vector3(1, 2, 3);
    expect(placeUnder(down, through, 'xz')).toBeNull();
    expect(placeUnder(down, through, 'z')).toBeNull();
    expect(placeUnder(down, new Vector3(0, 0, 90), 'xy')).toBeNull();
    expect(placeUnder(down, through, 'xy')).toEqual(new Vector3(0, 0, 3));
    expect(placeUnder(down, through, 'x')).toEqual(new Vector3(0, 2, 3));
  });
});
