import { findCorners, withinPath, type MeasuredPath } from '@coin-relay/core';

/**
 * The corner, or the end of the path, within reach of a place; where there is none the place
 * itself, as round a number as it can be aimed at.
 */
export function nearCorner(path: MeasuredPath, s: number, reach: number): number {
  const { length, closed } = path;
  const within = withinPath(path, s);
  const stops = [...findCorners(path).map((corner) => corner.s), ...(closed ? [] : [0, length])];
  const step = 10 ** Math.floor(Math.log10(Math.max(reach, 1e-6) / 4));
  let best = Math.min(length, Math.round(within / step) * step);
  let least = reach;
  for (const stop of stops) {
    const off = Math.abs(stop - within);
    const far = closed ? Math.min(off, length - off) : off;
    if (far <= least) [best, least] = [stop, far];
  }
  return best;
}
