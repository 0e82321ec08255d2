import { measurePath, parsePathData, pathBounds, RelayError } from '@coin-relay/core';
import type { Figure } from '@coin-relay/model';

/** x0, y0, x1, y1, mm. */
export type Box = readonly [number, number, number, number];

/** The smallest upright rectangle round all parts of a figure. */
export function figureBox({ parts }: Figure): Box {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { d } of parts) {
    for (const contour of parsePathData(d)) {
      const found = boundsOf(() => pathBounds(measurePath(contour)));
      if (!found) continue;
      box[0] = Math.min(box[0], found[0]);
      box[1] = Math.min(box[1], found[1]);
      box[2] = Math.max(box[2], found[2]);
      box[3] = Math.max(box[3], found[3]);
    }
  }
  return box[0] <= box[2] ? box : [0, 0, 0, 0];
}

/** A part too small to be measured bounds nothing. */
function boundsOf<T>(read: () => T): T | null {
  try {
    return read();
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}

/** What a piece sticks out beyond its pins, mm: negative where it leaves a gap. */
export interface Overhang {
  readonly behind: number;
  readonly ahead: number;
  /** Both together: by so much neighbours of this kind overlap; negative: the gap between them. */
  readonly overlap: number;
}

/** How a piece whose figure has this box stands to a neighbour of its own kind, a pitch on. */
export function overhang([x0, , x1]: Box, pitch: number): Overhang {
  return { behind: -x0, ahead: x1 - pitch, overlap: x1 - x0 - pitch };
}
