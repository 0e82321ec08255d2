import {
  isSpatial,
  RelayError,
  rideAlong,
  type MeasuredPath,
  type SpaceRide,
  type UpRule,
} from '@coin-relay/core';
import type { Job, JobPath, Run, Upright } from '../job/schema';
import { plainUpright } from './plain-upright';
import { outwardRule } from './outward';
import { verticalOf } from './vertical';

/** How the pieces of a row stand that leave the plane. Plain data. */
export interface StandInSpace {
  readonly ride: SpaceRide;
  /** About the path, radians, to the left: of all, of every other one besides, and along the whole path. */
  readonly roll: number;
  readonly alternate: number;
  readonly twist: number;
  /** To the left of the path, and towards what is up, mm. */
  readonly across: number;
  readonly lift: number;
}

/**
 * How a row stands in space: on a path that leaves its plane, or where its pieces are turned about their path; null
 * where it simply lies in its plane.
 */
export function standInSpace(
  job: Job,
  run: Run,
  path: MeasuredPath,
  rolled: boolean,
  fine: number,
): StandInSpace | null {
  const spatial = isSpatial(path);
  const leaves = run.shaping?.stations.some(({ roll, lift }) => roll !== 0 || lift !== 0) ?? false;
  if (!spatial && !run.upright && !rolled && !leaves) return null;
  const { by, roll, alternate, twist, across } = run.upright ?? plainUpright(pathOf(job, run));
  return {
    ride: rideOf(path, upRuleOf(job, run, by, path), fine),
    ...{ roll, alternate, twist, across },
    lift: spatial ? (run.sideways ?? 0) : 0,
  };
}

const pathOf = ({ paths }: Pick<Job, 'paths'>, run: Run): JobPath | undefined =>
  paths.find(({ id }) => id === run.path);

/** What keeps the pieces of a row upright along its path as it is laid. */
function upRuleOf(job: Job, run: Run, by: Upright['by'], laid: MeasuredPath): UpRule {
  const vertical = verticalOf(job);
  const { length } = laid;
  switch (by.by) {
    case 'outward':
      return outwardRule(job, pathOf(job, run), laid);
    case 'stations':
      return { by: 'stations', stations: by.stations.map(({ at, up }) => ({ s: at * length, up })) };
    case 'bank':
      return {
        by: 'bank',
        vertical,
        stations: by.stations.map(({ at, roll }) => ({ s: at * length, roll })),
      };
    case 'speed':
      return { ...by, vertical };
    default:
      return by;
  }
}

/** Where nothing says how pieces stand they stand as the path carries them, and the ride says that it is lost all the way. */
function rideOf(path: MeasuredPath, rule: UpRule, fine: number): SpaceRide {
  try {
    return rideAlong(path, rule, fine);
  } catch (error) {
    if (!(error instanceof RelayError) || error.code !== 'frame-undefined') throw error;
    return { ...rideAlong(path, { by: 'least-twist' }, fine), lost: [{ from: 0, to: path.length }] };
  }
}
