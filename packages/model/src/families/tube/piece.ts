import { about, length, type PieceFrom } from '../fields';

export const tubeFields = [
  about(length('length', 'Length'), 'Of the tube, mm; the rest of the pitch is a gap.'),
  about(length('outer', 'Outer diameter'), 'Outer diameter, mm.'),
  length('bore', 'Bore', 0),
] as const;

/** A piece of tube of given length. */
export type Tube = PieceFrom<'tube', typeof tubeFields>;
