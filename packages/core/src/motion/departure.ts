import { goldenMaximum } from '../math';
import { newReading, pathReader, withinPath, type MeasuredPath } from '../path';
import { newRowFrame, rowFrame } from './frame';
import type { Row } from './row';

/** How far the path strays from the links that span it. */
export interface Departure {
  /** mm, square to the link. */
  readonly depth: number;
  /** Where, mm along the path. */
  readonly s: number;
}

/** Places of a link that are looked at before the deepest is refined. */
const LOOKS = 8;
const REFINEMENTS = 40;

/**
 * Where the links of a resting row, straight from pin to pin, leave the path most. On a bend of
 * radius R a chord c leaves it by R − √(R² − c² / 4).
 * @returns null for a row without links
 */
export function chordDeparture(path: MeasuredPath, row: Row): Departure | null {
  const frame = newRowFrame(row);
  rowFrame(row, 0, frame);
  const { pins, rise, arc, step: places } = frame;
  const read = pathReader(path);
  const at = newReading();
  const off = (k: number, s: number): number => {
    read(s, at);
    const dx = pins[2 * k + 2] - pins[2 * k];
    const dy = pins[2 * k + 3] - pins[2 * k + 1];
    const [px, py] = [at[0] - pins[2 * k], at[1] - pins[2 * k + 1]];
    const flat = Math.abs(dx * py - dy * px);
    if (rise.length === 0) return flat / Math.hypot(dx, dy);
    const [dz, pz] = [rise[k + 1] - rise[k], at[5] - rise[k]];
    return Math.hypot(flat, dy * pz - dz * py, dz * px - dx * pz) / Math.hypot(dx, dy, dz);
  };
  const first = Math.max(0, -frame.firstLink) * places;
  let best: { k: number; i: number; depth: number } | null = null;
  for (let k = first; k < first + row.links * places; k += places) {
    for (let i = 1; i < LOOKS; i++) {
      const depth = off(k, arc[k] + ((arc[k + 1] - arc[k]) * i) / LOOKS);
      if (!best || depth > best.depth) best = { k, i, depth };
    }
  }
  if (!best) return null;
  const { k, i } = best;
  const step = (arc[k + 1] - arc[k]) / LOOKS;
  const { x: s, value: depth } = goldenMaximum(
    (place) => off(k, place),
    arc[k] + (i - 1) * step,
    arc[k] + (i + 1) * step,
    REFINEMENTS,
  );
  return { depth, s: withinPath(path, s) };
}
