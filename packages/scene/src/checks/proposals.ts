import type { FitOutcome } from '@coin-relay/core';
import { formatLength, type RunFit, type Unit } from '@coin-relay/model';
import type { MendProposal } from './found';

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

export const letPitchGiveWay = fitProposal('let the pitch give way', {
  hold: 'path',
  count: null,
});

/** @param lap pitches in one round: a travel that is no whole number of pitches is whole rounds of a row with a gap */
export function travelProposal(run: string, travel: number, lap: number | null = null): MendProposal {
  const rounds = lap === null || Number.isInteger(travel) ? null : Math.round(travel / lap);
  const words =
    rounds === null
      ? `travel ${String(travel).replace('-', '−')}`
      : `go round ${Math.abs(rounds)} ${Math.abs(rounds) === 1 ? 'time' : 'times'}`;
  return { do: 'travel', run, travel, lap, words };
}

/** The multiple of a step that is nearest to a travel, and not nought. */
export const nearestMultiple = (travel: number, step: number): number =>
  Math.max(1, Math.round(Math.abs(travel) / step)) * step * (travel < 0 ? -1 : 1);
