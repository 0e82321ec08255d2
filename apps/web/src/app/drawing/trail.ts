import { bodyAt, pinOfPiece, type Machine } from '@coin-relay/model';

/** The way of one link through the loop. */
export interface Trail {
  /** x and y at every moment looked at; NaN where the link is not there. */
  readonly points: Float64Array;
  /** Frames from one moment to the next. */
  readonly step: number;
}

/** Moments that are looked at, at the most. */
const MOST_MOMENTS = 240;

/**
 * Follows the first pin of a link through the loop; null for a run that is not there.
 * @param drives seen from the ground, where the machine drives over it
 */
export function trailOf(machine: Machine, run: string, place: number, drives = false): Trail | null {
  if (!machine.rows.has(run)) return null;
  const many = Math.min(machine.frames, MOST_MOMENTS);
  const step = machine.frames / many;
  const points = new Float64Array(2 * (many + 1)).fill(NaN);
  for (let m = 0; m <= many; m++) {
    const frame = Math.round(m * step);
    const pin = pinOfPiece(machine, run, place, frame);
    if (!pin) continue;
    const body = drives ? bodyAt(machine, frame) : null;
    points.set([pin.x + (body?.dx ?? 0), pin.y + (body?.dy ?? 0)], 2 * m);
  }
  return { points, step };
}
