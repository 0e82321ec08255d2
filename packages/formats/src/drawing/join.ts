import {
  contourLength,
  joinContours,
  joinFree,
  laidFlat,
  measureSpacePath,
  RelayError,
  turnsOf,
  type Contour,
  type LaidFlat,
} from '@coin-relay/core';
import type { PathPlane } from '@coin-relay/model';
import type { Drawing, DrawnContour, DrawnInSpace } from './drawing';

/** What a line is made of. */
interface Parts {
  /** Ids of the lines it is made of; one where nothing was joined. */
  readonly parts: readonly string[];
  /** The widest gap closed, mm; 0 where the ends met. */
  readonly widest: number;
}

/** A line in a plane, and where that stands: in the drawing where it says nothing. */
export interface JoinedContour extends DrawnContour, Parts {
  readonly plane?: PathPlane;
}

/** A line that lies in no plane. */
export interface JoinedInSpace extends DrawnInSpace, Parts {}

export type JoinedLine = JoinedContour | JoinedInSpace;

export const isInSpace = (line: JoinedLine): line is JoinedInSpace => 'line' in line;

/** Those of some lines that lie in a plane, as it is seen square on. */
export const inPlanes = (lines: readonly JoinedLine[]): JoinedContour[] =>
  lines.filter((line): line is JoinedContour => !isInSpace(line));

/**
 * The lines of a drawing, with those joined whose ends meet within a tolerance, mm; the longest first. What would
 * become a line that cannot be worked on stays in its parts: one of too many pieces, or one that is
 * so short that its own ends meet. Lines in space that lie in a plane become lines of that plane.
 */
export function joinDrawing(drawing: Drawing, tolerance: number): JoinedLine[] {
  const { contours, inSpace } = drawing;
  const flat = joinedOf(
    contours,
    joinContours(
      contours.map(({ contour }) => contour),
      tolerance,
    ),
    (known, contour): DrawnContour => ({
      ...known,
      contour,
      length: contourLength(contour),
      closed: contour.closed,
    }),
  );
  const free = joinedOf(
    inSpace,
    joinFree(
      inSpace.map(({ line }) => line),
      tolerance,
    ),
    (known, line): DrawnInSpace => ({
      ...known,
      line,
      length: measureSpacePath(line).length,
      closed: line.closed,
    }),
  );
  return [...flat, ...free.map(inItsPlane)].sort((a, b) => b.length - a.length);
}

interface Made<C> {
  readonly contour: C;
  readonly parts: readonly number[];
  readonly gaps: readonly number[];
}

/** Gives what was joined its name and its length; the parts of it where it cannot be worked on. */
function joinedOf<D extends { readonly id: string }, C>(
  known: readonly D[],
  made: readonly Made<C>[],
  become: (first: D, contour: C) => D,
): (D & Parts)[] {
  return made.flatMap(({ contour, parts, gaps }) => {
    const alone = (): (D & Parts)[] => parts.map((k) => ({ ...known[k], parts: [known[k].id], widest: 0 }));
    if (parts.length === 1 && gaps.length === 0) return alone();
    const first = known[parts.reduce((least, k) => Math.min(least, k))];
    try {
      return [
        {
          ...become(first, contour),
          parts: parts.map((k) => known[k].id),
          widest: gaps.reduce((most, gap) => Math.max(most, gap), 0),
        },
      ];
    } catch (error) {
      if (error instanceof RelayError) return alone();
      throw error;
    }
  });
}

/** A line in space that lies in a plane is one of that plane. */
function inItsPlane(joined: JoinedInSpace): JoinedLine {
  const laid = laidFlat(joined.line);
  const contour = laid && usable(laid.contour);
  if (!contour) return joined;
  const { id, element, length, closed, parts, widest } = joined;
  const plane = planeOfLaid(laid);
  return { id, element, length, closed, parts, widest, contour, ...(plane ? { plane } : {}) };
}

function usable(contour: Contour): Contour | null {
  try {
    return contourLength(contour) > 0 ? contour : null;
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}

/** Where a plane stands; null where it is that of the drawing. */
function planeOfLaid({ map }: LaidFlat): PathPlane | null {
  const origin = { x: map[3], y: map[7], z: map[11] };
  // A turn by nothing has no sign.
  const { x, y, z } = turnsOf(map);
  const turns = { x: x + 0, y: y + 0, z: z + 0 };
  return [origin, turns].some((three) => Object.values(three).some((value) => value !== 0))
    ? { origin, turns }
    : null;
}
