import type { Vec } from '../math';

/** What a moved point is drawn to, in the order in which it wins. */
export type SnapTo = 'point' | 'tangent' | 'angle' | 'grid';

export interface SnapRules {
  /** Onto other points. */
  readonly points: boolean;
  /** So that the line from the point before touches a wheel. */
  readonly tangents: boolean;
  /** The line from the point before in steps of this angle, radians; null for none. */
  readonly angle: number | null;
  /** Onto a grid of this step, mm; null for none. */
  readonly grid: number | null;
}

/** What there is to snap to. */
export interface SnapGround {
  readonly points: readonly Vec[];
  readonly wheels: readonly { readonly x: number; readonly y: number; readonly radius: number }[];
  /** Where the line to the moved point comes from; null where it has none before it. */
  readonly from: Vec | null;
  /** How near something has to be to draw the point, mm. */
  readonly reach: number;
}

export interface Snapped extends Vec {
  readonly to: SnapTo | null;
}

/** Where a point goes that is moved to a place: the first kind of thing within reach draws it. */
export function snapPoint(at: Vec, rules: SnapRules, ground: SnapGround): Snapped {
  return (
    (rules.points ? toPoint(at, ground) : null) ??
    (rules.tangents ? toTangent(at, ground) : null) ??
    (rules.angle !== null ? toAngle(at, rules.angle, rules.grid, ground) : null) ??
    (rules.grid !== null ? toGrid(at, rules.grid, ground.reach) : null) ?? { x: at.x, y: at.y, to: null }
  );
}

function toPoint(at: Vec, { points, reach }: SnapGround): Snapped | null {
  let nearest: Vec | null = null;
  let least = reach;
  for (const point of points) {
    const d = Math.hypot(point.x - at.x, point.y - at.y);
    if (d <= least) {
      least = d;
      nearest = point;
    }
  }
  return nearest && { x: nearest.x, y: nearest.y, to: 'point' };
}

/** Onto the tangent from the point before to a wheel: where it touches, or anywhere along it. */
function toTangent(at: Vec, { wheels, from, reach }: SnapGround): Snapped | null {
  if (!from) return null;
  let found: Snapped | null = null;
  let least = reach;
  const offer = (x: number, y: number, bonus: number): void => {
    const d = Math.hypot(x - at.x, y - at.y) * bonus;
    if (d <= least) {
      least = d;
      found = { x, y, to: 'tangent' };
    }
  };
  for (const wheel of wheels) {
    const d = Math.hypot(wheel.x - from.x, wheel.y - from.y);
    if (!(d > wheel.radius && wheel.radius > 0)) continue;
    const towards = Math.atan2(wheel.y - from.y, wheel.x - from.x);
    const aside = Math.asin(wheel.radius / d);
    const long = Math.sqrt(d * d - wheel.radius * wheel.radius);
    for (const angle of [towards - aside, towards + aside]) {
      const ux = Math.cos(angle);
      const uy = Math.sin(angle);
      // The contact itself is preferred to the rest of the tangent.
      offer(from.x + long * ux, from.y + long * uy, 0.3);
      const along = (at.x - from.x) * ux + (at.y - from.y) * uy;
      if (along > 0) offer(from.x + along * ux, from.y + along * uy, 1);
    }
  }
  return found;
}

/** Onto the nearest ray of an angle step; along it in steps of the grid where there is one. */
function toAngle(at: Vec, step: number, grid: number | null, { from, reach }: SnapGround): Snapped | null {
  if (!from || !(step > 0)) return null;
  const dx = at.x - from.x;
  const dy = at.y - from.y;
  const angle = Math.round(Math.atan2(dy, dx) / step) * step;
  const ux = Math.cos(angle);
  const uy = Math.sin(angle);
  const along = dx * ux + dy * uy;
  if (!(along > 0) || Math.abs(dx * uy - dy * ux) > reach) return null;
  const far = grid !== null ? Math.max(grid, Math.round(along / grid) * grid) : along;
  return { x: from.x + far * ux, y: from.y + far * uy, to: 'angle' };
}

function toGrid(at: Vec, grid: number, reach: number): Snapped | null {
  if (!(grid > 0)) return null;
  const x = Math.round(at.x / grid) * grid;
  const y = Math.round(at.y / grid) * grid;
  return Math.hypot(x - at.x, y - at.y) <= Math.max(reach, grid) ? { x, y, to: 'grid' } : null;
}
