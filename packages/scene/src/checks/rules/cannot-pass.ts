import { obstacleWords, pieceWords } from '@coin-relay/model';
import { roundingProposal } from '../proposals';
import { rowRule } from '../rule';

/** Corners and bends that stiff links cannot pass. */
export const cannotPass = rowRule('fit', ['cannot-pass'], ({ job: { unit }, resolved, fit }) => {
  const rounding = roundingProposal(fit, unit);
  const [, many] = pieceWords(resolved.sequence[0]);
  return fit.obstacles.map((obstacle) => ({
    kind: 'cannot-pass' as const,
    weight: 'error' as const,
    text: `${capitalised(obstacleWords(obstacle, 1, unit, many))}.`,
    at: obstacle.s,
    size: obstacle.leastRadius,
    mend: obstacle.radius === 0 ? rounding : null,
  }));
});

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
