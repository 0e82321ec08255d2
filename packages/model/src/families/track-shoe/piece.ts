import { length, type PieceFrom } from '../fields';

export const trackShoeFields = [
  length('thickness', 'Thickness'),
  length('horn', 'Guide horn', 0),
  length('grouser', 'Grouser', 0),
] as const;

/** A shoe of a track, with a guide horn inside and a grouser outside. */
export type TrackShoe = PieceFrom<'track-shoe', typeof trackShoeFields>;
