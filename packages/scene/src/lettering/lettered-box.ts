import { bandOf } from '@coin-relay/model';
import { mainPart, pieceFigure } from '../figures';
import { figureBox, type Box } from '../placing/box';
import type { ScenePiece } from '../placing/scene';

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
