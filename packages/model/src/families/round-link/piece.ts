import { about, choice, given, length, type PieceFrom } from '../fields';

export const roundLinkFields = [
  given('size', 'designation'),
  about(length('wire', 'Wire'), 'Diameter of the wire, mm.'),
  about(length('width', 'Outer width'), 'Outer width, mm.'),
  choice('facing', 'Seen', ['face', 'face-on'], ['edge', 'edge-on'], ['slant', 'aslant']),
] as const;

/** A link of round wire; its pitch is its inner length. */
export type RoundLink = PieceFrom<'round-link', typeof roundLinkFields>;
