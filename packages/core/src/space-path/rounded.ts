import { mm, RelayError } from '../error';
import { add3, angle3, length3, scale3, sub3, type Vec3 } from '../math';
import type { SpaceContour, SpaceSegment } from './segment';

/** Corners that turn by less than this are straight, radians. */
const STRAIGHT = 1e-9;
/** Corners that turn back on themselves by more than this cannot be rounded: half a turn, but for this, radians. */
const BACK = 1e-6;
/** Points nearer together than this, of the size of all, are one. */
const SAME = 1e-12;

/** A point of a path in space, and the radius its corner is rounded to, mm; 0 leaves it sharp. */
export interface SpacePoint extends Vec3 {
  readonly radius: number;
}

/**
 * Straight lines through points in space, with corners rounded by circular arcs in the plane of their two legs: a corner
 * that turns by w takes r tan(w / 2) off both of them (plane geometry of a fillet). Points that lie on the one before
 * them are passed over.
 * @throws RelayError path-not-finite; space-path-invalid where there are too few points, or a radius does not fit its legs
 */
export function roundedPath(points: readonly SpacePoint[], closed: boolean): SpaceContour {
  const odd = points.findIndex(({ x, y, z, radius }) => ![x, y, z, radius].every(Number.isFinite));
  if (odd >= 0) {
    throw new RelayError(
      'path-not-finite',
      `Point ${odd + 1} of the path has a coordinate or a radius that is not a number. Every one must be finite.`,
    );
  }
  const size = points.reduce((most, p) => Math.max(most, Math.abs(p.x), Math.abs(p.y), Math.abs(p.z)), 0);
  const apart = points.filter((p, i) => i === 0 || length3(sub3(p, points[i - 1])) > SAME * size);
  const kept =
    closed && apart.length > 1 && isSame(apart[0], apart[apart.length - 1], size)
      ? apart.slice(0, -1)
      : apart;
  const least = closed ? 3 : 2;
  if (kept.length < least) {
    throw new RelayError(
      'space-path-invalid',
      `A ${closed ? 'closed' : 'open'} path in space needs at least ${least} points that lie apart; there ${kept.length === 1 ? 'is' : 'are'} ${kept.length}.`,
    );
  }
  const corners = kept.map((_, i) => cornerAt(kept, i, closed));
  checkLegs(kept, corners, closed);
  const segments: SpaceSegment[] = [];
  kept.forEach((point, i) => {
    const corner = corners[i];
    if (corner.arc) segments.push(corner.arc);
    if (i + 1 === kept.length && !closed) return;
    const next = (i + 1) % kept.length;
    const way = unit(sub3(kept[next], point));
    segments.push({
      kind: 'line',
      a: add3(point, way, corner.cut),
      b: add3(kept[next], way, -corners[next].cut),
    });
  });
  // A closed path begins on its first leg: where its first corner is rounded, behind that.
  return { segments: corners[0].arc ? [...segments.slice(1), segments[0]] : segments, closed };
}

interface SpaceCorner {
  readonly cut: number;
  readonly arc: SpaceSegment | null;
}

const SHARP: SpaceCorner = { cut: 0, arc: null };

const unit = (way: Vec3): Vec3 => scale3(way, 1 / length3(way));

const isSame = (p: Vec3, q: Vec3, size: number): boolean => length3(sub3(p, q)) <= SAME * size;

