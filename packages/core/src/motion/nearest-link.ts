import { nearZero } from '../math';
import type { LaidWheel } from '../fit/source';
import type { Wrap } from '../route';
import type { Row } from './row';

/** Links looked at for one wheel at the most; of longer rows fewer phases are. */
const MOST_LOOKED_AT = 200_000;

/**
 * How near to a wheel's centre the straight lines of its links come as they run over it, from pin to
 * pin, at any of the stored phases, mm; its radius where none comes nearer. A whole chord on the
 * wheel comes as near as √(R² − c² / 4), one that only touches it hardly nearer than R.
 */
export function nearestLink(row: Row, { x, y, radius }: LaidWheel, wrap: Wrap): number {
  const { columns, step, links, kind, phases, arc, pins, length } = row;
  const middle = (wrap.from + wrap.to) / 2;
  const half = (wrap.to - wrap.from) / 2;
  const every = Math.max(1, Math.ceil((phases * links) / MOST_LOOKED_AT));
  let least = radius;
  for (let j = 0; j < phases; j += every) {
    const base = (kind === 'still' ? 0 : j + 1) * columns;
    for (let i = 0; i + (kind === 'ring' ? 0 : 1) < columns; i += step) {
      const a = base + i;
      // The last link of a ring ends on its first place.
      const b = i + 1 < columns ? a + 1 : base;
      const span = i + 1 < columns ? arc[b] - arc[a] : arc[b] + length - arc[a];
      if (Math.abs(nearZero(arc[a] + span / 2 - middle, length)) > half + span) continue;
      const [ax, ay] = [pins[2 * a] - x, pins[2 * a + 1] - y];
      const [dx, dy] = [pins[2 * b] - pins[2 * a], pins[2 * b + 1] - pins[2 * a + 1]];
      const square = dx * dx + dy * dy;
      const t = square > 0 ? Math.max(0, Math.min(1, -(ax * dx + ay * dy) / square)) : 0;
      least = Math.min(least, Math.hypot(ax + t * dx, ay + t * dy));
    }
  }
  return least;
}
