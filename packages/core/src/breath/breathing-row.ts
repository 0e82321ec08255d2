import { backwards, chordStepper, ringOn } from '../chain';
import { RelayError } from '../error';
import { closingSize, unlikePieces } from '../fit/end-to-end';
import type { FitOutcome } from '../fit/outcome';
import { newRowFrame, rowFrame } from '../motion/frame';
import { placesFor, spansOf, type Stations } from '../motion/stations';
import { checkFrames, type RowFrames } from '../motion/row-frames';
import { newReading, pathReader, type PathReader } from '../path';
import { checkBreath, wrongBreath, type Breath } from './breath';
import { loopingNoise } from './looping-noise';

/**
 * A row whose pieces breathe, worked out for every frame of a loop. The noise belongs to the place
 * on the path, not to the piece, so that what travels into a place breathes as what was there:
 * the loop closes for any whole travel.
 * @param travel of the row at each frame, pitches
 * @param progress told now and then which part is done
 * @throws RelayError breath-invalid, row-does-not-settle
 */
export function breathingRow(
  fit: FitOutcome,
  breath: Breath,
  frames: number,
  travel: (frame: number) => number,
  progress: (part: number) => void = () => undefined,
): RowFrames {
  checkBreath(breath, frames);
  const { row } = fit;
  if (row.kind !== 'ring' && row.kind !== 'open') {
    throw wrongBreath(
      row.kind === 'still'
        ? 'A row that stands still cannot breathe: its pieces cannot pass, or meet places.'
        : 'A row with a gap that goes round with it cannot breathe. Let something else give way.',
      'run',
    );
  }
  const still = newRowFrame(row);
  const { links } = still;
  const swells = breath.what === 'size';
  // Pieces that lie end to end make room for one another.
  const lays = !swells || !!fit.request.endToEnd;
  const own = (fit.request.endToEnd && fit.apart?.lengths) ?? [fit.effectivePitch ?? fit.request.pitch];
  const gap = fit.request.endToEnd?.gap ?? 0;
  const step = lays ? (gap > 0 ? 2 : 1) : row.step;
  const columns = lays ? placesFor({ step }, links) : still.arc.length;
  checkFrames(frames, columns);
  const noise = loopingNoise(breath.seed, row.kind === 'ring' ? row.links : null, breath.alike);
  const sizes = new Float32Array(frames * links);
  const firstLinks = new Int32Array(frames);
  const pins = new Float64Array(frames * columns * 2);
  const rise = new Float64Array(row.rise.length > 0 ? frames * columns : 0);
  const arc = new Float64Array(frames * columns);
  const layer = lays ? new RowLayer(fit, links, gap) : null;
  const lengths = new Float64Array(links);
  // Those that lie on an open path when none has come in or left decide how much of it each gets.
  const resting = new Float64Array(row.kind === 'open' ? links - 2 * row.cycle : 0);
  for (let frame = 0; frame < frames; frame++) {
    const on = travel(frame);
    const whole = row.kind === 'open' ? Math.floor(on / row.cycle) * row.cycle + row.cycle : 0;
    firstLinks[frame] = -whole || 0;
    for (let k = 0; k < links; k++) {
      const grown = 1 + breath.amount * noise.at(k - whole + on, frame / breath.period);
      sizes[frame * links + k] = grown;
      const n = (((k - whole) % own.length) + own.length) % own.length;
      lengths[k] = own[n] * grown;
    }
    for (let i = 0; i < resting.length; i++)
      resting[i] = own[i % own.length] * (1 + breath.amount * noise.at(i, frame / breath.period));
    if (layer) {
      layer.lay(lengths, resting, on - (row.kind === 'open' ? whole - row.cycle : 0), frame, {
        pins,
        rise,
        arc,
      });
    } else {
      rowFrame(row, on, still);
      pins.set(still.pins, 2 * frame * columns);
      if (rise.length > 0) rise.set(still.rise, frame * columns);
      arc.set(still.arc, frame * columns);
    }
    if (frame % 8 === 7) progress((frame + 1) / frames);
  }
  progress(1);
  return { frames, links, step, columns, pins, rise, arc, sizes, firstLinks, lengthens: lays, swells };
}

/** Lays rows of given lengths on the path of a fit, each from the one before it. */
class RowLayer {
  private last: Float64Array | null = null;
  private readonly read: PathReader;
  private readonly steps: ReturnType<typeof chordStepper>;
  private readonly stepsBack: ReturnType<typeof chordStepper>;
  private readonly at = newReading();

