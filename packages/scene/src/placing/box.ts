import { fineOutline, measurePath, parsePathData, pathBounds, RelayError } from '@coin-relay/core';
import { familyOf, PLAIN_SETTING, type Figure, type JobPiece } from '@coin-relay/model';
import { pieceFigure } from '../figures/piece-figure';

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

/**
 * How a piece stands to a neighbour of its own kind, a pitch on: as large as it is, turned and moved as
 * it sits on its place, and without what makes its copies unlike.
 */
export function overhang(piece: JobPiece): Overhang {
  const { pitch } = piece;
  const { scale, turn, along, line } = piece.setting ?? PLAIN_SETTING;
  const middle = familyOf(piece).onPin ? 0 : pitch / 2;
  const figure = pieceFigure({ ...piece, variation: undefined }, pitch);
  const [low, high] = turn === 0 ? figureEnds(figure) : turnedEnds(figure, middle, line, turn);
  const x0 = middle + along + scale * (low - middle);
  const x1 = middle + along + scale * (high - middle);
  return { behind: -x0, ahead: x1 - pitch, overlap: x1 - x0 - pitch };
}

function figureEnds(figure: Figure): [low: number, high: number] {
  const [x0, , x1] = figureBox(figure);
  return [x0, x1];
}

/** How far a figure that is turned about a point reaches along the path. */
function turnedEnds(figure: Figure, x: number, y: number, turn: number): [low: number, high: number] {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const hull = hullOf(figure);
  let [low, high] = [Infinity, -Infinity];
  for (let p = 0; p < hull.length; p += 2) {
    const at = x + c * (hull[p] - x) - s * (hull[p + 1] - y);
    low = Math.min(low, at);
    high = Math.max(high, at);
  }
  return low <= high ? [low, high] : [x, x];
}

const hulls = new WeakMap<Figure, Float64Array>();

/** Points of a figure's outlines, x and y in turn: what is asked whether it lies inside a boundary. */
export function hullOf(figure: Figure): Float64Array {
  const known = hulls.get(figure);
  if (known) return known;
  const points = figure.parts.flatMap(({ d }) => {
    const outline = fineOutline(parsePathData(d), Infinity, 0.05);
    return [...outline.points];
  });
  const hull = Float64Array.from(points);
  hulls.set(figure, hull);
  return hull;
}
