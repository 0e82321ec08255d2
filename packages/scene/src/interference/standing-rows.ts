import { planeMap, planeOfRun, type FittedRow, type Job, type PathPlane } from '@coin-relay/model';
import type { Map3 } from '@coin-relay/core';
import { rowScene } from '../placing/scene';
import { rowDepths } from './row-depths';
import { rowCrossings, type RowCrossing, type RowReach, type StoodRow } from './row-crossings';

/** The rows of a job that cut into each other where they stand. @param reachOf how deep each of them reaches */
export function crossingsIn(
  job: Job,
  all: readonly FittedRow[],
  reachOf: (row: FittedRow) => RowReach,
): RowCrossing[] {
  if (all.length < 2) return [];
  const order = new Map(job.runs.map(({ id }, i) => [id, i]));
  const place = ({ resolved: { run } }: FittedRow): number => order.get(run.id) ?? 0;
  const sorted = [...all].sort((a, b) => place(a) - place(b)).map((row) => ({ row, reach: reachOf(row) }));
  const planes = sorted.map(({ row }) => planeOfRun(job, row.resolved.run));
  const depths = rowDepths(
    sorted.flatMap(({ row, reach }, i) => {
      const { resolved, fit } = row;
      const { id, sideways } = resolved.run;
      if (!isFlat(row)) return [];
      return [
        {
          ...{ run: id, fit, reach: () => reach.all, plane: planes[i] },
          ...(sideways === undefined ? {} : { sideways }),
        },
      ];
    }),
  );
  const maps = new Map<PathPlane, Map3>();
  const mapOf = (plane: PathPlane): Map3 => {
    const known = maps.get(plane) ?? planeMap(plane);
    maps.set(plane, known);
    return known;
  };
  return rowCrossings(
    sorted.map(({ row: { resolved, fit, setOut }, reach }, i): StoodRow => {
      const plane = planes[i];
      return {
        run: resolved.run.id,
        scene: rowScene(fit, setOut),
        z: depths.get(resolved.run.id)?.z ?? 0,
        plane: plane && mapOf(plane),
        reach,
      };
    }),
  );
}

/** What leaves its plane has no depth of its own. */
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
