import { tightestBend } from '@coin-relay/core';
import type { RowScene, ScenePiece } from './scene';

/** A piece that bends is cut into so many parts along its pitch at the least, and at the most. */
export const BENT_PARTS = 14;
const MOST_PARTS = 1_000;

/**
 * How long edges of a piece that bends may be along the path, mm: a chord of an arc of radius R strays by R (1 − cos(a/2)),
 * so that at its outer side, h beyond the path, an edge of the length sqrt(8 ε / (R + h)) R keeps to the tolerance ε.
 * @param tolerance how far an edge may stray from where it should be, mm
 */
export function bendStep(scene: RowScene, piece: ScenePiece, tolerance: number): number {
  const { span } = piece;
  const { radius, reach } = tightestFor(scene, piece);
  const straight = radius === Infinity ? Infinity : radius * Math.sqrt((8 * tolerance) / (radius + reach));
  const step = straight / stretchOf(scene, piece);
  return Math.min(span / BENT_PARTS, Math.max(span / MOST_PARTS, step));
}

/**
 * How far the edges of a piece that bends stray on the tightest bend of its path, mm: more than they may where it would
 * have to be cut into more parts than it is.
 * @param tolerance how far an edge may stray, mm
 */
export function bentStray(scene: RowScene, piece: ScenePiece, tolerance: number): number {
  const { radius, reach } = tightestFor(scene, piece);
  const step = bendStep(scene, piece, tolerance) * stretchOf(scene, piece);
  return radius === Infinity ? 0 : ((radius + reach) * (step / radius) ** 2) / 8;
}

/** The tightest bend that a piece comes to, and how far it reaches beyond it, mm. */
function tightestFor(
  { fit }: RowScene,
  { box, setting }: ScenePiece,
): { readonly radius: number; readonly reach: number } {
  return {
    radius: tightestBend(fit.layout.path)?.radius ?? Infinity,
    reach: Math.max(Math.abs(box[1] - setting.line), Math.abs(box[3] - setting.line)) * setting.scale,
  };
}

/** How many times its own length a piece is stretched along the path, where it is the longest. */
function stretchOf({ fit: { apart }, setOut: { table }, pieces }: RowScene, piece: ScenePiece): number {
  if (!apart) return 1;
  const number = pieces.indexOf(piece);
  return apart.lengths.reduce(
    (most, length, i) =>
      table.piece[i] === number ? Math.max(most, (length * apart.factor) / piece.span) : most,
    1,
  );
}
