import {
  areaOf,
  measurePath,
  newReading,
  pathReader,
  reachTo,
  readSampledPath,
  RelayError,
  type MeasuredPath,
  type SampledPath,
} from '@coin-relay/core';
import type { Job, SetOut } from '../job/schema';
import { insideSide } from './side';
import { pathContour } from './path';

/** The area pieces are kept in or out of. */
export interface Boundary {
  /** x and y of its corners in turn, mm. */
  readonly area: Float64Array;
  readonly keep: 'inside' | 'outside';
  readonly how: 'whole' | 'cut';
}

/** How far chords may stray from a curved boundary, mm. */
const BOUNDARY_TOLERANCE = 0.02;

/** @throws RelayError boundary-open */
export function boundaryOf(job: Job, { boundary }: SetOut): Boundary | null {
  if (!boundary) return null;
  const path = job.paths.find((p) => p.id === boundary.path);
  if (!path) return null;
  const measured = measurePath(pathContour(job, path));
  if (!measured.closed) {
    throw new RelayError(
      'boundary-open',
      `“${path.name}” is open, so it has no inside to keep pieces in. Close it in the path step, or choose another boundary.`,
      { field: 'boundary' },
    );
  }
  const { keep, how } = boundary;
  return { area: areaOf(measured, BOUNDARY_TOLERANCE), keep, how };
}

/** How far the path to be reached is from every entry of a sampled path. */
export function reachOf(
  job: Job,
  reach: NonNullable<SetOut['reach']>,
  own: MeasuredPath,
  sampled: SampledPath,
): Float64Array {
  const count = sampled.data.length / 4;
  const found = new Float64Array(count).fill(NaN);
  const path = job.paths.find((p) => p.id === reach.path);
  if (!path) return found;
  const measured = measurePath(pathContour(job, path));
  const line = measured.closed ? areaOf(measured, BOUNDARY_TOLERANCE) : openLine(measured);
  const side = insideSide(own);
  const at = new Float64Array(4);
  for (let k = 0; k < count; k++) {
    readSampledPath(sampled, Math.min(k * sampled.step, sampled.length * (1 - 1e-12)), at);
    const [ux, uy] = reachWay(reach.way, at[2], at[3], side);
    found[k] = reachTo(line, measured.closed, { x: at[0], y: at[1] }, ux, uy) ?? NaN;
  }
  return found;
}

/** The direction pieces are stretched in, at a place with a tangent. */
export function reachWay(
  way: NonNullable<SetOut['reach']>['way'],
  tx: number,
  ty: number,
  side: 1 | -1,
): readonly [number, number] {
  switch (way) {
    case 'up':
      return [0, 1];
    case 'down':
      return [0, -1];
    case 'in':
      return [-side * ty, side * tx];
    case 'out':
      return [side * ty, -side * tx];
  }
}

function openLine(path: MeasuredPath): Float64Array {
  const chords = areaOf(path, BOUNDARY_TOLERANCE);
  const end = newReading();
  pathReader(path)(path.length, end);
  return Float64Array.of(...chords, end[0], end[1]);
}
