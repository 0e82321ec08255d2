import { RelayError } from '../error';
import { fitRow } from './fit';
import { sagOf, worstPitchChange } from './outcome';
import type { FitRequest } from './request';
import type { FitSource } from './source';

/** Candidates asked for at the most. */
export const MOST_CANDIDATES = 99;

/** What a count would cost. */
export interface Candidate {
  readonly count: number;
  readonly closes: boolean;
  /** mm; null where the row does not close. */
  readonly pitch: number | null;
  /** Part of one; where places are met, of the stretch it is off most on. */
  readonly pitchChange: number | null;
  readonly scale: number;
  /** How far the wheel that gives way would move, mm; null where none does. */
  readonly takeUp: number | null;
  /** What would hang in the span that gives way, and how deep, mm; null where none does. */
  readonly spare: number | null;
  readonly sag: number | null;
  /** What would lie between each two pieces, where what is left over is spread, mm; else null. */
  readonly between: number | null;
  /** mm. */
  readonly gap: number;
  readonly ripplePpm: number;
  /** Why it cannot be made; null where it can. */
  readonly problem: string | null;
}

/**
 * Fits counts about a given one, in steps of the multiple, nearest first taken, in their order:
 * what each would cost of what gives way. One that cannot be made says why.
 * @param around the count in the middle
 * @param many how many, at most MOST_CANDIDATES
 */
export function fitCandidates(
  source: FitSource,
  request: FitRequest,
  around: number,
  many: number,
): Candidate[] {
  const { multiple } = request;
  const wanted = Math.max(1, Math.min(MOST_CANDIDATES, Math.floor(many)));
  const middle = Math.max(1, Math.round(around / multiple));
  const first = Math.max(1, middle - Math.floor((wanted - 1) / 2));
  return Array.from({ length: wanted }, (_, k) => candidate(source, request, (first + k) * multiple));
}

function candidate(source: FitSource, request: FitRequest, count: number): Candidate {
  try {
    const outcome = fitRow(source, { ...request, count });
    const { closes, effectivePitch, scale, takeUp, spare, apart, gap, ripplePpm, obstacles } = outcome;
    return {
      count,
      closes,
      pitch: effectivePitch,
      pitchChange: worstPitchChange(outcome),
      scale,
      takeUp,
      spare,
      sag: spare === null ? null : sagOf(outcome),
      between: request.lay.rest === 'spread' && request.hold === 'both' ? (apart?.gap ?? null) : null,
      gap,
      ripplePpm,
      problem: obstacles.length > 0 ? 'A bend of the path is too tight for it.' : null,
    };
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    return {
      count,
      closes: false,
      pitch: null,
      pitchChange: null,
      scale: 1,
      takeUp: null,
      spare: null,
      sag: null,
      between: null,
      gap: 0,
      ripplePpm: 0,
      problem: error.message,
    };
  }
}
