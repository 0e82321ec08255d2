import { pieceWords } from '@coin-relay/model';
import { fitProposal } from '../proposals';
import { rowRule } from '../rule';

/** Angles this near to each other are the same, radians. */
const SAME = 1e-6;

/** Is an angle a whole number of half turns? So far pieces that are alike on both sides look the same. */
const isHalfTurns = (angle: number): boolean => Math.abs(Math.sin(angle)) < SAME;

/**
 * Round a loop every other piece is turned: an odd number of them has two neighbours that are turned alike, unless the
 * turn that is missing is spread over all of them.
 */
export const turnsDoNotMeet = rowRule('set-out', ['turns-do-not-meet'], ({ resolved, fit, setOut }) => {
  const { stand } = setOut;
  const { run, sequence } = resolved;
  if (!stand || !fit.window.ring || (stand.alternate === 0 && stand.twist === 0)) return [];
  const odd = fit.count % 2 === 1;
  if (isHalfTurns(stand.twist + (odd ? stand.alternate : 0))) return [];
  const [, many] = pieceWords(sequence[0]);
  const degrees = (angle: number): string => `${Number(((angle * 180) / Math.PI).toFixed(1))}°`;
  if (!odd || stand.alternate === 0) {
    return [
      {
        kind: 'turns-do-not-meet',
        text: `Round the loop the ${many} are twisted by ${degrees(stand.twist)}: where it closes they do not meet. Twist them by half turns.`,
        at: 0,
        size: stand.twist,
        mend: { do: 'upright', run: run.id, change: { twist: 0 }, words: 'take the twist away' },
      },
    ];
  }
  return [
    {
      kind: 'turns-do-not-meet',
      text: `${fit.count} ${many} is an odd number: every other one is turned by ${degrees(stand.alternate)}, so that two that are turned alike meet where the loop closes. Take an even number, or spread ${degrees(stand.alternate)} over all of them.`,
      at: 0,
      size: stand.alternate,
      mend: fitProposal('take even counts', { multiple: 2, count: null }),
    },
  ];
});
