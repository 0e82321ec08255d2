import { angleBetween, norm, sub, type Vec } from '../math';
import { placePoint, type Placement } from '../path';
import { nextIndex, type DrawnPath, type DrawnSegment } from './drawn-path';

/** A point brought to another place. Its handles go with it; arcs keep their shape between their ends. */
export function movePoint(path: DrawnPath, i: number, to: Vec): DrawnPath {
  const point = path.points[i];
  const moved = placePoints(path, new Set([i]), {
    k: 1,
    turn: 0,
    x: to.x - point.x,
    y: to.y - point.y,
    mirror: false,
  });
  // Just there, not within rounding: points are snapped onto one another.
  return { ...moved, points: moved.points.map((p, k) => (k === i ? { ...p, x: to.x, y: to.y } : p)) };
}

/** Several points moved, turned, scaled or mirrored together, with the handles that are theirs. */
export function placePoints(path: DrawnPath, chosen: ReadonlySet<number>, placement: Placement): DrawnPath {
  const origin = placePoint(placement, { x: 0, y: 0 });
  const swing = (v: Vec): Vec => sub(placePoint(placement, v), origin);
  const placed = path.points.map((point, i) =>
    chosen.has(i) ? { ...point, ...placePoint(placement, point) } : point,
  );
  return {
    ...path,
    points: placed.map((point, i) => {
      const j = nextIndex(path, i);
      const own = chosen.has(i);
      const other = chosen.has(j);
      if (!own && !other) return point;
      const { next } = point;
      switch (next.kind) {
        case 'line':
          return point;
        case 'curve':
          return {
            ...point,
            next: { ...next, out: own ? swing(next.out) : next.out, in: other ? swing(next.in) : next.in },
          };
        case 'arc':
          return own && other && placement.mirror
            ? { ...point, next: { kind: 'arc', bulge: -next.bulge } }
            : point;
        case 'ellipse':
          return {
            ...point,
            next: swungEllipse(
              next,
              path.points[i],
              path.points[j],
              point,
              placed[j],
              own && other && placement.mirror,
            ),
          };
      }
    }),
  };
}

/** An elliptical arc between ends that have moved: turned and scaled as its chord was. */
function swungEllipse(
  next: Extract<DrawnSegment, { kind: 'ellipse' }>,
  a: Vec,
  b: Vec,
  a2: Vec,
  b2: Vec,
  mirrored: boolean,
): DrawnSegment {
  const shape = mirrored ? { ...next, tilt: -next.tilt, start: -next.start, sweep: -next.sweep } : next;
  const old = mirrored ? { x: b.x - a.x, y: a.y - b.y } : sub(b, a);
  const now = sub(b2, a2);
  const k = norm(now) / norm(old);
  if (!(k > 0 && Number.isFinite(k))) return shape;
  return { ...shape, rx: shape.rx * k, ry: shape.ry * k, tilt: shape.tilt + angleBetween(old, now) };
}

/** Chosen points brought to one level: all to the mean of their x or of their y. */
export function levelPoints(path: DrawnPath, chosen: ReadonlySet<number>, axis: 'x' | 'y'): DrawnPath {
  const values = path.points.filter((_, i) => chosen.has(i)).map((point) => point[axis]);
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  let levelled = path;
  for (const i of chosen) {
    const point = path.points[i];
    if (point) levelled = movePoint(levelled, i, { x: point.x, y: point.y, [axis]: mean });
  }
  return levelled;
}
