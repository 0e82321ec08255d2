import type { Role, Rule } from '../job/schema';

export const PLAIN_TOUCH = { turn: 0, along: 0, out: 0 };

/** A rule that brings a piece to the places of a role. */
export const rule = (id: string, on: Role, piece: string, material: string | null = null): Rule => ({
  id,
  on,
  piece,
  material,
  snap: false,
  ...PLAIN_TOUCH,
});
