import { goldenMaximum } from '../math';
import { SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import { newReading, pathReader, readSegment } from './reader';

/** A jump of the direction of over 0.5 degrees. */
export const CORNER_ANGLE = (0.5 * Math.PI) / 180;

export interface Corner {
  /** Arc length from the start, mm. */
  readonly s: number;
  readonly x: number;
  readonly y: number;
  /** How far the direction turns there, radians, counter-clockwise positive. */
  readonly turn: number;
}

export interface Inspection {
  readonly length: number;
  readonly closed: boolean;
  /** The least radius of curvature of the smooth parts, mm; null where all of it is straight. */
  readonly minRadius: number | null;
  /** Where that is, arc length in mm. */
  readonly minRadiusAt: number | null;
  readonly corners: readonly Corner[];
  /** x0, y0, x1, y1. */
  readonly bounds: readonly [number, number, number, number];
}

/** Length, tightest bend, corners and bounds of a path. */
export function inspectPath(path: MeasuredPath): Inspection {
  const tightest = tightestBend(path);
  return {
    length: path.length,
    closed: path.closed,
    minRadius: tightest?.radius ?? null,
    minRadiusAt: tightest?.s ?? null,
    corners: findCorners(path),
    bounds: pathBounds(path),
  };
}

/** What was found of a path is known as long as the path is: it is asked for at every picture. */
const cornersOf = new WeakMap<MeasuredPath, readonly Corner[]>();
const bendOf = new WeakMap<MeasuredPath, { radius: number; s: number } | null>();

/** The corners in the order of the path, the closing place included where the path is closed. */
export function findCorners(path: MeasuredPath): readonly Corner[] {
  const known = cornersOf.get(path);
  if (known) return known;
  const found = searchCorners(path);
  cornersOf.set(path, found);
  return found;
}

function searchCorners(path: MeasuredPath): Corner[] {
  const corners: Corner[] = [];
  const count = path.kinds.length;
  const before = newReading();
  const after = newReading();
  for (let k = path.closed ? 0 : 1; k < count; k++) {
    const previous = k === 0 ? count - 1 : k - 1;
    if (isWithinCurve(path, previous, k)) continue;
    segmentEnd(path, previous, 1, before);
    segmentEnd(path, k, 0, after);
    const turn = Math.atan2(
      before[2] * after[3] - before[3] * after[2],
      before[2] * after[2] + before[3] * after[3],
    );
    if (Math.abs(turn) > CORNER_ANGLE) corners.push({ s: path.starts[k], x: after[0], y: after[1], turn });
  }
  return corners;
}

/** Two parts of one curve meet smoothly, but at a cusp, where its table has parts of hardly any length. */
function isWithinCurve(path: MeasuredPath, before: number, after: number): boolean {
  const { pieceOf, starts, length } = path;
  const tiny = 1e-6 * length;
  return (
    after > 0 &&
    pieceOf[before] === pieceOf[after] &&
    starts[before + 1] - starts[before] > tiny &&
    starts[after + 1] - starts[after] > tiny
  );
}

/**
 * Reads one segment at its start (0) or end (1), so that both sides of a join can be told apart.
 * Curves are read a hair inside: at a cusp they stand still and have no direction.
 */
function segmentEnd(path: MeasuredPath, k: number, end: 0 | 1, out: Float64Array): void {
  const length = path.starts[k + 1] - path.starts[k];
  const inset = path.kinds[k] === SEGMENT.line || path.kinds[k] === SEGMENT.arc ? 0 : length * 1e-3;
  readSegment(path.kinds[k], path.data, k * SEGMENT_STRIDE, end === 0 ? inset : length - inset, out);
}

/** The tightest bend of the smooth parts: exact on arcs, by search on curves. */
export function tightestBend(path: MeasuredPath): { radius: number; s: number } | null {
  const known = bendOf.get(path);
  if (known !== undefined) return known;
  const found = searchBend(path);
  bendOf.set(path, found);
  return found;
}

function searchBend(path: MeasuredPath): { radius: number; s: number } | null {
  let best = 0;
  let at = 0;
  const out = newReading();
  const read = pathReader(path);
  const bend = (s: number): number => {
    read(s, out);
    return Math.abs(out[4]);
  };
  const note = (s: number): void => {
    const value = bend(s);
    if (value > best) {
      best = value;
      at = s;
    }
  };
  for (let k = 0; k < path.kinds.length; k++) {
    const from = path.starts[k];
    const to = path.starts[k + 1];
    if (path.kinds[k] === SEGMENT.line) continue;
    if (path.kinds[k] === SEGMENT.arc) {
      note((from + to) / 2);
      continue;
    }
    const steps = 8;
    for (let i = 0; i <= steps; i++) {
      const s = from + ((to - from) * i) / steps;
      // The ends are read a hair inside, where only this segment can answer.
      note(i === 0 ? from + (to - from) * 1e-9 : i === steps ? to - (to - from) * 1e-9 : s);
    }
    // The sharpest place may lie between two samples of this segment.
    if (at >= from && at <= to) {
      const step = (to - from) / steps;
      note(goldenMaximum(bend, Math.max(from, at - step), Math.min(to, at + step), 40).x);
    }
  }
  return best > 0 ? { radius: 1 / best, s: at } : null;
}

/** The smallest upright rectangle round the path: exact on lines and arcs, within 1e-9 of the size on curves. */
export function pathBounds(path: MeasuredPath): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const out = newReading();
  const read = pathReader(path);
  const take = (s: number): void => {
    read(s, out);
    box[0] = Math.min(box[0], out[0]);
    box[1] = Math.min(box[1], out[1]);
    box[2] = Math.max(box[2], out[0]);
    box[3] = Math.max(box[3], out[1]);
  };
  for (let k = 0; k < path.kinds.length; k++) {
    const from = path.starts[k];
    const to = path.starts[k + 1];
    take(from);
    if (path.kinds[k] === SEGMENT.line) continue;
    const steps = path.kinds[k] === SEGMENT.arc ? 16 : 4;
    for (let i = 0; i < steps; i++) {
      const a = from + ((to - from) * i) / steps;
      const b = from + ((to - from) * (i + 1)) / steps;
      // A turning place may be a sample itself, so the samples count too.
      take(a);
      for (const axis of [2, 3] as const) {
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
