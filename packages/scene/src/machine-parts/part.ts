import type { Affine } from '@coin-relay/core';

/**
 * How deep a part lies where the machine is seen in space, mm: from the face of the rows that is towards who looks,
 * from the one behind them, or from a height of its own.
 */
export interface Depth {
  readonly from: 'before' | 'behind' | number;
  readonly low: number;
  readonly high: number;
}

/** One thing that is drawn between the rows of a machine: an outline that is filled, or a line of some width. */
export interface MachinePart {
  /** Path data, mm, y up. */
  readonly d: string;
  /** A material by its id; null is not filled. */
  readonly fill: string | null;
  /** Outlined in ink. */
  readonly line: boolean;
  /** A wire or rope: drawn as thick as it is, with an edge of ink. */
  readonly wire?: { readonly width: number; readonly material: string };
  /** Where it is set down; without one it is drawn as it is. */
  readonly at?: Affine;
  /** A plate in space; without it there is none of it there. */
  readonly deep?: Depth;
}

/** Points, x and y in turn, as path data. */
export function lineData(points: ArrayLike<number>, places = 3): string {
  const k = 10 ** places;
  let d = '';
  for (let i = 0; i < points.length; i += 2)
    d += `${i === 0 ? 'M' : 'L'}${Math.round(points[i] * k) / k} ${Math.round(points[i + 1] * k) / k}`;
  return d;
}
