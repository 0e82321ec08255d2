import { ROW_PHASES } from '../motion/row';
import { scalesAsAWhole, spacingsOf, windowOf } from './lay';
import { spacingThatReaches } from './laying';
import type { FitRequest } from './request';
import { closingEndToEnd, unlikePieces, type Closing } from './end-to-end';
import { solveRingCycle, type RingCycle } from './ring-cycle';
import { layOut } from './lay-out';
import { meshes, type FitSource, type Layout } from './source';

/** A row that closes: its layout, the scale of its path, its pitch, and its cycle where it is a ring of chords. */
export interface Fitted {
  readonly layout: Layout;
  readonly scale: number;
  readonly pitch: number;
  readonly cycle: RingCycle | null;
  /** How far the wheel that gives way has moved, mm; none where none does. */
  readonly takeUp?: number;
  /** What hangs in the span that gives way, mm; none where none does. */
  readonly spare?: number;
}

/**
 * The pitch at which `count` pieces fill the window of a layout: round it, its mean over some
 * phases of a cycle; on an open one, from end to end.
 * @param length of the path as it was given: places on it move with it
 */
export function closingPitch(
  layout: Layout,
  count: number,
  { pieces, lay, endToEnd }: Pick<FitRequest, 'pieces' | 'lay' | 'endToEnd'>,
  length: number,
  phases: number,
  seed?: Float64Array,
): Closing | null {
  const { path } = layout;
  const window = windowOf(path, lay, path.length / length);
  if (endToEnd) return closingEndToEnd(path, window, count, unlikePieces(endToEnd), pieces, phases, seed);
  if (!window.ring) {
    const spacings = spacingsOf(count, lay, window);
    const pitch = spacingThatReaches(path, window.from, window.to, spacings, pieces);
    return pitch === null ? null : { pitch, cycle: null };
  }
  if (pieces === 'bending') return { pitch: path.length / count, cycle: null };
  const cycle = solveRingCycle(path, count, phases, seed);
  return cycle ? { pitch: cycle.mean, cycle } : null;
}

/** Phases that are enough to bring pitch or scale near its value; the last steps take all of them. */
const ROUGH_PHASES = 4;
/** Solved to this, relative: pitch and scale settle together with their wheels. */
const JOINT_TOLERANCE = 1e-12;
const ROUGH_TOLERANCE = 1e-5;

/**
 * Solves for the one number that gives way, where the layout depends on it: first on a few
 * phases, then on the whole cycle by steps along the slope found there.
 * @param length of the path as it was given, mm
 * @param layoutAt the layout for a value of it
 * @param excess how much too large the closing pitch is, mm
 */
export function settle(
  request: FitRequest,
  count: number,
  length: number,
  guesses: readonly [number, number],
  seed: Float64Array | undefined,
  layoutAt: (value: number) => Layout,
  excess: (pitch: number, value: number) => number,
): { value: number; layout: Layout; closing: Closing } | null {
  let start = seed;
  let last: { value: number; layout: Layout; closing: Closing } | null = null;
  const evaluate = (value: number, phases: number): number => {
    if (!(value > 0)) return NaN;
    const layout = layoutAt(value);
    const ratio = last ? layout.path.length / last.layout.path.length : 1;
    const closing = closingPitch(
      layout,
      count,
      request,
      length,
      phases,
      start?.map((s) => s * ratio),
    );
    if (!closing) return NaN;
    if (closing.cycle) start = closing.cycle.s.slice(0, closing.cycle.links);
    last = { value, layout, closing };
    return excess(closing.pitch, value);
  };
  // Secant steps on a few phases; the slope they end with serves the whole cycle.
  let [before, value] = guesses;
  let offBefore = evaluate(before, ROUGH_PHASES);
  let slope = NaN;
  for (let k = 0; k < 16; k++) {
    const off = evaluate(value, ROUGH_PHASES);
    const found = (off - offBefore) / (value - before);
    if (!Number.isFinite(off)) return null;
    if (Number.isFinite(found) && found !== 0) slope = found;
    if (!Number.isFinite(slope)) return null;
    [before, offBefore] = [value, off];
    value -= off / slope;
    if (Math.abs(value - before) <= ROUGH_TOLERANCE * value) break;
  }
  for (let k = 0; k < 8; k++) {
    const off = evaluate(value, ROW_PHASES);
    if (Math.abs(off) <= JOINT_TOLERANCE * request.pitch) return last;
    if (!Number.isFinite(off)) return null;
    value -= off / slope;
  }
  return null;
}

/** The path holds and the pitch gives way, wheels that mesh with the row changing with it. */
export function givePitch(
  source: FitSource,
  request: FitRequest,
  count: number,
  base: Layout,
  seed?: Float64Array,
): Fitted | null {
  const { pitch, pieces } = request;
  if (request.endToEnd || !hasMeshing(source, pitch)) {
    const closing = closingPitch(base, count, request, base.path.length, ROW_PHASES, seed);
    return closing && { layout: base, scale: 1, ...closing };
  }
  const first = closingPitch(base, count, request, base.path.length, ROUGH_PHASES, seed);
  if (!first) return null;
  // Wheels that grow with the pitch take back part of its change: about as much again is needed.
  const other = first.pitch === pitch ? pitch * (1 + 1e-6) : first.pitch;
  const found = settle(
    request,
    count,
    base.path.length,
    [pitch, other],
    seed,
    (toothPitch) => layOut(source, pitch, pieces, { toothPitch, scale: 1 }),
    (closing, toothPitch) => closing - toothPitch,
  );
  return found && { layout: found.layout, scale: 1, ...found.closing };
}

/**
 * The pitch holds and the path gives way by scaling. Toothed wheels keep their size, also those that
 * mesh with links of another pitch: only their centres move.
 */
export function givePath(
  source: FitSource,
  request: FitRequest,
  count: number,
  base: Layout,
  seed?: Float64Array,
): Fitted | null {
  const { pitch, pieces } = request;
  const layoutAt = (scale: number): Layout => layOut(source, pitch, pieces, { toothPitch: pitch, scale });
  // Insets hold their length, so with them a row does not scale with its path.
  const uneven = hasTeeth(source) || !scalesAsAWhole(request.lay) || (request.endToEnd?.gap ?? 0) > 0;
  const first = closingPitch(
    base,
    count,
    request,
    base.path.length,
    uneven ? ROUGH_PHASES : ROW_PHASES,
    seed,
  );
  if (!first) return null;
  const guess = pitch / first.pitch;
  if (!uneven) {
    // Everything scales, so the row does: one factor is exact.
    const layout = layoutAt(guess);
    const closing = closingPitch(
      layout,
      count,
      request,
      base.path.length,
      ROW_PHASES,
      first.cycle?.s.slice(0, first.cycle.links).map((s) => s * guess),
    );
    return closing && { layout, scale: guess, ...closing };
  }
  const other = guess === 1 ? 1 + 1e-6 : guess;
  const found = settle(
    request,
    count,
    base.path.length,
    [1, other],
    seed,
    layoutAt,
    (closing) => closing - pitch,
  );
  return found && { layout: found.layout, scale: found.value, ...found.closing };
}

const hasTeeth = (source: FitSource): boolean =>
  source.kind === 'route' && source.wheels.some(({ size }) => size.by === 'teeth');

function hasMeshing(source: FitSource, pitch: number): boolean {
  return source.kind === 'route' && source.wheels.some((wheel) => meshes(wheel.size, pitch));
}
