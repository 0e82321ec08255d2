import { marchSpans } from '../chain';
import { LIMITS } from '../limits';
import { bracketedRoot } from '../math';
import { meanSpacing, placesFor, spansOf, type Stations } from '../motion/stations';
import { pathReader, type MeasuredPath } from '../path';
import type { Engagement } from '../route';
import type { RowWindow } from './lay';
import { orderSteps } from '../set-out/order';
import type { EndToEnd } from './request';
import { solveRingCycle, type RingCycle } from './ring-cycle';

/** How a row closes: from the start of one piece to the start of the next, mm; and its cycle where it is a ring of chords. */
export interface Closing {
  readonly pitch: number;
  readonly cycle: RingCycle | null;
}

/** Pieces of different lengths with a gap: c is their mean length, all of them growing by one factor. */
export function unlikePieces({ lengths, gap }: Pick<EndToEnd, 'lengths' | 'gap'>): Stations {
  const mean = meanOf(lengths);
  const shares = lengths.map((length) => length / mean);
  if (gap === 0) return { step: 1, cycle: lengths.length, scale: shares, offset: lengths.map(() => 0) };
  return {
    step: 2,
    cycle: lengths.length,
    scale: shares.flatMap((share) => [share, 0]),
    offset: lengths.flatMap(() => [0, gap]),
  };
}

/** Pieces that keep their lengths: c is the gap between them. */
export const piecesApart = (lengths: readonly number[]): Stations => ({
  step: 2,
  cycle: lengths.length,
  scale: lengths.flatMap(() => [0, 1]),
  offset: lengths.flatMap((length) => [length, 0]),
});

export const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Where the row ends: the last place of so many pieces laid from `first`; beyond all bounds where they do not go on. */
export function endOfPieces(
  path: MeasuredPath,
  first: number,
  count: number,
  stations: Stations,
  c: number,
  pieces: Engagement,
): number {
  const spans = spansOf(stations, c);
  const many = placesFor(stations, count) - 1;
  if (pieces === 'bending') {
    let s = first;
    for (let i = 0; i < many; i++) s += spans[i % spans.length];
    return s;
  }
  const places = new Float64Array(many + 1);
  const made = marchSpans(pathReader(path), first, spans, many, path.length, places);
  return made <= many ? first + 2 * path.length + (many - made) : places[many];
}

/** c at which so many pieces fill a window: its mean over some phases of a cycle where it is a ring. */
export function closingSize(
  path: MeasuredPath,
  window: RowWindow,
  count: number,
  stations: Stations,
  pieces: Engagement,
  phases: number,
  seed?: Float64Array,
): { c: number; cycle: RingCycle | null } | null {
  const { scale, offset, step } = stations;
  const places = window.ring ? count * step : placesFor(stations, count) - 1;
  let growing = 0;
  let staying = 0;
  for (let i = 0; i < places; i++) {
    growing += scale[i % scale.length];
    staying += offset[i % offset.length];
  }
  const most = (window.to - window.from - staying) / growing;
  if (!(most > 0)) return null;
  if (pieces === 'bending') return { c: most, cycle: null };
  if (window.ring) {
    const cycle = solveRingCycle(path, places, phases, seed, stations);
    return cycle && { c: cycle.mean, cycle };
  }
  const over = (c: number): number => endOfPieces(path, window.from, count, stations, c, pieces) - window.to;
  if (over(most) <= 1e-13 * path.length) return { c: most, cycle: null };
  if (!(over(0.05 * most) < 0)) return null;
  const c = bracketedRoot(over, 0.05 * most, most, 1e-15 * most);
  return Math.abs(over(c)) <= 1e-9 * path.length ? { c, cycle: null } : null;
}

export function closingEndToEnd(
  path: MeasuredPath,
  window: RowWindow,
  count: number,
  stations: Stations,
  pieces: Engagement,
  phases: number,
  seed?: Float64Array,
): Closing | null {
  const found = closingSize(path, window, count, stations, pieces, phases, seed);
  return found && { pitch: meanSpacing(stations, found.c), cycle: found.cycle };
}

