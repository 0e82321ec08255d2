import { sagOf, type FitOutcome, type FittedSection, type Obstacle } from '@coin-relay/core';
import { familyOf, behaviourOf, type JobPiece } from '../families';
import type { Job, Unit } from '../job/schema';
import { formatExact, formatLength } from '../units';
import type { ResolvedRun } from '../resolve';
import { fittedWords, pathWords, planWords } from './path-words';

/** What a part of the fit sentence speaks of, so that a screen can make it the control for that. */
export type SentenceSubject = 'text' | 'path' | 'pitch' | 'lengths' | 'ideal' | 'count' | 'give';

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
  const { one, many } = familyOf(piece).words;
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
    text(`${fit.layout.path.closed ? ' round' : ' long'}${planWords(fit.layout.path, unit)}`),
    text(partWords(fit, unit)),
    ...pitchParts(fit, unit),
    text(': '),
    { subject: 'ideal', text: fit.ideal.toFixed(2) },
    text(' would fit. Put in '),
    { subject: 'count', text: `${fit.count} ${fit.count === 1 ? one : many}` },
    text(`${countWords(fit)}${jointWords(fit, first)}; `),
    { subject: 'give', text: giveWords(fit, unit) },
    text(`${becomesWords(fit, unit)}.`),
  ];
  return { parts, verdict: verdictOf(fit, unit, one, many) };
}

/** Lengths named one by one, at the most. */
const MOST_NAMED = 3;

/** The pitch asked for, or the lengths that lie end to end. */
function pitchParts({ request }: FitOutcome, unit: Unit): SentencePart[] {
  const { pitch, endToEnd } = request;
  if (!endToEnd) {
    return [
      { subject: 'text', text: ', at a pitch of ' },
      { subject: 'pitch', text: formatExact(pitch, unit) },
    ];
  }
  const { lengths, gap, order } = endToEnd;
  const drawn = order?.by === 'weight' ? ' drawn by weight' : '';
  const named =
    lengths.length <= MOST_NAMED
      ? listed(lengths.map((length) => formatExact(length, unit)))
      : `${lengths.length} lengths${drawn}, ${formatLength(pitch - gap, unit)} in the mean`;
  return [
    { subject: 'text', text: ', laid end to end: ' },
    {
      subject: 'lengths',
      text: lengths.length > 1 && lengths.length <= MOST_NAMED ? named + (drawn || ' in turn') : named,
    },
    { subject: 'text', text: ` with ${gap === 0 ? 'no gap' : `${formatExact(gap, unit)} between`}` },
  ];
}

