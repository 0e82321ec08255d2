import {
  RelayError,
  springAt,
  springFacts,
  type SpringFacts,
  type SpringState,
  type Vec,
} from '@coin-relay/core';
import type { Measure, RopeTie, SpringTie, Tie } from '../job/schema';
import { anchorAt, type Machine } from './machine';

/** A spring or a rope at a frame. */
export interface TieState {
  readonly from: Vec;
  readonly to: Vec;
  /** From anchor to anchor, mm. */
  readonly span: number;
  /** Of a spring that can be wound. */
  readonly spring: SpringState | null;
  /** Of a rope: its length then, and whether it reaches. */
  readonly rope: { readonly length: number; readonly reaches: boolean } | null;
}

/** Null where one of its anchors is not there. */
export function tieAt(machine: Machine, tie: Tie, frame: number): TieState | null {
  const from = anchorAt(machine, tie.from, frame);
  const to = anchorAt(machine, tie.to, frame);
  if (!from || !to) return null;
  const span = Math.hypot(to.x - from.x, to.y - from.y);
  const { is } = tie;
  if (is.kind === 'spring') return { from, to, span, spring: springStateAt(is, span), rope: null };
  const length = ropeLengthAt(machine, is, frame);
  return { from, to, span, spring: null, rope: { length, reaches: length >= span * (1 - 1e-12) } };
}

/** What follows from how a spring is made; null where it could not be wound so, which the warnings tell of. */
export function factsOfSpring(spring: SpringTie): SpringFacts | null {
  try {
    return springFacts(spring);
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}

function springStateAt(spring: SpringTie, length: number): SpringState | null {
  const facts = factsOfSpring(spring);
  return facts && springAt(spring, facts, length);
}

/** The length a rope has at a frame: its own, or the one a measure drives. */
export function ropeLengthAt(machine: Machine, rope: RopeTie, frame: number): number {
  return drivenLengthAt(machine, rope.driven ?? null, frame) ?? rope.length;
}

/** A length that a measure drives, at a frame; null where none does. */
export function drivenLengthAt(
  machine: Machine,
  driven: { readonly measure: string; readonly times: number; readonly plus: number } | null,
  frame: number,
): number | null {
  const measure = driven ? machine.job.measures?.find(({ id }) => id === driven.measure) : undefined;
  if (!driven || !measure) return null;
  const value = measureAt(machine, measure, frame);
  return value === null ? null : Math.max(0, driven.times * value + driven.plus);
}

/** The distance of two anchors at a frame, mm; null where one of them is not there. */
export function measureAt(
  machine: Machine,
  { from, to }: Pick<Measure, 'from' | 'to'>,
  frame: number,
): number | null {
  const a = anchorAt(machine, from, frame);
  const b = anchorAt(machine, to, frame);
  return a && b ? Math.hypot(b.x - a.x, b.y - a.y) : null;
}

/** How long a tie is over the loop, and how fast that changes. */
export interface TieOverLoop {
  /** 0 … frames. */
  readonly frame: Float64Array;
  /** mm; NaN where an anchor is not there. */
  readonly length: Float64Array;
  /** mm a second. */
  readonly speed: Float64Array;
}

/** Frames that a graph looks at, at the most. */
const MOST_LOOKED_AT = 2_000;

export function tieOverLoop(machine: Machine, tie: Pick<Tie, 'from' | 'to'>): TieOverLoop {
  const { frames, job } = machine;
  const many = Math.min(frames, MOST_LOOKED_AT);
  const frame = Float64Array.from({ length: many + 1 }, (_, i) => (frames * i) / many);
  const length = frame.map((k) => measureAt(machine, tie, k) ?? NaN);
  const perSecond = (job.motion.framesPerSecond * many) / frames;
  // Half of the change over two steps; the loop's end is its start.
  const speed = length.map((_, i) => {
    const before = i === 0 ? many - 1 : i - 1;
    const after = i === many ? 1 : i + 1;
    return ((length[after] - length[before]) / 2) * perSecond;
  });
  return { frame, length, speed };
}
