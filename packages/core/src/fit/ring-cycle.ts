import { ringOn } from '../chain';
import { goldenMaximum } from '../math';
import { ALIKE, meanSpacing, type Stations } from '../motion/stations';
import type { MeasuredPath } from '../path';

/** A closed row of stiff links at evenly spaced phases of one cycle of travel: a pitch where all are alike. */
export interface RingCycle {
  /** Pins: one for each link, two where gaps lie between them. */
  readonly links: number;
  readonly phases: number;
  /** Arc lengths: s[j * links + i] is pin i after j / phases of a cycle. */
  readonly s: Float64Array;
  /** The chord at each phase, mm, and their mean: the effective pitch; of unlike spans, the c in them. */
  readonly chords: Float64Array;
  readonly mean: number;
  /** (max − min) of the chords over the mean spacing of pieces, parts per million. */
  readonly ripplePpm: number;
}

/**
 * Solves one cycle of travel, each phase from the one before it.
 * @param links pins of the ring
 * @param seed pins at the first phase of a similar row (length `links`), to start from
 * @param begin travel at the first phase, in pitches
 * @returns null where a phase does not settle
 */
export function solveRingCycle(
  path: MeasuredPath,
  links: number,
  phases: number,
  seed?: Float64Array,
  stations: Stations = ALIKE,
  begin = 0,
): RingCycle | null {
  const solver = ringOn(path, links, stations);
  const moved = stations.cycle * stations.step;
  const s = new Float64Array(phases * links);
  const chords = new Float64Array(phases);
  let current = seed ? movedTo(seed, solver.phaseAt(begin)) : undefined;
  const step = (path.length * moved) / links / phases;
  for (let j = 0; j < phases; j++) {
    const phase = solver.phaseAt(begin + (j * moved) / phases);
    const found = solver.solve(phase, current) ?? (current ? solver.solve(phase) : null);
    if (!found) return null;
    chords[j] = found.chord;
    s.set(found.s, j * links);
    const next = new Float64Array(links);
    const last = s.subarray(j * links, (j + 1) * links);
    // The next phase is guessed along the parabola through the last three.
    const one = j > 0 ? s.subarray((j - 1) * links, j * links) : null;
    const two = j > 1 ? s.subarray((j - 2) * links, (j - 1) * links) : null;
    for (let i = 0; i < links; i++) {
      next[i] = !one ? last[i] + step : !two ? 2 * last[i] - one[i] : 3 * (last[i] - one[i]) + two[i];
    }
    current = next;
  }
  let sum = 0;
  let least = Infinity;
  let most = 0;
  for (const chord of chords) {
    sum += chord;
    least = Math.min(least, chord);
    most = Math.max(most, chord);
  }
  const mean = sum / phases;
  return { links, phases, s, chords, mean, ripplePpm: ((most - least) / meanSpacing(stations, mean)) * 1e6 };
}

/**
 * The ripple with its extremes sought between the phases too: the chord is least and most where
 * pins pass a contact, which the phases of a cycle rarely hit.
 * @returns (max − min) / mean, parts per million
 */
export function refinedRipple(path: MeasuredPath, cycle: RingCycle): number {
  const { links, phases, chords, mean } = cycle;
  if (cycle.ripplePpm < 1e-3) return cycle.ripplePpm;
  const solver = ringOn(path, links);
  const chordAt = (travel: number): number => {
    const lap = Math.floor(travel);
    const place = (travel - lap) * phases;
    const j = Math.min(phases - 1, Math.floor(place));
    const found = solver.solve(solver.phaseAt(travel - lap), between(cycle, path.length, j, place - j));
    return found?.chord ?? chords[j];
  };
  const extreme = (sign: 1 | -1): number => {
    let best = 0;
    for (let j = 1; j < phases; j++) if (sign * chords[j] > sign * chords[best]) best = j;
    const f = (travel: number): number => sign * chordAt(travel);
    return (
      sign *
      Math.max(
        sign * chords[best],
        goldenMaximum(f, (best - 1) / phases, (best + 1) / phases, SECTIONS).value,
      )
    );
  };
  return ((extreme(1) - extreme(-1)) / mean) * 1e6;
}

/** Golden sections of the search for an extreme: to some 1e-3 of a phase step. */
const SECTIONS = 11;

/** The row a part `w` of the way from phase j to the next: a good first guess. */
function between(cycle: RingCycle, length: number, j: number, w: number): Float64Array {
  const { links, phases, s } = cycle;
  const row = s.slice(j * links, (j + 1) * links);
  for (let i = 0; i < links; i++) {
    // After the last phase every pin stands where the next one stood at the first.
    const next = j + 1 < phases ? s[(j + 1) * links + i] : i + 1 < links ? s[i + 1] : s[0] + length;
    row[i] += w * (next - row[i]);
  }
  return row;
}

/** A copy of the row, shifted so that its mean is the phase. */
function movedTo(s: Float64Array, phase: number): Float64Array {
  let sum = 0;
  for (const value of s) sum += value;
  const shift = phase - sum / s.length;
  return s.map((value) => value + shift);
}
