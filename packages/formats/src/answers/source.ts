import { mirrorContour, parsePathData, RelayError, type FitRequest, type FitSource } from '@coin-relay/core';
import { oneContour, parseJob, resolveRun } from '@coin-relay/model';
import { pickContour, readSvg } from '../svg/read';
import { readWheels } from '../wheels-file';

/** A path as it comes from outside: exactly one of path, svg, wheels and job. */
export interface GivenSource {
  /** SVG path data, its units taken as mm. */
  readonly path?: string;
  /** The text of an SVG drawing, and which of its contours. */
  readonly svg?: string;
  readonly id?: string;
  /** The text of a wheels file. */
  readonly wheels?: string;
  /** A job document, and which of its runs. */
  readonly job?: unknown;
  readonly run?: string;
}

export interface LoadedSource {
  readonly source: FitSource;
  /** What a job says about its run; other sources say nothing. */
  readonly request: FitRequest | null;
}

/**
 * Reads a source. Drawings (path data, SVG) keep their own axes, y down, so that answers are in
 * the coordinates of the file; wheels and jobs have y up.
 */
export function loadSource(given: GivenSource): LoadedSource {
  const count = [given.path, given.svg, given.wheels, given.job].filter(
    (value) => value !== undefined,
  ).length;
  if (count !== 1) {
    throw new RelayError(
      'request-invalid',
      `Give exactly one source: path, svg, wheels or job; there are ${count}.`,
      { field: 'source' },
    );
  }
  if (given.path !== undefined) {
    return { source: { kind: 'contour', contour: oneContour(parsePathData(given.path)) }, request: null };
  }
  if (given.svg !== undefined) {
    const drawn = pickContour(readSvg(given.svg), given.id);
    return { source: { kind: 'contour', contour: mirrorContour(drawn.contour) }, request: null };
  }
  if (given.wheels !== undefined) return { source: readWheels(given.wheels), request: null };
  const resolved = resolveRun(parseJob(given.job), given.run);
  return { source: resolved.source, request: resolved.request };
}
