import { determinant3, mapped3, RelayError, turnsOf, type Vec3 } from '@coin-relay/core';
import fc from 'fast-check';
import { Euler, Matrix4, Plane, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { parseJob } from '../job';
import { demoJobs } from '../demo';
import { planeMap, planeOf, planeThrough } from '.';

const number = fc.double({ min: -500, max: 500, noNaN: true });
const place = fc.record({ x: number, y: number, z: number });
const turn = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
const turns = fc.record({ x: turn, y: turn, z: turn });
const vector = ({ x, y, z }: Vec3): Vector3 => new Vector3(x, y, z);

describe('the plane of a path', () => {
  it('turns as three.js does by angles about x, then y, then z, and keeps lengths and hands (property)', () => {
    fc.assert(
      fc.property(place, turns, place, (origin, by, p) => {
        const map = planeMap({ origin, turns: by });
        // Its order names the axes from the last to the first.
        const theirs = vector(p)
          .applyMatrix4(new Matrix4().makeRotationFromEuler(new Euler(by.x, by.y, by.z, 'ZYX')))
          .add(vector(origin));
        mapped3(map, p.x, p.y, p.z).forEach((value, i) => expect(value).toBeCloseTo(theirs.toArray()[i], 8));
        expect(determinant3(map)).toBeCloseTo(1, 12);
      }),
      { numRuns: 200, seed: 15 },
    );
  });

  it('angles read from a turned drawing turn it so again, also where two axes lie on one another (property)', () => {
    const right = fc.constantFrom(-Math.PI / 2, Math.PI / 2);
    fc.assert(
      fc.property(fc.oneof(turns, fc.record({ x: turn, y: right, z: turn })), (by) => {
        const zero = { x: 0, y: 0, z: 0 };
        const map = planeMap({ origin: zero, turns: by });
        const again = planeMap({ origin: zero, turns: turnsOf(map) });
        map.forEach((value, i) => expect(again[i]).toBeCloseTo(value, 7));
      }),
      { numRuns: 300, seed: 16 },
    );
  });

  it('through three points holds all three, as three.js has it (property)', () => {
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        const theirs = new Plane().setFromCoplanarPoints(vector(a), vector(b), vector(c));
        const high = new Vector3().crossVectors(vector(b).sub(vector(a)), vector(c).sub(vector(a))).length();
        fc.pre(high > 10);
        const map = planeMap(planeThrough(a, b, c));
        const at = (x: number, y: number): Vector3 => new Vector3(...mapped3(map, x, y, 0));
        for (const p of [at(0, 0), at(70, 0), at(0, 90)]) expect(theirs.distanceToPoint(p)).toBeCloseTo(0, 5);
        const long = vector(a).distanceTo(vector(b));
        expect(at(0, 0).distanceTo(vector(a))).toBeCloseTo(0, 8);
        expect(at(long, 0).distanceTo(vector(b))).toBeCloseTo(0, 6);
        // The third is on its upper side.
        expect(
          at(0, 1)
            .sub(vector(a))
            .dot(vector(c).sub(vector(a))),
        ).toBeGreaterThan(0);
      }),
      { numRuns: 200, seed: 17 },
    );
  });

  it('three points in a line are refused', () => {
    const p = (x: number): Vec3 => ({ x, y: 2 * x, z: 7 });
    for (const [a, b, c] of [
      [p(0), p(10), p(25)],
      [p(0), p(0), { x: 4, y: 0, z: 1 }],
      [p(3), p(8), p(3)],
    ])
      expect(() => planeThrough(a, b, c)).toThrow(RelayError);
  });

  it('is kept with a path, taken over by what is made from it, and refused where it is broken', () => {
    const job = structuredClone(demoJobs()[0].job);
    const [path] = job.paths;
    path.plane = { origin: { x: 1, y: 2, z: 3 }, turns: { x: 0.5, y: 0, z: 0 } };
    const beside = {
      kind: 'parallel' as const,
      id: 'beside',
      name: 'Beside',
      of: path.id,
      distance: 8,
      corners: 'round' as const,
    };
    const parsed = parseJob({ ...job, paths: [...job.paths, beside] });
    expect(parsed.paths[0].plane).toEqual(path.plane);
    expect(planeOf(parsed, parsed.paths.at(-1)!)).toEqual(path.plane);
    expect(planeOf(demoJobs()[0].job, demoJobs()[0].job.paths[0])).toBeNull();
    for (const broken of [
      { origin: { x: 0, y: 0 }, turns: { x: 0, y: 0, z: 0 } },
      { origin: { x: 0, y: 0, z: 1e12 }, turns: { x: 0, y: 0, z: 0 } },
      { origin: { x: 0, y: 0, z: 0 }, turns: { x: Number.NaN, y: 0, z: 0 } },
    ])
      expect(() => parseJob({ ...job, paths: [{ ...path, plane: broken }] })).toThrow(/plane/);
  });
});
