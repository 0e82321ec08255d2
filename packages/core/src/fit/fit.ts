import { findObstacles, marchChords, type Obstacle } from '../chain';
import { mm, RelayError } from '../error';
import { evenRingRow, ringRow, stillRow, walkedRow, type Row } from '../motion/row';
import { wheelTurning, type WheelTurning } from '../motion/wheel-turning';
import { pathReader, type MeasuredPath } from '../path';
import { checkCount, chooseCount } from './count';
import { givePath, givePitch, type Fitted } from './give-way';
import { giveWheel } from './give-wheel';
import { idealCount, LEAST_RING } from './ideal';
import { checkRequest, type FitRequest } from './request';
import { refinedRipple } from './ring-cycle';
import { layOut, type FitSource, type Give, type Layout } from './source';

/** What came of a fit. Plain data: it can be handed to another thread. */
export interface FitOutcome {
  readonly request: FitRequest;
  /** Length of the path as it was given, mm. */
  readonly length: number;
  /** Pieces that would fit at the pitch asked for, as a real number. */
  readonly ideal: number;
  readonly count: number;
  /** The pitch the row really has, its mean over a cycle, mm; null where the row does not close. */
  readonly effectivePitch: number | null;
  /** effectivePitch / pitch − 1. */
  readonly pitchChange: number | null;
  /** Factor the path was scaled by. */
  readonly scale: number;
  /** How far the wheel that gives way has moved along its line, mm; null where none does. */
  readonly travel: number | null;
  /** Path left over between the last piece and the first (or the end), mm; negative where they overlap. */
  readonly gap: number;
  /** (max − min) / mean of the pitch over a cycle, parts per million. */
  readonly ripplePpm: number;
  /** The last pin is the first one (closed), or on the end (open). */
  readonly closes: boolean;
  readonly obstacles: readonly Obstacle[];
  /** The path, wheels and wraps as fitted. */
  readonly layout: Layout;
  readonly row: Row;
  readonly turnings: readonly WheelTurning[];
}

/**
 * Fits a row of pieces to a path.
 *
 * Closed stiff rows are solved as rings of equal chords, and what gives way is solved together
 * with them: the pitch (with the radii of the wheels that mesh with it), or the scale of the
 * path (toothed wheels keeping their size).
 *
 * @throws RelayError for what cannot be fitted at all; a row that cannot close for its bends
 * comes back with `closes: false` and its obstacles
 */
export function fitRow(source: FitSource, request: FitRequest): FitOutcome {
  const { pitch, pieces, multiple, rounding, hold } = request;
  const asked: Give = { toothPitch: pitch, scale: 1 };
  if (!(pitch > 0)) checkRequest(request, Infinity);
  const base = layOut(source, pitch, pieces, asked);
  const { path } = base;
  checkRequest(request, path.length);
  const least = path.closed && pieces === 'stiff' ? LEAST_RING : 1;
  if (request.count !== null) checkCount(request.count, multiple, least);

  const obstacles = pieces === 'stiff' ? findObstacles(path, pitch) : [];
  const ideal = obstacles.length === 0 ? idealCount(path, pitch, pieces) : null;
  const idealValue = ideal?.count ?? path.length / pitch;
  if (request.count === null && idealValue < least - 0.5) tooFew(idealValue, request, path.length);
  const count = request.count ?? chooseCount(idealValue, multiple, rounding, least);
  checkCount(count, multiple, least);
  const common = { request, length: path.length, ideal: idealValue, count };

  if (obstacles.length > 0) return stopped(common, base, obstacles);
  if (hold === 'both') return withGap(common, base);
  const seed = ideal?.solved.get(count)?.s.subarray(0, count);
  const fitted =
    hold === 'path'
      ? givePitch(source, request, count, base, seed)
      : hold === 'wheel'
        ? giveWheel(source, request, count, base, seed)
        : givePath(source, request, count, base, seed);
  if (!fitted) return stopped(common, base, []);
  const late = pieces === 'stiff' ? findObstacles(fitted.layout.path, fitted.pitch) : [];
  if (late.length > 0) return stopped(common, fitted.layout, late);

  const row = rowOf(fitted, count, pieces);
  return {
    ...common,
    effectivePitch: fitted.pitch,
    pitchChange: fitted.pitch / pitch - 1,
    scale: fitted.scale,
    travel: fitted.travel ?? null,
    gap: 0,
    ripplePpm: fitted.cycle ? refinedRipple(fitted.layout.path, fitted.cycle) : 0,
    closes: true,
    obstacles: [],
    layout: fitted.layout,
    row,
    turnings: turningsOf(fitted.layout, row, fitted.pitch, request),
  };
}

function tooFew(ideal: number, { pitch }: FitRequest, length: number): never {
  throw new RelayError(
    'too-few-links',
    `Only ${ideal.toFixed(2)} links of ${mm(pitch)} would fit on ${mm(length)}; a closed row of stiff links needs at least ${LEAST_RING}. Use a shorter pitch or a longer path.`,
    { field: 'pitch' },
  );
}

function rowOf(fitted: Fitted, count: number, pieces: FitRequest['pieces']): Row {
  const { path } = fitted.layout;
  if (fitted.cycle) return ringRow(path, fitted.cycle);
  if (path.closed) return evenRingRow(path, count);
  return walkedRow(path, count, fitted.pitch, pieces);
}

function turningsOf(layout: Layout, row: Row, pitch: number, request: FitRequest): WheelTurning[] {
  return layout.wheels.map((wheel, i) => wheelTurning(wheel, layout.wraps[i], row, pitch, request.pieces));
}

type Common = Pick<FitOutcome, 'request' | 'length' | 'ideal' | 'count'>;

/** Path and pitch hold: the row is laid from the start and a gap is left, or an overlap. */
function withGap(common: Common, layout: Layout): FitOutcome {
  const { request, count } = common;
  const { pitch, pieces } = request;
  const row = walkedRow(layout.path, count, pitch, pieces);
  const gap = layout.path.length - laidLength(layout.path, count, pitch, pieces);
  return {
    ...common,
    effectivePitch: pitch,
    pitchChange: 0,
    scale: 1,
    travel: null,
    gap,
    ripplePpm: 0,
    closes: Math.abs(gap) <= 1e-9 * layout.path.length,
    obstacles: [],
    layout,
    row,
    turnings: turningsOf(layout, row, pitch, request),
  };
}

function laidLength(path: MeasuredPath, count: number, pitch: number, pieces: FitRequest['pieces']): number {
  if (pieces === 'bending') return count * pitch;
  const places = new Float64Array(count + 1);
  const made = marchChords(pathReader(path), 0, pitch, count, path.length, places);
  return places[made - 1];
}

/** A row that cannot close: pins as far as they go. */
function stopped(common: Common, layout: Layout, obstacles: readonly Obstacle[]): FitOutcome {
  const { request, count } = common;
  const places = new Float64Array(count + 1);
  const { path } = layout;
  const made = marchChords(
    pathReader(path),
    0,
    request.pitch,
    count,
    Math.min(path.length, 8 * request.pitch),
    places,
  );
  let kept = made;
  while (kept > 2 && places[kept - 1] > path.length) kept--;
  const row = stillRow(path, places.slice(0, kept));
  return {
    ...common,
    effectivePitch: null,
    pitchChange: null,
    scale: 1,
    travel: null,
    gap: path.length - places[kept - 1],
    ripplePpm: 0,
    closes: false,
    obstacles,
    layout,
    row,
    turnings: turningsOf(layout, row, request.pitch, request),
  };
}
