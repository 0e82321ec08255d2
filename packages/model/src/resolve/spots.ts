import type { MeasuredPath } from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';

/** Points of a path that are looked for at the most. */
const MOST_SPOTS = 2_000;

/**
 * Where along a fitted path the points lie that it is made by: those it was drawn by, the ends of
 * the pieces of an outline, the contacts of a route. Ascending arc lengths, mm.
 */
export function drawnSpots(job: Job, id: string, path: MeasuredPath): number[] {
  const made = job.paths.find((p) => p.id === id);
  const spots = made ? spotsOf(made, path) : [];
  const sorted = spots.slice(0, MOST_SPOTS).sort((a, b) => a - b);
  return sorted.filter((s, i) => i === 0 || s - sorted[i - 1] > 1e-9 * path.length);
}

function spotsOf(made: JobPath, path: MeasuredPath): number[] {
  const drawn = kindOf(made).spots?.(made, path, MOST_SPOTS);
  if (drawn) return drawn;
  // Where one piece of the path goes over into the next; a curve's own table has more segments.
  const ends = [0];
  for (let k = 1; k < path.kinds.length; k++) {
    if (path.pieceOf[k] !== path.pieceOf[k - 1]) ends.push(path.starts[k]);
  }
  if (!path.closed) ends.push(path.length);
  return ends;
}
