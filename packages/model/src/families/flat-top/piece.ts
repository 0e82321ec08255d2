import { about, count, given, length, type PieceFrom } from '../fields';

export const flatTopFields = [
  given('size', 'designation'),
  about(length('width', 'Width'), 'Across the row, mm.'),
  count('knuckles', 'Hinge eyes', 1, 20),
] as const;

/** A flat-top conveyor plate, seen from above. */
export type FlatTop = PieceFrom<'flat-top', typeof flatTopFields>;
