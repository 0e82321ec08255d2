import { fitProposal } from '../proposals';
import { rowRule } from '../rule';

/** A pattern that does not meet itself round a loop. */
export const brokenPattern = rowRule('fit', ['broken-pattern'], ({ resolved, setOut: { setOut }, fit }) => {
  const pattern = resolved.sequence.length;
  if (!fit.window.ring || setOut.order.by !== 'turn' || pattern <= 2 || fit.count % pattern === 0) return [];
  return [
    {
      kind: 'broken-pattern',
      text: `The pattern of ${pattern} does not meet itself: ${fit.count} is not a multiple of ${pattern}.`,
      at: 0,
      mend: fitProposal(`take patterns of ${pattern}`, { multiple: pattern, count: null }),
    },
  ];
});
