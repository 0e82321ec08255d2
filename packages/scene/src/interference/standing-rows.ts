import { planeMap, planeOfRun, type FittedRow, type Job, type PathPlane } from '@coin-relay/model';
import { isSpatial, type Map3 } from '@coin-relay/core';
import { rowScene } from '../placing/scene';
import { rowDepths, type RowDepth } from './row-depths';
import { rowCrossings, type Reach, type RowCrossing, type RowReach, type StoodRow } from './row-crossings';

/** Rows in the order of their job, each with the plane its path lies in. */
interface RowInPlane<R> {
  readonly row: R;
  readonly plane: PathPlane | null;
}

/** How deep the rows of a job stand that do not leave their plane by themselves, and what plane each of them lies in. */
export interface RowsInDepth<R> {
  readonly depths: ReadonlyMap<string, RowDepth>;
  readonly rows: readonly RowInPlane<R>[];
}

/** @param reachOf how far a row reaches behind its plane, and in front of it, mm */
export function rowsInDepth<R extends Pick<FittedRow, 'fit' | 'resolved'>>(
  job: Job,
  all: readonly R[],
  reachOf: (row: R) => Reach,
): RowsInDepth<R> {
  const order = new Map(job.runs.map(({ id }, i) => [id, i]));
  const place = ({ resolved: { run } }: R): number => order.get(run.id) ?? 0;
  const rows = [...all]
    .sort((a, b) => place(a) - place(b))
    .map((row) => ({ row, plane: planeOfRun(job, row.resolved.run) }));
  const depths = rowDepths(
    rows
      .filter(({ row }) => !isSpatial(row.fit.layout.path))
      .map(({ row, plane }) => {
        const { id, sideways } = row.resolved.run;
        return {
          ...{ run: id, fit: row.fit, reach: () => reachOf(row), plane },
          ...(sideways === undefined ? {} : { sideways }),
        };
      }),
  );
  return { depths, rows };
}

/** The rows of a job that cut into each other where they stand. @param reachOf how deep each of them reaches */
export function crossingsIn(
  job: Job,
  all: readonly FittedRow[],
  reachOf: (row: FittedRow) => RowReach,
): RowCrossing[] {
  if (all.length < 2) return [];
  const reaches = new Map(all.map((row) => [row, reachOf(row)]));
  const reachAs = (row: FittedRow): RowReach => reaches.get(row) ?? reachOf(row);
  const { depths, rows } = rowsInDepth(job, all, (row) => reachAs(row).all);
  const maps = new Map<PathPlane, Map3>();
  const mapOf = (plane: PathPlane): Map3 => {
    const known = maps.get(plane) ?? planeMap(plane);
    maps.set(plane, known);
    return known;
  };
  return rowCrossings(
    rows.map(({ row, plane }): StoodRow => {
      const { resolved, fit, setOut } = row;
      return {
        run: resolved.run.id,
        scene: rowScene(fit, setOut),
        z: depths.get(resolved.run.id)?.z ?? 0,
        plane: plane && mapOf(plane),
        reach: reachAs(row),
      };
    }),
  );
}

const isFlat = ({ setOut }: FittedRow): boolean => setOut.stand === null;

/**
 * Whether rows of a job may cut into each other at all, whatever their depth: they do not where none of them lie over
 * one another in the drawing. Tells whether it is worth while to look how deep they reach.
 */
export function mayCross(job: Job, all: readonly FittedRow[]): boolean {
  if (all.length < 2) return false;
  if (all.some((row) => !isFlat(row) || planeOfRun(job, row.resolved.run) !== null)) return true;
  const flat = all.map(({ resolved, fit, setOut }): StoodRow => {
    const wheels = fit.layout.wheels.length > 0 ? FLAT : null;
    const reach = { pieces: setOut.pieces.map(() => FLAT), wheels, all: FLAT };
    return { run: resolved.run.id, scene: rowScene(fit, setOut), z: 0, plane: null, reach };
  });
  return rowCrossings(flat).length > 0;
}

/** Deep enough to be no less than what lies in the drawing. */
const FLAT = [-1e6, 1e6] as const;
