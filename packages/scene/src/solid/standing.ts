import type { Map3 } from '@coin-relay/core';
import { planeMap, travelOf, turnedOf, type FittedRow, type Machine } from '@coin-relay/model';
import { rowsInDepth } from '../interference';
import { moveScene, rowScene, type RowScene } from '../placing';
import { letteredSetOuts } from './lettered-rows';
import { reachOfRow } from './row-reach';

/** A row of a machine where it stands in space. */
export interface StandingRow {
  /** Names it among all rows that stand: its run, but for what lies on that. */
  readonly id: string;
  readonly run: string;
  readonly row: FittedRow;
  readonly scene: RowScene;
  /** How far it stands in front of the plane it lies in, mm; 0 where it leaves that by itself. */
  readonly z: number;
  /** What takes its own plane to where it is; null in that of the job. */
  readonly plane: Map3 | null;
  /** Only its mirrored twin is there. */
  readonly twinOnly?: true;
}

/** The rows of a machine as they stand beside each other, in the order of the job. @param only these of them */
export function standingRows(machine: Machine, only?: readonly string[]): StandingRow[] {
  const { job, rows } = machine;
  const { depths, rows: standing } = rowsInDepth(job, [...rows.values()], (row) => reachOfRow(row).all);
  return standing.flatMap(({ row, plane }): StandingRow[] => {
    const { id } = row.resolved.run;
    if (only && !only.includes(id)) return [];
    return [
      {
        ...{ id, run: id },
        row,
        scene: rowScene(row.fit, row.setOut, machine.precomputed.rows.get(id) ?? null),
        z: depths.get(id)?.z ?? 0,
        plane: plane && planeMap(plane),
      },
    ];
  });
}

/** What is written on a row, as rows that move with it. @throws RelayError solid-invalid, solid-too-large */
export function letteringRows(machine: Machine, standing: StandingRow): StandingRow[] {
  const { scene, row, run } = standing;
  const { fit } = row;
  const laid = machine.precomputed.rows.get(run) ?? null;
  moveScene(scene, 0);
  const lie = (twin: boolean): StandingRow[] =>
    letteredSetOuts(scene, twin).map((setOut, i) => ({
      ...standing,
      id: `${run}/lettering-${i + 1}${twin ? '-twin' : ''}`,
      scene: rowScene(fit, setOut, laid),
      ...(twin ? { twinOnly: true as const } : {}),
    }));
  return [...lie(false), ...(scene.setOut.setOut.twin ? lie(true) : [])];
}

/** Moves a row to where it stands at a frame of the loop. */
export function standAtFrame(machine: Machine, { run, scene }: StandingRow, frame: number): void {
  moveScene(scene, travelOf(machine, run, frame), frame, turnedOf(machine, run, frame));
}
