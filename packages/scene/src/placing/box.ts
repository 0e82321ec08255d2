import { measurePath, parsePathData, pathBounds, RelayError } from '@coin-relay/core';
import type { Figure } from '@coin-relay/model';

/** x0, y0, x1, y1, mm. */
export type Box = readonly [number, number, number, number];

/** The smallest upright rectangle round all parts of a figure. */
export function figureBox({ parts }: Figure): Box {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { d } of parts) {
    const [x0, y0, x1, y1] = outlineBox(d);
    box[0] = Math.min(box[0], x0);
    box[1] = Math.min(box[1], y0);
    box[2] = Math.max(box[2], x1);
    box[3] = Math.max(box[3], y1);
  }
  return box[0] <= box[2] ? box : [0, 0, 0, 0];
}

/** The same outlines are asked for again and again: at every fit, by every row with the same piece. */
const MOST_KNOWN = 1_000;
const known = new Map<string, Box>();

function outlineBox(d: string): Box {
  const found = known.get(d);
  if (found) return found;
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of parsePathData(d)) {
    const bounds = boundsOf(() => pathBounds(measurePath(contour)));
    if (!bounds) continue;
    box[0] = Math.min(box[0], bounds[0]);
    box[1] = Math.min(box[1], bounds[1]);
    box[2] = Math.max(box[2], bounds[2]);
    box[3] = Math.max(box[3], bounds[3]);
  }
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(d, box);
  return box;
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
