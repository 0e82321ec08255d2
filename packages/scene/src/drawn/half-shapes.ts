import { IDENTITY } from '@coin-relay/core';
import { cropped, croppedLines, type Cut } from '../cropping';
import type { DrawTurn } from '../placing';
import type { DrawnShape } from './item';

/** A part of a piece that is drawn once more, over its neighbour. */
export type Half = Exclude<DrawTurn['what'], 'all'>;

/** Where a part of a piece is, wide enough for any: ahead of or behind the middle of its link, or its front upper quarter. */
function halfOf(span: number, half: Half): Cut {
  const [middle, wide] = [span / 2, span * 50];
  const [x0, x1] = half === 'back-half' ? [middle - wide, middle] : [middle, middle + wide];
  const y0 = half === 'over' ? 0 : -wide;
  return { area: Float64Array.of(x0, y0, x1, y0, x1, wide, x0, wide), keep: 'inside' };
}

/**
 * Shapes as far as they lie in a half of their piece, two for each: what is filled, and its lines. It ends where the
 * piece goes on underneath: no line is drawn there.
 */
export function halfShapes(shapes: readonly DrawnShape[], span: number, half: Half): DrawnShape[] {
  const cut = halfOf(span, half);
  return shapes.flatMap((shape) => [
    { ...shape, d: shape.fill === null ? '' : cropped(shape.d, IDENTITY, cut), line: false },
    { ...shape, d: shape.line ? croppedLines(shape.d, IDENTITY, cut) : '', fill: null },
  ]);
}
