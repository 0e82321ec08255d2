import type { Obstacle } from '../chain';
import { mm, RelayError } from '../error';
import { bracketedRoot } from '../math';
import { lcm } from '../motion/loop';
import { evenRingRow, phasesFor, ringRow, walkedRow, type Row } from '../motion/row';
import { meanSpacing, type Stations } from '../motion/stations';
import { checkCount, checkMultiple, chooseCount } from './count';
import {
  closingSize,
  endOfPieces,
  idealDrawn,
  idealEndToEnd,
  lengthsInOrder,
  meanOf,
  piecesApart,
  unlikePieces,
} from './end-to-end';
import { givePath, type Fitted } from './give-way';
import { giveSlack } from './give-slack';
import { giveWheel } from './give-wheel';
import { windowOf, type RowWindow } from './lay';
import { stopped, turningsOf, type Common, type FitOutcome } from './outcome';
import type { FitRequest } from './request';
import type { RingCycle } from './ring-cycle';
import type { FitSource, Layout } from './source';

/** Pieces of different lengths that come in turn, at the most. */
export const MOST_LENGTHS = 200;
/** A gap narrower than this part of a piece is none. */
const NO_GAP = 1e-9;

/**
 * Fits pieces that lie end to end with a gap, each as long as it is, or equal ones that stand
 * apart by what is left over. Where the path is to be filled all lengths grow by one factor, the
 * gaps keeping their width; stiff pieces close on their chords. A ring takes whole sequences of what
 * comes in turn.
 * @throws RelayError request-invalid, count-not-multiple, weights-invalid, row-does-not-settle
 */
export function fitEndToEnd(
  source: FitSource,
  request: FitRequest,
  base: Layout,
  window: RowWindow,
  obstacles: readonly Obstacle[],
): FitOutcome {
  const { pieces, hold, lay, pitch } = request;
  const laid = request.endToEnd ?? { lengths: [pitch], gap: 0 };
  const { gap } = laid;
  checkLengths(laid.lengths, gap);
  const { path } = base;
  const drawn = laid.order?.by === 'weight';
  const draw = (many: number): readonly number[] => lengthsInOrder(laid, many, path.closed);
  const ideal =
    obstacles.length > 0
      ? (window.to - window.from) / pitch
      : drawn
        ? idealDrawn(path, window, laid, pieces)
        : idealEndToEnd(path, window, unlikePieces(laid), meanOf(laid.lengths), pieces);
  const spread = hold === 'both' && lay.rest === 'spread';
  // What comes in turn goes round a loop in whole sequences; what is drawn is drawn for every place.
  const unit = window.ring && !drawn ? lcm(request.multiple, laid.lengths.length) : request.multiple;
  const least = window.ring && pieces === 'stiff' ? 3 : spread && !window.ring ? 2 : 1;
  const rounding = spread || hold === 'both' ? 'down' : hold === 'slack' ? 'up' : request.rounding;
  if (request.count === null) checkMultiple(ideal, unit);
  const count = request.count ?? chooseCount(ideal, unit, rounding, least);
  checkCount(count, unit, least);
  const lengths = draw(count);
  const own = unlikePieces({ lengths, gap });
  const size = meanOf(lengths);
  const common: Common = { request, length: path.length, ideal, count, window, sections: null };
  if (obstacles.length > 0) return stopped(common, base, obstacles);
  if (spread) return spreadOut(common, base, lengths);
  if (hold === 'both') return leftOver(common, base, own, { size, gap, lengths });
  const inOrder = request.endToEnd && { lengths, gap };
  const fitted = fittedBy(source, { ...request, endToEnd: inOrder }, count, base, own);
  if (!fitted) return stopped(common, base, []);
  const on = windowOf(fitted.layout.path, lay, fitted.layout.path.length / path.length);
  const c = fitted.pitch - gap;
  const row = rowOn(fitted.layout, on, count, own, c, fitted.cycle, request);
  return {
    ...outcomeOf({ ...common, window: on }, fitted.layout, row, fitted.pitch, fitted.cycle),
    pitchChange: c / size - 1,
    scale: fitted.scale,
    takeUp: fitted.takeUp ?? null,
    spare: fitted.spare ?? null,
    apart: { factor: c / size, gap, lengths },
  };
}

function checkLengths(lengths: readonly number[], gap: number): void {
  const bad = lengths.find((length) => !(length > 0 && Number.isFinite(length)));
  if (lengths.length === 0 || lengths.length > MOST_LENGTHS || bad !== undefined || !(gap >= 0)) {
    throw new RelayError(
      'request-invalid',
      bad !== undefined
        ? `A piece of ${mm(bad)} cannot be laid. Lengths must be above zero.`
        : !(gap >= 0)
          ? `A gap of ${mm(gap)} cannot be kept. It must be zero or more.`
          : `${lengths.length} lengths cannot be laid in turn. Give 1 to ${MOST_LENGTHS}.`,
      { field: 'lengths' },
    );
  }
}

