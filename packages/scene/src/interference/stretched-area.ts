import { fineOutline, inverse, multiply, parsePathData, type AffineTuple } from '@coin-relay/core';
import type { PathsD } from 'clipper2-ts';
import { pieceFigure } from '../figures/piece-figure';
import { figureBox } from '../placing/box';
import { elongationMatrix } from '../placing/elongation';
import { elongationAt } from '../placing/placement-matrix';
import type { RowScene, ScenePiece } from '../placing/scene';
import { movedArea, solidArea } from './overlap';
import { FINENESS } from './piece-area';

/** What a piece takes up and covers that is stretched until it reaches a path, in its own axes. */
export interface StretchedArea {
  /** x0, y0, x1, y1. */
  readonly box: readonly [number, number, number, number];
  readonly area: () => PathsD;
}

/**
 * @param k which link of the scene it is
 * @param at where it lies on the drawing
 */
export function stretchedArea(scene: RowScene, k: number, piece: ScenePiece, at: AffineTuple): StretchedArea {
  const figure = pieceFigure(piece.piece, piece.span);
  const factor = elongationAt(scene, k, piece);
  const back = inverse(at);
  const parts = figure.parts.map((part) => {
    const [a, b, c, d, e, f] = elongationMatrix(scene, piece, part, figure, factor, Float64Array.from(at));
    return { part, own: multiply(back, [a, b, c, d, e, f]) };
  });
  const corners = parts.flatMap(({ part, own }) => {
    const [x0, y0, x1, y1] = figureBox({ parts: [part] });
    const box = [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x0, y: y1 },
      { x: x1, y: y1 },
    ];
    return movedArea([box], own)[0];
  });
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  return {
    box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
    area: () =>
      solidArea(
        parts.map(({ part, own }) => {
          const { points, rings } = fineOutline(parsePathData(part.d), Infinity, FINENESS * scene.span);
          return rings.slice(0, -1).map((from, r) => {
            const ring = points.subarray(2 * from, 2 * rings[r + 1]);
            const [moved] = movedArea(
              [Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] }))],
              own,
            );
            return Float64Array.from(moved.flatMap(({ x, y }) => [x, y]));
          });
        }),
      ),
  };
}
