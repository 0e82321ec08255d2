import type { SetOut } from '@coin-relay/model';

/** The offsets of rows side by side to the left of the path, mm: spread about the path itself. */
export function rowCopies({ count, spacing }: SetOut['rows']): number[] {
  return Array.from({ length: count }, (_, i) => (i - (count - 1) / 2) * spacing);
}

/** The map that mirrors a run to its twin, over the line through a point in a direction. */
export function twinMatrix({ x, y, angle }: NonNullable<SetOut['twin']>): Float64Array {
  const c = Math.cos(2 * angle);
  const s = Math.sin(2 * angle);
  return Float64Array.of(c, s, s, -c, x - c * x - s * y, y - s * x + c * y);
}
