import type { Vec } from '../math';
import { pieceEnd, type Contour, type Segment } from '../path';
import { reverseContour } from './cut';
import { joinLines, type JoinedLine, type PieceOps } from './join-lines';
import { moveEnds } from './move-ends';

/** Contours that became one, and the gaps that were closed for it. */
export type Joined = JoinedLine<Segment>;

const inPlane = ({ x, y }: Vec): Vec => ({ x, y });

const OPS: PieceOps<Segment> = {
  end: (piece, t) => ({ ...pieceEnd(piece, t), z: 0 }),
  moved: (piece, from, to) => moveEnds(piece, inPlane(from), inPlane(to)),
  reversed: reverseContour,
};

/** Joins open contours of the plane whose ends meet within a tolerance, mm. */
export const joinContours = (contours: readonly Contour[], tolerance: number): Joined[] =>
  joinLines(contours, tolerance, OPS);
