import { about, flag, length, type PieceFrom } from '../fields';

export const plankFields = [
  about(length('length', 'Length across'), 'Across the path, mm.'),
  about(length('width', 'Width'), 'Along the path, mm.'),
  flag('nails', 'Nailed'),
] as const;

/** A cross-plank, seen from above. */
export type Plank = PieceFrom<'plank', typeof plankFields>;
