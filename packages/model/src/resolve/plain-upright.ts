import type { Upright } from '../job/schema';

/** Pieces as the path carries them, not turned about it, on it. */
export const PLAIN_UPRIGHT: Upright = {
  by: { by: 'least-twist' },
  roll: 0,
  alternate: 0,
  twist: 0,
  across: 0,
};

/** Is nothing said that would not be so anyway? */
export const isPlainUpright = ({ by, roll, alternate, twist, across }: Upright): boolean =>
  by.by === 'least-twist' && roll === 0 && alternate === 0 && twist === 0 && across === 0;
