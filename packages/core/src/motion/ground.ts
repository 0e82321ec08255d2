import { wrapInto } from '../math';
import { newReading, pathReader } from '../path';
import type { FitOutcome } from '../fit/outcome';

/** The strand of a row that stands on the ground while the body drives. */
export interface GroundStrand {
  /** The part of the path it is, mm; straight. */
  readonly from: number;
  readonly to: number;
  /** The way the row runs on it, seen from the body: unit. */
  readonly dx: number;
  readonly dy: number;
  /** A place on it, and the number of a pin near its middle at rest. */
  readonly x: number;
  readonly y: number;
  readonly pin: number;
}

/** Strands lower than another by less than this part of a pitch are as low. */
const AS_LOW = 0.02;

/**
 * The lowest straight strand between the wheels of a row, or several that lie in one line; null
 * where there is none.
 */
export function groundStrand(fit: FitOutcome): GroundStrand | null {
  const { layout, row, request } = fit;
  if (row.kind !== 'ring' && row.kind !== 'gapped') return null;
  const { wraps, path } = layout;
  const read = pathReader(path);
  const at = newReading();
  let best: GroundStrand | null = null;
  wraps.forEach((wrap, i) => {
    const from = wrap.to;
    const next = wraps[(i + 1) % wraps.length].from;
    const to = from + wrapInto(next - from, path.length);
    if (to - from < 1e-9 * path.length) return;
    const middle = (from + to) / 2;
    read(middle, at);
    const lower = !best || at[1] < best.y - AS_LOW * request.pitch;
    const longer =
      best && Math.abs(at[1] - best.y) <= AS_LOW * request.pitch && to - from > best.to - best.from;
    if (!lower && !longer) return;
    best = { from, to, dx: at[2], dy: at[3], x: at[0], y: at[1], pin: pinNear(fit, middle) };
  });
  return best;
}

function pinNear({ row }: FitOutcome, s: number): number {
  let pin = 0;
  let nearest = Infinity;
  for (let i = 0; i < row.columns; i++) {
    const off = Math.abs(
      wrapInto(row.arc[row.columns + i] - s + row.length / 2, row.length) - row.length / 2,
    );
    if (off < nearest) [nearest, pin] = [off, i];
  }
  return pin;
}

/**
 * How far the body has driven after some travel, mm along its way (against the way the strand runs
 * under it). Where the strand stands still, the body moves by what the pins on it move: for stiff
 * links a chord a pitch, not L / N.
 */
export function drivenBy(fit: FitOutcome, strand: GroundStrand, travel: number): number {
  const { row } = fit;
  const { phases, columns, arc, cycle } = row;
  const place = (j: number): number => arc[(j + 1) * columns + strand.pin];
  const t = travel / cycle;
  const whole = Math.floor(t);
  const on = (t - whole) * phases;
  const j = Math.min(phases - 1, Math.floor(on));
  const part = place(j) + (on - j) * (place(j + 1) - place(j)) - place(0);
  return whole * (place(phases) - place(0)) + part;
}
