import { RelayError, type CubicSegment, type Segment, type Vec } from '@coin-relay/core';

export interface Spline {
  readonly degree: number;
  readonly knots: readonly number[];
  readonly points: readonly Vec[];
  /** One for each point; all alike where there are none. */
  readonly weights: readonly number[];
}

/** Highest degree that is read. */
const MOST_DEGREE = 9;
/** How near curves that are no cubics are followed, as a part of their extent. */
const TOLERANCE = 1e-7;
const MOST_HALVINGS = 12;

type Point = readonly [wx: number, wy: number, w: number];

/**
 * A B-spline as cubic pieces: cut at its knots into Béziers (knots are inserted until each has
 * the spline's degree; Boehm's rule). Without weights and up to degree 3 exactly, else followed
 * by cubics within 1e-7 of its extent.
 * @throws RelayError file-broken where its numbers do not belong together
 */
export function splinePieces({ degree, knots, points, weights }: Spline): Segment[] {
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
    return [p.x * w, p.y * w, w];
  });
  const even = weights.length === 0 || weights.every((w) => w === weights[0]);
  const extent = Math.max(...points.map((p) => Math.abs(p.x) + Math.abs(p.y)), 1e-9);
  return bezierParts(degree, knots, control).flatMap((part) =>
    even && degree <= 3 ? [exactPiece(part)] : followed(part, 0, 1, extent * TOLERANCE, 0),
  );
}

/** The Bézier parts of a spline over its own interval. */
function bezierParts(degree: number, given: readonly number[], points: readonly Point[]): Point[][] {
  let knots = [...given];
  let control = [...points];
  const from = knots[degree];
  const to = knots[points.length];
  const stops = [...new Set(knots.filter((k) => k >= from && k <= to))];
  for (const u of stops) {
    let multiplicity = knots.filter((k) => k === u).length;
    for (; multiplicity < degree; multiplicity++)
      ({ knots, control } = insertKnot(degree, knots, control, u));
  }
  const parts: Point[][] = [];
  for (let i = 0; i + 1 < stops.length; i++) {
    // The last knot equal to the stop opens the span.
    const k = knots.lastIndexOf(stops[i]);
    parts.push(control.slice(k - degree, k + 1));
  }
  return parts;
}

function insertKnot(
  degree: number,
  knots: readonly number[],
  control: readonly Point[],
  u: number,
): { knots: number[]; control: Point[] } {
  let k = degree;
  while (k + 1 < control.length && knots[k + 1] <= u) k++;
  const made: Point[] = [];
  for (let i = 0; i <= control.length; i++) {
    if (i <= k - degree) made.push(control[i]);
    else if (i > k) made.push(control[i - 1]);
    else {
      const span = knots[i + degree] - knots[i];
      const a = span > 0 ? (u - knots[i]) / span : 0;
      made.push(mix(control[i - 1], control[i], a));
    }
  }
  return { knots: [...knots.slice(0, k + 1), u, ...knots.slice(k + 1)], control: made };
}

const mix = (p: Point, q: Point, t: number): Point => [
  p[0] + t * (q[0] - p[0]),
  p[1] + t * (q[1] - p[1]),
  p[2] + t * (q[2] - p[2]),
];
const flat = (p: Point): Vec => ({ x: p[0] / p[2], y: p[1] / p[2] });

/** A part of degree 1 to 3 without weights, as it is. */
function exactPiece(part: readonly Point[]): Segment {
  const p = part.map(flat);
  if (p.length === 2) return { kind: 'line', a: p[0], b: p[1] };
  if (p.length === 4) return { kind: 'cubic', p0: p[0], p1: p[1], p2: p[2], p3: p[3] };
  const third = (a: Vec, b: Vec): Vec => ({ x: a.x + (2 / 3) * (b.x - a.x), y: a.y + (2 / 3) * (b.y - a.y) });
  return { kind: 'cubic', p0: p[0], p1: third(p[0], p[1]), p2: third(p[2], p[1]), p3: p[2] };
}

/** Place and derivative of a part at t, by de Casteljau's construction. */
function evaluate(part: readonly Point[], t: number): { at: Vec; d: Vec } {
  let row = [...part];
  while (row.length > 2) row = row.slice(1).map((p, i) => mix(row[i], p, t));
  const end = mix(row[0], row[1], t);
  const degree = part.length - 1;
  const at = flat(end);
  const dw = degree * (row[1][2] - row[0][2]);
  return {
    at,
    d: {
      x: (degree * (row[1][0] - row[0][0]) - dw * at.x) / end[2],
      y: (degree * (row[1][1] - row[0][1]) - dw * at.y) / end[2],
    },
  };
}

function followed(
  part: readonly Point[],
  t0: number,
  t1: number,
  tolerance: number,
  depth: number,
): CubicSegment[] {
  const a = evaluate(part, t0);
  const b = evaluate(part, t1);
  const k = (t1 - t0) / 3;
  const piece: CubicSegment = {
    kind: 'cubic',
    p0: a.at,
    p1: { x: a.at.x + k * a.d.x, y: a.at.y + k * a.d.y },
    p2: { x: b.at.x - k * b.d.x, y: b.at.y - k * b.d.y },
    p3: b.at,
  };
  const off = [0.25, 0.5, 0.75].map((w) => {
    const { at } = evaluate(part, t0 + w * (t1 - t0));
    const u = 1 - w;
    const c = [u * u * u, 3 * u * u * w, 3 * u * w * w, w * w * w];
    const x = c[0] * piece.p0.x + c[1] * piece.p1.x + c[2] * piece.p2.x + c[3] * piece.p3.x;
    const y = c[0] * piece.p0.y + c[1] * piece.p1.y + c[2] * piece.p2.y + c[3] * piece.p3.y;
    return Math.hypot(x - at.x, y - at.y);
  });
  if (Math.max(...off) <= tolerance || depth >= MOST_HALVINGS) return [piece];
  const mid = (t0 + t1) / 2;
  return [...followed(part, t0, mid, tolerance, depth + 1), ...followed(part, mid, t1, tolerance, depth + 1)];
}
