import { goldenMaximum } from '../math';
import { pathBounds } from './bounds';
import { isSpatial, SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import { spaceReader } from './read-space';
import { newReading, pathReader, readSegment } from './reader';
import { isArc, isStraight } from './segment-kinds';

/** A jump of the direction of over 0.5 degrees. */
export const CORNER_ANGLE = (0.5 * Math.PI) / 180;

export interface Corner {
  /** Arc length from the start, mm. */
  readonly s: number;
  readonly x: number;
  readonly y: number;
  /** How far the direction turns there, radians, counter-clockwise positive; of paths in space without a sign. */
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
  const read = segmentReader(path);
  for (let k = path.closed ? 0 : 1; k < count; k++) {
    const previous = k === 0 ? count - 1 : k - 1;
    if (isWithinCurve(path, previous, k)) continue;
    segmentEnd(path, read, previous, 1, before);
    segmentEnd(path, read, k, 0, after);
    const turn = turnBetween(before, after);
    if (Math.abs(turn) > CORNER_ANGLE) corners.push({ s: path.starts[k], x: after[0], y: after[1], turn });
  }
  return corners;
}

/** How far the way of one reading turns to that of another, radians; without a sign where one of them leaves the plane. */
export function turnBetween(a: Float64Array, b: Float64Array): number {
  const flat = a[2] * b[3] - a[3] * b[2];
  const along = a[2] * b[2] + a[3] * b[3] + a[6] * b[6];
  if (a[6] === 0 && b[6] === 0) return Math.atan2(flat, along);
  const [x, y] = [a[3] * b[6] - a[6] * b[3], a[6] * b[2] - a[2] * b[6]];
  return Math.atan2(Math.sqrt(flat * flat + x * x + y * y), along);
}

/** Reads a segment at a distance u from its start, mm. */
export type ReadOne = (k: number, u: number, out: Float64Array) => void;

/** Reads segments by themselves, so that both sides of a corner can be told apart. */
export const segmentReader = (path: MeasuredPath): ReadOne =>
  isSpatial(path)
    ? spaceReader(path, pathReader)
    : (k, u, out) => {
        readSegment(path.kinds[k], path.data, k * SEGMENT_STRIDE, u, out);
      };

/** Two parts of one curve meet smoothly, but at a cusp, where its table has parts of hardly any length. */
function isWithinCurve(path: MeasuredPath, before: number, after: number): boolean {
  const { pieceOf, starts, length } = path;
  const tiny = 1e-6 * length;
  return (
    after > 0 &&
    // A profile may break over the middle of a piece.
    path.kinds[after] !== SEGMENT.raised &&
    pieceOf[before] === pieceOf[after] &&
    starts[before + 1] - starts[before] > tiny &&
    starts[after + 1] - starts[after] > tiny
  );
}

/**
 * Reads one segment at its start (0) or end (1), so that both sides of a join can be told apart.
 * Curves are read a hair inside: at a cusp they stand still and have no direction.
 */
function segmentEnd(path: MeasuredPath, read: ReadOne, k: number, end: 0 | 1, out: Float64Array): void {
  const length = path.starts[k + 1] - path.starts[k];
  const inset = MAY_STAND_STILL.has(path.kinds[k]) ? length * 1e-3 : 0;
  read(k, end === 0 ? inset : length - inset, out);
}

const MAY_STAND_STILL: ReadonlySet<number> = new Set([
  SEGMENT.cubic,
  SEGMENT.ellipse,
  SEGMENT.catenary,
  SEGMENT.spaceCubic,
]);

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
    if (isStraight(path.kinds[k])) continue;
    if (isArc(path.kinds[k])) {
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
