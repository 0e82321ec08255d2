import { mapFree, measurePath, mirrorContour, pathBounds, planOf, writePathData } from '@coin-relay/core';
import type { Contour, FreeContour, Map3 } from '@coin-relay/core';

/** Which two axes a line is seen along: x to the right and y up, x and z, or y and z. */
export type LineView = 'xy' | 'xz' | 'yz';
export const LINE_VIEWS: readonly LineView[] = ['xy', 'xz', 'yz'];

/** Path data with y down, for a preview; empty where the line goes straight towards who looks. */
export type ViewedLine = Readonly<Record<LineView, string>>;
/** A box of a preview: x0, y0, x1, y1 with y down. */
export type ViewBox = readonly [number, number, number, number];

/** What takes the two axes of a view to those of the sheet. */
const SEEN: Readonly<Record<LineView, Map3>> = {
  xy: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0],
  xz: [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0],
  yz: [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0],
};
/** Digits of a preview. */
const DIGITS = 3;

/** A line in space as it is seen along each pair of axes. */
export const seenAlong = (line: FreeContour): Readonly<Record<LineView, Contour>> => ({
  xy: seen(line, 'xy'),
  xz: seen(line, 'xz'),
  yz: seen(line, 'yz'),
});

const seen = (line: FreeContour, view: LineView): Contour => planOf(mapFree(line, SEEN[view]));

export const previewData = (contour: Contour): string =>
  contour.segments.length === 0 ? '' : writePathData(mirrorContour(contour), DIGITS);

/** The box of what is seen; null where nothing is. */
export function viewBox(contours: readonly Contour[]): ViewBox | null {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of contours) {
    if (contour.segments.length === 0) continue;
    const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
    box[0] = Math.min(box[0], x0);
    box[1] = Math.min(box[1], -y1);
    box[2] = Math.max(box[2], x1);
    box[3] = Math.max(box[3], -y0);
  }
  return box[2] >= box[0] ? box : null;
}
