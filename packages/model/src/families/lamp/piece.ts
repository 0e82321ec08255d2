import { about, choice, length, type PieceFrom } from '../fields';

export const lampFields = [
  choice('form', 'Form', ['bulb', 'bulb'], ['lantern', 'lantern']),
  length('diameter', 'Diameter'),
  about(length('cord', 'Cord', 0), 'From the path to the lamp, mm.'),
] as const;

/** A hanging lamp. */
export type Lamp = PieceFrom<'lamp', typeof lampFields>;
