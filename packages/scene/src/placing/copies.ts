import { mirrorOver, type Affine } from '@coin-relay/core';
import type { SetOut } from '@coin-relay/model';

/** The offsets of rows side by side to the left of the path, mm: spread about the path itself. */
export function rowCopies({ count, spacing }: SetOut['rows']): number[] {
  return Array.from({ length: count }, (_, i) => (i - (count - 1) / 2) * spacing);
}

/** The map that mirrors a run to its twin, over the line through a point in a direction. */
export const twinMatrix = ({ x, y, angle }: NonNullable<SetOut['twin']>): Affine => mirrorOver(x, y, angle);
