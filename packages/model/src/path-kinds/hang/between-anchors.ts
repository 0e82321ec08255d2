import type { Vec3 } from '@coin-relay/core';
import { verticalOf } from '../../resolve/vertical';
import type { PlaneJob } from '../kind';
import { hangingEnds, hungBetween } from './in-space';
import type { HangPath } from './schema';

/**
 * A hanging row in the upright plane between what it hangs on, where an anchor of it is fixed before or behind the
 * drawing; null where none is, and where an end moves: then it hangs in the plane it has.
 */
export function hungBetweenAnchors(path: HangPath, job: PlaneJob): HangPath | null {
  const typed = hangingEnds(path);
  let leaves = false;
  const ends: Vec3[] = [];
  for (const k of [0, 1] as const) {
    const id = path.anchors?.[k] ?? null;
    const on = job.anchors?.find((anchor) => anchor.id === id)?.on;
    if (!on) {
      ends.push(typed[k]);
      continue;
    }
    if (on.kind !== 'fixed') return null;
    const { x, y, z = 0 } = on;
    leaves ||= z !== 0;
    ends.push({ x, y, z });
  }
  return leaves ? hungBetween(path, ends[0], ends[1], verticalOf(job)) : null;
}
