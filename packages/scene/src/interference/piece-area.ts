import { fineOutline, inverse, parsePathData, type AffineTuple } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';
import type { PathsD } from 'clipper2-ts';
import { pieceFigure } from '../figures/piece-figure';
import type { ScenePiece } from '../placing/scene';
import { keptArea, solidArea } from './overlap';

/** How far an outline may stray from its curves, as a part of the pitch. */
export const FINENESS = 0.002;

const known = new WeakMap<ScenePiece, PathsD>();

/** What all parts of a piece cover together, in its own axes; made once. */
export function pieceArea(piece: ScenePiece, span: number): PathsD {
  const before = known.get(piece);
  if (before) return before;
  const parts = pieceFigure(piece.piece, piece.span).parts.map(({ d }) => {
    const { points, rings } = fineOutline(parsePathData(d), Infinity, FINENESS * span);
    const outlines: Float64Array[] = [];
    for (let r = 0; r + 1 < rings.length; r++) outlines.push(points.slice(2 * rings[r], 2 * rings[r + 1]));
    return outlines;
  });
  const area = solidArea(parts);
  known.set(piece, area);
  return area;
}

/** The same of what a boundary leaves of it. @param at where it lies on the drawing */
export function pieceAreaWithin(
  piece: ScenePiece,
  span: number,
  boundary: Boundary,
  at: AffineTuple,
): PathsD {
  const [a, b, c, d, e, f] = inverse(at);
  const { area, keep } = boundary;
  const own = Float64Array.from(area, (_, i) => {
    const [x, y] = i % 2 === 0 ? [area[i], area[i + 1]] : [area[i - 1], area[i]];
    return i % 2 === 0 ? a * x + c * y + e : b * x + d * y + f;
  });
  return keptArea(pieceArea(piece, span), own, keep);
}
