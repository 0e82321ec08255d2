import { marchChords, RingSolver } from '../chain';
import { RelayError } from '../error';
import { wrapInto } from '../math';
import { newReading, pathReader } from '../path';
import { isOnPoints } from './lay';
import type { FitOutcome } from './outcome';

/**
 * The pins of a fitted row after `travel` pitches, solved exactly (not interpolated): N of them
 * for a closed row of N, N + 1 for an open one or one with a gap; where pieces stand on points, those.
 * @returns x, y pairs, mm
 * @throws RelayError row-does-not-settle where the row cannot close
 */
export function placePins(fit: FitOutcome, travel: number): Float64Array {
  const { path } = fit.layout;
  const places = exactPlaces(fit, travel);
  const read = pathReader(path);
  const at = newReading();
  const pins = new Float64Array(places.length * 2);
  places.forEach((s, i) => {
    read(s, at);
    pins[2 * i] = at[0];
    pins[2 * i + 1] = at[1];
  });
  return pins;
}

/** Where the first pin is before the row travels, mm: an open row has one link before it. */
function restingStart({ row }: FitOutcome): number {
  return row.arc[row.columns + (row.kind === 'open' ? 1 : 0)];
}

function exactPlaces(fit: FitOutcome, travel: number): Float64Array {
  const { path } = fit.layout;
  const { count, row } = fit;
  const { pieces } = fit.request;
  const pitch = fit.effectivePitch ?? fit.request.pitch;
  if (row.kind === 'still') return row.arc;
  if (row.kind !== 'ring') {
    const start = restingStart(fit);
    const first =
      row.kind === 'gapped' ? start + wrapInto(travel * pitch, path.length) : start + travel * pitch;
    const places = new Float64Array(row.links + 1);
    if (isOnPoints(fit.request.lay, fit.window) && pieces === 'bending')
      return Float64Array.from({ length: count }, (_, i) => first + (i + 0.5) * pitch);
    if (pieces === 'bending') return places.map((_, i) => first + i * pitch);
    const made = marchChords(pathReader(path), first, pitch, row.links, path.length, places);
    return places.slice(0, made);
  }
  if (pieces === 'bending') {
    const shift = wrapInto(travel, count);
    return Float64Array.from({ length: count }, (_, i) => ((i + shift) * path.length) / count);
  }
  const solver = new RingSolver(path, count);
  const whole = Math.floor(travel);
  const from = Math.min(row.phases - 1, Math.floor((travel - whole) * row.phases));
  const start = row.arc.slice((from + 1) * count, (from + 2) * count);
  const shift = solver.phaseAt(travel - whole) - start.reduce((sum, s) => sum + s, 0) / count;
  const found = solver.solve(
    solver.phaseAt(travel - whole),
    start.map((s) => s + shift),
  );
  if (!found) {
    throw new RelayError('row-does-not-settle', `The row does not close at a travel of ${travel} pitches.`);
  }
  // Whole laps bring every pin back, so they are left out: a far place would be a coarse number.
  const shifted = wrapInto(whole, count);
  return Float64Array.from({ length: count }, (_, i) =>
    i + shifted < count ? found.s[i + shifted] : found.s[i + shifted - count] + path.length,
  );
}
