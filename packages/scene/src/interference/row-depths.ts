import type { FitOutcome } from '@coin-relay/core';
import type { PathPlane } from '@coin-relay/model';
import { APART, type Reach } from './row-crossings';

/** A row as it is fitted, with how deep it reaches. */
export interface DeepRow {
  readonly run: string;
  readonly fit: FitOutcome;
  /** How far it reaches behind its plane, and in front of it, mm; asked for once, where it is needed. */
  readonly reach: () => Reach;
  /** How far it stands in front of the plane of the job where that is said, mm. */
  readonly sideways?: number;
  /** The plane it lies in where that is not the one of the job: it shares shafts with rows in that one only. */
  readonly plane?: PathPlane | null;
}

/** Where a row is in depth, mm. */
export interface RowDepth {
  /** Its own plane. */
  readonly z: number;
  /** How far it reaches behind that plane, and in front of it; made out when it is asked for: it takes coarse solids. */
  reach(): Reach;
}

/** Wheels nearer to each other than this are on one shaft, mm. */
const SAME = 1e-3;

/**
 * How deep the rows of a job stand. One whose depth is said stands there; others in the plane of the job, but for those
 * whose wheels share a shaft with a row before them: they stand beside it, behind where there is nothing yet.
 */
export function rowDepths(rows: readonly DeepRow[]): ReadonlyMap<string, RowDepth> {
  const placed: { readonly row: DeepRow; readonly depth: RowDepth }[] = [];
  for (const row of rows) {
    let made: Reach | null = null;
    const reach = (): Reach => (made ??= row.reach());
    const beside = placed.filter(({ row: other }) => shareShaft(row, other)).map(({ depth }) => depth);
    const z = row.sideways ?? (beside.length === 0 ? 0 : besides(reach(), beside));
    placed.push({ row, depth: { z, reach } });
  }
  return new Map(placed.map(({ row, depth }) => [row.run, depth]));
}

/** The plane nearest to that of the job in which what reaches so far is clear of others. */
function besides([low, high]: Reach, others: readonly RowDepth[]): number {
  const faces = others.map(({ z, reach }) => reach().map((value) => z + value));
  const isFree = (z: number): boolean => faces.every(([l, h]) => z + high <= l || z + low >= h);
  const planes = [0, ...faces.flatMap(([l, h]) => [l - APART - high, h + APART - low])];
  return planes.filter(isFree).sort(nearest)[0] ?? 0;
}

/** The nearest to the plane of the job; of two that are as near the one behind. */
const nearest = (a: number, b: number): number => Math.abs(a) - Math.abs(b) || a - b;

const shareShaft = (a: DeepRow, b: DeepRow): boolean =>
  (a.plane ?? null) === (b.plane ?? null) &&
  a.fit.layout.wheels.some((one) =>
    b.fit.layout.wheels.some((other) => Math.hypot(one.x - other.x, one.y - other.y) < SAME),
  );
