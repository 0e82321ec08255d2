import type { RowFrames, SpaceRide } from '@coin-relay/core';
import type { RowLayers } from '../resolve/layers';

/** A row laid anew in every frame. Plain data. */
export interface LaidRow extends RowFrames {
  /** What carries its pieces in space in each frame, where that changes. */
  readonly rides?: readonly SpaceRide[];
  /** What of it lies over others in each frame, where that changes. */
  readonly layers?: readonly RowLayers[];
}

/** What was worked out ahead for every frame of the loop. Plain data: it crosses threads. */
export interface PrecomputedFrames {
  readonly rows: ReadonlyMap<string, LaidRow>;
  /** Of every rope and frame: x and y of the lowest place, a, and from where to where along it; NaN where it is taut. */
  readonly ropes: ReadonlyMap<string, Float64Array>;
  /** What could not be worked out, in words. */
  readonly problems: readonly { readonly of: string; readonly message: string }[];
}

export const NOTHING_PRECOMPUTED: PrecomputedFrames = { rows: new Map(), ropes: new Map(), problems: [] };

/** Numbers that a rope has in a frame. */
export const ROPE_NUMBERS = 5;

/** The frames of a row that were worked out ahead, where they were. */
export const precomputedRow = (prepared: PrecomputedFrames, run: string): LaidRow | null =>
  prepared.rows.get(run) ?? null;
