import { choice, given, length, type PieceFrom } from '../fields';

export const toothedBeltFields = [
  given('size', 'designation'),
  choice('form', 'Tooth form', ['trapezoid', 'trapezoid'], ['round', 'round']),
  length('thickness', 'Thickness'),
  length('tooth', 'Tooth height', 0),
] as const;

/** One tooth and its stretch of a belt: it bends with the path. */
export type ToothedBelt = PieceFrom<'toothed-belt', typeof toothedBeltFields>;
