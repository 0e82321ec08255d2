import { distance } from '../math';
import { STRAIGHT, type DrawnPath } from './drawn-path';
import { movePoint } from './move-points';

/** A closed path opened at a point, which becomes its start and its end. */
export function openAtPoint(path: DrawnPath, i: number): DrawnPath {
  if (!path.closed) return path;
  const { x, y } = path.points[i];
  const points = [...path.points.slice(i), ...path.points.slice(0, i)];
  return { closed: false, points: [...points, { x, y, next: STRAIGHT }] };
}

/** An open path broken at a point into two. */
export function breakAtPoint(path: DrawnPath, i: number): [DrawnPath, DrawnPath] | null {
  if (path.closed || i <= 0 || i >= path.points.length - 1) return null;
  return [
    { closed: false, points: [...path.points.slice(0, i), { ...path.points[i], next: STRAIGHT }] },
    { closed: false, points: path.points.slice(i) },
  ];
}

/** An open path closed: straight from its end to its start, or end on start where they meet within the tolerance. */
export function closePath(path: DrawnPath, tolerance: number): DrawnPath {
  if (path.closed || path.points.length < 2) return path;
  const first = path.points[0];
  const last = path.points[path.points.length - 1];
  if (path.points.length > 2 && distance(first, last) <= tolerance) {
    const merged = movePoint(path, path.points.length - 1, first);
    return { closed: true, points: merged.points.slice(0, -1) };
  }
  return { closed: true, points: path.points };
}
