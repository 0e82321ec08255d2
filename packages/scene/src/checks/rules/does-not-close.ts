import { formatLength, pieceWords, runsOnStraight, tooMany } from '@coin-relay/model';
import { fitProposal, letPitchGiveWay } from '../proposals';
import { rowRule } from '../rule';

/** A row that leaves a gap, overlaps itself, or finds no place at every position of the loop. */
export const doesNotClose = rowRule(
  'fit',
  ['gap', 'overlap', 'does-not-settle'],
  ({ job: { unit }, resolved, fit }) => {
    if (fit.closes || fit.obstacles.length > 0 || runsOnStraight(fit)) return [];
    const [one, many] = pieceWords(resolved.sequence[0]);
    const { window, gap } = fit;
    if (fit.effectivePitch === null) {
      return [
        {
          kind: 'does-not-settle',
          weight: 'error',
          text: `These ${many} find no place at every position of the loop. Try another count.`,
          mend: fit.request.count === null ? null : fitProposal('derive the count again', { count: null }),
        },
      ];
    }
    if (gap > 0 && fit.request.endToEnd?.bodies) return [];
    if (gap > 0) {
      return [
        {
          kind: 'gap',
          text: `The row is open by ${formatLength(gap, unit)}${window.ring ? ' at the closing place' : ''}.`,
          at: fit.gapBefore > gap / 2 ? window.from : Math.min(window.to, fit.layout.path.length),
          size: gap,
          mend: letPitchGiveWay,
        },
      ];
    }
    const by = formatLength(-gap, unit);
    const out = tooMany(fit);
    return [
      {
        kind: 'overlap',
        weight: 'error',
        text: window.ring
          ? `The row overlaps itself by ${by} at the closing place. Take ${out === 1 ? `one ${one}` : `${out} ${many}`} out.`
          : `The row is ${by} longer than what it lies on: ${pastEndWords(out, one, many)}.`,
        at: window.ring ? 0 : window.to,
        size: -gap,
        mend: letPitchGiveWay,
      },
    ];
  },
);

/** What comes of the pieces past the end of an open row, and what to do. */
function pastEndWords(past: number, one: string, many: string): string {
  return past === 1
    ? `its last ${one} is not laid, or not whole. Take it out, or lengthen the path`
    : `its last ${past} ${many} are not laid, or not whole. Take them out, or lengthen the path`;
}
