import { measurePath, placeShape, shapeContour, wrapInto } from '@coin-relay/core';
import type { Mend } from '../../mend/mends';
import { placementOf } from '../../mend/placement';
import type { ShapePath } from './schema';

/** A mended shape, where it is a shape still. */
export function mendShape(path: ShapePath, mend: Mend): ShapePath | null {
  const { shape } = path;
  switch (mend.do) {
    case 'reverse':
      return { ...path, shape: { ...shape, reversed: !shape.reversed } };
    case 'start': {
      const contour = shapeContour(shape);
      if (!contour.closed) return null;
      // The start is counted the way the shape itself runs, before it is turned round.
      const moved = mend.at / measurePath(contour).length;
      return {
        ...path,
        shape: { ...shape, start: wrapInto((shape.start ?? 0) + (shape.reversed ? -moved : moved), 1) },
      };
    }
    case 'mirror':
    case 'scale':
      return { ...path, shape: placeShape(shape, placementOf(shapeContour(shape), mend)) };
    case 'round':
      return shape.of === 'rectangle' && mend.at === undefined && shape.corner === 0
        ? { ...path, shape: { ...shape, corner: mend.radius } }
        : null;
    default:
      return null;
  }
}
