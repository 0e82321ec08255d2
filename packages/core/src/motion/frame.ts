import { wrapInto, type Vec } from '../math';
import type { Row } from './row';
import { placesFor } from './stations';

/** One moment of a row, to be drawn. Reused from frame to frame. */
export interface RowFrame {
  /** Links that stand in it. */
  links: number;
  /** Link k runs from pin k · step to the next one. */
  readonly step: 1 | 2;
  /** The number of the first link in the row's sequence: whole, may be negative. */
  firstLink: number;
  /** x and y of the pins: links + 1 of them, or two for each link. */
  readonly pins: Float64Array;
  /** z of the pins, mm; empty where the path lies in the plane. */
  readonly rise: Float64Array;
  /** Arc length of each pin, not wrapped. */
  readonly arc: Float64Array;
}

/** Room for the frames of a row. */
export function newRowFrame(row: Row): RowFrame {
  const { kind, step, cycle } = row;
  const links = kind === 'open' ? row.links + 2 * cycle : row.links;
  const places = placesFor(row, links);
  return {
    links,
    step,
    firstLink: 0,
    pins: new Float64Array(places * 2),
    rise: new Float64Array(row.rise.length > 0 ? places : 0),
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
    out.rise.set(row.rise);
    out.arc.set(row.arc);
    return;
  }
  const { kind, step, cycle, columns } = row;
  const { cycles, j, w } = momentOf(row, travel);
  if (kind === 'ring') {
    const whole = columnsOn(row, cycles);
    blend(row, j, w, whole, 0, columns - whole, out, 0);
    blend(row, j, w, 0, columns - whole, whole, out, row.length);
    if (step === 1) {
      out.pins[2 * columns] = out.pins[0];
      out.pins[2 * columns + 1] = out.pins[1];
      if (out.rise.length > 0) out.rise[columns] = out.rise[0];
      out.arc[columns] = out.arc[0] + row.length;
    }
    out.firstLink = 0;
    return;
  }
  if (kind === 'gapped') {
    blend(row, j, w, cycles * cycle * step, 0, placesFor(row, row.links), out, 0);
    return;
  }
  blend(row, j, w, 0, 0, columns, out, 0);
  out.firstLink = -cycle * (1 + cycles);
}

/** Where a pin is; with its height where the row leaves the plane. */
export type PinPlace = Vec & { readonly z?: number };

/**
 * Where the first pin of one piece is after `travel` pitches, as `rowFrame` would write it; null
 * where the piece is not on the path then. Rings take any number of a piece, going round.
 * @param piece its number in the row's sequence
 */
export function pinAt(row: Row, travel: number, piece: number): PinPlace | null {
  const { kind, step, cycle, columns } = row;
  const { cycles, j, w } = momentOf(row, travel);
  const first = kind === 'open' ? -cycle * (1 + cycles) : 0;
  const place = (kind === 'ring' ? piece % row.links : piece - first) * step;
  const links = kind === 'open' ? row.links + 2 * cycle : row.links;
  if (!(place >= 0 && place < placesFor(row, links))) return null;
  if (kind === 'still') return pinPlace(row, place);
  const from =
    kind === 'ring'
      ? (columnsOn(row, cycles) + place) % columns
      : place + (kind === 'gapped' ? cycles * cycle * step : 0);
  const out: RowFrame = {
    links: 1,
    step,
    firstLink: 0,
    pins: new Float64Array(2),
    rise: new Float64Array(row.rise.length > 0 ? 1 : 0),
    arc: new Float64Array(1),
  };
  blend(row, j, w, from, 0, 1, out, 0);
  return pinPlace(out, 0);
}

/** One pin of many. */
export function pinPlace(
  { pins, rise }: { readonly pins: Float64Array; readonly rise: Float64Array },
  place: number,
): PinPlace {
  const [x, y] = [pins[2 * place], pins[2 * place + 1]];
  return rise.length > 0 ? { x, y, z: rise[place] } : { x, y };
}

/** Whole cycles that a row has gone on, and between which stored phases it stands. */
function momentOf(row: Row, travel: number): { cycles: number; j: number; w: number } {
  const t = (row.kind === 'gapped' ? wrapInto(travel, row.lap) : travel) / row.cycle;
  const cycles = Math.floor(t);
  const place = (t - cycles) * row.phases;
  const j = Math.min(row.phases - 1, Math.floor(place));
  return { cycles, j, w: place - j };
}

/** How many columns a ring has turned on by whole cycles. */
function columnsOn({ cycle, step, columns }: Row, cycles: number): number {
  const on = cycles * cycle * step;
  return on - Math.floor(on / columns) * columns;
}

/**
 * Does link k of a frame lie on the path, in part at least? Open rows hold one link before their
 * start and one beyond their end, which come in and leave as the row travels.
 */
export function isOnPath(row: Row, frame: RowFrame, k: number): boolean {
  if (row.kind !== 'open') return true;
  const slip = 1e-9 * row.length;
  const a = k * frame.step;
  return frame.arc[a + 1] > row.from + slip && frame.arc[a] < row.to - slip;
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
  if (out.rise.length > 0) {
    const { rise } = row;
    for (let i = 0, a = base; i < count; i++, a++) {
      out.rise[to + i] =
        k0 * rise[a] + k1 * rise[a + columns] + k2 * rise[a + 2 * columns] + k3 * rise[a + 3 * columns];
    }
  }
  for (let i = 0, a = base; i < count; i++, a++) {
    out.arc[to + i] = arc[a + columns] + w * (arc[a + 2 * columns] - arc[a + columns]) + arcShift;
  }
}
