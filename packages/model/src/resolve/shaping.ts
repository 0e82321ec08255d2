import { shapingAlong, type ShapeStation } from '@coin-relay/core';
import { isBand, type JobPiece } from '../families';
import type { Run } from '../job/schema';

/** How what bends changes along a path: stations at arc lengths, mm. Plain data. */
export interface ResolvedShaping {
  readonly smooth: boolean;
  /** They are places of the row itself then, as parts of the length of the path. */
  readonly rides: boolean;
  readonly stations: readonly ShapeStation[];
}

/**
 * The shaping of a row. That of a band stays where its path is.
 * @throws RelayError profile-invalid where it could not be read along the path
 */
export function resolveShaping(
  { shaping }: Run,
  pieces: readonly JobPiece[],
  path: { readonly length: number; readonly closed: boolean },
): ResolvedShaping | null {
  if (!shaping) return null;
  const { smooth, stations } = shaping;
  const rides = (shaping.rides ?? false) && !pieces.some(isBand);
  const placed = stations.map(({ at, ...rest }) => ({ ...rest, s: at * path.length }));
  if (!rides) shapingAlong(placed, path, smooth);
  return { smooth, rides, stations: placed };
}
