import type { Tie } from '../job/schema';
import type { Machine } from './machine';
import { measureAt } from './ties';

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
