import { wrapInto } from '../math';
import type { Row } from './row';

/** Where neighbouring links turn against each other most. */
export interface Articulation {
  /** Angle between their chords, radians, positive. */
  readonly angle: number;
  /** Arc length of the pin between them, mm. */
  readonly s: number;
}

/**
 * The sharpest turn between two neighbouring links at any stored phase of a row; null where it has
 * no two, or where they stand apart and are not joined.
 */
export function sharpestTurn(row: Row): Articulation | null {
  let found: Articulation | null = null;
  eachTurn(row, (angle, s) => {
    if (!found || angle > found.angle) found = { angle, s };
  });
  return found;
}

/** Tells the turn at every pin between two links of a row, at every stored phase; nothing where they are not joined. */
export function eachTurn(row: Row, use: (angle: number, s: number) => void): void {
  if (row.step === 2) return;
  const { kind, columns, pins, rise, arc } = row;
  const rises = rise.length > 0;
  const phases = kind === 'still' ? 1 : row.phases;
  const base = kind === 'still' ? 0 : columns;
  const slip = 1e-9 * row.length;
  for (let j = 0; j < phases; j++) {
    const at = base + j * columns;
    for (let i = 0; i < columns; i++) {
      const wraps = kind === 'ring';
      if (!wraps && (i === 0 || i === columns - 1)) continue;
      const a = at + (i === 0 ? columns - 1 : i - 1);
      const b = at + i;
      const c = at + (i === columns - 1 ? 0 : i + 1);
      // What has not come in yet, or has left, runs straight and does not count.
      if (kind === 'open' && (arc[a] < row.from - slip || arc[c] > row.to + slip)) continue;
      const ux = pins[2 * b] - pins[2 * a];
      const uy = pins[2 * b + 1] - pins[2 * a + 1];
      const vx = pins[2 * c] - pins[2 * b];
      const vy = pins[2 * c + 1] - pins[2 * b + 1];
      const uz = rises ? rise[b] - rise[a] : 0;
      const vz = rises ? rise[c] - rise[b] : 0;
      const flat = ux * vy - uy * vx;
      const across = rises ? Math.hypot(flat, uy * vz - uz * vy, uz * vx - ux * vz) : Math.abs(flat);
      use(Math.atan2(across, ux * vx + uy * vy + uz * vz), wrapInto(arc[b], row.length));
    }
  }
}
