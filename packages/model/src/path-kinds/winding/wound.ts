import { RelayError, woundPath, type Wound } from '@coin-relay/core';
import type { AnyPath, PathGround, PathJob } from '../kind';
import type { OwnWinding, WindingPath } from './schema';

const isWinding = (path: AnyPath | undefined): path is WindingPath => path?.kind === 'winding';

/** What a winding is wound by, and round which path, where it is like another, as that one is. */
export interface WoundBy {
  readonly own: OwnWinding;
  /** The path it winds round. */
  readonly of: string;
  /** Where it begins, radians. */
  readonly phase: number;
}

/** @throws RelayError winding-invalid where it is to be like what does not wind */
export function woundBy({ paths }: Pick<PathJob, 'paths'>, path: WindingPath): WoundBy {
  let [at, phase] = [path, path.phase];
  // A path is not made from itself; even so this ends.
  for (let i = 0; i <= paths.length; i++) {
    if (at.wound.by === 'own') return { own: at.wound, of: at.of, phase };
    const other = paths.find(({ id }) => id === at.of);
    if (!isWinding(other)) break;
    at = other;
    phase += at.phase;
  }
  throw new RelayError(
    'winding-invalid',
    `“${path.name}” is to wind as another path does, but that one does not wind. Give it its own numbers.`,
    { field: 'wound' },
  );
}

/** @throws RelayError winding-invalid, and what the path it winds round throws */
export function wound(path: WindingPath, ground: PathGround): Wound {
  const { own, of, phase } = woundBy(ground.job, path);
  const axis = ground.measured(of);
  const { figure, radius, depth, turns, hand, stations = [], smooth = true } = own;
  return woundPath(axis, {
    ...{ figure, radius, depth, turns, hand, phase, smooth },
    stations: stations.map((station) => ({
      s: station.at * axis.length,
      radius: station.radius,
      turn: station.turn,
    })),
  });
}
