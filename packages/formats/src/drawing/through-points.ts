import type { FreeContour, Vec3 } from '@coin-relay/core';

/** Straight lines through points; closed where the last one is the first, and others lie between. */
export function throughPoints(points: readonly Vec3[]): FreeContour {
  const [first, last] = [points[0], points[points.length - 1]];
  return {
    closed: points.length > 3 && first.x === last.x && first.y === last.y && first.z === last.z,
    segments: points.slice(1).map((b, i) => ({ kind: 'line', a: points[i], b })),
  };
}
