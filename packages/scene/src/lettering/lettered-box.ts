import { bandOf } from '@coin-relay/model';
import { mainPart, pieceFigure } from '../figures';
import { figureBox, type Box } from '../placing/box';
import type { ScenePiece } from '../placing/scene';

/** A piece as what is written on it is set: on a band that bends, whatever of that the piece is. */
export function letteredPiece(piece: ScenePiece): ScenePiece {
  if (!bandOf(piece.piece) || piece.mode === 'bent') return piece;
  return { ...piece, mode: 'bent', middle: piece.span / 2 };
}

/** What of a piece is lettered, in its own axes, mm: its stretch of a band, else its main part. */
export function letteredBox({ piece, box, middle, span, mode }: ScenePiece): Box {
  const band = bandOf(piece);
  if (band) {
    const from = mode === 'on-pin' ? -span / 2 : 0;
    return [from, -band.outer, from + span, band.inner];
  }
  const figure = pieceFigure(piece, span);
  const main = mainPart(figure, null);
  const found = main ? figureBox({ ...figure, parts: [main] }) : box;
  return found[2] > found[0] && found[3] > found[1]
    ? found
    : [middle - span / 2, -span / 4, middle + span / 2, span / 4];
}
