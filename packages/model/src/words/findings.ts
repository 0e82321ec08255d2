import { worstPitchChange, type Approach, type FitOutcome } from '@coin-relay/core';
import type { Job } from '../job/schema';
import { pieceWidth, familyOf } from '../families';
import { formatLength } from '../units';
import type { ResolvedRun, ResolvedSetOut } from '../resolve';
import { fitProposal, roundingProposal, type MendProposal } from './mend-proposal';
import { meshFindings } from './mesh-findings';
import { neighbourFindings, type NeighbourCut } from './neighbour-findings';
import { setOutFindings } from './set-out-findings';
import { obstacleWords, percent, pieceWords } from './fit-sentence';

/** Something the checks have to say about a fitted row. */
export interface Finding {
  readonly kind:
    | 'cannot-pass'
    | 'gap'
    | 'overlap'
    | 'does-not-settle'
    | 'missed-wheel'
    | 'cut-wheel'
    | 'too-close'
    | 'odd-count'
    | 'broken-pattern'
    | 'pitch-far-off'
    | 'rule-without-place'
    | 'hand-without-place'
    | 'object-without-place'
    | 'broken-turn'
    | 'tighter-than-piece'
    | 'few-teeth'
    | 'bent-too-far'
    | 'turns-too-far'
    | 'neighbours-cut'
    | 'carried-overlap'
    | 'carried-open';
  readonly weight: 'error' | 'warning';
  readonly text: string;
  /** Where on the path, mm; null where it concerns all of it. */
  readonly at: number | null;
  readonly wheel: string | null;
  /** How large it is: mm, or for pitches and strains a part of one, for teeth a number; null where it has no size. */
  readonly size: number | null;
  /** What would mend it; null where nothing simple does. */
  readonly mend: MendProposal | null;
}

/** How far the pitch of a row may be off: what the run says, or what is usual for its family. */
export function toleranceOf({ run, sequence }: Pick<ResolvedRun, 'run' | 'sequence'>): number {
  return run.fit.tolerance ?? familyOf(sequence[0]).tolerance.part;
}

/**
 * What is wrong, or worth a look, with a fitted row; the heaviest first.
 * @param approaches where the path comes closer to itself than the row is wide
 * @param setOut what stands where on it
 * @param cuts neighbours that cut into each other
 */
