import { about, choice, count, given, length, type PieceFrom } from '../fields';

export const rollerChainFields = [
  given('size', 'designation'),
  choice('part', 'Kind of link', ['inner', 'inner'], ['outer', 'outer']),
  about(
    choice('view', 'Seen from', ['side', 'the side'], ['top', 'above']),
    'Seen from the side, or from above.',
  ),
  length('plateHeight', 'Plate height'),
  about(length('roller', 'Roller diameter'), 'Roller diameter, mm.'),
  about(length('pin', 'Pin diameter'), 'Pin diameter, mm.'),
  about(length('width', 'Inner width'), 'Between the inner plates, mm.'),
  about(count('rows', 'Rows', 1, 3), 'Rows side by side, to be seen from above.'),
  about(length('rowPitch', 'From row to row'), 'From one row to the next, mm.'),
  about(
    choice(
      'attachment',
      'Carries',
      ['none', 'nothing'],
      ['cup', 'a cup'],
      ['tab', 'a tab'],
      ['paddle', 'a paddle'],
    ),
    'What it carries out of the path.',
  ),
] as const;

/** A link of a roller chain. */
export type RollerChain = PieceFrom<'roller-chain', typeof rollerChainFields>;
