import type { Row } from './row';

/** The pitch of a row while it travels one cycle. */
export interface PitchOverCycle {
  /** Travel, in pitches: 0 to the cycle, both ends taken. */
  readonly travel: Float64Array;
  /** Straight distance of the first link's pins there, mm; of unlike links, that of the first one. */
  readonly pitch: Float64Array;
}

/** Reads the pitch of a closed row at each phase it was solved at; null for rows that do not close on themselves. */
export function pitchOverCycle({ kind, phases, columns, pins, rise, cycle }: Row): PitchOverCycle | null {
  if (kind !== 'ring') return null;
  const travel = new Float64Array(phases + 1);
  const pitch = new Float64Array(phases + 1);
  for (let j = 0; j <= phases; j++) {
    // At the cycle's end the row stands as at its start.
    const k = 2 * ((j % phases) + 1) * columns;
    const z = rise.length > 0 ? rise[k / 2 + 1] - rise[k / 2] : 0;
    travel[j] = (j / phases) * cycle;
    const flat = Math.hypot(pins[k + 2] - pins[k], pins[k + 3] - pins[k + 1]);
    pitch[j] = z === 0 ? flat : Math.hypot(flat, z);
  }
  return { travel, pitch };
}
