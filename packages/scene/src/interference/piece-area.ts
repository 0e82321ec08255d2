import { fineOutline, parsePathData } from '@coin-relay/core';
import type { PathsD } from 'clipper2-ts';
import { pieceFigure } from '../figures/piece-figure';
import type { ScenePiece } from '../placing/scene';
import { solidArea } from './overlap';

/** How far an outline may stray from its curves, as a part of the pitch. */
const FINENESS = 0.002;

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
