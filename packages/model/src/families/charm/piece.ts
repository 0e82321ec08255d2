import { about, choice, length, type PieceFrom } from '../fields';

export const charmFields = [
  choice(
    'form',
    'Form',
    ['star', 'star'],
    ['fish', 'fish'],
    ['bell', 'bell'],
    ['pennant', 'pennant'],
    ['hanger', 'hanger'],
  ),
  about(length('size', 'Height'), 'Height, mm.'),
] as const;

/** A small thing that hangs from the path. */
export type Charm = PieceFrom<'charm', typeof charmFields>;