/** The one thing that gives way, other than a gap. */
function fittedBy(
  source: FitSource,
  request: FitRequest,
  count: number,
  base: Layout,
  stations: Stations,
): Fitted | null {
  switch (request.hold) {
    case 'wheel':
      return giveWheel(source, request, count, base);
    case 'slack':
      return giveSlack(source, request, count, base);
    case 'pitch':
      return givePath(source, request, count, base);
    default: {
      const { path } = base;
      const window = windowOf(path, request.lay);
      const phases = phasesFor(stations, count * stations.step);
      const found = closingSize(path, window, count, stations, request.pieces, phases);
      return found && { layout: base, scale: 1, pitch: meanSpacing(stations, found.c), cycle: found.cycle };
    }
  }
}

/** What is left over lies between the pieces, the same everywhere. */
function spreadOut(common: Common, layout: Layout, lengths: readonly number[]): FitOutcome {
  const { request, count, window } = common;
  const { path } = layout;
  const touching = unlikePieces({ lengths, gap: 0 });
  const size = meanOf(lengths);
  const over = endOfPieces(path, window.from, count, touching, size, request.pieces) - window.to;
  // They fill it as they are: nothing is left to spread.
  if (Math.abs(over) <= NO_GAP * path.length)
    return leftOver(common, layout, touching, { size, gap: 0, lengths });
  const stations = piecesApart(lengths);
  const phases = phasesFor(stations, 2 * count);
  const found = closingSize(path, window, count, stations, request.pieces, phases);
  if (!found || found.c <= NO_GAP * size) {
    throw new RelayError(
      'row-does-not-settle',
      `${count} pieces of ${mm(size)} leave no room to spread on ${mm(window.to - window.from)}. Take fewer, or let what is left over go to the end.`,
      { field: 'count' },
    );
  }
  const row = rowOn(layout, window, count, stations, found.c, found.cycle, request);
  const spacing = meanSpacing(stations, found.c);
  return {
    ...outcomeOf(common, layout, row, spacing, found.cycle),
    apart: { factor: 1, gap: found.c, lengths },
  };
}

/** Lengths and path hold: the row is laid from an end, or the same is left at both. */
function leftOver(
  common: Common,
  layout: Layout,
  stations: Stations,
  {
    size: c,
    gap,
    lengths,
  }: { readonly size: number; readonly gap: number; readonly lengths: readonly number[] },
): FitOutcome {
  const { request, count, window } = common;
  const { path } = layout;
  const { rest } = request.lay;
  const endFrom = (first: number): number => endOfPieces(path, first, count, stations, c, request.pieces);
  const over = endFrom(window.from) - window.to;
  const goal = (first: number): number =>
    rest === 'start' ? endFrom(first) - window.to : first - window.from - (window.to - endFrom(first));
  // A row laid from the start ends after or before the window's end: its first place lies between.
  const reach = Math.abs(over) + meanSpacing(stations, c);
  const first =
    rest === 'start' || rest === 'both'
      ? bracketedRoot(goal, window.from - reach, window.from + reach, 1e-13 * path.length)
      : window.from;
  const last = endFrom(first);
  // Round a loop the last gap is not what is left over.
  const open = window.ring ? gap : 0;
  const left = window.to - window.from - (last - first) - open;
  const on = window.ring
    ? window
    : { ...window, from: Math.max(window.from, first), to: Math.min(window.to, last) };
  const row = walkedRow(
    path,
    count,
    c,
    request.pieces,
    { start: first, from: on.from, to: on.to, round: window.ring },
    stations,
  );
  return {
    ...outcomeOf(common, layout, row, request.pitch, null),
    gap: left,
    gapBefore: window.ring ? 0 : first - window.from,
    closes: Math.abs(left) <= 1e-9 * path.length,
    apart: { factor: 1, gap, lengths },
  };
}

function rowOn(
  { path }: Layout,
  window: RowWindow,
  count: number,
  stations: Stations,
  c: number,
  cycle: RingCycle | null,
  { pieces }: FitRequest,
): Row {
  if (cycle) return ringRow(path, cycle, stations);
  if (window.ring) return evenRingRow(path, count, stations, c);
  return walkedRow(
    path,
    count,
    c,
    pieces,
    { start: window.from, from: window.from, to: window.to, round: false },
    stations,
  );
}

function outcomeOf(
  common: Common,
  layout: Layout,
  row: Row,
  spacing: number,
  cycle: RingCycle | null,
): FitOutcome {
  return {
    ...common,
    effectivePitch: spacing,
    pitchChange: 0,
    scale: 1,
    takeUp: null,
    spare: null,
    apart: null,
    gap: 0,
    gapBefore: 0,
    ripplePpm: cycle?.ripplePpm ?? 0,
    closes: true,
    obstacles: [],
    layout,
    row,
    turnings: turningsOf(layout, row, spacing, common.request),
  };
}
