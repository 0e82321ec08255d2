import { RelayError, type FitOutcome } from '@coin-relay/core';
import type { JobPiece } from '@coin-relay/model';
import { pieceDepth, wheelDiscs } from '@coin-relay/model/solid';
import { HUB } from './wheel-solid';

/** A row as it is fitted, with what it is made of. */
export interface DeepRow {
  readonly run: string;
  readonly fit: FitOutcome;
  readonly sequence: readonly JobPiece[];
  /** How far it stands in front of the plane of the job where that is said, mm. */
  readonly sideways?: number;
}

/** Where a row is in depth, mm: its own plane, and how far it reaches behind it and in front of it. */
export interface RowDepth {
  readonly z: number;
  readonly low: number;
  readonly high: number;
}

/** Room between rows on one shaft, mm. */
const APART = 2;
/** Wheels nearer to each other than this are on one shaft, mm. */
const SAME = 1e-3;

/**
 * How deep the rows of a job stand. One whose depth is said stands there; others in the plane of the job, but for those
 * whose wheels share a shaft with a row before them: they stand beside it, behind where there is nothing yet.
 */
export function rowDepths(rows: readonly DeepRow[]): ReadonlyMap<string, RowDepth> {
  const placed: { readonly row: DeepRow; readonly depth: RowDepth }[] = [];
  for (const row of rows) {
    const [low, high] = reachOf(row);
    const beside = placed.filter(({ row: other }) => shareShaft(row, other)).map(({ depth }) => depth);
    const isFree = (z: number): boolean =>
      beside.every((other) => z + high <= other.z + other.low || z + low >= other.z + other.high);
    const behind = beside.map((other) => other.z + other.low - APART - high);
    const before = beside.map((other) => other.z + other.high + APART - low);
    const z = row.sideways ?? [0, ...behind, ...before].filter(isFree).sort(nearest)[0] ?? 0;
    placed.push({ row, depth: { z, low, high } });
  }
  return new Map(placed.map(({ row, depth }) => [row.run, depth]));
}

/** The nearest to the plane of the job; of two that are as near the one behind. */
const nearest = (a: number, b: number): number => Math.abs(a) - Math.abs(b) || a - b;

function reachOf({ sequence, fit }: DeepRow): readonly [number, number] {
  const depths = sequence.map(depthOf);
  if (fit.layout.wheels.length > 0) {
    const discs = wheelDiscs(sequence[0]);
    const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
    const hub = (high - low) * HUB;
    depths.push([low - hub, high + hub]);
  }
  return [Math.min(0, ...depths.map(([low]) => low)), Math.max(0, ...depths.map(([, high]) => high))];
}

/** A piece that cannot be a solid takes no room; why it cannot is said where it is shown. */
function depthOf(piece: JobPiece): readonly [number, number] {
  try {
    return pieceDepth(piece);
  } catch (error) {
    if (error instanceof RelayError) return [0, 0];
    throw error;
  }
}

const shareShaft = (a: DeepRow, b: DeepRow): boolean =>
  a.fit.layout.wheels.some((one) =>
    b.fit.layout.wheels.some((other) => Math.hypot(one.x - other.x, one.y - other.y) < SAME),
  );
