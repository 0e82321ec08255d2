import type { FitOutcome, Obstacle } from '@coin-relay/core';
import { FAMILIES } from '../catalogue/families';
import type { Job, JobPiece, Unit } from '../job/schema';
import { formatExact, formatLength } from '../units';
import type { ResolvedRun } from '../resolve';
import { pathWords } from './path-words';

/** What a part of the fit sentence speaks of, so that a screen can make it the control for that. */
export type SentenceSubject = 'text' | 'path' | 'pitch' | 'ideal' | 'count' | 'give';

export interface SentencePart {
  readonly subject: SentenceSubject;
  readonly text: string;
}

export interface FitSentence {
  readonly parts: readonly SentencePart[];
  readonly verdict: { readonly good: boolean; readonly text: string };
}

/** What one piece of a row is called in its trade, and several of them. */
export function pieceWords(piece: JobPiece): readonly [one: string, many: string] {
  const { one, many } = FAMILIES[piece.family];
  return [one, many];
}

/** A run's fit in one sentence with live numbers, and whether it closes. */
export function fitSentence(job: Job, resolved: ResolvedRun, fit: FitOutcome): FitSentence {
  const { unit } = job;
  const [first] = resolved.sequence;
  const [one, many] = pieceWords(first);
  const text = (value: string): SentencePart => ({ subject: 'text', text: value });
  const parts: SentencePart[] = [
    text(`${pathWords(resolved.path)}, `),
    { subject: 'path', text: formatLength(fit.length, unit) },
    text(fit.layout.path.closed ? ' round, at a pitch of ' : ' long, at a pitch of '),
    { subject: 'pitch', text: formatExact(fit.request.pitch, unit) },
    text(': '),
    { subject: 'ideal', text: fit.ideal.toFixed(2) },
    text(' would fit. Put in '),
    { subject: 'count', text: `${fit.count} ${fit.count === 1 ? one : many}` },
    text(`${countWords(fit)}; `),
    { subject: 'give', text: giveWords(fit, unit) },
    text('.'),
  ];
  return { parts, verdict: verdictOf(fit, unit, one, many) };
}

function countWords(fit: FitOutcome): string {
  const { multiple, count } = fit.request;
  if (count !== null) return ', as you set';
  if (multiple === 2) return ', an even number';
  if (multiple > 2) return `, ${fit.count / multiple} times ${multiple}`;
  return '';
}

/** A change in per cent with its sign. */
export function percent(change: number): string {
  return `${change < 0 ? '−' : '+'}${Math.abs(change * 100).toFixed(2)}\u00a0%`;
}

function giveWords(fit: FitOutcome, unit: Unit): string {
  const { hold } = fit.request;
  if (hold === 'both') return 'nothing gives way';
  if (fit.effectivePitch === null || fit.pitchChange === null)
    return hold === 'path'
      ? 'the pitch would give way'
      : hold === 'wheel'
        ? wheelWords(fit, unit)
        : 'the path would give way';
  if (hold === 'wheel') return wheelWords(fit, unit);
  if (hold === 'path') {
    const wheels = fit.layout.wheels.some((wheel) => wheel.teeth !== null)
      ? ', its toothed wheels with it'
      : '';
    return `the pitch becomes ${formatLength(fit.effectivePitch, unit, 2)} (${percent(fit.pitchChange)})${wheels}`;
  }
  const wheels = fit.layout.wheels.some((wheel) => wheel.teeth !== null)
    ? ', toothed wheels keeping their size'
    : '';
  return `the path is scaled by ${fit.scale.toFixed(5)} (${percent(fit.scale - 1)})${wheels}`;
}

/** How far the wheel that gives way goes, and which way. */
function wheelWords(fit: FitOutcome, unit: Unit): string {
  const { tension } = fit.request;
  const wheel = fit.layout.wheels.find(({ id }) => id === tension?.wheel);
  const name = wheel?.name ?? tension?.wheel ?? 'wheel';
  if (!tension || fit.travel === null) return `the ${name} would move`;
  if (Math.abs(fit.travel) < 5e-4) return `the ${name} stays where it is`;
  const sign = Math.sign(fit.travel);
  return `the ${name} moves ${formatLength(Math.abs(fit.travel), unit)} ${wayWords(sign * tension.dx, sign * tension.dy)}`;
}

/** A direction in words, by the nearest of eight. */
export function wayWords(dx: number, dy: number): string {
  const ways = [
    'right',
    'up and right',
    'up',
    'up and left',
    'left',
    'down and left',
    'down',
    'down and right',
  ];
  const eighth = Math.round(Math.atan2(dy, dx) / (Math.PI / 4));
  return ways[(eighth + 8) % 8];
}

function verdictOf(fit: FitOutcome, unit: Unit, one: string, many: string): FitSentence['verdict'] {
  const [obstacle] = fit.obstacles;
  if (obstacle) return { good: false, text: obstacleWords(obstacle, fit.obstacles.length, unit, many) };
  if (fit.closes) {
    if (!fit.layout.path.closed) return { good: true, text: 'reaches the end exactly' };
    return {
      good: true,
      text:
        fit.ripplePpm >= 0.5 ? `closes exactly, ripple ${Math.round(fit.ripplePpm)} ppm` : 'closes exactly',
    };
  }
  if (fit.effectivePitch === null) {
    return {
      good: false,
      text: `does not close: these ${many} find no place at every position. Try another count.`,
    };
  }
  if (fit.gap > 0) {
    const lack = fit.request.pitch - fit.gap;
    const more = lack > 0 ? `: one more ${one} needs ${formatLength(lack, unit)}` : '';
    return { good: false, text: `open by ${formatLength(fit.gap, unit)}${more}` };
  }
  return { good: false, text: `overlaps by ${formatLength(-fit.gap, unit)}: take one ${one} out` };
}

/** An obstacle in words: where, by how much, what to do. */
export function obstacleWords(obstacle: Obstacle, howMany: number, unit: Unit, many: string): string {
  const place = formatLength(obstacle.s, unit);
  const least = formatLength(obstacle.leastRadius, unit);
  const others = howMany > 1 ? ` (and ${howMany - 1} more such ${howMany === 2 ? 'place' : 'places'})` : '';
  return obstacle.radius === 0
    ? `the ${many} cannot pass the corner at ${place}: round it to a radius over ${least}${others}`
    : `the ${many} cannot pass the bend at ${place}: its radius of ${formatLength(obstacle.radius, unit)} must be over ${least}${others}`;
}
