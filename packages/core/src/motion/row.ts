import { backwards, chordStepper } from '../chain';
import { newReading, pathReader, type MeasuredPath } from '../path';
import type { RingCycle } from '../fit/ring-cycle';
import type { Engagement } from '../route';

/** Phases of one pitch that a row is solved at; playback interpolates between them. */
export const ROW_PHASES = 32;

/** How the places of a row follow one another. */
export type RowKind =
  /** A closed row: travelling one pitch brings every pin to the next one's place. */
  | 'ring'
  /** A closed path with a gap in the row: it repeats after one lap. */
  | 'gapped'
  /** An open path: links come in before its start and leave beyond its end. */
  | 'open'
  /** A row that cannot move, as its links cannot pass. */
  | 'still';

/**
 * One precomputed cycle of a row: plain arrays, so that it can be handed to another thread.
 * Phase rows −1 … phases + 1 are stored (the outer ones for the interpolation), each with
 * `columns` places: pins[((j + 1) * columns + i) * 2] is x of place i at phase j / phases.
 */
export interface Row {
  readonly kind: RowKind;
  readonly links: number;
  readonly phases: number;
  readonly columns: number;
  readonly pins: Float64Array;
  /** Arc length of each place, not wrapped. */
  readonly arc: Float64Array;
  /** Length of the path, mm. */
  readonly length: number;
  /** The part of the path the row is on: beyond it, links of an open row have not come in, or have left. mm */
  readonly from: number;
  readonly to: number;
  /** Pitches of travel after which the row stands where it stood. */
  readonly lap: number;
}

/** The cycle of a closed row of stiff links. */
export function ringRow(path: MeasuredPath, cycle: RingCycle): Row {
  return fillRing(path, cycle.links, cycle.phases, (j, i) => cycle.s[j * cycle.links + i]);
}

/** The cycle of a closed row of bending pieces: evenly spaced by arc length, so few phases serve. */
export function evenRingRow(path: MeasuredPath, links: number): Row {
  const spacing = path.length / links;
  return fillRing(path, links, ROW_PHASES, (j, i) => (i + j / ROW_PHASES) * spacing);
}

function fillRing(
  path: MeasuredPath,
  links: number,
  phases: number,
  place: (j: number, i: number) => number,
): Row {
  const read = pathReader(path);
  const at = newReading();
  const pins = new Float64Array((phases + 3) * links * 2);
  const arc = new Float64Array((phases + 3) * links);
  for (let j = 0; j < phases; j++) {
    for (let i = 0; i < links; i++) {
      const k = (j + 1) * links + i;
      arc[k] = place(j, i);
      read(arc[k], at);
      pins[2 * k] = at[0];
      pins[2 * k + 1] = at[1];
    }
  }
  // Rows beyond the pitch are rows within it with every pin one place on, or back.
  const copy = (to: number, from: number, shift: number): void => {
    for (let i = 0; i < links; i++) {
      const source = i + shift;
      const lap = source < 0 ? -1 : source >= links ? 1 : 0;
      const a = (from + 1) * links + source - lap * links;
      const b = (to + 1) * links + i;
      arc[b] = arc[a] + lap * path.length;
      pins[2 * b] = pins[2 * a];
      pins[2 * b + 1] = pins[2 * a + 1];
    }
  };
  copy(-1, phases - 1, -1);
  copy(phases, 0, 1);
  copy(phases + 1, Math.min(1, phases - 1), phases > 1 ? 1 : 2);
  return {
    kind: 'ring',
    links,
    phases,
    columns: links,
    pins,
    arc,
    length: path.length,
    from: 0,
    to: path.length,
    lap: links,
  };
}

/** Where on its path a row is walked, mm. */
export interface WalkedOn {
  /** Of its first place at rest. */
  readonly start: number;
  /** The part of the path that it is on. */
  readonly from: number;
  readonly to: number;
  /** Runs on round a closed path as it travels, with a gap in it. */
  readonly round: boolean;
}

/**
 * The cycle of a row that does not close on itself: on an open path or a part of one, or with a
 * gap on a closed one. Each phase is walked from its own first place.
 * @param spacing chord for stiff links, arc length for bending pieces, mm
 */
export function walkedRow(
  path: MeasuredPath,
  links: number,
  spacing: number,
  pieces: Engagement,
  { start, from, to, round }: WalkedOn,
): Row {
  const read = pathReader(path);
  const step = chordStepper(read);
  const next = (s: number): number =>
    pieces === 'bending' ? s + spacing : (step(s, spacing, path.length) ?? s + spacing);
  const before = (s: number): number =>
    pieces === 'bending'
      ? s - spacing
      : -(chordStepper(backwards(read))(-s, spacing, path.length) ?? spacing - s);
  const phases = ROW_PHASES;
  const kind = round ? 'gapped' : 'open';
  // An open row has one link before its start and one beyond its end.
  const first = round ? start : before(start);
  const stride = round ? next(first) - first : start - first;
  const columns = round ? 2 * links + 4 + Math.ceil(path.length / spacing - links) : links + 3;
  const at = newReading();
  const pins = new Float64Array((phases + 3) * columns * 2);
  const arc = new Float64Array((phases + 3) * columns);
  for (let j = -1; j <= phases + 1; j++) {
    let s = first + (j / phases) * stride;
    // From one whole pitch on, the walk is that of the phase one pitch before, one place on.
    if (j >= phases) s = next(first + (j / phases - 1) * stride);
    for (let i = 0; i < columns; i++) {
      const k = (j + 1) * columns + i;
      arc[k] = s;
      read(s, at);
      pins[2 * k] = at[0];
      pins[2 * k + 1] = at[1];
      if (i + 1 < columns) s = next(s);
    }
  }
  const row: Row = { kind, links, phases, columns, pins, arc, length: path.length, from, to, lap: 1 };
  return round ? { ...row, lap: lapOf(row) } : row;
}

/** The travel that brings the first place once round, by the stored phases. */
function lapOf(row: Row): number {
  const { columns, phases, arc, length } = row;
  const first = (phase: number, i: number): number => arc[(phase + 1) * columns + i] - arc[columns];
  for (let i = 0; i + 1 < columns; i++) {
    for (let j = 0; j < phases; j++) {
      const a = first(j, i);
      const b = first(j + 1, i);
      if (a <= length && length < b) return i + (j + (length - a) / (b - a)) / phases;
    }
  }
  return row.links;
}

/** A row that stands still: as many pins as were placed. */
export function stillRow(path: MeasuredPath, places: Float64Array): Row {
  const read = pathReader(path);
  const at = newReading();
  const pins = new Float64Array(places.length * 2);
  places.forEach((s, i) => {
    read(s, at);
    pins[2 * i] = at[0];
    pins[2 * i + 1] = at[1];
  });
  return {
    kind: 'still',
    links: places.length - 1,
    phases: 1,
    columns: places.length,
    pins,
    arc: places,
    length: path.length,
    from: places[0],
    to: places[places.length - 1],
    lap: 1,
  };
}
