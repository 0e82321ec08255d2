import { nearZero, TAU, wrapInto } from '../math';
import type { LaidWheel } from '../fit/source';
import type { Engagement, Wrap } from '../route';
import type { Row } from './row';
import type { WheelTurning } from './wheel-angle';

/**
 * How one wheel of a closed route turns with its row.
 *
 * A toothed wheel turns 2π / z a pitch; its phase is taken from the pins that lie on it,
 * weighted to nothing at the contacts, or where none does from the nearest pin along the
 * tangent. A plain wheel wrapped by stiff links turns 2 asin(c / 2R) a pitch, any other c / R.
 */
export function wheelTurning(
  wheel: LaidWheel,
  wrap: Wrap,
  row: Row,
  pitch: number,
  pieces: Engagement,
): WheelTurning {
  const sense = wheel.turn === 'ccw' ? 1 : -1;
  // Pieces that stand apart, or differ, mesh with no teeth.
  if (wheel.teeth === null || row.step === 2 || row.cycle > 1) {
    if (wheel.radius === 0) return { wheel: wheel.id, start: 0, perPitch: 0, deviation: new Float64Array(0) };
    const angle =
      pieces === 'stiff' && wrap.angle > 0
        ? 2 * Math.asin(Math.min(1, pitch / (2 * wheel.radius)))
        : (row.length / row.lap / wheel.radius) * climbs(wrap, wheel.radius);
    return { wheel: wheel.id, start: 0, perPitch: sense * angle, deviation: new Float64Array(0) };
  }
  const { teeth } = wheel;
  const gap = TAU / teeth;
  const perPitch = sense * gap;
  if (row.kind !== 'ring') {
    return {
      wheel: wheel.id,
      start: gapAngle(wheel, wrap, row, 0),
      perPitch,
      deviation: new Float64Array(0),
    };
  }
  const start = gapAngle(wheel, wrap, row, 0);
  const deviation = new Float64Array(row.phases);
  for (let j = 1; j < row.phases; j++) {
    deviation[j] = nearZero(gapAngle(wheel, wrap, row, j) - start - (perPitch * j) / row.phases, gap);
  }
  return { wheel: wheel.id, start, perPitch, deviation };
}

/** What of a row’s way goes round a wheel, part of one: less where it climbs along it. */
function climbs({ from, to, angle }: Wrap, radius: number): number {
  return to > from ? (angle * radius) / (to - from) : 1;
}

/** The angle of a tooth gap, modulo the tooth spacing, at a stored phase. */
function gapAngle(wheel: LaidWheel, wrap: Wrap, row: Row, phase: number): number {
  const teeth = wheel.teeth ?? 1;
  const span = wrap.to - wrap.from;
  const middle = (wrap.from + wrap.to) / 2;
  const base = (row.kind === 'still' ? 0 : phase + 1) * row.columns;
  let re = 0;
  let im = 0;
  let weight = 0;
  let nearest = Infinity;
  for (let i = 0; i < row.columns; i++) {
    const k = base + i;
    const along = wrapInto(row.arc[k] - wrap.from, row.length);
    if (along < span) {
      const w = Math.sin((Math.PI * along) / span) ** 2;
      const angle = Math.atan2(row.pins[2 * k + 1] - wheel.y, row.pins[2 * k] - wheel.x) * teeth;
      re += w * Math.cos(angle);
      im += w * Math.sin(angle);
      weight += w;
    }
    const off = nearZero(row.arc[k] - middle, row.length);
    if (Math.abs(off) < Math.abs(nearest)) nearest = off;
  }
  if (weight > 1e-6) return Math.atan2(im, re) / teeth;
  return wrap.facing + ((wheel.turn === 'ccw' ? 1 : -1) * nearest) / wheel.radius;
}
