import { joinContours, measurePath } from '@coin-relay/core';
import type { Drawing, DrawnContour } from './drawing';

/** A line made of several of a drawing, and how wide the gaps were that were closed for it. */
export interface JoinedContour extends DrawnContour {
  /** Ids of the lines it is made of; one where nothing was joined. */
  readonly parts: readonly string[];
  /** The widest gap closed, mm; 0 where the ends met. */
  readonly widest: number;
}

/** The lines of a drawing, with those joined whose ends meet within a tolerance, mm. */
export function joinDrawing(drawing: Drawing, tolerance: number): JoinedContour[] {
  const { contours } = drawing;
  return joinContours(
    contours.map((c) => c.contour),
    tolerance,
  )
    .map(({ contour, parts, gaps }): JoinedContour => {
      const first = contours[Math.min(...parts)];
      const one = parts.length === 1 && gaps.length === 0;
      return {
        id: first.id,
        element: first.element,
        contour: one ? first.contour : contour,
        length: one ? first.length : measurePath(contour).length,
        closed: contour.closed,
        parts: parts.map((k) => contours[k].id),
        widest: Math.max(0, ...gaps),
      };
    })
    .sort((a, b) => b.length - a.length);
}
