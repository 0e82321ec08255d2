import { wrapInto } from '../math';
import type { Row } from './row';

/** One moment of a row, to be drawn. Reused from frame to frame. */
export interface RowFrame {
  /** Links that stand in it; link k runs from pin k to pin k + 1. */
  links: number;
  /** The number of the first link in the row's sequence: whole, may be negative. */
  firstLink: number;
  /** x and y of links + 1 pins. */
  readonly pins: Float64Array;
  /** Arc length of each pin, not wrapped. */
  readonly arc: Float64Array;
}

/** Room for the frames of a row. */
export function newRowFrame(row: Row): RowFrame {
  const places = row.kind === 'ring' || row.kind === 'gapped' ? row.links + 1 : row.columns;
  return {
    links: places - 1,
    firstLink: 0,
    pins: new Float64Array(places * 2),
    arc: new Float64Array(places),
  };
}

/**
 * Writes the row as it stands after `travel` pitches: cubic (Catmull–Rom) interpolation of the
 * pins between the four stored phases around it. Nothing is solved here.
 */
export function rowFrame(row: Row, travel: number, out: RowFrame): void {
  if (row.kind === 'still') {
    out.pins.set(row.pins);
    out.arc.set(row.arc);
    return;
  }
  const t = row.kind === 'gapped' ? wrapInto(travel, row.lap) : travel;
  let whole = Math.floor(t);
  const place = (t - whole) * row.phases;
  const j = Math.min(row.phases - 1, Math.floor(place));
  const w = place - j;
  if (row.kind === 'ring') {
    const laps = Math.floor(whole / row.links);
    whole -= laps * row.links;
    blend(row, j, w, whole, 0, row.links - whole, out, 0);
    blend(row, j, w, 0, row.links - whole, whole, out, row.length);
    const last = row.links;
    out.pins[2 * last] = out.pins[0];
    out.pins[2 * last + 1] = out.pins[1];
    out.arc[last] = out.arc[0] + row.length;
    out.firstLink = 0;
    return;
  }
  if (row.kind === 'gapped') {
    blend(row, j, w, whole, 0, row.links + 1, out, 0);
    return;
  }
  blend(row, j, w, 0, 0, row.columns, out, 0);
  out.firstLink = -1 - whole;
}

/**
 * Does link k of a frame lie on the path, in part at least? Open rows hold one link before their
 * start and one beyond their end, which come in and leave as the row travels.
 */
export function isOnPath(row: Row, frame: RowFrame, k: number): boolean {
  if (row.kind !== 'open') return true;
  const slip = 1e-9 * row.length;
  return frame.arc[k + 1] > row.from + slip && frame.arc[k] < row.to - slip;
}

/** Interpolates `count` places from column `from` of phases j − 1 … j + 2 into `out` from place `to` on. */
function blend(
  row: Row,
  j: number,
  w: number,
  from: number,
  to: number,
  count: number,
  out: RowFrame,
  arcShift: number,
): void {
  if (count <= 0) return;
  const w2 = w * w;
  const w3 = w2 * w;
  const k0 = (-w3 + 2 * w2 - w) / 2;
  const k1 = (3 * w3 - 5 * w2 + 2) / 2;
  const k2 = (-3 * w3 + 4 * w2 + w) / 2;
  const k3 = (w3 - w2) / 2;
  const { pins, arc, columns } = row;
  const base = j * columns + from;
  const p0 = 2 * base;
  const stride = 2 * columns;
  const target = out.pins;
  for (let i = 0, o = 2 * to, a = p0; i < 2 * count; i++, o++, a++) {
    target[o] = k0 * pins[a] + k1 * pins[a + stride] + k2 * pins[a + 2 * stride] + k3 * pins[a + 3 * stride];
  }
  for (let i = 0, a = base; i < count; i++, a++) {
    out.arc[to + i] = arc[a + columns] + w * (arc[a + 2 * columns] - arc[a + columns]) + arcShift;
  }
}
