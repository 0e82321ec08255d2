import { SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';
import { isArc, isStraight } from './segment-kinds';

/** An axis in a reading: where its coordinate is, and where the tangent’s share of it. */
type Axis = readonly [coordinate: number, slope: number];
const X: Axis = [0, 2];
const Y: Axis = [1, 3];
const Z: Axis = [5, 6];

/** A measured path is not changed once it is made: what is looked at in every picture is worked out once. */
const KNOWN = new WeakMap<MeasuredPath, readonly [number, number, number, number]>();

/** The smallest upright rectangle round the path: exact on lines and arcs, within 1e-9 of the size on curves. */
export function pathBounds(path: MeasuredPath): readonly [number, number, number, number] {
  let known = KNOWN.get(path);
  if (!known) {
    const [x0, y0, x1, y1] = boundsAlong(path, [X, Y]);
    KNOWN.set(path, (known = [x0, y0, x1, y1]));
  }
  return known;
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
    if (isArc(path.kinds[k])) {
      for (let i = 0; i < many; i++) for (const s of arcStops(path, k, i)) take(s);
      continue;
    }
    const steps = path.kinds[k] > SEGMENT.spaceCubic ? 16 : 4;
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

/**
 * Where an arc turns round along an axis, as arc lengths of the path. With unit vectors u to its start and v along
 * it there it is centre + r (cos φ u + sin φ v), which stands still along the axis where tan φ is that of v over u.
 */
function arcStops(path: MeasuredPath, k: number, axis: number): number[] {
  const at = k * SEGMENT_STRIDE;
  const { data, starts } = path;
  const flat = path.kinds[k] === SEGMENT.arc;
  const radius = data[at + (flat ? 2 : 9)];
  let [u, v] = [data[at + 3 + axis], data[at + 6 + axis]];
  if (flat) {
    const [cos, sin, sense] = [Math.cos(data[at + 3]), Math.sin(data[at + 3]), data[at + 4]];
    [u, v] = axis === 0 ? [cos, -sense * sin] : [sin, sense * cos];
  }
  const first = Math.atan2(v, u);
  const phi = first < 0 ? first + Math.PI : first;
  return [phi, phi + Math.PI].map((angle) => starts[k] + radius * angle).filter((s) => s <= starts[k + 1]);
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
