import type { KindOfPath } from '../kind';
import { outlineContour } from './contour';
import type { OutlinePath } from './schema';

export const outline: KindOfPath<OutlinePath> = {
  kind: 'outline',
  mayRise: true,
  words: ({ name }) => name,
  summary: ({ name }) => name,
  contour: ({ data }) => outlineContour(data),
  // It comes from a file.
  offers: [],
};
