import { newReading, pathReader, type MeasuredPath, type PathReader } from '../path';
import { bracketedRoot } from '../math';
import { marchSpans } from './next-hit';

/** A closed row of stiff links at one phase. */
export interface RingSolution {
  /** Arc length of each pin, increasing; the first may be negative. The caller's array. */
  readonly s: Float64Array;
  /** The one straight distance between neighbouring pins, mm; of a pattern, the c in it. */
  readonly chord: number;
  /** Largest deviation of a chord from it, mm. */
  readonly residual: number;
  readonly steps: number;
}

/**
 * Rows whose chords differ: the chord from pin i is c · scale[i] + offset[i], in a pattern that comes
 * again and again. Where all are alike, scale is [1] and offset is [0].
 */
export interface RingPattern {
  readonly scale: ArrayLike<number>;
  readonly offset: ArrayLike<number>;
}

const ALIKE: RingPattern = { scale: [1], offset: [0] };

/** A row is solved when no chord is off by more than this part of a chord, nor of the path. */
const CHORD_TOLERANCE = 1e-11;
const PATH_TOLERANCE = 1e-12;
/** What arithmetic on a coordinate may be off by, of the coordinate. */
const ROUNDING = 4e-16;

/** A chord must lean forward at its leading pin by at least this (a cosine) for a Newton step. */
export const LEAST_LEAN = 1e-3;

/**
 * Solves closed rows of `links` stiff links on one path: pins s_0 … s_(N−1) with
 * |P(s_(i+1)) − P(s_i)| = c all the way round and mean(s_i) = the phase asked for.
 *
 * Newton's method on (s_i, c). The linear system is a ring of two bands with a border: each
 * correction follows from the one before it, δ_(i+1) = (a_i δ_i + γ − f_i) / b_i, so that
 * everything hangs on δ_0 and γ, which the closing place and the phase decide. O(N) a step.
 */
export class RingSolver {
  protected readonly read: PathReader;
  protected readonly x: Float64Array;
  protected readonly y: Float64Array;
  protected readonly tx: Float64Array;
  protected readonly ty: Float64Array;
  protected readonly free: Float64Array;
  protected readonly perStart: Float64Array;
  protected readonly perChord: Float64Array;
  protected readonly scale: Float64Array;
  protected readonly offset: Float64Array;
  private readonly sumGrows: number;
  private readonly sumStays: number;
  protected readonly at = newReading();
  protected readonly sums = new Float64Array(8);
  /** The largest coordinate of the pins read last: rounding is in proportion to it. */
  protected far = 0;

  constructor(
    private readonly path: MeasuredPath,
    readonly links: number,
    pattern: RingPattern = ALIKE,
  ) {
    const { scale, offset } = pattern;
    this.scale = Float64Array.from({ length: links }, (_, i) => scale[i % scale.length]);
    this.offset = Float64Array.from({ length: links }, (_, i) => offset[i % offset.length]);
    this.sumGrows = this.scale.reduce((sum, value) => sum + value, 0);
    this.sumStays = this.offset.reduce((sum, value) => sum + value, 0);
    this.read = pathReader(path);
    this.x = new Float64Array(links + 1);
    this.y = new Float64Array(links + 1);
    this.tx = new Float64Array(links + 1);
    this.ty = new Float64Array(links + 1);
    this.free = new Float64Array(links);
    this.perStart = new Float64Array(links);
    this.perChord = new Float64Array(links);
  }

  /** The mean arc length of the pins when the row has travelled `travel` pitches from its first place. */
  phaseAt(travel: number): number {
    return ((travel + (this.links - 1) / 2) * this.path.length) / this.links;
  }

  /** The row spaced by arc length as its chords should be: the first guess. */
  evenRow(phase: number): Float64Array {
    const n = this.links;
    const most = this.mostChord();
    const s = new Float64Array(n);
    let sum = 0;
    for (let i = 1; i < n; i++) {
      s[i] = s[i - 1] + most * this.scale[i - 1] + this.offset[i - 1];
      sum += s[i];
    }
    const shift = phase - sum / n;
    for (let i = 0; i < n; i++) s[i] += shift;
    return s;
  }

