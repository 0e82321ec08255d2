import type { Vec } from '../math';
import type { MeasuredPath } from '../path';
import { newReading, pathReader } from '../path';

/** An area by the corners of its outline, x and y in turn, mm; curves are taken as short chords. */
export type Area = Float64Array;

/** A closed path as an area: its corners kept, its curves in chords that stray at most `tolerance`, mm. */
export function areaOf(path: MeasuredPath, tolerance: number): Area {
  const read = pathReader(path);
  const at = newReading();
  const out: number[] = [];
  for (let k = 0; k < path.kinds.length; k++) {
    const from = path.starts[k];
    const size = path.starts[k + 1] - from;
    read(from + size / 2, at);
    const bend = Math.abs(at[4]);
    // The sagitta of a chord of length h on radius R is h² / 8R.
    const step = bend > 0 ? Math.sqrt((8 * tolerance) / bend) : size;
    const parts = path.kinds[k] === 0 ? 1 : Math.max(8, Math.min(512, Math.ceil(size / step)));
    for (let i = 0; i < parts; i++) {
      read(from + (size * i) / parts, at);
      out.push(at[0], at[1]);
    }
  }
  return Float64Array.from(out);
}

/** Is a point inside an area? Counted by crossings, so that an outline may run either way round. */
export function isInside(area: Area, x: number, y: number): boolean {
  let inside = false;
  const n = area.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const yi = area[i + 1];
    const yj = area[j + 1];
    if (yi > y !== yj > y && x < ((area[j] - area[i]) * (y - yi)) / (yj - yi) + area[i]) inside = !inside;
  }
  return inside;
}

/** How far a point in one direction an area's outline is, mm: the nearest crossing ahead; null where there is none. */
export function reachTo(
  line: Float64Array,
  closed: boolean,
  from: Vec,
  ux: number,
  uy: number,
): number | null {
  let best: number | null = null;
  const n = line.length;
  for (let i = closed ? 0 : 2, j = closed ? n - 2 : 0; i < n; j = i, i += 2) {
    const ax = line[j] - from.x;
    const ay = line[j + 1] - from.y;
    const dx = line[i] - line[j];
    const dy = line[i + 1] - line[j + 1];
    const cross = ux * dy - uy * dx;
    if (cross === 0) continue;
    const along = (ax * dy - ay * dx) / cross;
    const on = (ax * uy - ay * ux) / cross;
    if (on >= -1e-9 && on <= 1 + 1e-9 && along > 1e-9 && (best === null || along < best)) best = along;
  }
  return best;
}
