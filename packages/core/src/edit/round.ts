import { RelayError } from '../error';
import { angleBetween, TAU, type Vec } from '../math';
import { pieceCurve, type ArcSegment, type Contour, type Segment } from '../path';
import { contourCorners, type ContourCorner } from './corners';
import { subPiece } from './cut-piece';
import { tidyContour } from './tidy';

/** A corner that the radius does not fit, and the largest that does. */
export interface Misfit {
  readonly corner: ContourCorner;
  readonly largest: number;
}

export interface Rounded {
  readonly contour: Contour;
  /** How many corners were rounded. */
  readonly rounded: number;
  readonly misfits: readonly Misfit[];
}

/** A fillet: the arc, where it leaves the piece before and where it meets the piece after. */
interface Fillet {
  readonly arc: ArcSegment;
  readonly leave: number;
  readonly meet: number;
}

/**
 * Rounds corners to a radius: each is replaced by the arc tangent to both pieces beside it. On
 * straight pieces the path becomes shorter by 2 r tan(δ/2) − r δ for a corner of turning δ.
 * Corners that the radius does not fit are left as they are and reported.
 *
 * @param chosen indices into the contour's corners; all where left out
 * @throws RelayError request-invalid where the radius is not above zero
 */
export function roundCorners(given: Contour, radius: number, chosen?: ReadonlySet<number>): Rounded {
  if (!(radius > 0 && Number.isFinite(radius))) {
    throw new RelayError(
      'request-invalid',
      `Corners cannot be rounded to ${radius}: give a radius above zero.`,
      {
        field: 'radius',
      },
    );
  }
  const contour = tidyContour(given);
  const { segments: pieces } = contour;
  const corners = contourCorners(contour).filter((_, i) => !chosen || chosen.has(i));
  const fillets = new Map<number, Fillet>();
  for (const corner of corners) {
    const fillet = filletAt(contour, corner, radius);
    if (fillet) fillets.set(corner.piece, fillet);
  }
  const clash = clashing(contour, fillets);
  for (const k of clash) fillets.delete(k);
  const misfits = corners
    .filter((corner) => !fillets.has(corner.piece))
    .map((corner) => ({ corner, largest: largestRadius(contour, corner, radius, corners) }));
  const made: Segment[] = [];
  pieces.forEach((piece, k) => {
    const start = fillets.get(k);
    const end = fillets.get((k + 1) % pieces.length);
    if (start) made.push(start.arc);
    const rest = subPiece(piece, start?.meet ?? 0, end?.leave ?? 1);
    made.push(rest);
  });
  // The fillet at the closing place stands before the first piece: a closed contour may start there.
  const result = tidyContour({ closed: contour.closed, segments: made });
  return { contour: result, rounded: fillets.size, misfits };
}

/** Corners whose fillets overlap on the piece between them. */
function clashing(contour: Contour, fillets: ReadonlyMap<number, Fillet>): Set<number> {
  const n = contour.segments.length;
  const clash = new Set<number>();
  for (const [k, fillet] of fillets) {
    const after = (k + 1) % n;
    const next = fillets.get(after);
    if (next && fillet.meet > next.leave + 1e-12) {
      clash.add(k);
      clash.add(after);
    }
  }
  return clash;
}

/**
 * The fillet of a corner: both pieces are shifted sideways by the radius, and where the shifted
 * ones cross is the centre. Newton's method on both parameters, from the closed form of straight
 * pieces.
 * @returns null where the radius does not fit
 */
function filletAt(contour: Contour, corner: ContourCorner, radius: number): Fillet | null {
  const { segments: pieces } = contour;
  const before = pieceCurve(pieces[(corner.piece + pieces.length - 1) % pieces.length]);
  const after = pieceCurve(pieces[corner.piece]);
  const rho = Math.sign(corner.turn) * radius;
  const back = radius * Math.tan(Math.abs(corner.turn) / 2);
  const a = new Float64Array(6);
  const b = new Float64Array(6);
  before.derivatives(1, a);
  after.derivatives(0, b);
  let u = 1 - back / Math.hypot(a[2], a[3]);
  let v = back / Math.hypot(b[2], b[3]);
  // Straight pieces tell at once that they are too short; curves are searched from within.
  const curved = before.exactLength === null || after.exactLength === null;
  if (curved) {
    u = Math.max(0.02, u);
    v = Math.min(0.98, v);
  }
  const scale = radius + Math.hypot(a[2], a[3]) + Math.hypot(b[2], b[3]);
  const at = (d: Float64Array): { x: number; y: number; dx: number; dy: number } => {
    const speed = Math.hypot(d[2], d[3]);
    const bend = (d[2] * d[5] - d[3] * d[4]) / (speed * speed * speed);
    const k = 1 - rho * bend;
    return { x: d[0] - (rho * d[3]) / speed, y: d[1] + (rho * d[2]) / speed, dx: d[2] * k, dy: d[3] * k };
  };
  for (let i = 0; i < 50; i++) {
    before.derivatives(u, a);
    after.derivatives(v, b);
    const p = at(a);
    const q = at(b);
    const fx = p.x - q.x;
    const fy = p.y - q.y;
    if (Math.hypot(fx, fy) <= 1e-14 * scale) break;
    const det = -p.dx * q.dy + p.dy * q.dx;
    if (!(Math.abs(det) > 0)) return null;
    const du = (-fx * -q.dy + fy * -q.dx) / det;
    const dv = (p.dx * -fy - p.dy * -fx) / det;
    u += Math.max(-0.5, Math.min(0.5, du));
    v += Math.max(-0.5, Math.min(0.5, dv));
    if (curved) {
      u = Math.max(-0.2, Math.min(1.2, u));
      v = Math.max(-0.2, Math.min(1.2, v));
    }
  }
  const p = at(a);
  const q = at(b);
  const slip = 1e-12;
  if (!(Math.hypot(p.x - q.x, p.y - q.y) <= 1e-9 * scale && u >= -slip && u <= 1 && v >= 0 && v <= 1 + slip))
    return null;
  const centre: Vec = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const from = { x: a[0] - centre.x, y: a[1] - centre.y };
  const to = { x: b[0] - centre.x, y: b[1] - centre.y };
  let sweep = angleBetween(from, to);
  if (rho > 0 && sweep < 0) sweep += TAU;
  if (rho < 0 && sweep > 0) sweep -= TAU;
  return {
    arc: { kind: 'arc', centre, radius, start: Math.atan2(from.y, from.x), sweep },
    leave: Math.max(0, u),
    meet: Math.min(1, v),
  };
}

/** The largest radius at a corner that leaves its neighbours, where they are rounded too, half of each piece. */
function largestRadius(
  contour: Contour,
  corner: ContourCorner,
  asked: number,
  corners: readonly ContourCorner[],
): number {
  const n = contour.segments.length;
  const also = (k: number): boolean => corners.some((c) => c.piece === ((k % n) + n) % n);
  const leaveLeast = also(corner.piece - 1) && n > 1 ? 0.5 : 0;
  const meetMost = also(corner.piece + 1) && n > 1 ? 0.5 : 1;
  const fits = (radius: number): boolean => {
    const fillet = filletAt(contour, corner, radius);
    return fillet !== null && fillet.leave >= leaveLeast - 1e-12 && fillet.meet <= meetMost + 1e-12;
  };
  let low = 0;
  let high = asked;
  for (let i = 0; i < 48; i++) {
    const mid = (low + high) / 2;
    if (fits(mid)) low = mid;
    else high = mid;
  }
  return low;
}
