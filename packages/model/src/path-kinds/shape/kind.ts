import { shapeContour, type Shape } from '@coin-relay/core';
import type { KindOfPath, PathOffer } from '../kind';
import { readyShape } from './ready';
import type { ShapePath } from './schema';
import { SHAPE_WORDS, shapeSummary } from './words';

export const shape: KindOfPath<ShapePath> = {
  kind: 'shape',
  mayRise: true,
  words: (path) => SHAPE_WORDS[path.shape.of],
  summary: (path, { unit }) => shapeSummary(path.shape, unit),
  contour: (path) => shapeContour(path.shape),
  offers: (Object.entries(SHAPE_WORDS) as [Shape['of'], string][]).map(
    ([of, words]): PathOffer<ShapePath> => ({
      id: of,
      words: words.toLowerCase(),
      group: 'ready shape',
      begin: ({ id }) => ({ path: readyShape(id, of), wheels: [] }),
    }),
  ),
};