  /** c where all chords lie on the path: no straight distance is longer than the path. */
  private mostChord(): number {
    return (this.path.length - this.sumStays) / this.sumGrows;
  }

  /**
   * @param start a guess, overwritten with the answer; the evenly spaced row where none is given
   * @returns null where the method does not settle
   */
  solve(phase: number, start?: Float64Array): RingSolution | null {
    const s = start ?? this.evenRow(phase);
    return this.newton(phase, s, 60) ?? this.closeByMarching(phase);
  }

  private newton(phase: number, s: Float64Array, maxSteps: number): RingSolution | null {
    const n = this.links;
    const { length } = this.path;
    const { free, perStart, perChord } = this;
    // What is asked of a chord is asked in proportion to the mean one.
    const size0 = length / n;
    let chord = 0;
    for (let step = 0; step < maxSteps; step++) {
      this.readPins(s);
      if (step === 0) chord = this.meanChord();
      const forward = this.sweep(s, chord);
      const [f0, a0, c0, sumFree, sumStart, sumChord, sumS, residual] = this.sums;
      const lack = phase * n - sumS;
      const good = Math.min(CHORD_TOLERANCE * size0, PATH_TOLERANCE * length);
      if (residual <= good + ROUNDING * (length + this.far) && Math.abs(lack) <= 1e-12 * length * n) {
        return { s, chord, residual, steps: step };
      }
      if (!forward) return null;
      // Round the ring: (a0 − 1) δ0 + c0 γ = −f0; phase: ΣA δ0 + ΣC γ = lack − ΣF.
      const det = (a0 - 1) * sumChord - c0 * sumStart;
      const delta = (-f0 * sumChord - c0 * (lack - sumFree)) / det;
      const gamma = ((a0 - 1) * (lack - sumFree) + f0 * sumStart) / det;
      if (!Number.isFinite(delta) || !Number.isFinite(gamma)) return null;
      const part = this.largestStep(s, delta, gamma);
      let moved = 0;
      for (let i = 0; i < n; i++) {
        const change = part * (free[i] + perStart[i] * delta + perChord[i] * gamma);
        s[i] += change;
        const size = Math.abs(change);
        if (size > moved) moved = size;
      }
      chord += part * gamma;
      if (!(chord > 0)) return null;
      if (part === 1 && moved <= 1e-15 * length && step > 0) {
        this.readPins(s);
        const left = this.residualOf(chord);
        return left <= 1e-10 * size0 + ROUNDING * (length + this.far)
          ? { s, chord, residual: left, steps: step + 1 }
          : null;
      }
    }
    return null;
  }

  /**
   * One way round the ring: what each pin's correction is made of, and the sums that close it, into `sums`.
   * @returns whether every chord leans forward at its leading pin, as a Newton step needs
   */
  protected sweep(s: Float64Array, chord: number): boolean {
    const n = this.links;
    const { x, y, tx, ty, free, perStart, perChord, scale, offset, sums } = this;
    let residual = 0;
    let sumFree = 0;
    let sumStart = 0;
    let sumChord = 0;
    let sumS = 0;
    let f0 = 0;
    let a0 = 1;
    let c0 = 0;
    let stuck = false;
    for (let i = 0; i < n; i++) {
      free[i] = f0;
      perStart[i] = a0;
      perChord[i] = c0;
      sumFree += f0;
      sumStart += a0;
      sumChord += c0;
      sumS += s[i];
      const dx = x[i + 1] - x[i];
      const dy = y[i + 1] - y[i];
      const d = Math.sqrt(dx * dx + dy * dy);
      const trail = (dx * tx[i] + dy * ty[i]) / d;
      const lead = (dx * tx[i + 1] + dy * ty[i + 1]) / d;
      if (!(lead > LEAST_LEAN)) stuck = true;
      const f = d - chord * scale[i] - offset[i];
      const size = Math.abs(f);
      if (size > residual) residual = size;
      f0 = (trail * f0 - f) / lead;
      a0 = (trail * a0) / lead;
      c0 = (trail * c0 + scale[i]) / lead;
    }
    sums[0] = f0;
    sums[1] = a0;
    sums[2] = c0;
    sums[3] = sumFree;
    sums[4] = sumStart;
    sums[5] = sumChord;
    sums[6] = sumS;
    sums[7] = residual;
    return !stuck;
  }

