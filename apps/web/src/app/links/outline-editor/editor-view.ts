import { outlineBounds, type PieceOf } from '@coin-relay/model';

/** What the outline editor shows of a piece: a box in its own axes with room round it, and the size of a hand's width there. */
export interface EditorView {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** mm in a pixel. */
  readonly pixel: number;
}

/** The view that shows all of a piece and its pins on a surface of so many pixels. */
export function editorView(piece: PieceOf<'own'>, width: number, height: number): EditorView {
  const { from, to } = piece.pins;
  const [a, b, c, d] = outlineBounds(piece.outline);
  const x0 = Math.min(a, from.x, to.x);
  const x1 = Math.max(c, from.x, to.x);
  const y0 = Math.min(b, from.y, to.y);
  const y1 = Math.max(d, from.y, to.y);
  const pixel = Math.max((x1 - x0) / Math.max(40, width - 120), (y1 - y0) / Math.max(40, height - 120), 1e-9);
  const w = width * pixel;
  const h = height * pixel;
  return { x: (x0 + x1) / 2 - w / 2, y: (y0 + y1) / 2 - h / 2, width: w, height: h, pixel };
}

/** A place on the surface, px from its upper left, as a place in the piece's axes. */
export function placeInView(view: EditorView, px: number, py: number): { x: number; y: number } {
  return { x: view.x + px * view.pixel, y: view.y + view.height - py * view.pixel };
}

/** Rounded to what a hand can place on the surface. */
export function roundInView(view: EditorView, value: number): number {
  const step = 10 ** Math.floor(Math.log10(view.pixel));
  return Number((Math.round(value / step) * step).toFixed(6));
}
