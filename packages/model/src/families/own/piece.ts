import { given, type PieceFrom } from '../fields';

export const ownFields = [
  given('outline', 'outline'),
  given('pins', 'pins'),
  given('source', 'source'),
] as const;

/** A piece with an outline of one’s own; its pitch is the distance of its pins. */
export type Own = PieceFrom<'own', typeof ownFields>;
