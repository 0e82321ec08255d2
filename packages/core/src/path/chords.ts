import type { MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';

/** A path is looked at in so many stretches at the least: what bends to and fro within one would be taken for straight. */
const STRETCHES = 64;

/**
 * Points along a path between which straight lines stray from it by no more than a tolerance: x, y, z in turn, mm; its
 * end too where it is closed.
 */
export function pathChords(path: MeasuredPath, tolerance: number): number[] {
  const read = pathReader(path);
  const reading = newReading();
  const at = (s: number): readonly [number, number, number] => {
    read(Math.min(s, path.length), reading);
    return [reading[0], reading[1], reading[5]];
  };
  const points: number[] = [...at(0)];
  const walk = (s0: number, p: readonly number[], s1: number, q: readonly number[], depth: number): void => {
    const middle = at((s0 + s1) / 2);
    const off = Math.hypot(...middle.map((value, c) => value - (p[c] + q[c]) / 2));
    if (off <= tolerance || depth === 0) {
      points.push(...q);
      return;
    }
    walk(s0, p, (s0 + s1) / 2, middle, depth - 1);
    walk((s0 + s1) / 2, middle, s1, q, depth - 1);
  };
  for (let i = 0; i < STRETCHES; i++) {
    const [s0, s1] = [(path.length * i) / STRETCHES, (path.length * (i + 1)) / STRETCHES];
    walk(s0, at(s0), s1, at(s1), 20);
  }
  return points;
}
