import { goldenMaximum, type Vec } from '../math';
import type { MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';

const MOST_SAMPLES = 20_000;

/** The place of a path that is nearest to a point: its arc length, and how far it is, mm. */
export function nearestOnPath(path: MeasuredPath, p: Vec): { s: number; distance: number } {
  const { length, kinds, starts, closed } = path;
  const read = pathReader(path);
  const at = newReading();
  const off = (s: number): number => {
    read(s, at);
    return Math.hypot(at[0] - p.x, at[1] - p.y);
  };
  const each = Math.max(2, Math.min(24, Math.floor(MOST_SAMPLES / kinds.length)));
  let best = 0;
  let least = Infinity;
  let step = length;
  for (let k = 0; k < kinds.length; k++) {
    const size = (starts[k + 1] - starts[k]) / each;
    for (let i = 0; i <= each; i++) {
      const s = starts[k] + i * size;
      const d = off(s);
      if (d < least) {
        least = d;
        best = s;
        step = size;
      }
    }
  }
  // Between the samples beside the nearest one; on an open path not beyond its ends.
  const low = closed ? best - step : Math.max(0, best - step);
  const high = closed ? best + step : Math.min(length, best + step);
  const { x } = goldenMaximum((s) => -off(s), low, high, 60);
  const s = off(x) < least ? x : best;
  return { s: closed ? ((s % length) + length) % length : s, distance: off(s) };
}
