import { angleBetween, distance, TAU, type Vec } from '../math';
import { pieceCurve, pieceEnd, type ArcSegment, type Contour, type LineSegment, type Segment } from '../path';
import { pieceTangent } from '../drawn/contour';
import { subPiece } from '../edit/cut-piece';

/** What an offset is exact for. */
export type Plain = LineSegment | ArcSegment;

const MOST_HALVINGS = 16;

/** The contour in lines and circular arcs: curves become pairs of arcs within the tolerance, tangents kept. */
export function inArcs(contour: Contour, tolerance: number): Plain[] {
  return contour.segments.flatMap((piece) =>
    piece.kind === 'line' || piece.kind === 'arc' ? [piece] : curveInArcs(piece, tolerance, 0),
  );
}

function curveInArcs(piece: Segment, tolerance: number, depth: number): Plain[] {
  const ends = [0, 0.25, 0.5, 0.75, 1].map((t) => pieceEnd(piece, t));
  // What is smaller than the tolerance has no shape left to follow.
  if (ends.every((p) => distance(p, ends[0]) <= tolerance))
    return depth > 0 && distance(ends[0], ends[4]) > 0 ? [{ kind: 'line', a: ends[0], b: ends[4] }] : [];
  const arcs = biarc(piece);
  if (depth >= MOST_HALVINGS || (depth > 0 && deviation(piece, arcs) <= tolerance)) return arcs;
  return [
    ...curveInArcs(subPiece(piece, 0, 0.5), tolerance, depth + 1),
    ...curveInArcs(subPiece(piece, 0.5, 1), tolerance, depth + 1),
  ];
}

/**
 * Two arcs that meet without a corner and share the ends and end directions of a curve: the
 * choice with equal tangent lengths, d from |v|² … 2 d v·(t1 + t2) + 2 d² (1 − t1·t2) = 0.
 */
function biarc(piece: Segment): Plain[] {
  const out = new Float64Array(6);
  const curve = pieceCurve(piece);
  curve.derivatives(0, out);
  const p = { x: out[0], y: out[1] };
  curve.derivatives(1, out);
  const q = { x: out[0], y: out[1] };
  const t = pieceTangent(piece, 0);
  const u = pieceTangent(piece, 1);
  const v = { x: q.x - p.x, y: q.y - p.y };
  const vv = v.x * v.x + v.y * v.y;
  const vt = v.x * (t.x + u.x) + v.y * (t.y + u.y);
  const a = 2 * (1 - (t.x * u.x + t.y * u.y));
  const disc = vt * vt + a * vv;
  const d = a > 1e-12 ? vv / (vt + Math.sqrt(disc)) : vt > 0 ? vv / (2 * vt) : Math.sqrt(vv) / 2;
  const middle = {
    x: (p.x + d * t.x + q.x - d * u.x) / 2,
    y: (p.y + d * t.y + q.y - d * u.y) / 2,
  };
  return [arcFrom(p, t, middle), flip(arcFrom(q, { x: -u.x, y: -u.y }, middle))];
}

/** The arc that leaves a point in a direction and ends at another; a line where that is straight ahead. */
function arcFrom(from: Vec, along: Vec, to: Vec): Plain {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const ahead = dx * along.x + dy * along.y;
  const aside = along.x * dy - along.y * dx;
  const size = dx * dx + dy * dy;
  if (Math.abs(aside) <= 1e-9 * Math.sqrt(size) * 1e-3 || !(size > 0))
    return { kind: 'line', a: from, b: to };
  const rho = size / (2 * aside);
  const centre = { x: from.x - rho * along.y, y: from.y + rho * along.x };
  let sweep = 2 * Math.atan2(aside, ahead);
  if (rho > 0 && sweep < 0) sweep += TAU;
  if (rho < 0 && sweep > 0) sweep -= TAU;
  return {
    kind: 'arc',
    centre,
    radius: Math.abs(rho),
    start: Math.atan2(from.y - centre.y, from.x - centre.x),
    sweep,
  };
}

function flip(piece: Plain): Plain {
  return piece.kind === 'line'
    ? { kind: 'line', a: piece.b, b: piece.a }
    : { ...piece, start: piece.start + piece.sweep, sweep: -piece.sweep };
}

/** How far the arcs leave the curve, at nine places of it. */
function deviation(piece: Segment, arcs: readonly Plain[]): number {
  const curve = pieceCurve(piece);
  const out = new Float64Array(6);
  let most = 0;
  for (let i = 1; i < 10; i++) {
    curve.derivatives(i / 10, out);
    const at = { x: out[0], y: out[1] };
    most = Math.max(most, Math.min(...arcs.map((arc) => plainDistance(arc, at))));
  }
  return most;
}

/** The distance of a point from a line or an arc. */
export function plainDistance(piece: Plain, p: Vec): number {
  if (piece.kind === 'line') {
    const dx = piece.b.x - piece.a.x;
    const dy = piece.b.y - piece.a.y;
    const size = dx * dx + dy * dy;
    const t =
      size > 0 ? Math.max(0, Math.min(1, ((p.x - piece.a.x) * dx + (p.y - piece.a.y) * dy) / size)) : 0;
    return Math.hypot(p.x - piece.a.x - t * dx, p.y - piece.a.y - t * dy);
  }
  const { centre, radius } = piece;
  if (arcParameter(piece, p) !== null) return Math.abs(distance(p, centre) - radius);
  return Math.min(distance(p, plainEnd(piece, 0)), distance(p, plainEnd(piece, 1)));
}

/** The parameter on an arc in the direction of a point from its centre; null beyond its ends. */
export function arcParameter({ centre, start, sweep }: ArcSegment, p: Vec): number | null {
  const from = { x: Math.cos(start), y: Math.sin(start) };
  let angle = angleBetween(from, { x: p.x - centre.x, y: p.y - centre.y });
  if (sweep > 0 && angle < 0) angle += TAU;
  if (sweep < 0 && angle > 0) angle -= TAU;
  const t = angle / sweep;
  const slip = 1e-10;
  if (t <= 1 + slip) return Math.min(1, t);
  // Just before the start: a full turn on.
  return Math.abs(Math.abs(angle) - TAU) <= slip * TAU ? 0 : null;
}

export function plainEnd(piece: Plain, end: 0 | 1): Vec {
  if (piece.kind === 'line') return end === 0 ? piece.a : piece.b;
  const angle = piece.start + end * piece.sweep;
  return {
    x: piece.centre.x + piece.radius * Math.cos(angle),
    y: piece.centre.y + piece.radius * Math.sin(angle),
  };
}

/** The smallest upright box round a line or an arc; generous for arcs. */
export function plainBox(piece: Plain): [number, number, number, number] {
  if (piece.kind === 'arc') {
    const { centre, radius } = piece;
    if (Math.abs(piece.sweep) > 0.5)
      return [centre.x - radius, centre.y - radius, centre.x + radius, centre.y + radius];
    const a = plainEnd(piece, 0);
    const b = plainEnd(piece, 1);
    const bow = radius * (1 - Math.cos(piece.sweep / 2));
    return [
      Math.min(a.x, b.x) - bow,
      Math.min(a.y, b.y) - bow,
      Math.max(a.x, b.x) + bow,
      Math.max(a.y, b.y) + bow,
    ];
  }
  const { a, b } = piece;
  return [Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)];
}
