import type { RowFrames } from '@coin-relay/core';

/** What was worked out ahead for every frame of the loop. Plain data: it crosses threads. */
export interface PrecomputedFrames {
  readonly rows: ReadonlyMap<string, RowFrames>;
  /** Of every rope and frame: x and y of the lowest place, a, and from where to where along it; NaN where it is taut. */
  readonly ropes: ReadonlyMap<string, Float64Array>;
  /** What could not be worked out, in words. */
  readonly problems: readonly { readonly of: string; readonly message: string }[];
}

export const NOTHING_PRECOMPUTED: PrecomputedFrames = { rows: new Map(), ropes: new Map(), problems: [] };

/** Numbers that a rope has in a frame. */
export const ROPE_NUMBERS = 5;

/** The frames of a row that were worked out ahead, where they were. */
export const precomputedRow = (prepared: PrecomputedFrames, run: string): RowFrames | null =>
  prepared.rows.get(run) ?? null;
