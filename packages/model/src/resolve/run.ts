import {
  parsePathData,
  RelayError,
  type Contour,
  type FitRequest,
  type FitSource,
  type WheelSpec,
} from '@coin-relay/core';
import { isStiff, type Job, type JobPath, type JobPiece, type Run } from '../job/schema';

/** A run with everything it refers to. */
export interface ResolvedRun {
  readonly run: Run;
  readonly path: JobPath;
  /** The pieces of its sequence, in order. */
  readonly sequence: readonly JobPiece[];
  readonly source: FitSource;
  readonly request: FitRequest;
}

/** Finds a run by id, or the first where none is named. */
export function findRun(job: Job, runId?: string): Run {
  const run = runId === undefined ? job.runs[0] : job.runs.find((r) => r.id === runId);
  if (!run) {
    throw new RelayError(
      'job-incomplete',
      runId === undefined
        ? 'This job has no run yet: put a link on a path first.'
        : `This job has no run “${runId}”.`,
      { field: 'runs' },
    );
  }
  return run;
}

/**
 * Puts together what a fit of one run needs.
 * @throws RelayError job-incomplete, and those of reading path data
 */
export function resolveRun(job: Job, runId?: string): ResolvedRun {
  const run = findRun(job, runId);
  const path = job.paths.find((p) => p.id === run.path);
  const sequence = run.sequence
    .map((id) => job.pieces.find((p) => p.id === id))
    .filter((p) => p !== undefined);
  const [first] = sequence;
  if (!path || !first || sequence.length < run.sequence.length) {
    throw new RelayError(
      'job-incomplete',
      `Run “${run.name}” refers to a path or a piece that is not in this job.`,
      { field: 'runs' },
    );
  }
  return {
    run,
    path,
    sequence,
    source: sourceOf(job, path),
    request: {
      pitch: first.pitch,
      pieces: isStiff(first) ? 'stiff' : 'bending',
      multiple: run.fit.multiple,
      rounding: run.fit.rounding,
      hold: run.fit.hold,
      count: run.fit.count,
    },
  };
}

/** A path of a job as the core takes it. */
export function sourceOf(job: Job, path: JobPath): FitSource {
  if (path.kind === 'outline') return { kind: 'contour', contour: outlineContour(path.data) };
  const wheels = path.stops.map((stop): WheelSpec => {
    const wheel = job.wheels.find((w) => w.id === stop.wheel);
    if (!wheel)
      throw new RelayError(
        'job-incomplete',
        `Path “${path.name}” goes round a wheel that is not in this job.`,
        { field: 'paths' },
      );
    const { id, name, x, y, size } = wheel;
    if (size.by === 'radius') return { id, name, x, y, turn: stop.turn, size };
    const piece = job.pieces.find((p) => p.id === size.piece);
    if (!piece)
      throw new RelayError(
        'job-incomplete',
        `Wheel “${name}” has teeth for a piece that is not in this job.`,
        { field: 'wheels' },
      );
    return { id, name, x, y, turn: stop.turn, size: { by: 'teeth', teeth: size.teeth, pitch: piece.pitch } };
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