  /** The part of a Newton step that leaves every spacing at least a third of what it was. */
  private largestStep(s: Float64Array, delta: number, gamma: number): number {
    const n = this.links;
    const { free, perStart, perChord } = this;
    let part = 1;
    let before = free[n - 1] + perStart[n - 1] * delta + perChord[n - 1] * gamma;
    for (let i = 0; i < n; i++) {
      const change = free[i] + perStart[i] * delta + perChord[i] * gamma;
      const spacing = i === 0 ? s[0] + this.path.length - s[n - 1] : s[i] - s[i - 1];
      const shrink = before - change;
      if (shrink > (spacing * 2) / 3) part = Math.min(part, (spacing * 2) / 3 / shrink);
      before = change;
    }
    return part;
  }

  protected readPins(s: Float64Array): void {
    const n = this.links;
    const { x, y, tx, ty, at } = this;
    let far = 0;
    for (let i = 0; i < n; i++) {
      this.read(s[i], at);
      x[i] = at[0];
      y[i] = at[1];
      tx[i] = at[2];
      ty[i] = at[3];
      far = Math.max(far, Math.abs(at[0]), Math.abs(at[1]));
    }
    this.far = far;
    x[n] = x[0];
    y[n] = y[0];
    tx[n] = tx[0];
    ty[n] = ty[0];
  }

  private meanChord(): number {
    let sum = 0;
    for (let i = 0; i < this.links; i++) sum += this.distance(i);
    return (sum - this.sumStays) / this.sumGrows;
  }

  /** From a pin to the next one, as they were read last. */
  protected distance(i: number): number {
    return Math.hypot(this.x[i + 1] - this.x[i], this.y[i + 1] - this.y[i]);
  }

  private residualOf(chord: number): number {
    let worst = 0;
    for (let i = 0; i < this.links; i++) {
      const d = this.distance(i);
      worst = Math.max(worst, Math.abs(d - chord * this.scale[i] - this.offset[i]));
    }
    return worst;
  }

  /**
   * Without derivatives, for paths whose corners stop Newton's method: from a fixed first pin
   * the chord is bracketed until N chords end on that pin again (L / N bounds it from above),
   * and the first pin is bracketed until the mean is the phase. Slow and sure.
   */
  private closeByMarching(phase: number): RingSolution | null {
    const n = this.links;
    const { length } = this.path;
    const most = this.mostChord();
    if (!(most > 0)) return null;
    const spacing = length / n;
    const row = new Float64Array(n + 1);
    const spans = new Float64Array(n);
    let chord = most;
    const overrun = (first: number, c: number): number => {
      for (let i = 0; i < n; i++) spans[i] = c * this.scale[i] + this.offset[i];
      const made = marchSpans(this.read, first, spans, n, length, row);
      return made <= n ? length : row[n] - first - length;
    };
    const meanFrom = (first: number): number => {
      const over = overrun(first, most);
      chord = over <= 0 ? most : bracketedRoot((c) => overrun(first, c), 0.2 * most, most, 1e-15 * spacing);
      overrun(first, chord);
      let sum = 0;
      for (let i = 0; i < n; i++) sum += row[i];
      return sum / n - phase;
    };
    const [even] = this.evenRow(phase);
    const lo = meanFrom(even - spacing);
    const hi = meanFrom(even + spacing);
    if (!(lo < 0 && hi > 0)) return null;
    const first = bracketedRoot(meanFrom, even - spacing, even + spacing, 1e-14 * length, lo, hi);
    meanFrom(first);
    const s = row.slice(0, n);
    this.readPins(s);
    const residual = this.residualOf(chord);
    return residual <= 1e-10 * spacing ? { s, chord, residual, steps: 0 } : null;
  }
}
