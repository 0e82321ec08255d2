import { about, choice, length, type PieceFrom } from '../fields';

export const beadFields = [
  choice('form', 'Form', ['ball', 'ball'], ['oval', 'oval'], ['disc', 'disc'], ['facet', 'cut facets']),
  length('diameter', 'Diameter'),
  about(length('length', 'Length'), 'Along the path, mm.'),
] as const;

/** A bead on a thread. */
export type Bead = PieceFrom<'bead', typeof beadFields>;
