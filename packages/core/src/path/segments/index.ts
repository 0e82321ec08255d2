import type { Segment, SegmentCurve } from '../segment';
import { arcCurve } from './arc';
import { catenaryCurve } from './catenary';
import { cubicCurve } from './cubic';
import { ellipseCurve } from './ellipse';
import { lineCurve } from './line';

export * from './cubic';

/** The parametric curve of a piece. A new kind of piece is one file here and one case below. */
export function pieceCurve(piece: Segment): SegmentCurve {
  switch (piece.kind) {
    case 'line':
      return lineCurve(piece);
    case 'arc':
      return arcCurve(piece);
    case 'ellipse':
      return ellipseCurve(piece);
    case 'cubic':
      return cubicCurve(piece);
    case 'catenary':
      return catenaryCurve(piece);
  }
}
