import type { Vec } from '../math';
import type { FineOutline } from './outline';

/** Chords of an outline that are looked at for crossings; a finer one is taken on trust. */
export const MOST_CROSSING_CHORDS = 4_000;

/**
 * Where an outline crosses itself, or null: two chords that are no neighbours and cut through each
 * other. Rings may lie in one another; holes are made so.
 */
export function selfCrossing({ points, rings }: FineOutline): Vec | null {
  const ends: [number, number][] = [];
  for (let r = 0; r + 1 < rings.length; r++) {
    for (let i = rings[r]; i + 1 < rings[r + 1]; i++) ends.push([i, i + 1]);
  }
  if (ends.length > MOST_CROSSING_CHORDS) return null;
  // Sorted by their left ends, only chords that overlap in x are compared.
  const left = (c: [number, number]): number => Math.min(points[2 * c[0]], points[2 * c[1]]);
  const right = (c: [number, number]): number => Math.max(points[2 * c[0]], points[2 * c[1]]);
  ends.sort((a, b) => left(a) - left(b));
  for (let i = 0; i < ends.length; i++) {
    const limit = right(ends[i]);
    for (let j = i + 1; j < ends.length && left(ends[j]) <= limit; j++) {
      const at = crossing(points, ends[i], ends[j]);
      if (at) return at;
    }
  }
  return null;
}

function crossing(p: Float64Array, [a, b]: [number, number], [c, d]: [number, number]): Vec | null {
  const rx = p[2 * b] - p[2 * a];
  const ry = p[2 * b + 1] - p[2 * a + 1];
  const sx = p[2 * d] - p[2 * c];
  const sy = p[2 * d + 1] - p[2 * c + 1];
  const turn = rx * sy - ry * sx;
  if (turn === 0) return null;
  const qx = p[2 * c] - p[2 * a];
  const qy = p[2 * c + 1] - p[2 * a + 1];
  const t = (qx * sy - qy * sx) / turn;
  const u = (qx * ry - qy * rx) / turn;
  // Touching at an end is how neighbours meet.
  const inside = (v: number): boolean => v > 1e-9 && v < 1 - 1e-9;
  return inside(t) && inside(u) ? { x: p[2 * a] + t * rx, y: p[2 * a + 1] + t * ry } : null;
}
