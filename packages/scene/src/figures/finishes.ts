import { MATERIALS } from '@coin-relay/model';

/** Fills of the materials that are always there, by their ids, and the ink of outlines. */
export const FINISHES: Readonly<Record<string, string>> = Object.fromEntries(
  MATERIALS.map(({ id, colour }) => [id, colour]),
);
export const INK = '#2c2f33';
/** The colour that paths are drawn in. */
export const PATH_COLOUR = '#135e74';
