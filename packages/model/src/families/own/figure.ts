import { parsePathData, placeContour, writePathData, type Placement } from '@coin-relay/core';
import type { Figure } from '../../figure/figure';
import type { Own } from './piece';

/**
 * From the axes of a piece with an outline of one's own into those all figures have: its first pin at
 * the origin, its second on the x axis. It keeps its size; where the row's pitch gives way, it stays
 * midway between its pins.
 */
export function ownPlacement({ pins: { from, to }, pitch }: Own, span: number): Placement {
  const turn = -Math.atan2(to.y - from.y, to.x - from.x);
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const slack = (span - pitch) / 2;
  return {
    k: 1,
    turn,
    x: -(c * from.x - s * from.y) + slack,
    y: -(s * from.x + c * from.y),
    mirror: false,
  };
}

export function ownFigure(piece: Own, span: number): Figure {
  const placement = ownPlacement(piece, span);
  return {
    main: piece.outline[0]?.material ?? 'brass',
    parts: piece.outline.map(({ data, material, line }) => ({
      d: parsePathData(data)
        .map((contour) => writePathData(placeContour(contour, placement), 4))
        .join(''),
      fill: material,
      line,
    })),
  };
}
