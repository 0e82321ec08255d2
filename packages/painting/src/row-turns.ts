import { layersEver, rowTurns, type RowTurn } from '@coin-relay/scene';
import type { Brush } from './brush';
import type { RowPainter, RowView } from './row-painter';

/** A row in the turns that rows are painted in. */
export type PaintTurn = RowTurn<RowPainter>;

/** Rows in the turns that they are painted in: in their order, those that wind round one path by what lies over what. */
export const paintTurns = (rows: readonly RowPainter[]): PaintTurn[] =>
  rowTurns(rows, ({ scene }) => layersEver(scene));

/**
 * Paints one turn.
 * @param pixel the size of a screen pixel in mm
 * @param path whether its path is painted under it
 */
export function paintTurn(
  brush: Brush,
  { row, layer }: PaintTurn,
  pixel: number,
  path: boolean,
  view: RowView,
): void {
  if (layer !== null) {
    row.paintLayer(brush, pixel, layer, view);
    return;
  }
  const way = (): void => {
    if (path) row.paintWay(brush, pixel);
  };
  row.paint(brush, pixel, way, view);
}
