import { formatLength, pieceWidth } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Places where the path comes closer to itself than the row is wide. */
export const tooClose = rowRule('path', ['too-close'], ({ job: { unit }, resolved, approaches }) =>
  approaches.map(({ s, distance }) => {
    const where = `${formatLength(s[0], unit)} and ${formatLength(s[1], unit)}`;
    return {
      kind: 'too-close' as const,
      text:
        distance === 0
          ? `The path crosses itself at ${where}.`
          : `The path comes within ${formatLength(distance, unit)} of itself at ${where}; the row is ${formatLength(pieceWidth(resolved.sequence), unit)} wide.`,
      at: s[0],
      places: s,
      size: distance,
    };
  }),
);
