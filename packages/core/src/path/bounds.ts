import { SEGMENT, type MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';
import { isArc, isStraight } from './segment-kinds';

/** An axis in a reading: where its coordinate is, and where the tangent’s share of it. */
type Axis = readonly [coordinate: number, slope: number];
const X: Axis = [0, 2];
const Y: Axis = [1, 3];
const Z: Axis = [5, 6];

/** The smallest upright rectangle round the path: exact on lines and arcs, within 1e-9 of the size on curves. */
export function pathBounds(path: MeasuredPath): [number, number, number, number] {
  const [x0, y0, x1, y1] = boundsAlong(path, [X, Y]);
  return [x0, y0, x1, y1];
}

/** The smallest upright box round a path in space: x0, y0, z0, x1, y1, z1. */
export function spaceBounds(path: MeasuredPath): [number, number, number, number, number, number] {
  const [x0, y0, z0, x1, y1, z1] = boundsAlong(path, [X, Y, Z]);
  return [x0, y0, z0, x1, y1, z1];
}

function boundsAlong(path: MeasuredPath, axes: readonly Axis[]): number[] {
  const many = axes.length;
  const box = axes.map(() => Infinity).concat(axes.map(() => -Infinity));
  const out = newReading();
  const read = pathReader(path);
  const take = (s: number): void => {
    read(s, out);
    for (let i = 0; i < many; i++) {
      box[i] = Math.min(box[i], out[axes[i][0]]);
      box[many + i] = Math.max(box[many + i], out[axes[i][0]]);
    }
  };
  for (let k = 0; k < path.kinds.length; k++) {
    const from = path.starts[k];
    const to = path.starts[k + 1];
    take(from);
    if (isStraight(path.kinds[k])) continue;
    const steps = isArc(path.kinds[k]) || path.kinds[k] > SEGMENT.spaceCubic ? 16 : 4;
    for (let i = 0; i < steps; i++) {
      const a = from + ((to - from) * i) / steps;
      const b = from + ((to - from) * (i + 1)) / steps;
      // A turning place may be a sample itself, so the samples count too.
      take(a);
      for (const [, axis] of axes) {
        const slope = (s: number): number => {
          read(s, out);
          return out[axis];
        };
        const stop = turningPlace(slope, a + (b - a) * 1e-9, b - (b - a) * 1e-9);
        if (stop !== null) take(stop);
      }
    }
  }
  // The end of an open path; on a closed one it is the start again.
  take(path.closed ? 0 : path.length);
  return box;
}

function turningPlace(slope: (s: number) => number, a: number, b: number): number | null {
  const fa = slope(a);
  if (!(fa * slope(b) < 0)) return null;
  for (let i = 0; i < 60; i++) {
    const mid = (a + b) / 2;
    if (slope(mid) * fa > 0) a = mid;
    else b = mid;
  }
  return (a + b) / 2;
}
