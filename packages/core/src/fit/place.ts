import { marchSpans, ringOn } from '../chain';
import { RelayError } from '../error';
import { wrapInto } from '../math';
import { ALIKE, placesFor, spansOf, type Stations } from '../motion/stations';
import { pathReader, pointsAt } from '../path';
import { meanOf, piecesApart, unlikePieces } from './end-to-end';
import { isOnPoints } from './lay';
import type { FitOutcome } from './outcome';

/**
 * The pins of a fitted row after `travel` pitches, solved exactly (not interpolated): N of them
 * for a closed row of N, N + 1 for an open one or one with a gap; two for each piece where they
 * stand apart; where pieces stand on points, those.
 * @returns x, y pairs, mm
 * @throws RelayError row-does-not-settle where the row cannot close
 */
export const placePins = (fit: FitOutcome, travel: number): Float64Array =>
  pointsAt(fit.layout.path, placeArcs(fit, travel));

/** Where the first pin is before the row travels, mm: an open row has a cycle of links before it. */
function restingStart({ row }: FitOutcome): number {
  return row.arc[row.columns + (row.kind === 'open' ? row.cycle * row.step : 0)];
}

/** How the places of a fitted row follow one another, and what grows in them. */
function stationsOf({ apart, request, effectivePitch }: FitOutcome): { stations: Stations; c: number } {
  if (!apart) return { stations: ALIKE, c: effectivePitch ?? request.pitch };
  const { lengths } = apart;
  if (request.lay.rest === 'spread' && request.hold === 'both')
    return { stations: piecesApart(lengths), c: apart.gap };
  return {
    stations: unlikePieces({ lengths, gap: apart.gap }),
    c: meanOf(lengths) * apart.factor,
  };
}

/**
 * Where on the path those pins are.
 * @returns arc lengths, mm, not wrapped
 * @throws RelayError row-does-not-settle
 */
export function placeArcs(fit: FitOutcome, travel: number): Float64Array {
  const { path } = fit.layout;
  const { count, row } = fit;
  const { pieces } = fit.request;
  const pitch = fit.effectivePitch ?? fit.request.pitch;
  if (row.kind === 'still') {
    // Pieces on points are told by those, not by where each begins and ends.
    if (row.step === 1) return row.arc;
    return Float64Array.from({ length: row.links }, (_, k) => (row.arc[2 * k] + row.arc[2 * k + 1]) / 2);
  }
  if (row.kind !== 'ring') {
    const start = restingStart(fit);
    const first =
      row.kind === 'gapped' ? start + wrapInto(travel * pitch, path.length) : start + travel * pitch;
    const { stations, c } = stationsOf(fit);
    const spans = spansOf(stations, c);
    const places = new Float64Array(placesFor(stations, row.links));
    if (isOnPoints(fit.request.lay, fit.window) && pieces === 'bending')
      return Float64Array.from({ length: count }, (_, i) => first + (i + 0.5) * pitch);
    if (pieces === 'bending') {
      places[0] = first;
      for (let i = 1; i < places.length; i++) places[i] = places[i - 1] + spans[(i - 1) % spans.length];
      return places;
    }
    const made = marchSpans(pathReader(path), first, spans, places.length - 1, path.length, places);
    return places.slice(0, made);
  }
  const { stations } = stationsOf(fit);
  const { step, cycle } = stations;
  const { columns } = row;
  const cycles = travel / cycle;
  const whole = Math.floor(cycles);
  const part = (cycles - whole) * cycle * step;
  // Whole laps bring every pin back, so they are left out: a far place would be a coarse number.
  const shifted = wrapInto(whole * cycle * step, columns);
  const solver = ringOn(path, columns, stations);
  const inTurn = (s: Float64Array): Float64Array =>
    Float64Array.from({ length: columns }, (_, i) =>
      i + shifted < columns ? s[i + shifted] : s[i + shifted - columns] + path.length,
    );
  const from = Math.min(row.phases - 1, Math.floor((cycles - whole) * row.phases));
  const start = row.arc.slice((from + 1) * columns, (from + 2) * columns);
  if (pieces === 'bending') {
    const moved = ((cycles - whole - from / row.phases) * cycle * path.length) / count;
    return inTurn(start.map((s) => s + moved));
  }
  const shift = solver.phaseAt(part) - start.reduce((sum, s) => sum + s, 0) / columns;
  const found = solver.solve(
    solver.phaseAt(part),
    start.map((s) => s + shift),
  );
  if (!found) {
    throw new RelayError('row-does-not-settle', `The row does not close at a travel of ${travel} pitches.`);
  }
  return inTurn(found.s);
}