const listed = (items: readonly string[]): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items[items.length - 1]}`;

/** How long the path has become, where that is not as it was drawn. */
function becomesWords(fit: FitOutcome, unit: Unit): string {
  const fitted = fittedWords(fit, unit);
  return fitted && `: ${formatLength(fit.layout.path.length, unit)}${fitted}`;
}

/** How much of the path the row is on, where it is not all of it. */
function partWords({ window, layout }: FitOutcome, unit: Unit): string {
  const used = window.to - window.from;
  const { length } = layout.path;
  return length - used > 1e-9 * length ? `, ${formatLength(used, unit)} of it used` : '';
}

/** A row with ends has one joint more than pieces, or one spacing less: nobody has to count them. */
function jointWords(fit: FitOutcome, first: JobPiece): string {
  const stuck = fit.row.kind === 'still' && !fit.sections;
  if (fit.window.ring || stuck) return '';
  if (fit.apart) {
    const gaps = fit.count - 1;
    return fit.apart.gap === 0 ? '' : `, ${gaps} ${gaps === 1 ? 'gap' : 'gaps'} between`;
  }
  if (fit.request.lay?.ends === 'points') {
    const spaces = fit.count - 1;
    return `, ${spaces} ${spaces === 1 ? 'space' : 'spaces'} between`;
  }
  const { joint } = familyOf(first).words;
  if (!joint || behaviourOf(first) === 'carried') return '';
  const [one, many] = joint;
  const joints = fit.count + 1;
  return `, ${joints} ${joints === 1 ? one : many}`;
}

function countWords(fit: FitOutcome): string {
  const { multiple, count } = fit.request;
  if (fit.request.meet?.alone) return '';
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
  if (hold === 'both') return spreadWords(fit, unit);
  if (hold === 'slack') return slackWords(fit, unit);
  if (fit.effectivePitch === null || fit.pitchChange === null)
    return hold === 'path'
      ? 'the pitch would give way'
      : hold === 'wheel'
        ? wheelWords(fit, unit)
        : 'the path would give way';
  if (hold === 'wheel') return wheelWords(fit, unit);
  if (fit.apart && hold === 'path') {
    const { factor } = fit.apart;
    return Math.abs(factor - 1) < 5e-6
      ? 'their lengths hold'
      : `their lengths change by ${percent(factor - 1)}`;
  }
  if (fit.request.meet?.alone) return 'one on each of its places, none between them';
  if (fit.sections && fit.sections.length > 1) return sectionWords(fit.sections, fit.request.pitch, unit);
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

/** Nothing gives way; what is left over may lie between the pieces. */
function spreadWords(fit: FitOutcome, unit: Unit): string {
  if (fit.request.lay?.rest !== 'spread' || fit.effectivePitch === null) return 'nothing gives way';
  return fit.apart
    ? `nothing gives way, ${formatLength(fit.apart.gap, unit)} lie between each two`
    : `nothing gives way, they stand ${formatLength(fit.effectivePitch, unit, 1)} apart`;
}

/** What hangs in the span that gives way, and how deep. */
function slackWords(fit: FitOutcome, unit: Unit): string {
  const wheel = fit.layout.wheels.find(({ id }) => id === fit.request.span);
  const name = wheel?.name ?? fit.request.span ?? 'wheel';
  if (fit.spare === null) return `the span after the ${name} would hang`;
  if (fit.spare === 0) return `the span after the ${name} stays taut`;
  return `the span after the ${name} hangs ${formatLength(sagOf(fit), unit)} deep, ${formatLength(fit.spare, unit)} longer than taut`;
}

/** The pitches of stretches between places that are met, from the least to the most. */
function sectionWords(sections: readonly FittedSection[], pitch: number, unit: Unit): string {
  const pitches = sections.map((section) => section.pitch);
  const [least, most] = [Math.min(...pitches), Math.max(...pitches)];
  if (most - least <= 1e-9 * most)
    return `the pitch becomes ${formatLength(least, unit, 2)} (${percent(least / pitch - 1)})`;
  return `the pitch becomes ${formatLength(least, unit, 2)} to ${formatLength(most, unit, 2)} (${percent(least / pitch - 1)} to ${percent(most / pitch - 1)})`;
}

/** How far the wheel that gives way goes, and which way. */
function wheelWords(fit: FitOutcome, unit: Unit): string {
  const { tension } = fit.request;
  const wheel = fit.layout.wheels.find(({ id }) => id === tension?.wheel);
  const name = wheel?.name ?? tension?.wheel ?? 'wheel';
  if (!tension || fit.takeUp === null) return `the ${name} would move`;
  if (Math.abs(fit.takeUp) < 5e-4) return `the ${name} stays where it is`;
  const sign = Math.sign(fit.takeUp);
  return `the ${name} moves ${formatLength(Math.abs(fit.takeUp), unit)} ${wayWords(sign * tension.dx, sign * tension.dy)}`;
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
    if (fit.sections && fit.sections.length > 1) {
      const places = fit.sections.length + (fit.window.ring ? 0 : -1);
      const what = ['its place', 'both its places'][places - 1] ?? `all ${places} places`;
      return { good: true, text: `meets ${what} exactly` };
    }
    if (!fit.window.ring)
      return {
        good: true,
        text: fit.window.to < fit.layout.path.length ? 'fills its part exactly' : 'reaches the end exactly',
      };
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
  if (runsOnStraight(fit))
    return { good: true, text: `runs ${formatLength(-fit.gap, unit)} straight on past the end` };
  if (fit.gap > 0 && fit.request.endToEnd?.bodies)
    return { good: true, text: `leaves ${formatLength(fit.gap, unit)} free` };
  if (fit.gap > 0) {
    const lack = fit.request.pitch - fit.gap;
    const fitting = Math.floor(fit.gap / fit.request.pitch + 1e-9);
    const more =
      lack > 0
        ? `: one more ${one} needs ${formatLength(lack, unit)}`
        : `: ${fitting} more ${fitting === 1 ? one : many} would fit`;
    return { good: false, text: `open by ${formatLength(fit.gap, unit)}${gapWords(fit, unit)}${more}` };
  }
  const out = tooMany(fit);
  const take = `take ${out === 1 ? `one ${one}` : `${out} ${many}`} out`;
  return {
    good: false,
    text: fit.window.ring
      ? `overlaps by ${formatLength(-fit.gap, unit)}: ${take}`
      : `${formatLength(-fit.gap, unit)} too long${gapWords(fit, unit)}: ${take}`,
  };
}

/** Pieces of a row that is longer than what it lies on which have to go until it is not; 0 where none has. */
export const tooMany = ({ gap, request }: FitOutcome): number =>
  gap < 0 ? Math.ceil(-gap / request.pitch - 1e-9) : 0;

/** Is a row that is longer than its open path to run on straight past its end? */
export const runsOnStraight = ({ gap, request, layout, effectivePitch }: FitOutcome): boolean =>
  effectivePitch !== null && gap < 0 && request.lay.beyond === 'straight' && !layout.path.closed;

/** Where what is left over, or hangs over, is on a row with ends. */
function gapWords({ window, gap, gapBefore }: FitOutcome, unit: Unit): string {
  if (window.ring) return '';
  const behind = gap - gapBefore;
  const slip = 1e-6;
  if (Math.abs(gapBefore) < slip) return ' at the end';
  if (Math.abs(behind) < slip) return ' at the start';
  if (Math.abs(behind - gapBefore) < slip) return ', half at each end';
  return `, ${formatLength(Math.abs(gapBefore), unit)} of it at the start`;
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
