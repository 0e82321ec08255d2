import {
  newReading,
  pathReader,
  RelayError,
  rowOnMovingPath,
  type FitOutcome,
  type FitSource,
  type MeasuredPath,
  type SpaceRide,
} from '@coin-relay/core';
import type { Job } from '../job/schema';
import { layersOfRow, type RowLayers } from '../resolve/layers';
import { sourceOf } from '../resolve/path';
import { standInSpace } from '../resolve/upright';
import type { Machine } from './machine';
import type { LaidRow } from './precomputed';
import type { FittedRow } from './travel';
import { turnedJob, turningStrands } from './turning';

/**
 * A row on strands that turn: their lines are wound anew in every frame, and what carries its pieces with them.
 * @param breath the same row as it breathes, where it does: its pieces are as large then, and as far along
 * @param travel of the row at each frame, pitches
 */
export function turnedRow(
  { job, motions, frames }: Machine,
  { resolved: { run }, fit, setOut }: FittedRow,
  breath: LaidRow | null,
  travel: (frame: number) => number,
  progress: (part: number) => void,
): LaidRow {
  const turning = turningStrands(job);
  const rides: SpaceRide[] = [];
  const layers: RowLayers[] = [];
  const pins = new Float64Array(breath?.pins.length ?? 0);
  const rise = new Float64Array(breath?.rise.length ?? 0);
  const rolled = setOut.table.roll.some((roll) => roll !== 0);
  let [at, turned] = [-1, job];
  const jobAt = (frame: number): Job => {
    if (frame !== at) [at, turned] = [frame, turnedJob(job, motions, frame, turning)];
    return turned;
  };
  const sourceAt = (frame: number): FitSource => {
    const now = jobAt(frame);
    const path = now.paths.find(({ id }) => id === run.path);
    if (!path) throw new RelayError('job-incomplete', `The path of “${run.name}” is not in this job.`);
    return sourceOf(now, path);
  };
  const keep = ({ layout: { path }, request }: FitOutcome, frame: number): number => {
    const stand = standInSpace(jobAt(frame), run, path, rolled, request.pitch);
    const over = layersOfRow(jobAt(frame), run, path);
    if (stand) rides.push(stand.ride);
    if (over) layers.push(over);
    if (breath) placesOn(path, path.length / fit.layout.path.length, breath, frame, pins, rise);
    return stand?.ride.cornerIn.length ?? 0;
  };
  const row = rowOnMovingPath(fit, sourceAt, frames, travel, progress, keep);
  if (!breath) return { ...row, rides, layers };
  // What only swells stands where it would without; what makes room for its neighbours stands as far along as they leave.
  const lays = breath.lengthens || breath.columns !== row.columns;
  const { sizes, lengthens, swells } = breath;
  return lays
    ? { ...breath, pins, rise, ...sampled(row), rides, layers }
    : { ...row, sizes, lengthens, swells, rides, layers };
}

const sampled = ({ sampledPaths }: LaidRow): Pick<LaidRow, 'sampledPaths'> =>
  sampledPaths ? { sampledPaths } : {};

/** Writes where the places of a frame are on a path that is so many times as long as the one they were told on. */
function placesOn(
  path: MeasuredPath,
  longer: number,
  { arc, columns }: LaidRow,
  frame: number,
  pins: Float64Array,
  rise: Float64Array,
): void {
  const read = pathReader(path);
  const found = newReading();
  for (let i = frame * columns; i < (frame + 1) * columns; i++) {
    read(arc[i] * longer, found);
    pins.set([found[0], found[1]], 2 * i);
    if (rise.length > 0) rise[i] = found[5];
  }
}
