import type { Candidate } from '@coin-relay/core';
import { formatLength, formatLengthNumber, percent, type RunFit, type Unit } from '@coin-relay/model';

/** A candidate as it is shown and sorted. */
export interface CandidateRow {
  readonly count: number;
  readonly problem: string | null;
  /** What gives way, as a size to sort by: parts of one, or mm. */
  readonly give: number;
  readonly giveWords: string;
  /** mm, parts per million. */
  readonly pitchNumber: string;
  readonly ripple: number;
  readonly even: boolean;
  readonly whole: boolean;
  readonly allowed: boolean;
}

/** What candidates are sorted by. */
export type CandidateSort = 'count' | 'give' | 'ripple';

export function candidateRows(
  candidates: readonly Candidate[],
  hold: RunFit['hold'],
  sequence: number,
  tolerance: number | null,
  unit: Unit,
): CandidateRow[] {
  return candidates.map((candidate): CandidateRow => {
    const { count, problem, pitch, pitchChange, ripplePpm, closes } = candidate;
    const { give, words } = giveOf(candidate, hold, unit);
    return {
      count,
      problem: problem ?? (!closes && hold !== 'both' ? 'does not close' : null),
      give,
      giveWords: words,
      pitchNumber: pitch === null ? '–' : formatLengthNumber(pitch, unit, 1),
      ripple: Math.round(ripplePpm),
      even: count % 2 === 0,
      whole: count % sequence === 0,
      allowed: tolerance === null || (pitchChange !== null && Math.abs(pitchChange) <= tolerance),
    };
  });
}

function giveOf(
  { pitchChange, scale, takeUp, sag, between, gap }: Candidate,
  hold: RunFit['hold'],
  unit: Unit,
): { give: number; words: string } {
  switch (hold) {
    case 'path':
      return { give: pitchChange ?? NaN, words: pitchChange === null ? '–' : percent(pitchChange) };
    case 'pitch':
      return { give: scale - 1, words: percent(scale - 1) };
    case 'wheel':
      return { give: takeUp ?? NaN, words: takeUp === null ? '–' : signed(takeUp, unit) };
    case 'slack':
      return { give: sag ?? NaN, words: sag === null ? '–' : formatLength(sag, unit) };
    case 'both':
      if (between !== null) return { give: between, words: formatLength(between, unit) };
      return { give: gap, words: signed(gap, unit) };
  }
}

/** A length with a true minus sign, as in the fit sentence. */
function signed(mm: number, unit: Unit): string {
  return formatLength(mm, unit).replace('-', '−');
}

/** Sorted by size without its sign, but for the count; what cannot be made comes last. */
export function sortedCandidates(
  rows: readonly CandidateRow[],
  by: CandidateSort,
  down: boolean,
): CandidateRow[] {
  const key = (row: CandidateRow): number => (by === 'give' ? Math.abs(row.give) : row[by]);
  return [...rows].sort((a, b) => {
    if ((a.problem === null) !== (b.problem === null)) return a.problem === null ? -1 : 1;
    const d = key(a) - key(b);
    return (down ? -d : d) || a.count - b.count;
  });
}
