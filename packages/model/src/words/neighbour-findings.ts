import { newReading, pathReader, sharpestTurn, withinPath, type FitOutcome } from '@coin-relay/core';
import { breadthAlong, familyOf, pieceWidth, behaviourOf } from '../families';
import type { Job } from '../job/schema';
import type { ResolvedRun } from '../resolve';
import { formatLength } from '../units';
import { pieceWords } from './fit-sentence';
import type { Finding } from './findings';

/** Two neighbours that cut into each other deeper than they would on a straight. */
export interface NeighbourCut {
  /** The first of the two, and the other, by their numbers in the table of places. */
  readonly place: number;
  readonly other: number;
  /** Where, mm along the path. */
  readonly s: number;
  /** How much deeper, mm. */
  readonly depth: number;
}

/** Gaps at the outer edge of carried pieces wider than this part of the pitch are spoken of (common practice, no source). */
const OPENS_BY = 0.25;
/** Places of the path that the spacing of carried pieces is looked at. */
const SAMPLES = 2000;

/** What neighbours do to each other in the bends of a path. */
export function neighbourFindings(
  job: Job,
  resolved: ResolvedRun,
  fit: FitOutcome,
  cuts: readonly NeighbourCut[],
): Finding[] {
  const fan = fanFinding(job, resolved, fit);
  // Where ends are known to overlap, the cut of their outlines is the same thing said twice.
  const known = fan.some(({ kind }) => kind === 'carried-overlap');
  return [...turnFinding(job, resolved, fit), ...(known ? [] : cutFinding(job, resolved, cuts)), ...fan];
}

/** Stiff links that turn against each other further than their family can. */
function turnFinding(job: Job, { sequence }: ResolvedRun, fit: FitOutcome): Finding[] {
  const limit = familyOf(sequence[0]).articulation;
  if (fit.request.pieces !== 'stiff' || !limit || fit.obstacles.length > 0) return [];
  const most = sharpestTurn(fit.row);
  if (!most || most.angle <= limit.angle + 1e-9) return [];
  const degrees = (angle: number): string => `${((angle * 180) / Math.PI).toFixed(1)}°`;
  const radius = (fit.effectivePitch ?? fit.request.pitch) / (2 * Math.sin(limit.angle / 2));
  return [
    {
      kind: 'turns-too-far',
      weight: 'warning',
      text: `Neighbouring ${pieceWords(sequence[0])[1]} turn ${degrees(most.angle)} against each other at ${formatLength(most.s, job.unit)}, more than the ${degrees(limit.angle)} that ${limit.why}. A bend of ${formatLength(radius, job.unit)} or more keeps to it.`,
      at: most.s,
      wheel: null,
      size: most.angle,
      mend: null,
    },
  ];
}

function cutFinding(job: Job, { sequence }: ResolvedRun, cuts: readonly NeighbourCut[]): Finding[] {
  if (cuts.length === 0) return [];
  const worst = cuts.reduce((a, b) => (b.depth > a.depth ? b : a));
  const more =
    cuts.length > 1 ? `, and at ${cuts.length - 1} more ${cuts.length === 2 ? 'place' : 'places'}` : '';
  const [, many] = pieceWords(sequence[0]);
  return [
    {
      kind: 'neighbours-cut',
      weight: 'warning',
      text: `Neighbouring ${many} cut ${formatLength(worst.depth, job.unit)} into each other at ${formatLength(worst.s, job.unit)} (places ${worst.place + 1} and ${worst.other + 1})${more}. Widen the bend there, or give them less to the inside of it.`,
      at: worst.s,
      wheel: null,
      size: worst.depth,
      mend: null,
    },
  ];
}

/**
 * Carried pieces on a bend of radius R stand p (1 + h / R) apart at a distance h outside of the
 * path, and p (1 − h / R) inside.
 */
function fanFinding(job: Job, { sequence }: ResolvedRun, fit: FitOutcome): Finding[] {
  const pitch = fit.effectivePitch;
  const broad = sequence.filter((piece) => behaviourOf(piece) === 'carried' && breadthAlong(piece) > 0);
  if (pitch === null || broad.length === 0) return [];
  const h = pieceWidth(broad) / 2;
  const thick = Math.max(...broad.map(breadthAlong));
  const read = pathReader(fit.layout.path);
  const at = newReading();
  let [bend, s] = [0, 0];
  for (let i = 0; i <= SAMPLES; i++) {
    const here = fit.window.from + ((fit.window.to - fit.window.from) * i) / SAMPLES;
    read(here, at);
    if (Math.abs(at[4]) > bend) [bend, s] = [Math.abs(at[4]), here];
  }
  // A bend tighter than the pieces are broad folds them over, which is told of as such.
  if (h * bend >= 1) return [];
  const inner = pitch * (1 - h * bend);
  const outer = pitch * (1 + h * bend);
  const place = withinPath(fit.layout.path, s);
  const where = formatLength(place, job.unit);
  const [, many] = pieceWords(broad[0]);
  const common = { weight: 'warning', at: place, wheel: null, mend: null } as const;
  if (inner < thick - 1e-9 * pitch) {
    return [
      {
        ...common,
        kind: 'carried-overlap',
        text: `In the bend at ${where} the inner ends of the ${many} stand ${formatLength(inner, job.unit)} apart and are ${formatLength(thick, job.unit)} thick: they overlap by ${formatLength(thick - inner, job.unit)}.`,
        size: thick - inner,
      },
    ];
  }
  if (outer - pitch > OPENS_BY * pitch) {
    return [
      {
        ...common,
        kind: 'carried-open',
        text: `In the bend at ${where} the outer ends of the ${many} open to ${formatLength(outer, job.unit)}, ${formatLength(outer - pitch, job.unit)} more than on the path.`,
        size: outer - pitch,
      },
    ];
  }
  return [];
}
