import { contourLength, joinContours, LIMITS } from '@coin-relay/core';
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
 * become a line of more pieces than a path may have stays in its parts.
 */
export function joinDrawing(drawing: Drawing, tolerance: number): JoinedContour[] {
  const { contours } = drawing;
  return joinContours(
    contours.map((c) => c.contour),
    tolerance,
  )
    .flatMap(({ contour, parts, gaps }): JoinedContour[] => {
      if (parts.length > 1 && contour.segments.length > LIMITS.pathPieces)
        return parts.map((k) => ({ ...contours[k], parts: [contours[k].id], widest: 0 }));
      const first = contours[parts.reduce((least, k) => Math.min(least, k))];
      const one = parts.length === 1 && gaps.length === 0;
      return [
        {
          id: first.id,
          element: first.element,
          contour: one ? first.contour : contour,
          length: one ? first.length : contourLength(contour),
          closed: contour.closed,
          parts: parts.map((k) => contours[k].id),
          widest: gaps.reduce((most, gap) => Math.max(most, gap), 0),
        },
      ];
    })
    .sort((a, b) => b.length - a.length);
}
