import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { wrapInto } from '../math';
import { arcLengthTable } from './arc-length-table';
import type { Contour, CubicPiece, EllipsePiece, Piece } from './piece';
import { pieceCurve } from './pieces';

/** Relative errors allowed to a curve's length and to its inverse, inside the promised 1e-10 and 1e-9. */
const LENGTH_TOLERANCE = 1e-12;
const INVERSE_TOLERANCE = 2e-10;

const LINE = 0;
const ARC = 1;
const CUBIC = 2;
const ELLIPSE = 3;
type SegmentKind = typeof LINE | typeof ARC | typeof CUBIC | typeof ELLIPSE;

/** The kinds a segment of a measured path can have. */
export const SEGMENT = { line: LINE, arc: ARC, cubic: CUBIC, ellipse: ELLIPSE } as const;

/** Doubles per segment in `MeasuredPath.data`. */
export const SEGMENT_STRIDE = 16;

/**
 * A path ready to be read by arc length s in [0, length]: flat arrays, so that reading
 * allocates nothing and the path can be handed to another thread. Segment k covers
 * [starts[k], starts[k + 1]]; its numbers are data[k * 16 …]:
 *
 * - line: x, y, tx, ty
 * - arc: centre x, y, radius, start angle, sense (±1)
 * - cubic: six coefficients of t(σ), then ax ay bx by cx cy x0 y0 of the power basis
 * - ellipse: six coefficients of the eccentric angle(σ), then centre x, y, rx, ry, cos tilt, sin tilt, sense
 */
export interface MeasuredPath {
  readonly length: number;
  readonly closed: boolean;
  readonly starts: Float64Array;
  readonly kinds: Uint8Array;
  readonly data: Float64Array;
  /** Which piece of the contour each segment belongs to. */
  readonly pieceOf: Uint32Array;
  /** Arc length at which each piece of the contour begins, and the whole length last. */
  readonly pieceStarts: Float64Array;
}

/**
 * Measures a contour. Pieces of no length are passed over.
 * @throws RelayError path-not-finite, path-zero-length, path-data-too-large
 */
export function measurePath(contour: Contour): MeasuredPath {
  if (contour.pieces.length > LIMITS.pathPieces) {
    throw new RelayError(
      'path-data-too-large',
      `The path has ${contour.pieces.length} pieces; at most ${LIMITS.pathPieces} can be worked on. Thin it out first.`,
    );
  }
  const extent = contourExtent(contour.pieces);
  if (!(extent <= LIMITS.coordinate)) {
    throw new RelayError(
      'path-not-finite',
      `The path has a coordinate that is not a number, or beyond ${LIMITS.coordinate / 1e6} km. Every coordinate must be finite.`,
    );
  }
  const kinds: number[] = [];
  const data: number[] = [];
  const starts: number[] = [];
  const pieceOf: number[] = [];
  const pieceStarts: number[] = [];
  let s = 0;
  const push = (kind: SegmentKind, length: number, piece: number, values: readonly number[]): void => {
    kinds.push(kind);
    starts.push(s);
    pieceOf.push(piece);
    for (let k = 0; k < SEGMENT_STRIDE; k++) data.push(values[k] ?? 0);
    s += length;
  };
  contour.pieces.forEach((piece, index) => {
    pieceStarts.push(s);
    addPiece(piece, index, extent, push);
  });
  pieceStarts.push(s);
  starts.push(s);
  if (!(s > extent * 1e-12)) {
    throw new RelayError('path-zero-length', 'The path has no length: all its points lie in one place.');
  }
  return {
    length: s,
    closed: contour.closed,
    starts: Float64Array.from(starts),
    kinds: Uint8Array.from(kinds),
    data: Float64Array.from(data),
    pieceOf: Uint32Array.from(pieceOf),
    pieceStarts: Float64Array.from(pieceStarts),
  };
}

