import { describe, expect, it } from 'vitest';
import { angle3, cross3, dot3, length3, type Vec3 } from '../math';
import { measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from '../path';
import {
  GRAVITY,
  helixPath,
  holonomy,
  leastTwist,
  measureSpacePath,
  roundedPath,
  upsAlong,
  type UpRule,
} from '.';
import { squareTo } from './frames';

const Z: Vec3 = { x: 0, y: 0, z: 1 };
const loop = measureSpacePath(
  roundedPath(
    [
      { x: 0, y: 0, z: 0, radius: 60 },
      { x: 300, y: 0, z: 160, radius: 60 },
      { x: 320, y: 260, z: 0, radius: 60 },
      { x: -20, y: 240, z: 150, radius: 60 },
    ],
    true,
  ),
);
/** Round about a lying circle, over the top of an upright one: a loop as of a toy track, closed. */
const over = measureSpacePath(
  roundedPath(
    [
      { x: 0, y: 0, z: 0, radius: 40 },
      { x: 200, y: 0, z: 0, radius: 40 },
      { x: 200, y: 10, z: 200, radius: 40 },
      { x: 0, y: 10, z: 200, radius: 40 },
    ],
    true,
  ),
);

const wayAt = (path: MeasuredPath, s: number): Vec3 => {
  const out = newReading();
  pathReader(path)(s, out);
  return { x: out[2], y: out[3], z: out[6] };
};
/** Up at even places of a path, square to it. */
function upsOf(
  path: MeasuredPath,
  rule: UpRule,
  many = 400,
): { readonly s: number; readonly way: Vec3; readonly up: Vec3 }[] {
  const places = Float64Array.from({ length: many }, (_, i) => (path.length * i) / many);
  const { ups } = upsAlong(path, places, rule);
  return Array.from(places, (s, i) => {
    const way = wayAt(path, s);
    return { s, way, up: squareTo(way, { x: ups[3 * i], y: ups[3 * i + 1], z: ups[3 * i + 2] }) };
  });
}
/** The angle from one direction to another about a way. */
const turnFrom = (a: Vec3, b: Vec3, way: Vec3): number => Math.atan2(dot3(cross3(a, b), way), dot3(a, b));

describe('up along a path', () => {
  it('by stations is as told at them, and turns evenly from the least twist between them', () => {
    const stations = [
      { s: 100, up: { x: 0, y: 0, z: 1 } },
      { s: 500, up: { x: 0, y: 1, z: 0.2 } },
      { s: 900, up: { x: 1, y: 0, z: 0 } },
    ];
    const at = upsAlong(loop, Float64Array.of(100, 500, 900), { by: 'stations', stations }).ups;
    stations.forEach(({ s, up }, i) => {
      const told = { x: at[3 * i], y: at[3 * i + 1], z: at[3 * i + 2] };
      expect(angle3(told, squareTo(wayAt(loop, s), up))).toBeLessThan(1e-9);
    });
    // Away from the frame of least twist by as much for each mm, within each stretch and over the closing place.
    const places = Float64Array.from({ length: 800 }, (_, i) => (loop.length * i) / 800);
    const carried = leastTwist(loop, places);
    const rates = upsOf(loop, { by: 'stations', stations }, 800).map(({ s, way, up }, i) => ({
      s,
      turn: turnFrom({ x: carried[3 * i], y: carried[3 * i + 1], z: carried[3 * i + 2] }, up, way),
    }));
    const rateOver = (from: number, to: number): number[] =>
      rates.slice(0, -1).flatMap(({ s, turn }, i) => {
        const step = rates[i + 1].turn - turn;
        return s >= from && rates[i + 1].s <= to ? [Math.atan2(Math.sin(step), Math.cos(step))] : [];
      });
    for (const [from, to] of [
      [100, 500],
      [500, 900],
    ]) {
      const found = rateOver(from, to);
      for (const rate of found) expect(rate).toBeCloseTo(found[0], 9);
    }
    const before = rateOver(900, loop.length);
    const after = rateOver(0, 100);
    expect(after.at(0)).toBeCloseTo(before.at(-1)!, 9);
    const seam = upsOf(loop, { by: 'stations', stations }, 4000);
    expect(angle3(seam.at(-1)!.up, seam[0].up)).toBeLessThan(0.02);
  });

  it('by a direction goes over a loop without a jump, and leaves it where it is not defined alone', () => {
    const { lost } = upsAlong(over, Float64Array.of(0), { by: 'fixed', up: Z });
    expect(lost).toHaveLength(2);
    const ups = upsOf(over, { by: 'fixed', up: Z }, 4000);
    ups.forEach(({ s, way, up }, i) => {
      const next = ups[(i + 1) % ups.length];
      // Half a turn over some 200 mm, in steps of a fifth of a mm; where it bends, 0.2 / 40 more.
      expect(angle3(up, next.up)).toBeLessThan(0.03);
      if (lost.some(({ from, to }) => s > from - 1 && s < to + 1)) return;
      expect(angle3(up, squareTo(way, Z))).toBeLessThan(1e-9);
    });
  });

  it('banked by stations leans to the left as told', () => {
    const circle = measurePath(parsePathData('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z')[0]);
    const rule: UpRule = {
      by: 'bank',
      vertical: { x: 0, y: 0, z: 3 },
      stations: [
        { s: 0, roll: 0.1 },
        { s: 100, roll: 0.5 },
      ],
    };
    const ups = upsOf(circle, rule);
    for (const { s, way, up } of ups) {
      const left = cross3(Z, way);
      const lean = Math.atan2(dot3(up, left), up.z);
      const { length } = circle;
      const told = s <= 100 ? 0.1 + (0.4 * s) / 100 : 0.5 - (0.4 * (s - 100)) / (length - 100);
      expect(lean).toBeCloseTo(told, 9);
    }
  });

  it('banked by speed leans by tan = v² κ / g in bends, not on straights, and the other way in the other bend', () => {
    const eight = measurePath(
      parsePathData('M0 0L200 0A80 80 0 0 1 200 160L100 160A80 80 0 0 0 100 320L300 320')[0],
    );
    const speed = 900;
    const ups = upsOf(eight, { by: 'speed', vertical: Z, speed, ease: 30 });
    const lean = (near: number): number => {
      const { way, up } = ups.reduce((a, b) => (Math.abs(b.s - near) < Math.abs(a.s - near) ? b : a));
      return Math.atan2(dot3(up, cross3(Z, way)), up.z);
    };
    const told = Math.atan((speed * speed) / 80 / GRAVITY);
    const half = 80 * Math.PI;
    expect(lean(100)).toBeCloseTo(0, 12);
    // Sixteen looks along an arc of 30 mm: as exact as an angle is by its two ends.
    expect(lean(200 + half / 2)).toBeCloseTo(told, 9);
    expect(lean(300 + half * 1.5)).toBeCloseTo(-told, 9);
    // Half way in where the bend begins.
    const begin = upsAlong(eight, Float64Array.of(200), { by: 'speed', vertical: Z, speed, ease: 30 }).ups;
    expect(Math.atan2(begin[1], begin[2])).toBeCloseTo(Math.atan(Math.tan(told) / 2), 6);
  });

  it('of least twist on a closed path meets itself, by turning evenly', () => {
    const ups = upsOf(loop, { by: 'least-twist' }, 4000);
    expect(Math.abs(holonomy(loop))).toBeGreaterThan(0.3);
    expect(angle3(ups.at(-1)!.up, ups[0].up)).toBeLessThan(0.01);
  });

  it('is of length one, on a helix too', () => {
    const helix = measureSpacePath(helixPath({ from: 30, to: 10, rise: 240, turns: 3, hand: 'cw' }));
    for (const rule of [
      { by: 'least-twist' },
      { by: 'fixed', up: { x: 0, y: 2, z: 1 } },
      { by: 'stations', stations: [{ s: 10, up: Z }] },
      { by: 'speed', vertical: Z, speed: 300, ease: 10 },
    ] satisfies UpRule[]) {
      const { ups } = upsAlong(
        helix,
        Float64Array.from({ length: 50 }, (_, i) => 5 * i),
        rule,
      );
      for (let i = 0; i < 50; i++)
        expect(length3({ x: ups[3 * i], y: ups[3 * i + 1], z: ups[3 * i + 2] })).toBeCloseTo(1, 12);
    }
  });
});
