import { arcLengthTable, pacedCurve } from './arc-length-table';
import { checkContour, contourExtent, roughLength } from './contour-checks';
import type { CatenarySegment, Contour, CubicSegment, EllipseSegment, Segment } from './segment';
import { pieceCurve } from './segments';

/**
 * Errors allowed, inside the promised 1e-10 and 1e-9: to a curve's length as a part of its own,
 * to the place found for a length as a part of the whole path.
 */
const LENGTH_TOLERANCE = 1e-12;
const INVERSE_TOLERANCE = 2e-10;

/** The kinds a segment of a measured path can have; from `spaceLine` on they leave the plane. */
export const SEGMENT = {
  line: 0,
  arc: 1,
  cubic: 2,
  ellipse: 3,
  catenary: 4,
  spaceLine: 5,
  spaceArc: 6,
  spaceCubic: 7,
  helix: 8,
  raised: 9,
} as const;
export type SegmentKind = (typeof SEGMENT)[keyof typeof SEGMENT];

/** Doubles per segment in `MeasuredPath.data`, and in `MeasuredPath.rise`. */
export const SEGMENT_STRIDE = 16;
export const RISE_STRIDE = 4;

/**
 * A path ready to be read by arc length s in [0, length]: flat arrays, so that reading
 * allocates nothing and the path can be handed to another thread. Segment k covers
 * [starts[k], starts[k + 1]]; its numbers are data[k * 16 …]:
 *
 * - line: x, y, tx, ty
 * - arc: centre x, y, radius, start angle, sense (±1)
 * - cubic: six coefficients of t(σ), then ax ay bx by cx cy x0 y0 of the power basis
 * - ellipse: six coefficients of the eccentric angle(σ), then centre x, y, rx, ry, cos tilt, sin tilt, sense
 * - catenary: lowest point x, y, a, cos tilt, sin tilt, arc length from the lowest point, sense
 * - line in space: x, y, z, tx, ty, tz
 * - arc in space: centre x, y, z, two unit vectors that span its plane (the first to its start), radius
 * - cubic in space: as a cubic; az, bz, cz, z0 of the power basis are in `rise`
 * - helix: six coefficients of the turn angle(σ), then centre x, y, start z, start radius, radius and z gained a
 *   radian, start angle, sense
 * - raised: six coefficients of the place u(σ) on the path under it, then the u its height is told from, and the
 *   four coefficients of the height by what lies between, highest first
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
  /** What segments have in z beside their other numbers; of paths in space with curves only. */
  readonly rise?: Float64Array;
  /** The planar path that a raised one stands over. */
  readonly under?: MeasuredPath;
}

/** Does a path leave the plane? Then all of its segments are told in space. */
export const isSpatial = ({ kinds }: MeasuredPath): boolean => kinds[0] >= SEGMENT.spaceLine;

/**
 * Measures a contour. Pieces of no length are passed over.
 * @throws RelayError path-not-finite, path-zero-length, path-data-too-large
 */
export function measurePath(contour: Contour): MeasuredPath {
  const longEnough = checkContour(contour);
  const extent = contourExtent(contour.segments);
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
  const whole = contour.segments.reduce((sum, piece) => sum + roughLength(piece), 0);
  contour.segments.forEach((piece, index) => {
    pieceStarts.push(s);
    addPiece(piece, index, extent, whole, push);
  });
  pieceStarts.push(s);
  starts.push(s);
  return {
    length: longEnough(s),
    closed: contour.closed,
    starts: Float64Array.from(starts),
    kinds: Uint8Array.from(kinds),
    data: Float64Array.from(data),
    pieceOf: Uint32Array.from(pieceOf),
    pieceStarts: Float64Array.from(pieceStarts),
  };
}

type Push = (kind: SegmentKind, length: number, piece: number, values: readonly number[]) => void;

function addPiece(piece: Segment, index: number, extent: number, whole: number, push: Push): void {
  const curve = pieceCurve(piece);
  const exact = curve.exactLength;
  if (exact !== null && !(exact > extent * 1e-14)) return;
  switch (piece.kind) {
    case 'line': {
      const length = exact ?? 0;
      push(SEGMENT.line, length, index, [
        piece.a.x,
        piece.a.y,
        (piece.b.x - piece.a.x) / length,
        (piece.b.y - piece.a.y) / length,
      ]);
      return;
    }
    case 'arc':
      push(SEGMENT.arc, exact ?? 0, index, [
        piece.centre.x,
        piece.centre.y,
        piece.radius,
        piece.start,
        Math.sign(piece.sweep),
      ]);
      return;
    case 'catenary':
      // Cut at the lowest point, so that the bend only rises or only falls along a segment.
      for (const [from, to] of catenaryParts(piece)) {
        push(SEGMENT.catenary, Math.abs(to - from), index, [
          piece.low.x,
          piece.low.y,
          piece.a,
          Math.cos(piece.tilt),
          Math.sin(piece.tilt),
          from,
          Math.sign(to - from),
        ]);
      }
      return;
    case 'cubic':
    case 'ellipse': {
      const size = roughLength(piece);
      const rest = piece.kind === 'cubic' ? powerBasis(piece) : ellipseNumbers(piece);
      for (const part of arcLengthTable(
        pacedCurve(curve),
        Math.max(size * LENGTH_TOLERANCE, extent * 1e-15),
        whole * INVERSE_TOLERANCE,
      )) {
        const c = part.coefficients;
        const parameter =
          piece.kind === 'cubic' ? c : c.map((value, k) => (k === 0 ? piece.start : 0) + value * piece.sweep);
        push(SEGMENT[piece.kind], part.length, index, [...parameter, ...rest]);
      }
    }
  }
}

function catenaryParts({ from, to }: CatenarySegment): [number, number][] {
  return from * to < 0
    ? [
        [from, 0],
        [0, to],
      ]
    : [[from, to]];
}

function powerBasis({ p0, p1, p2, p3 }: CubicSegment): number[] {
  const cx = 3 * (p1.x - p0.x);
  const cy = 3 * (p1.y - p0.y);
  const bx = 3 * (p2.x - 2 * p1.x + p0.x);
  const by = 3 * (p2.y - 2 * p1.y + p0.y);
  return [p3.x - p0.x - bx - cx, p3.y - p0.y - by - cy, bx, by, cx, cy, p0.x, p0.y];
}

function ellipseNumbers(piece: EllipseSegment): number[] {
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
