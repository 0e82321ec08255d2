import { about, choice, given, type PieceFrom } from '../fields';

export const sweptFields = [
  about(given('section', 'section'), 'Its cross-section.'),
  about(
    choice('ends', 'Ends', ['capped', 'closed'], ['open', 'open']),
    'Whether its ends are closed where it has any.',
  ),
] as const;

/** What of a band comes to one repeat of what is on it: its section carried along the path. */
export type Swept = PieceFrom<'swept', typeof sweptFields>;
