import { add3, LIMITS, RelayError, type SpaceCubic, type SpaceLine, type Vec3 } from '@coin-relay/core';

export interface Spline {
  readonly degree: number;
  readonly knots: readonly number[];
  readonly points: readonly Vec3[];
  /** One for each point; all alike where there are none. */
  readonly weights: readonly number[];
}

/** Highest degree that is read. */
const MOST_DEGREE = 9;
/** How near curves that are no cubics are followed, as a part of their extent. */
const TOLERANCE = 1e-7;
const MOST_HALVINGS = 12;
/** Pieces of one spline: a path has no more. */
const MOST_PIECES = LIMITS.pathPieces;

/** A piece of a spline; of one in the plane at height 0. */
export type SplinePiece = SpaceLine | SpaceCubic;
type Point = readonly [wx: number, wy: number, wz: number, w: number];

/**
 * A B-spline as cubic pieces: cut at its knots into Béziers. Without weights and up to degree 3 exactly, else followed
 * by cubics within 1e-7 of its extent.
 * @throws RelayError file-broken where its numbers do not belong together
 */
export function splinePieces({ degree, knots, points, weights }: Spline): SplinePiece[] {
  const n = points.length;
  if (!(Number.isInteger(degree) && degree >= 1 && degree <= MOST_DEGREE && n > degree)) {
    throw new RelayError(
      'file-broken',
      `a spline of degree ${degree} with ${n} control points cannot be drawn`,
    );
  }
  if (
    knots.length !== n + degree + 1 ||
    knots.some((k, i) => !Number.isFinite(k) || (i > 0 && k < knots[i - 1]))
  ) {
    throw new RelayError(
      'file-broken',
      `a spline of degree ${degree} with ${n} control points needs ${n + degree + 1} rising knots; it has ${knots.length}`,
    );
  }
  const control = points.map((p, i): Point => {
    const w = weights[i] ?? 1;
    return [p.x * w, p.y * w, p.z * w, w];
  });
  const even = weights.length === 0 || weights.every((w) => w === weights[0]);
  const extent = points.reduce(
    (most, p) => Math.max(most, Math.abs(p.x) + Math.abs(p.y) + Math.abs(p.z)),
    1e-9,
  );
  const pieces: SplinePiece[] = [];
  for (let k = degree; k < n; k++) {
    if (!(knots[k + 1] > knots[k])) continue;
    const part = bezierPart(degree, knots, control, k);
    if (even && degree <= 3) pieces.push(exactPiece(part));
    else follow(Float64Array.from(part.flat()), 0, 1, extent * TOLERANCE, 0, pieces);
    if (pieces.length > MOST_PIECES)
      throw new RelayError(
        'file-broken',
        `a spline that takes more than ${MOST_PIECES} curves to follow; save it with fewer control points`,
      );
  }
  return pieces;
}

/**
 * The Bézier part of a spline between two knots: its control points are the values of the
 * spline's polar form at the two knots, each taken so many times (L. Ramshaw, Blossoming, 1987;
 * from memory). The work of one part does not depend on how many there are.
 * @param k the knot that opens the part: knots[k] < knots[k + 1]
 */
function bezierPart(degree: number, knots: readonly number[], control: readonly Point[], k: number): Point[] {
  const [from, to] = [knots[k], knots[k + 1]];
  return Array.from({ length: degree + 1 }, (_, j) => {
    const row = control.slice(k - degree, k + 1);
    for (let r = 1; r <= degree; r++) {
      const u = r <= degree - j ? from : to;
      for (let i = degree; i >= r; i--) {
        const low = knots[k - degree + i];
        const high = knots[k + 1 + i - r];
        row[i] = mix(row[i - 1], row[i], (u - low) / (high - low));
      }
    }
    return row[degree];
  });
}

const mix = (p: Point, q: Point, t: number): Point => [
  p[0] + t * (q[0] - p[0]),
  p[1] + t * (q[1] - p[1]),
  p[2] + t * (q[2] - p[2]),
  p[3] + t * (q[3] - p[3]),
];
const flat = (p: Point): Vec3 => ({ x: p[0] / p[3], y: p[1] / p[3], z: p[2] / p[3] });

/** A part of degree 1 to 3 without weights, as it is. */
function exactPiece(part: readonly Point[]): SplinePiece {
  const p = part.map(flat);
  if (p.length === 2) return { kind: 'line', a: p[0], b: p[1] };
  if (p.length === 4) return { kind: 'cubic', p0: p[0], p1: p[1], p2: p[2], p3: p[3] };
  const third = (a: Vec3, b: Vec3): Vec3 => ({
    x: a.x + (2 / 3) * (b.x - a.x),
    y: a.y + (2 / 3) * (b.y - a.y),
    z: a.z + (2 / 3) * (b.z - a.z),
  });
  return { kind: 'cubic', p0: p[0], p1: third(p[0], p[1]), p2: third(p[2], p[1]), p3: p[2] };
}

const row = new Float64Array(4 * (MOST_DEGREE + 1));

/** Place and derivative of a part at t, by de Casteljau's construction. */
function evaluate(part: Float64Array, t: number): { at: Vec3; d: Vec3 } {
  // In place, on flat numbers: this is done a few times for every curve that is tried.
  const n = part.length / 4;
  row.set(part);
  for (let m = n; m > 2; m--) for (let i = 0; i < 4 * (m - 1); i++) row[i] += t * (row[i + 4] - row[i]);
  const end: Point = [
    row[0] + t * (row[4] - row[0]),
    row[1] + t * (row[5] - row[1]),
    row[2] + t * (row[6] - row[2]),
    row[3] + t * (row[7] - row[3]),
  ];
  const degree = n - 1;
  const at = flat(end);
  const dw = degree * (row[7] - row[3]);
  return {
    at,
    d: {
      x: (degree * (row[4] - row[0]) - dw * at.x) / end[3],
      y: (degree * (row[5] - row[1]) - dw * at.y) / end[3],
      z: (degree * (row[6] - row[2]) - dw * at.z) / end[3],
    },
  };
}

function follow(
  part: Float64Array,
  t0: number,
  t1: number,
  tolerance: number,
  depth: number,
  pieces: SplinePiece[],
): void {
  const a = evaluate(part, t0);
  const b = evaluate(part, t1);
  const k = (t1 - t0) / 3;
  const piece: SpaceCubic = {
    kind: 'cubic',
    p0: a.at,
    p1: add3(a.at, a.d, k),
    p2: add3(b.at, b.d, -k),
    p3: b.at,
  };
  const isNear = [0.25, 0.5, 0.75].every((w) => {
    const { at } = evaluate(part, t0 + w * (t1 - t0));
    const u = 1 - w;
    const c = [u * u * u, 3 * u * u * w, 3 * u * w * w, w * w * w];
    const off = (['x', 'y', 'z'] as const).map(
      (axis) =>
        c[0] * piece.p0[axis] +
        c[1] * piece.p1[axis] +
        c[2] * piece.p2[axis] +
        c[3] * piece.p3[axis] -
        at[axis],
    );
    return Math.hypot(...off) <= tolerance;
  });
  if (isNear || depth >= MOST_HALVINGS || pieces.length > MOST_PIECES) {
    pieces.push(piece);
    return;
  }
  const mid = (t0 + t1) / 2;
  follow(part, t0, mid, tolerance, depth + 1, pieces);
  follow(part, mid, t1, tolerance, depth + 1, pieces);
}
