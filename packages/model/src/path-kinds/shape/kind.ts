import { shapeContour, type Shape } from '@coin-relay/core';
import type { KindOfPath, PathOffer } from '../kind';
import { mendShape } from './mend';
import { readyShape } from './ready';
import { shapeSchema, type ShapePath } from './schema';
import { SHAPE_WORDS, shapeSummary } from './words';

export const shape: KindOfPath<ShapePath> = {
  kind: 'shape',
  mayRise: true,
  schema: shapeSchema,
  words: (path) => SHAPE_WORDS[path.shape.of],
  summary: (path, { unit }) => shapeSummary(path.shape, unit),
  contour: (path) => shapeContour(path.shape),
  mend(path, _job, mend) {
    const mended = mendShape(path, mend);
    return mended && { path: mended, wheels: [], words: '' };
  },
  offers: (Object.entries(SHAPE_WORDS) as [Shape['of'], string][]).map(
    ([of, words]): PathOffer<ShapePath> => ({
      id: of,
      words: words.toLowerCase(),
      group: 'ready shape',
      begin: ({ id }) => ({ path: readyShape(id, of), wheels: [] }),
    }),
  ),
};
