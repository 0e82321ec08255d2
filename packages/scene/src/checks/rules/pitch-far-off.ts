import { worstPitchChange } from '@coin-relay/core';
import { familyOf, percent, toleranceOf } from '@coin-relay/model';
import { fitProposal } from '../proposals';
import { rowRule } from '../rule';

/** A pitch that is off by more than the run, or its family, allows. */
export const pitchFarOff = rowRule('fit', ['pitch-far-off'], ({ resolved, fit }) => {
  const tolerance = toleranceOf(resolved);
  const change = worstPitchChange(fit);
  if (change === null || tolerance === null || Math.abs(change) <= tolerance) return [];
  const where = fit.sections && fit.sections.length > 1 ? ' on one of its stretches' : '';
  return [
    {
      kind: 'pitch-far-off',
      text: `The pitch is off by ${percent(change)}${where}, more than the ${Number((tolerance * 100).toFixed(2))}\u00a0% allowed: ${familyOf(resolved.sequence[0]).tolerance.why}.`,
      size: Math.abs(change),
      mend: fit.sections ? null : fitProposal('let the path give way', { hold: 'pitch' }),
    },
  ];
});
