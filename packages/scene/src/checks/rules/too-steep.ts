import { steepestPlace } from '@coin-relay/core';
import { formatLength, slopeWords } from '@coin-relay/model';
import { rowRule } from '../rule';

/** A path that is steeper somewhere than its row may be. */
export const tooSteep = rowRule('path', ['too-steep'], ({ job, resolved: { run }, fit }) => {
  if (run.steepest === undefined) return [];
  const found = steepestPlace(fit.layout.path);
  if (!found || Math.abs(found.slope) <= run.steepest * (1 + 1e-9)) return [];
  return [
    {
      kind: 'too-steep',
      text: `At ${formatLength(found.s, job.unit)} the path goes ${found.slope < 0 ? 'down' : 'up'} by ${slopeWords(found.slope)}, more than the ${slopeWords(run.steepest)} that this row may. Lay the heights there further apart, or lower.`,
      at: found.s,
      size: Math.abs(found.slope),
    },
  ];
});