function cornerAt(points: readonly SpacePoint[], i: number, closed: boolean): SpaceCorner {
  const n = points.length;
  const { radius } = points[i];
  if (!(radius > 0) || (!closed && (i === 0 || i === n - 1))) return SHARP;
  const into = unit(sub3(points[i], points[(i + n - 1) % n]));
  const out = unit(sub3(points[(i + 1) % n], points[i]));
  const turn = angle3(into, out);
  if (turn < STRAIGHT) return SHARP;
  if (turn > Math.PI - BACK) {
    throw new RelayError(
      'space-path-invalid',
      `At point ${i + 1} the path turns straight back, which no radius rounds. Move it, or set its radius to 0.`,
    );
  }
  const cut = radius * Math.tan(turn / 2);
  // From the beginning of the arc to its middle point: square to the leg, in the plane of both.
  const toCentre = unit(add3(out, into, -Math.cos(turn)));
  const centre = add3(add3(points[i], into, -cut), toCentre, radius);
  return { cut, arc: { kind: 'arc', centre, u: scale3(toCentre, -1), v: into, radius, sweep: turn } };
}

/** Two corners share the leg between them. */
function checkLegs(points: readonly SpacePoint[], corners: readonly SpaceCorner[], closed: boolean): void {
  const n = points.length;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const next = (i + 1) % n;
    const leg = length3(sub3(points[next], points[i]));
    const taken = corners[i].cut + corners[next].cut;
    if (taken <= leg * (1 + 1e-12)) continue;
    const which = corners[i].cut >= corners[next].cut ? i : next;
    throw new RelayError(
      'space-path-invalid',
      `The corners at points ${i + 1} and ${next + 1} are rounded over ${mm(taken)}, but only ${mm(leg)} lie between them. Make the radius at point ${which + 1} smaller.`,
    );
  }
}

/** Corners of a path by points, rounded to a radius where that fits. */
export interface RoundedCorners<P> {
  readonly points: readonly P[];
  readonly rounded: number;
  /** Corners that it does not fit, and the largest radius that fits one of them, mm. */
  readonly left: number;
  readonly largest: number | null;
}

/**
 * Sets the radius of every corner between two straight legs to one that is wanted. A corner may take half of each of
 * its legs, all of it where nothing is taken from the other end: what does not fit stays as it was.
 * @throws RelayError request-invalid where no corner is rounded
 */
export function roundSpaceCorners<P extends SpacePoint & { readonly next: { readonly kind: string } }>(
  points: readonly P[],
  closed: boolean,
  radius: number,
): RoundedCorners<P> {
  if (!(radius >= 0 && Number.isFinite(radius)))
    throw new RelayError(
      'request-invalid',
      `A corner cannot be rounded to ${radius} mm: give zero or more.`,
      {
        field: 'radius',
      },
    );
  const n = points.length;
  const isEnd = (i: number): boolean => !closed && (i === 0 || i === n - 1);
  const turnAt = (i: number): number => {
    const [before, after] = [points[(i + n - 1) % n], points[(i + 1) % n]];
    if (isEnd(i) || before.next.kind !== 'line' || points[i].next.kind !== 'line') return 0;
    const [into, out] = [sub3(points[i], before), sub3(after, points[i])];
    return length3(into) > 0 && length3(out) > 0 ? angle3(into, out) : 0;
  };
  const turns = points.map((_, i) => turnAt(i));
  const isCorner = turns.map((turn) => turn > STRAIGHT && turn < Math.PI - BACK);
  let [rounded, left] = [0, 0];
  let largest: number | null = null;
  const found = points.map((point, i) => {
    if (!isCorner[i]) return point;
    const room = [-1, 1].map((way) => {
      const j = (i + way + n) % n;
      return length3(sub3(points[j], point)) * (isCorner[j] ? 0.5 : 1);
    });
    const most = Math.min(...room) / Math.tan(turns[i] / 2);
    if (radius > most * (1 + 1e-12)) {
      left++;
      largest = Math.max(largest ?? 0, most);
      return point;
    }
    rounded++;
    return { ...point, radius };
  });
  if (rounded === 0)
    throw new RelayError(
      'request-invalid',
      largest === null
        ? 'The path has no corners to round.'
        : `A radius of ${mm(radius)} fits no corner: at most ${mm(largest)} fits.`,
      { field: 'radius' },
    );
  return { points: found, rounded, left, largest };
}
