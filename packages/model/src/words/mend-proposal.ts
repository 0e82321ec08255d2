import type { FitOutcome } from '@coin-relay/core';
import type { RunFit, Unit } from '../job/schema';
import { formatLength } from '../units';

/** What would mend a finding, and in words for the press that does it. */
export type MendProposal = { readonly words: string } & (
  | { readonly do: 'round'; readonly radius: number; readonly at: readonly number[] }
  | { readonly do: 'fit'; readonly change: Partial<RunFit> }
  | { readonly do: 'side'; readonly wheel: string }
);

/** Corners are rounded by so much more than the least that works, as a part of it. */
const ROOM = 1.02;

/**
 * Rounds every corner that the links cannot pass to the least radius that works for all of them,
 * taken up to the next tenth of a millimetre; null where a bend is to blame, which has no corner.
 */
export function roundingProposal(fit: FitOutcome, unit: Unit): MendProposal | null {
  const corners = fit.obstacles.filter(({ radius }) => radius === 0);
  if (corners.length === 0) return null;
  const least = Math.max(...corners.map(({ leastRadius }) => leastRadius));
  const radius = Math.ceil(least * ROOM * 10) / 10;
  const at = corners.map(({ s }) => s);
  const which = at.length === 1 ? 'the corner' : `all ${at.length} corners`;
  return { do: 'round', radius, at, words: `round ${which} to ${formatLength(radius, unit)}` };
}

export const fitProposal = (words: string, change: Partial<RunFit>): MendProposal => ({
  do: 'fit',
  change,
  words,
});
