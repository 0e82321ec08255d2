import type { Wheel } from '../job/parts';

/** What can be done to a path. */
export type Mend =
  | { readonly do: 'reverse' }
  /** Begins a closed path at an arc length, mm. */
  | { readonly do: 'start'; readonly at: number }
  /** Rounds all corners, or those at the given arc lengths. */
  | { readonly do: 'round'; readonly radius: number; readonly at?: readonly number[] }
  | { readonly do: 'smooth' }
  | { readonly do: 'thin'; readonly tolerance: number }
  | { readonly do: 'close' }
  | { readonly do: 'straighten' }
  | { readonly do: 'mirror'; readonly axis: 'upright' | 'level' }
  | { readonly do: 'scale'; readonly factor: number }
  /** Into points and handles. */
  | { readonly do: 'free' };

/** A mended path, and what came of it in words. */
export interface Mended<P> {
  readonly path: P;
  /** Wheels that changed with it. */
  readonly wheels: readonly Wheel[];
  readonly words: string;
}
