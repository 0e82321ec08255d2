import { wrapInto } from '../math';
import type { Row } from './row';

/** How far neighbouring links turn against each other, along the path. */
export interface BendAlong {
  /** Arc length of pins, mm, ascending. */
  readonly s: Float64Array;
  /** The most that links turn at a pin there, at any moment of the cycle, radians. */
  readonly turn: Float64Array;
}

/** Places that a profile tells of, at the most. */
const MOST_PLACES = 400;

/** The turn between neighbouring links over a whole cycle; null where they are not joined. */
export function bendAlong(row: Row): BendAlong | null {
  if (row.step === 2) return null;
  const { kind, columns, pins, arc, length } = row;
  const phases = kind === 'still' ? 1 : row.phases;
  const base = kind === 'still' ? 0 : columns;
  const bins = Math.min(MOST_PLACES, Math.max(16, 4 * row.links));
  const most = new Float64Array(bins).fill(-1);
  for (let j = 0; j < phases; j++) {
    const at = base + j * columns;
    for (let i = 0; i < columns; i++) {
      if (kind !== 'ring' && (i === 0 || i === columns - 1)) continue;
      const a = at + (i === 0 ? columns - 1 : i - 1);
      const b = at + i;
      const c = at + (i === columns - 1 ? 0 : i + 1);
      if (kind === 'open' && (arc[a] < row.from - 1e-9 * length || arc[c] > row.to + 1e-9 * length)) continue;
      const ux = pins[2 * b] - pins[2 * a];
      const uy = pins[2 * b + 1] - pins[2 * a + 1];
      const vx = pins[2 * c] - pins[2 * b];
      const vy = pins[2 * c + 1] - pins[2 * b + 1];
      const angle = Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
      const bin = Math.min(bins - 1, Math.floor((wrapInto(arc[b], length) / length) * bins));
      if (angle > most[bin]) most[bin] = angle;
    }
  }
  const told = [...most.keys()].filter((bin) => most[bin] >= 0);
  return {
    s: Float64Array.from(told, (bin) => ((bin + 0.5) * length) / bins),
    turn: Float64Array.from(told, (bin) => most[bin]),
  };
}
