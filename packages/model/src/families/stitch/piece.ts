import { about, choice, length, type PieceFrom } from '../fields';

export const stitchFields = [
  choice(
    'kind',
    'Stitch',
    ['running', 'running'],
    ['back', 'back'],
    ['cross', 'cross'],
    ['zigzag', 'zigzag'],
  ),
  about(length('thread', 'Thread'), 'Diameter of the thread, mm.'),
  about(length('width', 'Width of seam', 0), 'Across the seam, of cross and zigzag stitches, mm.'),
  about(length('gap', 'Gap', 0), 'Cloth between two running stitches, mm.'),
  about(length('hole', 'Holes', 0), 'Diameter of the holes, mm.'),
] as const;

/** One stitch of a seam. */
export type Stitch = PieceFrom<'stitch', typeof stitchFields>;
