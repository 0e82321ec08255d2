import { parsePathData, placeContour, writePathData } from '@coin-relay/core';
import type { Figure } from '../../figure/figure';
import type { Own } from './piece';

/**
 * A piece with an outline of one's own, brought into the axes all figures have: its first pin at
 * the origin, its second on the x axis. Its outline keeps its size; where the row's pitch gives
 * way, it stays midway between its pins.
 */
export function ownFigure(piece: Own, span: number): Figure {
  const { from, to } = piece.pins;
  const turn = -Math.atan2(to.y - from.y, to.x - from.x);
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const slack = (span - piece.pitch) / 2;
  const placement = {
    k: 1,
    turn,
    x: -(c * from.x - s * from.y) + slack,
    y: -(s * from.x + c * from.y),
    mirror: false,
  };
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