type Push = (kind: SegmentKind, length: number, piece: number, values: readonly number[]) => void;

function addPiece(piece: Piece, index: number, extent: number, push: Push): void {
  const curve = pieceCurve(piece);
  const exact = curve.exactLength;
  if (exact !== null && !(exact > extent * 1e-14)) return;
  switch (piece.kind) {
    case 'line': {
      const length = exact ?? 0;
      push(LINE, length, index, [
        piece.a.x,
        piece.a.y,
        (piece.b.x - piece.a.x) / length,
        (piece.b.y - piece.a.y) / length,
      ]);
      return;
    }
    case 'arc':
      push(ARC, exact ?? 0, index, [
        piece.centre.x,
        piece.centre.y,
        piece.radius,
        piece.start,
        Math.sign(piece.sweep),
      ]);
      return;
    case 'cubic':
    case 'ellipse': {
      const size = piece.kind === 'cubic' ? polygonLength(piece) : piece.rx + piece.ry;
      const rest = piece.kind === 'cubic' ? powerBasis(piece) : ellipseNumbers(piece);
      for (const part of arcLengthTable(
        curve,
        Math.max(size * LENGTH_TOLERANCE, extent * 1e-15),
        size * INVERSE_TOLERANCE,
      )) {
        const c = part.coefficients;
        const parameter =
          piece.kind === 'cubic' ? c : c.map((value, k) => (k === 0 ? piece.start : 0) + value * piece.sweep);
        push(piece.kind === 'cubic' ? CUBIC : ELLIPSE, part.length, index, [...parameter, ...rest]);
      }
    }
  }
}

function powerBasis({ p0, p1, p2, p3 }: CubicPiece): number[] {
  const cx = 3 * (p1.x - p0.x);
  const cy = 3 * (p1.y - p0.y);
  const bx = 3 * (p2.x - 2 * p1.x + p0.x);
  const by = 3 * (p2.y - 2 * p1.y + p0.y);
  return [p3.x - p0.x - bx - cx, p3.y - p0.y - by - cy, bx, by, cx, cy, p0.x, p0.y];
}

function ellipseNumbers(piece: EllipsePiece): number[] {
  return [
    piece.centre.x,
    piece.centre.y,
    piece.rx,
    piece.ry,
    Math.cos(piece.tilt),
    Math.sin(piece.tilt),
    Math.sign(piece.sweep),
  ];
}

function polygonLength({ p0, p1, p2, p3 }: CubicPiece): number {
  return (
    Math.hypot(p1.x - p0.x, p1.y - p0.y) +
    Math.hypot(p2.x - p1.x, p2.y - p1.y) +
    Math.hypot(p3.x - p2.x, p3.y - p2.y)
  );
}

/** The largest absolute coordinate or radius: NaN where any number is not one. */
function contourExtent(pieces: readonly Piece[]): number {
  let extent = 0;
  const take = (value: number): void => {
    // Math.max passes NaN on, so that one bad number spoils the sum of them.
    extent = Math.max(extent, Math.abs(value));
  };
  for (const piece of pieces) {
    switch (piece.kind) {
      case 'line':
        [piece.a.x, piece.a.y, piece.b.x, piece.b.y].forEach(take);
        break;
      case 'arc':
        [piece.centre.x, piece.centre.y, piece.radius, piece.start, piece.sweep].forEach(take);
        break;
      case 'ellipse':
        [piece.centre.x, piece.centre.y, piece.rx, piece.ry, piece.tilt, piece.start, piece.sweep].forEach(
          take,
        );
        break;
      case 'cubic':
        [piece.p0, piece.p1, piece.p2, piece.p3].forEach((p) => {
          take(p.x);
          take(p.y);
        });
    }
  }
  return extent;
}

/** Where a reading is written: x, y, unit tangent x, y, signed curvature (1/mm, to the left positive). */
export type Reading = Float64Array;
export const newReading = (): Reading => new Float64Array(5);

