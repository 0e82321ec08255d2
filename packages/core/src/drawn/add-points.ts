import { distance, scale } from '../math';
import { subPiece } from '../edit/cut-piece';
import { measurePath, pieceEnd, placeAt } from '../path';
import { drawnSegment, pieceTangent, segmentAfter } from './contour';
import {
  nextIndex,
  previousIndex,
  STRAIGHT,
  segmentCount,
  type DrawnPath,
  type DrawnPoint,
  type DrawnSegment,
} from './drawn-path';

/** A point put on segment i at parameter t: the line does not change. */
export function insertPoint(path: DrawnPath, i: number, t: number): DrawnPath {
  const piece = segmentAfter(path, i);
  const head = subPiece(piece, 0, t);
  const tail = subPiece(piece, t, 1);
  const at = pieceEnd(tail, 0);
  const made: DrawnPoint = {
    x: at.x,
    y: at.y,
    ...(piece.kind === 'line' ? {} : { flowing: true }),
    next: drawnSegment(tail),
  };
  const points = [...path.points];
  points[i] = { ...points[i], next: drawnSegment(head) };
  points.splice(i + 1, 0, made);
  return { ...path, points };
}

/** A point put midway, by length, into every chosen segment. */
export function insertMidway(path: DrawnPath, segments: ReadonlySet<number>): DrawnPath {
  let made = path;
  // From the last one, so that the numbers of those before stay right.
  for (const i of [...segments].filter((k) => k < segmentCount(path)).sort((a, b) => b - a)) {
    const contour = { segments: [segmentAfter(path, i)], closed: false };
    const measured = measurePath(contour);
    made = insertPoint(made, i, placeAt(contour, measured, measured.length / 2).t);
  }
  return made;
}

/** The path without some of its points; what is left is joined smoothly where curves met there. */
export function deletePoints(path: DrawnPath, chosen: ReadonlySet<number>): DrawnPath {
  let made = path;
  for (const i of [...chosen].sort((a, b) => b - a)) made = deletePoint(made, i);
  return made;
}

function deletePoint(path: DrawnPath, i: number): DrawnPath {
  const before = previousIndex(path, i);
  const points = [...path.points];
  const isLast = !path.closed && i === points.length - 1;
  if (before !== null && before !== i && !isLast) {
    points[before] = { ...points[before], next: bridge(path, before, i) };
  }
  points.splice(i, 1);
  return { ...path, points };
}

/** One segment in place of two: straight where both were, else with the directions of both ends. */
function bridge(path: DrawnPath, first: number, second: number): DrawnSegment {
  const one = path.points[first].next;
  const two = path.points[second].next;
  if (one.kind === 'line' && two.kind === 'line') return STRAIGHT;
  const chord = distance(path.points[first], path.points[nextIndex(path, second)]);
  const out = pieceTangent(segmentAfter(path, first), 0);
  const back = pieceTangent(segmentAfter(path, second), 1);
  return { kind: 'curve', out: scale(out, chord / 3), in: scale(back, -chord / 3) };
}
