import { colourOf, finishedFigure } from '@coin-relay/scene';
import { PLAIN_SETTING, type JobPiece, type Material, bandOf, familyOf } from '@coin-relay/model';
import type { Brush } from './brush';
import { figureParts, fillParts } from './piece-looks';

/** How a piece is painted besides what it is. */
export interface StraightLook {
  readonly materials: readonly Material[];
  /** The number of a material; −1: its own. */
  readonly finish?: number;
  readonly wire?: number;
  /** Only the quarter that lies over the next link, once that is painted. */
  readonly over?: boolean;
}

/** Paints a piece laid straight from the origin along x, as it is before any bend: for samples and lenses. */
export function paintStraight(
  ctx: Brush,
  piece: JobPiece,
  span: number,
  pixel: number,
  { materials, finish = -1, wire = 0, over = false }: StraightLook,
): void {
  const colour = (material: string): string => colourOf(materials, material);
  const figure = finishedFigure(piece, span, materials, finish, wire);
  const parts = over ? figure.parts.filter((part) => part.over) : figure.parts;
  if (over && parts.length === 0) return;
  const band = bandOf(piece);
  const { onPin } = familyOf(piece);
  if (band) {
    const { inner, outer, material } = band;
    ctx.fillStyle = colour(piece.finish?.material ?? material);
    // A tooth stands on its pin, so half its stretch of band lies behind it.
    const from = onPin ? -span / 2 : 0;
    ctx.fillRect(from - pixel / 2, -outer, span + pixel, inner + outer);
  }
  const { line, turn, flip, scale } = piece.setting ?? PLAIN_SETTING;
  const middle = onPin ? 0 : span / 2;
  ctx.save();
  ctx.translate(middle, 0);
  ctx.rotate(turn);
  ctx.scale(scale, scale * (flip ? -1 : 1));
  ctx.translate(-middle, -line);
  fillParts(ctx, figureParts({ parts }, colour), pixel / scale);
  ctx.restore();
}
