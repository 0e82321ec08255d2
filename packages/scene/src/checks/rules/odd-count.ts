import { familyOf, pieceWords } from '@coin-relay/model';
import { fitProposal } from '../proposals';
import { rowRule } from '../rule';

/** An odd number of links of two kinds in turn round a loop takes a cranked one (Machinery's Handbook, roller chain). */
export const oddCount = rowRule('fit', ['odd-count'], ({ resolved: { sequence }, fit }) => {
  const { alternates } = familyOf(sequence[0]);
  if (!alternates || !fit.window.ring || fit.count % 2 === 0) return [];
  return [
    {
      kind: 'odd-count',
      text: `${fit.count} ${pieceWords(sequence[0])[1]} is an odd number: ${alternates} do not alternate at the closing place, which takes a cranked link.`,
      mend: fitProposal('take even counts', { multiple: 2, count: null }),
    },
  ];
});
