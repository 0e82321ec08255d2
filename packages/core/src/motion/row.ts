import { backwards, chordStepper } from '../chain';
import { isSpatial, newReading, pathReader, pointsAt, type MeasuredPath } from '../path';
import type { RingCycle } from '../fit/ring-cycle';
import { ALIKE, meanSpacing, placesFor, spansOf, type Stations } from './stations';
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
 * One precomputed cycle of a row: plain arrays, so that it can be handed to another thread. A
 * cycle is one pitch of travel where all links are alike, else as many as differ.
 * Phase rows −1 … phases + 1 are stored (the outer ones for the interpolation), each with
 * `columns` places: pins[((j + 1) * columns + i) * 2] is x of place i at phase j / phases.
 */
export interface Row {
  readonly kind: RowKind;
  readonly links: number;
  /** Places of a link: link k runs from place k · step to the next one. */
  readonly step: 1 | 2;
  /** Links after which their lengths come again. */
  readonly cycle: number;
  readonly phases: number;
  readonly columns: number;
  readonly pins: Float64Array;
  /** z of each place, mm; empty where the path lies in the plane. */
  readonly rise: Float64Array;
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
export function ringRow(path: MeasuredPath, cycle: RingCycle, stations: Stations = ALIKE): Row {
  return fillRing(path, cycle.links, cycle.phases, stations, (j, i) => cycle.s[j * cycle.links + i]);
}

/** The cycle of a closed row of bending pieces: spaced by arc length, so few phases serve. */
export function evenRingRow(path: MeasuredPath, links: number, stations: Stations = ALIKE, c?: number): Row {
  const columns = links * stations.step;
  const spans = spansOf(stations, c ?? path.length / links);
  const places = new Float64Array(columns);
  for (let i = 1; i < columns; i++) places[i] = places[i - 1] + spans[(i - 1) % spans.length];
  const moved = (path.length / links) * stations.cycle;
  const phases = phasesFor(stations, columns);
  return fillRing(path, columns, phases, stations, (j, i) => places[i] + (j / phases) * moved);
}

/** Numbers that the pins of a long cycle may take. */
const MOST_STORED = 1.5e6;

/** Phases a cycle is stored at: as many a pitch as that of links that are all alike, so long as that is not too much. */
export function phasesFor({ cycle }: Stations, columns: number): number {
  if (cycle === 1) return ROW_PHASES;
  return Math.max(8, Math.min(ROW_PHASES * cycle, Math.floor(MOST_STORED / columns)));
}

/** Room for places along a path, and what writes where one of them is. */
function placesOn(
  path: MeasuredPath,
  many: number,
): Pick<Row, 'pins' | 'rise' | 'arc'> & { readonly put: (k: number, s: number) => void } {
  const read = pathReader(path);
  const at = newReading();
  const pins = new Float64Array(many * 2);
  const rise = new Float64Array(isSpatial(path) ? many : 0);
  const arc = new Float64Array(many);
  const put = (k: number, s: number): void => {
    arc[k] = s;
    read(s, at);
    pins[2 * k] = at[0];
    pins[2 * k + 1] = at[1];
    if (rise.length > 0) rise[k] = at[5];
  };
  return { pins, rise, arc, put };
}

/** z of places of a path; none where it lies in the plane. */
function risesAt(path: MeasuredPath, places: Float64Array): Float64Array {
  if (!isSpatial(path)) return new Float64Array(0);
  const read = pathReader(path);
  const at = newReading();
  return places.map((s) => {
    read(s, at);
    return at[5];
  });
}

function fillRing(
  path: MeasuredPath,
  columns: number,
  phases: number,
  { step, cycle }: Stations,
  place: (j: number, i: number) => number,
): Row {
  const links = columns / step;
  const moved = step * cycle;
  const { pins, rise, arc, put } = placesOn(path, (phases + 3) * columns);
  for (let j = 0; j < phases; j++) for (let i = 0; i < columns; i++) put((j + 1) * columns + i, place(j, i));
  // Rows beyond the cycle are rows within it with every pin a cycle's places on, or back.
  const copy = (to: number, from: number, shift: number): void => {
    for (let i = 0; i < columns; i++) {
      const source = i + shift;
      const lap = source < 0 ? -1 : source >= columns ? 1 : 0;
      const a = (from + 1) * columns + source - lap * columns;
      const b = (to + 1) * columns + i;
      arc[b] = arc[a] + lap * path.length;
      pins[2 * b] = pins[2 * a];
      pins[2 * b + 1] = pins[2 * a + 1];
      if (rise.length > 0) rise[b] = rise[a];
    }
  };
  copy(-1, phases - 1, -moved);
  copy(phases, 0, moved);
  copy(phases + 1, Math.min(1, phases - 1), phases > 1 ? moved : 2 * moved);
  return {
    kind: 'ring',
    links,
    step,
    cycle,
    phases,
    columns,
    pins,
    rise,
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
 * @param c what grows in its spans, mm: the pitch where all are alike; chords of stiff links, arc
 * lengths of bending pieces
 */
export function walkedRow(
  path: MeasuredPath,
  links: number,
  c: number,
  pieces: Engagement,
  { start, from, to, round }: WalkedOn,
  stations: Stations = ALIKE,
): Row {
  const read = pathReader(path);
  const steps = chordStepper(read);
  const stepsBack = chordStepper(backwards(read));
  const { step, cycle } = stations;
  const spans = spansOf(stations, c);
  const next = (s: number, span: number): number =>
    pieces === 'bending' ? s + span : (steps(s, span, path.length) ?? s + span);
  const before = (s: number, span: number): number =>
    pieces === 'bending' ? s - span : -(stepsBack(-s, span, path.length) ?? span - s);
  const onwards = (s: number): number => spans.reduce((at, span) => next(at, span), s);
  const kind = round ? 'gapped' : 'open';
  // An open row has a cycle of links before its start and one beyond its end.
  const first = round ? start : spans.reduceRight((at, span) => before(at, span), start);
  const stride = round ? onwards(first) - first : start - first;
  const columns = round
    ? (2 * links + 4 + Math.ceil(path.length / meanSpacing(stations, c) - links) + cycle) * step
    : placesFor(stations, links + 2 * cycle);
  const phases = phasesFor(stations, columns);
  const { pins, rise, arc, put } = placesOn(path, (phases + 3) * columns);
  for (let j = -1; j <= phases + 1; j++) {
    let s = first + (j / phases) * stride;
    // From a whole cycle on, the walk is that of the phase one cycle before, as many places on.
    if (j >= phases) s = onwards(first + (j / phases - 1) * stride);
    for (let i = 0; i < columns; i++) {
      put((j + 1) * columns + i, s);
      if (i + 1 < columns) s = next(s, spans[i % spans.length]);
    }
  }
  const row: Row = {
    kind,
    links,
    step,
    cycle,
    phases,
    columns,
    pins,
    rise,
    arc,
    length: path.length,
    from,
    to,
    lap: 1,
  };
  return round ? { ...row, lap: lapOf(row) } : row;
}

/** The travel that brings the first place once round, by the stored phases. */
function lapOf(row: Row): number {
  const { columns, phases, arc, length, step, cycle } = row;
  const first = (phase: number, i: number): number => arc[(phase + 1) * columns + i] - arc[columns];
  for (let n = 0; (n + 1) * step * cycle < columns; n++) {
    const i = n * step * cycle;
    for (let j = 0; j < phases; j++) {
      const a = first(j, i);
      const b = first(j + 1, i);
      if (a <= length && length < b) return (n + (j + (length - a) / (b - a)) / phases) * cycle;
    }
  }
  return row.links;
}

/** A row that stands still: as many pins as were placed, one for each link and one more, or two for each. */
export function stillRow(path: MeasuredPath, places: Float64Array, step: 1 | 2 = 1): Row {
  return {
    kind: 'still',
    links: step === 1 ? places.length - 1 : places.length / 2,
    step,
    cycle: 1,
    phases: 1,
    columns: places.length,
    pins: pointsAt(path, places),
    rise: risesAt(path, places),
    arc: places,
    length: path.length,
    from: places[0],
    to: places[places.length - 1],
    lap: 1,
  };
}
