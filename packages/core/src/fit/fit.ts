import { findObstacles, type Obstacle } from '../chain';
import { mm, RelayError } from '../error';
import { checkFinite } from '../finite';
import { evenRingRow, ringRow, type Row } from '../motion/row';
import { checkCount, checkMultiple } from './count';
import { fitSections } from './fit-sections';
import { fitEndToEnd } from './fit-end-to-end';
import { giveSlack, tautSource } from './give-slack';
import { givePath, givePitch, type Fitted } from './give-way';
import { giveWheel } from './give-wheel';
import { LEAST_RING } from './ideal';
import { isWithin, windowOf, type RowWindow } from './lay';
import { stopped, turningsOf, type FitOutcome } from './outcome';
import { checkRequest, type FitRequest } from './request';
import { refinedRipple } from './ring-cycle';
import { rowBetween } from './row-between';
import { layOut } from './lay-out';
import type { FitSource, Layout } from './source';
import { countFor, idealOn } from './window-ideal';
import { withGap } from './with-gap';

/**
 * Fits a row of pieces to a path, or to a part of it.
 *
 * Closed stiff rows are solved as rings of equal chords, and what gives way is solved together
 * with them: the pitch (with the radii of the wheels that mesh with it), or the scale of the
 * path (toothed wheels keeping their size). Rows with ends are solved from end to end.
 *
 * @throws RelayError for what cannot be fitted at all; a row that cannot close for its bends
 * comes back with `closes: false` and its obstacles
 */
export function fitRow(source: FitSource, request: FitRequest): FitOutcome {
  return checkFinite(solveRow(source, request), 'The fit');
}

function solveRow(source: FitSource, request: FitRequest): FitOutcome {
  const { pitch, pieces, multiple, hold, lay } = request;
  if (!(pitch > 0)) checkRequest(request, Infinity);
  const from = hold === 'slack' ? tautSource(source, request) : source;
  const base = layOut(from, pitch, pieces, { toothPitch: pitch, scale: 1 });
  const { path } = base;
  const window = windowOf(path, lay);
  checkRequest(request, window.to - window.from);
  // The longest is the one that a bend stops.
  const longest = request.endToEnd ? Math.max(...request.endToEnd.lengths) : pitch;
  const obstacles = pieces === 'stiff' ? obstaclesOn(base, window, longest) : [];
  if (request.meet) return fitSections(request, request.meet, base, window, obstacles);
  if (request.endToEnd || isSpreadBetween(request))
    return fitEndToEnd(from, request, base, window, obstacles);

  const least = leastCount(request, window);
  if (request.count !== null) checkCount(request.count, multiple, least);
  const { ideal, halves, seeds } = idealOn(base, window, request, obstacles.length > 0);
  if (request.count === null && window.ring && ideal < least - 0.5) tooFew(ideal, request, path.length);
  if (request.count === null) checkMultiple(ideal, multiple);
  const count = request.count ?? countFor(ideal, halves, request, least);
  checkCount(count, multiple, least);
  const common = { request, length: path.length, ideal, count, window, sections: null };

  if (obstacles.length > 0) return stopped(common, base, obstacles);
  if (hold === 'both' && lay.rest !== 'spread') return withGap(common, base, halves);
  const seed = seeds?.get(count)?.s.subarray(0, count);
  const give = GIVES[hold === 'both' ? 'path' : hold];
  const fitted = give(from, request, count, base, seed);
  if (!fitted) return stopped(common, base, []);
  const fittedOn = windowOf(fitted.layout.path, lay, fitted.layout.path.length / path.length);
  const late = pieces === 'stiff' ? obstaclesOn(fitted.layout, fittedOn, fitted.pitch) : [];
  if (late.length > 0) return stopped(common, fitted.layout, late);

  const row = rowOf(fitted, count, request, fittedOn);
  return {
    ...common,
    window: fittedOn,
    effectivePitch: fitted.pitch,
    pitchChange: fitted.pitch / pitch - 1,
    scale: fitted.scale,
    takeUp: fitted.takeUp ?? null,
    spare: fitted.spare ?? null,
    apart: null,
    gap: 0,
    gapBefore: 0,
    ripplePpm: fitted.cycle ? refinedRipple(fitted.layout.path, fitted.cycle) : 0,
    closes: true,
    obstacles: [],
    layout: fitted.layout,
    row,
    turnings: turningsOf(fitted.layout, row, fitted.pitch, request),
  };
}

/** What is solved for, by what gives way. What is left over and spread over carried pieces widens their spacing. */
const GIVES = { path: givePitch, pitch: givePath, wheel: giveWheel, slack: giveSlack } as const;

/** Is what is left over to lie between pieces that keep their length from pin to pin? */
const isSpreadBetween = ({ hold, lay, pieces }: FitRequest): boolean =>
  hold === 'both' && lay.rest === 'spread' && pieces === 'stiff';

/** What links cannot pass within the window. */
function obstaclesOn({ path }: Layout, window: RowWindow, pitch: number): Obstacle[] {
  const all = findObstacles(path, pitch);
  return window.ring ? all : all.filter(({ s }) => isWithin(s, window, path));
}

function leastCount({ pieces, hold, lay }: FitRequest, window: RowWindow): number {
  if (window.ring) return pieces === 'stiff' ? LEAST_RING : 1;
  // Two points have a spacing between them; one has none that could give way.
  return lay.ends === 'points' && (hold !== 'both' || lay.rest === 'spread') ? 2 : 1;
}

function tooFew(ideal: number, { pitch }: FitRequest, length: number): never {
  throw new RelayError(
    'too-few-links',
    `Only ${ideal.toFixed(2)} links of ${mm(pitch)} would fit on ${mm(length)}; a closed row of stiff links needs at least ${LEAST_RING}. Use a shorter pitch or a longer path.`,
    { field: 'pitch' },
  );
}

function rowOf(fitted: Fitted, count: number, request: FitRequest, window: RowWindow): Row {
  const { path } = fitted.layout;
  if (fitted.cycle) return ringRow(path, fitted.cycle);
  if (window.ring) return evenRingRow(path, count);
  return rowBetween(path, count, fitted.pitch, request, window, window.from);
}
