import { choice, given, length, type PieceFrom } from '../fields';

export const plainBeltFields = [
  given('size', 'designation'),
  choice('section', 'Section', ['flat', 'flat'], ['vee', 'vee']),
  length('thickness', 'Thickness'),
] as const;

/** A stretch of a flat or vee belt with its mark: it bends with the path. */
export type PlainBelt = PieceFrom<'plain-belt', typeof plainBeltFields>;
