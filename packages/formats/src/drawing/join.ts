import { contourLength, joinContours, RelayError, type Contour } from '@coin-relay/core';
import type { Drawing, DrawnContour } from './drawing';

/** A line made of several of a drawing, and how wide the gaps were that were closed for it. */
export interface JoinedContour extends DrawnContour {
  /** Ids of the lines it is made of; one where nothing was joined. */
  readonly parts: readonly string[];
  /** The widest gap closed, mm; 0 where the ends met. */
  readonly widest: number;
}

/**
 * The lines of a drawing, with those joined whose ends meet within a tolerance, mm. What would
 * become a line that cannot be worked on stays in its parts: one of too many pieces, or one that is
 * so short that its own ends meet.
 */
export function joinDrawing(drawing: Drawing, tolerance: number): JoinedContour[] {
  const { contours } = drawing;
  return joinContours(
    contours.map((c) => c.contour),
    tolerance,
  )
    .flatMap(({ contour, parts, gaps }): JoinedContour[] => {
      const alone = parts.map((k) => ({ ...contours[k], parts: [contours[k].id], widest: 0 }));
      if (parts.length === 1 && gaps.length === 0) return alone;
      const length = lengthOf(contour);
      if (length === null) return alone;
      const first = contours[parts.reduce((least, k) => Math.min(least, k))];
      return [
        {
          ...first,
          contour,
          length,
          closed: contour.closed,
          parts: parts.map((k) => contours[k].id),
          widest: gaps.reduce((most, gap) => Math.max(most, gap), 0),
        },
      ];
    })
    .sort((a, b) => b.length - a.length);
}

/** The length of a contour; null where it cannot be worked on. */
function lengthOf(contour: Contour): number | null {
  try {
    return contourLength(contour);
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}
