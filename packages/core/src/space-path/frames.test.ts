import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { add3, angle3, cross3, dot3, length3, scale3, sub3, type Vec3 } from '../math';
import { measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from '../path';
import { helixPath, holonomy, leastTwist, measureSpacePath, reflected, roundedPath } from '.';

const placeOf = (path: MeasuredPath, s: number): { at: Vec3; way: Vec3 } => {
  const out = newReading();
  pathReader(path)(s, out);
  return { at: { x: out[0], y: out[1], z: out[5] }, way: { x: out[2], y: out[3], z: out[6] } };
};
const upAt = (ups: Float64Array, i: number): Vec3 => ({
  x: ups[3 * i],
  y: ups[3 * i + 1],
  z: ups[3 * i + 2],
});
const helix = measureSpacePath(helixPath({ from: 30, to: 30, rise: 240, turns: 2, hand: 'ccw' }));
/** Its normal: towards the axis. */
const normalAt = (s: number): Vec3 => {
  const { at } = placeOf(helix, s);
  return scale3({ x: at.x, y: at.y, z: 0 }, -1 / Math.hypot(at.x, at.y));
};
/** How far one direction is turned from another about a way. */
const turnAbout = (way: Vec3, from: Vec3, to: Vec3): number =>
  Math.atan2(dot3(cross3(from, to), way), dot3(from, to));

describe('frames with the least twist', () => {
  it('of a planar path keep the normal of the plane throughout, and come back as they were', () => {
    const path = measurePath(parsePathData('M0 0C90 -40 120 90 200 20A40 40 0 0 1 200 100L0 80Z')[0]);
    const ups = leastTwist(
      path,
      Array.from({ length: 30 }, (_, i) => (i / 30) * path.length),
    );
    for (let i = 0; i < 30; i++)
      expect(length3(sub3(upAt(ups, i), { x: 0, y: 0, z: 1 }))).toBeLessThan(1e-12);
    expect(Math.abs(holonomy(path))).toBeLessThan(1e-12);
  });

  it('on a helix turn against its normal by torsion × length', () => {
    // Torsion c / (a² + c²), c the rise a radian: the textbook value of the Frenet frame.
    const c = 120 / (2 * Math.PI);
    const torsion = c / (900 + c * c);
    const places = Array.from({ length: 9 }, (_, i) => (i / 8) * helix.length);
    const ups = leastTwist(helix, places, normalAt(0));
    places.forEach((s, i) => {
      const turned = turnAbout(placeOf(helix, s).way, normalAt(s), upAt(ups, i));
      const whole = -torsion * s - turned;
      expect(Math.abs(Math.sin(whole / 2))).toBeLessThan(1e-8);
    });
  });

  it('halving the step cuts the error about sixteenfold (Wang et al. 2008)', () => {
    const c = 120 / (2 * Math.PI);
    const torsion = c / (900 + c * c);
    const errorWith = (steps: number): number => {
      let up = normalAt(0);
      for (let i = 0; i < steps; i++)
        up = reflected(
          placeOf(helix, (i / steps) * helix.length),
          placeOf(helix, ((i + 1) / steps) * helix.length),
          up,
        );
      const turned = turnAbout(placeOf(helix, helix.length).way, normalAt(helix.length), up);
      return Math.abs(2 * Math.sin((-torsion * helix.length - turned) / 2));
    };
    for (const steps of [40, 80]) {
      const ratio = errorWith(steps) / errorWith(2 * steps);
      expect(ratio).toBeGreaterThan(14);
      expect(ratio).toBeLessThan(18);
    }
  });

  it('are square to the path and of length one, wherever they are asked for, round corners too', () => {
    const corner = fc.record({
      x: fc.integer({ min: -300, max: 300 }),
      y: fc.integer({ min: -300, max: 300 }),
      z: fc.integer({ min: -300, max: 300 }),
      radius: fc.constantFrom(0, 12),
    });
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 7 }), (points) => {
        const path = built(points, false);
        if (!path) return;
        const places = Array.from({ length: 40 }, (_, i) => ((i + 0.41) / 40) * path.length);
        const ups = leastTwist(path, places);
        places.forEach((s, i) => {
          const [up, { way }] = [upAt(ups, i), placeOf(path, s)];
          const side = cross3(up, way);
          expect(Math.abs(dot3(up, way))).toBeLessThan(1e-12);
          expect(Math.abs(length3(up) - 1)).toBeLessThan(1e-12);
          expect(Math.abs(dot3(cross3(way, up), scale3(side, -1)) - 1)).toBeLessThan(1e-12);
        });
      }),
      { numRuns: 120 },
    );
  });

  it('come back turned by the area that the way of the path encloses on the sphere (Gauss and Bonnet)', () => {
    // The ways of legs are corners of a spherical polygon; its area is the sum of its angles less (n − 2) π.
    const quarter = fc.record({
      x: fc.integer({ min: 120, max: 300 }),
      y: fc.integer({ min: 120, max: 300 }),
      z: fc.integer({ min: -140, max: 140 }),
    });
    let checked = 0;
    fc.assert(
      fc.property(fc.tuple(quarter, quarter, quarter, quarter), (q) => {
        const signs = [
          [1, 1],
          [-1, 1],
          [-1, -1],
          [1, -1],
        ];
        const points = q.map((p, i) => ({ x: p.x * signs[i][0], y: p.y * signs[i][1], z: p.z, radius: 15 }));
        const path = built(points, true);
        if (!path) return;
        const ways = points.map((p, i) => {
          const leg = sub3(points[(i + 1) % 4], p);
          return scale3(leg, 1 / length3(leg));
        });
        // Exterior angles, turned to the left about the way itself.
        const turned = ways.reduce((sum, way, i) => {
          const [before, after] = [ways[(i + 3) % 4], ways[(i + 1) % 4]];
          const into = cross3(cross3(before, way), way);
          const out = cross3(cross3(way, after), way);
          return sum + turnAbout(way, into, out);
        }, 0);
        checked++;
        const area = 2 * Math.PI - turned;
        expect(Math.abs(Math.sin((holonomy(path) - area) / 2))).toBeLessThan(1e-8);
      }),
      { numRuns: 60 },
    );
    expect(checked).toBeGreaterThan(50);
  });

  it('a first direction is made square to the path; one along it gives way to another', () => {
    const path = measureSpacePath(
      roundedPath(
        [
          { x: 0, y: 0, z: 0, radius: 0 },
          { x: 0, y: 0, z: 100, radius: 0 },
        ],
        false,
      ),
    );
    const [up, slanted] = [undefined, { x: 1, y: 0, z: 5 }].map((first) =>
      upAt(leastTwist(path, [50], first), 0),
    );
    expect(Math.abs(up.z)).toBeLessThan(1e-12);
    expect(length3(up)).toBeCloseTo(1, 12);
    expect(angle3(slanted, { x: 1, y: 0, z: 0 })).toBeLessThan(1e-12);
    expect(length3(add3(up, slanted))).toBeGreaterThan(0);
  });
});

function built(
  points: readonly (Vec3 & { readonly radius: number })[],
  closed: boolean,
): MeasuredPath | null {
  try {
    return measureSpacePath(roundedPath(points, closed));
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}
