import { distance, scale } from '../math';
import { subPiece } from '../edit/cut-piece';
import { measurePath, pieceEnd, placeAt } from '../path';
import { pieceStretch, pieceTangent, stretchPiece } from './contour';
import {
  nextIndex,
  previousIndex,
  STRAIGHT,
  stretchCount,
  type DrawnPath,
  type DrawnPoint,
  type Stretch,
} from './drawn-path';

/** A point put on stretch i at parameter t: the line does not change. */
export function insertPoint(path: DrawnPath, i: number, t: number): DrawnPath {
  const piece = stretchPiece(path, i);
  const head = subPiece(piece, 0, t);
  const tail = subPiece(piece, t, 1);
  const at = pieceEnd(tail, 0);
  const made: DrawnPoint = {
    x: at.x,
    y: at.y,
    ...(piece.kind === 'line' ? {} : { flowing: true }),
    next: pieceStretch(tail),
  };
  const points = [...path.points];
  points[i] = { ...points[i], next: pieceStretch(head) };
  points.splice(i + 1, 0, made);
  return { ...path, points };
}

/** A point put midway, by length, into every chosen stretch. */
export function insertMidway(path: DrawnPath, stretches: ReadonlySet<number>): DrawnPath {
  let made = path;
  // From the last one, so that the numbers of those before stay right.
  for (const i of [...stretches].filter((k) => k < stretchCount(path)).sort((a, b) => b - a)) {
    const contour = { segments: [stretchPiece(path, i)], closed: false };
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

/** One stretch in place of two: straight where both were, else with the directions of both ends. */
function bridge(path: DrawnPath, first: number, second: number): Stretch {
  const one = path.points[first].next;
  const two = path.points[second].next;
  if (one.kind === 'line' && two.kind === 'line') return STRAIGHT;
  const chord = distance(path.points[first], path.points[nextIndex(path, second)]);
  const out = pieceTangent(stretchPiece(path, first), 0);
  const back = pieceTangent(stretchPiece(path, second), 1);
  return { kind: 'curve', out: scale(out, chord / 3), in: scale(back, -chord / 3) };
}