/** How many pieces of their own lengths, which come again and again, would fit a window, as a real number. */
export const idealEndToEnd = (
  path: MeasuredPath,
  window: RowWindow,
  stations: Stations,
  c: number,
  pieces: Engagement,
): number =>
  window.ring ? ringIdeal(path, stations, c, pieces) : laidOneByOne(path, window, stations, c, pieces);

/**
 * The same of pieces that are drawn by weight: they are laid one by one from the start, and what is left counts as
 * a part of the next. Round a loop the gap behind the last one is needed too.
 */
export function idealDrawn(
  path: MeasuredPath,
  window: RowWindow,
  laid: EndToEnd,
  pieces: Engagement,
): number {
  const { lengths, gap } = laid;
  const most = Math.ceil((window.to - window.from) / (Math.min(...lengths) + gap)) + 2;
  // Where the row closes is not known yet, so no place has a neighbour on its far side.
  const drawn = lengthsInOrder(laid, Math.min(LIMITS.links, most), false);
  return laidOneByOne(path, window, unlikePieces({ lengths: drawn, gap }), meanOf(drawn), pieces);
}

function laidOneByOne(
  path: MeasuredPath,
  window: RowWindow,
  stations: Stations,
  c: number,
  pieces: Engagement,
): number {
  const spacing = meanSpacing(stations, c);
  const room = window.to - window.from;
  const { cycle } = stations;
  const spans = spansOf(stations, c);
  const { step } = stations;
  const most = Math.min(2 * LIMITS.links, (Math.ceil(room / spacing) + 2 * cycle) * step);
  const places = new Float64Array(most + 1);
  let made = most + 1;
  places[0] = window.from;
  if (pieces === 'bending')
    for (let i = 0; i < most; i++) places[i + 1] = places[i] + spans[i % spans.length];
  else made = marchSpans(pathReader(path), window.from, spans, most, path.length, places);
  // On an open row the gap after the last one is not needed: only the ends of pieces count.
  let before = window.from;
  let whole = 0;
  for (let i = window.ring ? step : 1; i < made; i += step) {
    const slip = 1e-9 * path.length;
    if (places[i] > window.to + slip) return whole + Math.max(0, window.to - before) / (places[i] - before);
    before = places[i];
    whole++;
  }
  return whole;
}

/** The real count at which c closes a ring, in whole cycles: N times the spacing hardly bends, so it is interpolated. */
function ringIdeal(path: MeasuredPath, stations: Stations, c: number, pieces: Engagement): number {
  const { cycle, step } = stations;
  const wanted = meanSpacing(stations, c);
  if (pieces === 'bending') return path.length / wanted;
  const at = (cycles: number): number | null => {
    const found = solveRingCycle(path, cycles * cycle * step, 4, undefined, stations);
    return found && cycles * cycle * meanSpacing(stations, found.mean);
  };
  const least = Math.ceil(3 / cycle);
  for (let n = Math.max(least, Math.floor(path.length / wanted / cycle)), k = 0; k < 4; n++, k++) {
    const low = at(n);
    const high = low && at(n + 1);
    if (low === null || high === null) continue;
    // N p = total(N), on the line through two whole numbers of cycles.
    return cycle * (n + (low - wanted * cycle * n) / (wanted * cycle - (high - low)));
  }
  return path.length / wanted;
}

/**
 * The lengths of a row's pieces, which come again and again: those of its sequence in turn; where they are
 * drawn by weight, of every place, as the set-out draws them.
 * @param closed the last place is a neighbour of the first
 * @throws RelayError weights-invalid
 */
export function lengthsInOrder(
  { lengths, order }: Pick<EndToEnd, 'lengths' | 'order'>,
  count: number,
  closed: boolean,
): readonly number[] {
  if (!order || order.by === 'turn') return lengths;
  return Array.from(orderSteps(order, lengths.length, count, closed), (step) => lengths[step]);
}
