import { expect } from 'vitest';
import { ringOn } from '../chain';
import { angle3, length3, sub3, type Vec3 } from '../math';
import { measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from '../path';
import { helixPath, measureSpacePath, type Helix } from '.';

export const ROUND: Helix = { from: 40, to: 40, rise: 150, turns: 3, hand: 'ccw' };
export const helix = (change: Partial<Helix> = {}): MeasuredPath =>
  measureSpacePath(helixPath({ ...ROUND, ...change }));
export const planar = (d: string): MeasuredPath => measurePath(parsePathData(d)[0]);

/** Where a path is, which way it goes, and how much it bends. */
export function readAt(path: MeasuredPath, s: number): { at: Vec3; way: Vec3; bend: number } {
  const out = newReading();
  pathReader(path)(s, out);
  return { at: { x: out[0], y: out[1], z: out[5] }, way: { x: out[2], y: out[3], z: out[6] }, bend: out[4] };
}

/** What the reader says of way and bend agrees with what it says of places near by (differences of places). */
export function expectSmooth(path: MeasuredPath, s: number, near = 1e-4 * path.length): void {
  const [a, b, c] = [readAt(path, s - near), readAt(path, s), readAt(path, s + near)];
  expect(length3(b.way)).toBeCloseTo(1, 12);
  const way = sub3(c.at, a.at);
  expect(angle3(way, b.way)).toBeLessThan(1e-5);
  expect(length3(way) / (2 * near)).toBeCloseTo(1, 5);
  expect(Math.abs(angle3(a.way, c.way) / (2 * near) - b.bend)).toBeLessThan(
    2e-4 * Math.max(b.bend, 1 / path.length) + 1e-9,
  );
}

/** Pins of a closed row stand at equal distances, at any phase. */
export function expectEqualChords(path: MeasuredPath, links: number): void {
  const solver = ringOn(path, links);
  for (const travel of [0, 0.31, 5.75]) {
    const found = solver.solve(solver.phaseAt(travel))!;
    expect(found).not.toBeNull();
    const pins = [...found.s].map((s) => readAt(path, s).at);
    pins.forEach((pin, i) => {
      const chord = length3(sub3(pins[(i + 1) % links], pin));
      expect(Math.abs(chord / found.chord - 1)).toBeLessThan(1e-9);
    });
  }
}
