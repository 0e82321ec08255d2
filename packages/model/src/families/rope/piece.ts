import { LEAST_STRANDS, MOST_STRANDS } from '@coin-relay/core';
import { about, choice, count, length, type PieceFrom } from '../fields';

export const ropeFields = [
  about(
    count('strands', 'Strands', LEAST_STRANDS, MOST_STRANDS),
    'How many strands are laid; the pitch is what of a lay comes to each, so that a whole count meets round a loop.',
  ),
  about(length('strand', 'Thickness of a strand'), 'Diameter of a strand, mm.'),
  about(length('core', 'Core', 0), 'Diameter of what the strands lie on, mm; 0 without one.'),
  about(
    choice('hand', 'Hand', ['right', 'right (Z)'], ['left', 'left (S)']),
    'Which way it is laid: right as the middle of a Z is written, left as that of an S.',
  ),
] as const;

/** What of a laid rope comes to one strand: the stretch from one strand on its front to the next. */
export type Rope = PieceFrom<'rope', typeof ropeFields>;
