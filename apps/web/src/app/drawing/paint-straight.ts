import { bandSides, FINISHES, INK, pieceFigure } from '@coin-relay/formats';
import type { JobPiece } from '@coin-relay/model';

/** Paints a piece laid straight from the origin along x, as it is before any bend: for samples and lenses. */
export function paintStraight(
  ctx: CanvasRenderingContext2D,
  piece: JobPiece,
  span: number,
  pixel: number,
): void {
  if (piece.family === 'toothed-belt') {
    const { inner, outer } = bandSides(piece);
    ctx.fillStyle = FINISHES.rubber;
    ctx.fillRect(-pixel / 2, -outer, span + pixel, inner + outer);
  }
  ctx.lineWidth = pixel;
  ctx.strokeStyle = INK;
  for (const { d, fill, line } of pieceFigure(piece, span).parts) {
    const path = new Path2D(d);
    if (fill) {
      ctx.fillStyle = FINISHES[fill];
      ctx.fill(path, 'evenodd');
    }
    if (line) ctx.stroke(path);
  }
}
