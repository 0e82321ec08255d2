import {
  RelayError,
  springAt,
  springFacts,
  uprightWay,
  type SpringFacts,
  type SpringState,
  type UprightWay,
  type Vec,
  type Vec3,
} from '@coin-relay/core';
import type { Job, Measure, RopeTie, SpringTie, Tie } from '../job/schema';
import { verticalOf } from '../resolve/vertical';
import { anchorAt, type Machine, type MachinePlace } from './machine';

/** A spring or a rope at a frame. */
export interface TieState {
  readonly from: MachinePlace;
  readonly to: MachinePlace;
  /** From anchor to anchor, mm. */
  readonly span: number;
  /** Of a spring that can be wound. */
  readonly spring: SpringState | null;
  /** Of a rope: its length then, and whether it reaches. */
  readonly rope: { readonly length: number; readonly reaches: boolean } | null;
}

/** Does what is tied between two places leave the drawing? */
export const leavesDrawing = (from: MachinePlace, to: MachinePlace): boolean =>
  from.z !== undefined || to.z !== undefined;

/** How far two places are apart, mm. */
const apart = (a: MachinePlace, b: MachinePlace): number =>
  leavesDrawing(a, b)
    ? Math.hypot(b.x - a.x, b.y - a.y, (b.z ?? 0) - (a.z ?? 0))
    : Math.hypot(b.x - a.x, b.y - a.y);

/** Null where one of its anchors is not there. */
export function tieAt(machine: Machine, tie: Tie, frame: number): TieState | null {
  const from = anchorAt(machine, tie.from, frame);
  const to = anchorAt(machine, tie.to, frame);
  if (!from || !to) return null;
  const span = apart(from, to);
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
  return a && b ? apart(a, b) : null;
}

/**
 * The ends of a rope in the plane it hangs in: the drawing, or the upright plane through both where one of them leaves it,
 * with the first end as its zero point.
 */
export function hangsAlong(
  job: Pick<Job, 'stands'>,
  from: MachinePlace,
  to: MachinePlace,
): { readonly from: Vec; readonly to: Vec; readonly way: UprightWay | null } {
  if (!leavesDrawing(from, to)) return { from, to, way: null };
  const way = uprightWay(inSpace(from), inSpace(to), verticalOf(job));
  return { from: { x: 0, y: 0 }, to: { x: way.far, y: way.high }, way };
}

/** A place with its height. */
export const inSpace = ({ x, y, z = 0 }: MachinePlace): Vec3 => ({ x, y, z });