  constructor(
    private readonly fit: FitOutcome,
    private readonly links: number,
    private readonly gap: number,
  ) {
    this.read = pathReader(fit.layout.path);
    this.steps = chordStepper(this.read);
    this.stepsBack = chordStepper(backwards(this.read));
  }

  /**
   * Writes the places of one frame.
   * @param travel of a ring in pitches; of an open row, within one cycle
   */
  lay(
    lengths: Float64Array,
    resting: Float64Array,
    travel: number,
    frame: number,
    { pins, rise, arc }: Pick<RowFrames, 'pins' | 'rise' | 'arc'>,
  ): void {
    const { row } = this.fit;
    const s = row.kind === 'ring' ? this.ring(lengths, travel) : this.open(lengths, resting, travel);
    const base = frame * s.length;
    for (let i = 0; i < s.length; i++) {
      this.read(s[i], this.at);
      arc[base + i] = s[i];
      pins[2 * (base + i)] = this.at[0];
      pins[2 * (base + i) + 1] = this.at[1];
      if (rise.length > 0) rise[base + i] = this.at[5];
    }
  }

  private ring(lengths: Float64Array, travel: number): Float64Array {
    const { path } = this.fit.layout;
    const stations = unlikePieces({ lengths: [...lengths], gap: this.gap });
    const count = this.links * stations.step;
    // The mean place of the pins goes on as that of the row at rest does.
    const onwards = (travel * path.length) / this.links;
    let s: Float64Array;
    if (this.fit.request.pieces === 'bending') {
      s = evenly(stations, count, path.length);
      const mean = meanOf(s);
      const rest = (path.length * (count - 1)) / (2 * count);
      for (let i = 0; i < count; i++) s[i] += rest - mean + onwards;
    } else {
      const solver = ringOn(path, count, stations);
      const phase = solver.phaseAt(0) + onwards;
      const guess = this.last ? shifted(this.last, phase) : undefined;
      const found = solver.solve(phase, guess) ?? (guess ? solver.solve(phase) : null);
      if (!found) throw unsettled();
      s = found.s;
      this.last = s;
    }
    if (stations.step === 2) return s;
    const closed = new Float64Array(count + 1);
    closed.set(s);
    closed[count] = s[0] + path.length;
    return closed;
  }

  /** From the start of the window on, so that those that rest on it fill it; a cycle comes in before it, and one leaves. */
  private open(lengths: Float64Array, resting: Float64Array, travel: number): Float64Array {
    const { layout, window, request, row } = this.fit;
    const { path } = layout;
    const { cycle } = row;
    const { pieces } = request;
    const mean = meanOf(resting);
    let factor = 1;
    if (request.hold !== 'both') {
      const stations = unlikePieces({ lengths: [...resting], gap: this.gap });
      const found = closingSize(path, window, resting.length, stations, pieces, 1);
      if (!found) throw unsettled();
      factor = found.c / mean;
    }
    const all = unlikePieces({ lengths: [...lengths], gap: this.gap });
    const spans = spansOf(all, meanOf(lengths) * factor);
    const bends = pieces === 'bending';
    const next = (at: number, span: number): number =>
      bends ? at + span : (this.steps(at, span, path.length) ?? at + span);
    const before = (at: number, span: number): number =>
      bends ? at - span : -(this.stepsBack(-at, span, path.length) ?? span - at);
    // The cycle that comes in is walked back from the start, so that those at rest begin on it.
    let first = window.from;
    for (let i = cycle * all.step - 1; i >= 0; i--) first = before(first, spans[i]);
    const s = new Float64Array(placesFor(all, this.links));
    s[0] = first + (travel / cycle) * (window.from - first);
    for (let i = 1; i < s.length; i++) s[i] = next(s[i - 1], spans[i - 1]);
    return s;
  }
}

function evenly(stations: Stations, count: number, length: number): Float64Array {
  const growing = stations.scale.reduce((sum, value) => sum + value, 0);
  const staying = stations.offset.reduce((sum, value) => sum + value, 0);
  const c = (length - staying) / growing;
  if (!(c > 0)) throw unsettled();
  const spans = spansOf(stations, c);
  const s = new Float64Array(count);
  for (let i = 1; i < count; i++) s[i] = s[i - 1] + spans[i - 1];
  return s;
}

const meanOf = (values: Float64Array): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** The row before, moved to another phase: the first guess. */
function shifted(s: Float64Array, phase: number): Float64Array {
  const shift = phase - meanOf(s);
  return s.map((value) => value + shift);
}

const unsettled = (): RelayError =>
  new RelayError(
    'row-does-not-settle',
    'The breathing row cannot be laid in one of its frames: its pieces do not close there. Let it breathe less.',
    { field: 'breath' },
  );
