import {
  drawnContour,
  hang,
  hangContour,
  layOut,
  parallelContours,
  parsePathData,
  RelayError,
  shapeContour,
  stretchOf,
  type Contour,
  type FitSource,
  type HangBy,
  type WheelSpec,
} from '@coin-relay/core';
import { restingAnchor, restingLength } from './resting-anchor';
import { isStiff } from '../families';
import type { Job, JobPath, PathOf } from '../job/schema';

/** How near curves are followed by the arcs of their parallels, mm. */
const PARALLEL_TOLERANCE = 1e-4;

/** A path of a job as the core takes it: a route by its wheels, everything else as its contour. */
export function sourceOf(job: Job, path: JobPath): FitSource {
  if (path.kind === 'route') return routeSource(job, path);
  return { kind: 'contour', contour: pathContour(job, path) };
}

/**
 * The contour of any path of a job.
 * @throws RelayError where it cannot be drawn as it is
 */
export function pathContour(job: Job, path: JobPath): Contour {
  switch (path.kind) {
    case 'outline':
      return outlineContour(path.data);
    case 'drawn':
      return drawnContour(path);
    case 'shape':
      return shapeContour(path.shape);
    case 'hang':
      return hangContour(hangingOf(job, path));
    case 'stretch':
      return stretchOf(pathContour(job, otherPath(job, path)), path.picks, path.way);
    case 'parallel':
      return parallelContours(pathContour(job, otherPath(job, path)), path.distance, {
        corners: path.corners,
        tolerance: PARALLEL_TOLERANCE,
      })[0];
    case 'route': {
      const { pitch, pieces } = meshingOf(job, path);
      return layOut(routeSource(job, path), pitch, pieces, { toothPitch: pitch, scale: 1 }).contour;
    }
  }
}

/** A hanging row, worked out: between its anchors as they stand at frame 0, where it has any. */
export function hangingOf(job: Job, path: PathOf<'hang'>): ReturnType<typeof hang> {
  const [a, b] = path.anchors ?? [null, null];
  const from = (a === null ? null : restingAnchor(job, a)) ?? path.from;
  const to = (b === null ? null : restingAnchor(job, b)) ?? path.to;
  const driven = restingLength(job, path.driven);
  return hang(from, to, driven === null ? hangBy(job, path) : { by: 'length', length: driven });
}

/** What decides how deep a row of a job hangs. */
export function hangBy(job: Job, { by, name }: PathOf<'hang'>): HangBy {
  if (by.by !== 'count') return by;
  const piece = job.pieces.find((p) => p.id === by.piece);
  if (!piece)
    throw new RelayError('job-incomplete', `Path “${name}” hangs pieces that are not in this job.`, {
      field: 'paths',
    });
  return { by: 'count', count: by.count, pitch: piece.pitch, pieces: isStiff(piece) ? 'stiff' : 'bending' };
}

function otherPath(job: Job, path: PathOf<'stretch' | 'parallel'>): JobPath {
  const other = job.paths.find((p) => p.id === path.of);
  if (!other)
    throw new RelayError(
      'job-incomplete',
      `Path “${path.name}” is made from a path that is not in this job.`,
      {
        field: 'paths',
      },
    );
  return other;
}

/** The pitch of the teeth on a route and how they mesh, for a route that is drawn without a run. */
export function meshingOf(job: Job, path: PathOf<'route'>): { pitch: number; pieces: 'stiff' | 'bending' } {
  const run = job.runs.find((r) => r.path === path.id);
  const toothed = path.stops.flatMap(({ wheel }) => {
    const size = job.wheels.find((w) => w.id === wheel)?.size;
    return size?.by === 'teeth' ? [size.piece] : [];
  });
  const piece = job.pieces.find((p) => p.id === (run?.sequence[0] ?? toothed[0]));
  return { pitch: piece?.pitch ?? 1, pieces: piece && !isStiff(piece) ? 'bending' : 'stiff' };
}

export function routeSource(job: Job, path: PathOf<'route'>): Extract<FitSource, { kind: 'route' }> {
  const wheels = path.stops.map((stop): WheelSpec => {
    const wheel = job.wheels.find((w) => w.id === stop.wheel);
    if (!wheel)
      throw new RelayError(
        'job-incomplete',
        `Path “${path.name}” goes round a wheel that is not in this job.`,
        { field: 'paths' },
      );
    const { id, name, x, y, size } = wheel;
    const spec = { id, name, x, y, turn: stop.turn, ...(stop.slack ? { slack: stop.slack } : {}) };
    if (size.by !== 'teeth') return { ...spec, size };
    const piece = job.pieces.find((p) => p.id === size.piece);
    if (!piece)
      throw new RelayError(
        'job-incomplete',
        `Wheel “${name}” has teeth for a piece that is not in this job.`,
        { field: 'wheels' },
      );
    return { ...spec, size: { by: 'teeth', teeth: size.teeth, pitch: piece.pitch } };
  });
  return { kind: 'route', closed: path.closed, wheels };
}

/** The one contour of an outline's path data (already y up). */
export function outlineContour(data: string): Contour {
  return oneContour(parsePathData(data));
}

/**
 * The only contour there is.
 * @throws RelayError path-data-empty, path-several-contours
 */
export function oneContour(contours: readonly Contour[]): Contour {
  if (contours.length === 0) throw new RelayError('path-data-empty', 'The path draws nothing.');
  if (contours.length > 1) {
    throw new RelayError(
      'path-several-contours',
      `The path data puts the pen down ${contours.length} times. A row runs on one contour: choose one of them.`,
    );
  }
  return contours[0];
}