export function findingsOf(
  job: Job,
  resolved: ResolvedRun,
  fit: FitOutcome,
  approaches: readonly Approach[] = [],
  setOut: ResolvedSetOut | null = null,
  cuts: readonly NeighbourCut[] = [],
): Finding[] {
  const { unit } = job;
  const [one, many] = pieceWords(resolved.sequence[0]);
  const found: Finding[] = [];
  const say = (
    kind: Finding['kind'],
    weight: Finding['weight'],
    text: string,
    more: Partial<Pick<Finding, 'at' | 'wheel' | 'size' | 'mend'>> = {},
  ): void => {
    found.push({ kind, weight, text, at: null, wheel: null, size: null, mend: null, ...more });
  };
  const rounding = roundingProposal(fit, unit);
  for (const obstacle of fit.obstacles) {
    say('cannot-pass', 'error', `${sentence(obstacleWords(obstacle, 1, unit, many))}.`, {
      at: obstacle.s,
      size: obstacle.leastRadius,
      mend: obstacle.radius === 0 ? rounding : null,
    });
  }
  const givePitch = fitProposal('let the pitch give way', { hold: 'path', rounding: 'nearest', count: null });
  if (!fit.closes && fit.obstacles.length === 0) {
    if (fit.effectivePitch === null) {
      say(
        'does-not-settle',
        'error',
        `These ${many} find no place at every position of the loop. Try another count.`,
        { mend: fit.request.count === null ? null : fitProposal('derive the count again', { count: null }) },
      );
    } else if (fit.gap > 0) {
      const placeOfGap = fit.window.ring ? ' at the closing place' : '';
      say('gap', 'warning', `The row is open by ${formatLength(fit.gap, unit)}${placeOfGap}.`, {
        at: fit.gapBefore > fit.gap / 2 ? fit.window.from : Math.min(fit.window.to, fit.layout.path.length),
        size: fit.gap,
        mend: givePitch,
      });
    } else {
      say(
        'overlap',
        'error',
        fit.window.ring
          ? `The row overlaps itself by ${formatLength(-fit.gap, unit)} at the closing place. Take one ${one} out.`
          : `The row is ${formatLength(-fit.gap, unit)} longer than what it lies on: ${pastEndWords(fit, one, many)}.`,
        { at: fit.window.ring ? 0 : fit.window.to, size: -fit.gap, mend: givePitch },
      );
    }
  }
  for (const missed of fit.layout.missed) {
    const wheel = fit.layout.wheels.find((w) => w.id === missed.wheel);
    say(
      'missed-wheel',
      'warning',
      `The route seems to pass by the ${wheel?.name ?? missed.wheel}, ${formatLength(missed.by, unit)} off: pass it on its other side, or move it.`,
      {
        wheel: missed.wheel,
        size: missed.by,
        mend: { do: 'side', wheel: missed.wheel, words: 'pass it on its other side' },
      },
    );
  }
  for (const cut of fit.layout.cuts) {
    const wheel = fit.layout.wheels.find((w) => w.id === cut.wheel);
    say(
      'cut-wheel',
      'warning',
      `The span from ${cut.from} to ${cut.to} runs ${formatLength(cut.by, unit)} deep through the ${wheel?.name ?? cut.wheel}.`,
      { wheel: cut.wheel, size: cut.by },
    );
  }
  for (const { s, distance } of approaches) {
    say(
      'too-close',
      'warning',
      distance === 0
        ? `The path crosses itself at ${formatLength(s[0], unit)} and ${formatLength(s[1], unit)}.`
        : `The path comes within ${formatLength(distance, unit)} of itself at ${formatLength(s[0], unit)} and ${formatLength(s[1], unit)}; the row is ${formatLength(pieceWidth(resolved.sequence), unit)} wide.`,
      { at: s[0], size: distance },
    );
  }
  found.push(...meshFindings(fit), ...neighbourFindings(job, resolved, fit, cuts));
  const { alternates } = familyOf(resolved.sequence[0]);
  if (alternates && fit.window.ring && fit.count % 2 === 1) {
    say(
      'odd-count',
      'warning',
      `${fit.count} ${many} is an odd number: ${alternates} do not alternate at the closing place, which takes a cranked link.`,
      { mend: fitProposal('take even counts', { multiple: 2, count: null }) },
    );
  }
  if (setOut) found.push(...setOutFindings(job, fit, setOut));
  const inTurn = setOut === null || setOut.setOut.order.by === 'turn';
  const pattern = resolved.sequence.length;
  if (fit.window.ring && inTurn && pattern > 2 && fit.count % pattern !== 0) {
    say(
      'broken-pattern',
      'warning',
      `The pattern of ${pattern} does not meet itself: ${fit.count} is not a multiple of ${pattern}.`,
      { at: 0, mend: fitProposal(`take patterns of ${pattern}`, { multiple: pattern, count: null }) },
    );
  }
  const tolerance = toleranceOf(resolved);
  const change = worstPitchChange(fit);
  if (change !== null && Math.abs(change) > tolerance) {
    say(
      'pitch-far-off',
      'warning',
      `The pitch is off by ${percent(change)}${fit.sections && fit.sections.length > 1 ? ' on one of its stretches' : ''}, more than the ${Number((tolerance * 100).toFixed(2))}\u00a0% allowed: ${familyOf(resolved.sequence[0]).tolerance.why}.`,
      {
        size: Math.abs(change),
        mend: fit.sections ? null : fitProposal('let the path give way', { hold: 'pitch' }),
      },
    );
  }
  return found.sort((a, b) => (a.weight === b.weight ? 0 : a.weight === 'error' ? -1 : 1));
}

/** What comes of the pieces past the end of an open row, and what to do. */
function pastEndWords({ gap, request, layout }: FitOutcome, one: string, many: string): string {
  const past = Math.ceil(-gap / request.pitch - 1e-9);
  const which = past === 1 ? `its last ${one}` : `its last ${past} ${many}`;
  const straight = request.lay?.beyond === 'straight' && !layout.path.closed;
  const comes = straight
    ? past === 1
      ? 'runs on straight past the end'
      : 'run on straight past the end'
    : past === 1
      ? 'is not laid, or not whole'
      : 'are not laid, or not whole';
  return `${which} ${comes}. Take ${past === 1 ? 'it' : 'them'} out, or lengthen the path`;
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