/** Reads a path at arc length s. Closed paths wrap round; open ones run on straight beyond their ends. */
export type PathReader = (s: number, out: Reading) => void;

/** Makes a reader. It remembers the segment it was in last, so that neighbouring readings are quick. */
export function pathReader(path: MeasuredPath): PathReader {
  const { starts, kinds, data, length, closed } = path;
  const count = kinds.length;
  let k = 0;
  return (s, out) => {
    let u = closed ? (s >= 0 && s < length ? s : wrapInto(s, length)) : s < 0 ? 0 : s > length ? length : s;
    if (u < starts[k] || u > starts[k + 1]) {
      if (k + 1 < count && u > starts[k + 1] && u <= starts[k + 2]) k++;
      else k = segmentAt(starts, u);
    }
    const over = closed ? 0 : s - u;
    u -= starts[k];
    readSegment(kinds[k], data, k * SEGMENT_STRIDE, u, out);
    if (over !== 0) {
      out[0] += over * out[2];
      out[1] += over * out[3];
      out[4] = 0;
    }
  };
}

/** The segment that holds s: the last one whose start is not beyond it. */
export function segmentAt(starts: Float64Array, s: number): number {
  let lo = 0;
  let hi = starts.length - 2;
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1;
    if (starts[mid] <= s) lo = mid;
    else hi = mid - 1;
  }
  return lo;
}

function readSegment(kind: number, d: Float64Array, o: number, u: number, out: Reading): void {
  if (kind === LINE) {
    out[2] = d[o + 2];
    out[3] = d[o + 3];
    out[0] = d[o] + u * out[2];
    out[1] = d[o + 1] + u * out[3];
    out[4] = 0;
    return;
  }
  if (kind === ARC) {
    const r = d[o + 2];
    const sense = d[o + 4];
    const angle = d[o + 3] + (sense * u) / r;
    const c = Math.cos(angle);
    const s = Math.sin(angle);
    out[0] = d[o] + r * c;
    out[1] = d[o + 1] + r * s;
    out[2] = -sense * s;
    out[3] = sense * c;
    out[4] = sense / r;
    return;
  }
  const t = ((((d[o + 5] * u + d[o + 4]) * u + d[o + 3]) * u + d[o + 2]) * u + d[o + 1]) * u + d[o];
  let vx: number;
  let vy: number;
  let wx: number;
  let wy: number;
  if (kind === CUBIC) {
    const ax = d[o + 6];
    const ay = d[o + 7];
    const bx = d[o + 8];
    const by = d[o + 9];
    const cx = d[o + 10];
    const cy = d[o + 11];
    out[0] = ((ax * t + bx) * t + cx) * t + d[o + 12];
    out[1] = ((ay * t + by) * t + cy) * t + d[o + 13];
    wx = 6 * ax * t + 2 * bx;
    wy = 6 * ay * t + 2 * by;
    vx = (3 * ax * t + 2 * bx) * t + cx;
    vy = (3 * ay * t + 2 * by) * t + cy;
  } else {
    const c = Math.cos(t);
    const s = Math.sin(t);
    const px = d[o + 8] * c;
    const py = d[o + 9] * s;
    const qx = -d[o + 8] * s;
    const qy = d[o + 9] * c;
    const ct = d[o + 10];
    const st = d[o + 11];
    const sense = d[o + 12];
    out[0] = d[o + 6] + ct * px - st * py;
    out[1] = d[o + 7] + st * px + ct * py;
    vx = sense * (ct * qx - st * qy);
    vy = sense * (st * qx + ct * qy);
    wx = -(ct * px - st * py);
    wy = -(st * px + ct * py);
  }
  const v2 = vx * vx + vy * vy;
  const v = Math.sqrt(v2);
  out[2] = vx / v;
  out[3] = vy / v;
  out[4] = (vx * wy - vy * wx) / (v2 * v);
}
