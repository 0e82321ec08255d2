import { reverseContour } from '../edit/cut';
import { distance } from '../math';
import { drawnContour, drawnFromContour } from './contour';
import { STRAIGHT, type DrawnPath } from './drawn-path';
import { movePoint } from './move-points';

const reversed = (path: DrawnPath): DrawnPath => drawnFromContour(reverseContour(drawnContour(path)));

/**
 * Two open paths made one, at the ends of both that are nearest to each other: on one place where
 * they meet within the tolerance, else by a straight segment. The first keeps its way unless it
 * has to be turned round to be joined at its start.
 * @param tolerance mm
 */
export function joinDrawn(one: DrawnPath, two: DrawnPath, tolerance: number): DrawnPath {
  const ends = (path: DrawnPath): [DrawnPath['points'][number], DrawnPath['points'][number]] => [
    path.points[0],
    path.points[path.points.length - 1],
  ];
  const [a0, a1] = ends(one);
  const [b0, b1] = ends(two);
  const ways = [
    { gap: distance(a1, b0), first: one, second: two },
    { gap: distance(a1, b1), first: one, second: reversed(two) },
    { gap: distance(a0, b1), first: two, second: one },
    { gap: distance(a0, b0), first: reversed(two), second: one },
  ];
  const { gap, first, second } = ways.reduce((best, way) => (way.gap < best.gap ? way : best));
  if (gap <= tolerance) {
    const met = movePoint(first, first.points.length - 1, second.points[0]);
    return { closed: false, points: [...met.points.slice(0, -1), ...second.points] };
  }
  const last = { ...first.points[first.points.length - 1], next: STRAIGHT };
  return { closed: false, points: [...first.points.slice(0, -1), last, ...second.points] };
}
