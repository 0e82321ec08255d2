import { travelOf, type FittedRow, type Machine } from '@coin-relay/model';
import { machineParts, type MachinePart } from '../machine-parts';
import { moveScene, rowScene } from '../placing';
import type { DrawnItem } from './item';
import { RowItems, type DrawnRow } from './row-items';

/** What of a machine is drawn. */
export interface DrawnWanted {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly wheels: boolean;
  readonly path: boolean;
  /** What lies between the rows. */
  readonly machine: boolean;
}

/** A machine as items of a drawing, frame after frame, in the order they lie on one another. */
export class MachineItems {
  readonly rows: readonly DrawnRow[];
  private readonly made: readonly RowItems[];
  private readonly partsAt: ReturnType<typeof machineParts>;

  constructor(
    private readonly machine: Machine,
    private readonly wanted: DrawnWanted,
  ) {
    const { runs } = wanted;
    const rows = [...machine.rows.values()].filter(({ resolved }) => !runs || runs.includes(resolved.run.id));
    this.rows = rows.map((row) => drawnRow(machine, row));
    this.made = this.rows.map((row) => new RowItems(row));
    this.partsAt = machineParts(machine);
  }

  /** What there is at a frame of the loop. */
  at(frame: number): DrawnItem[] {
    for (const row of this.rows) {
      row.travel = travelOf(this.machine, row.run, frame);
      moveScene(row.scene, row.travel, frame);
    }
    const { behind, over } = this.wanted.machine ? this.partsAt(frame) : { behind: [], over: [] };
    return [
      ...behind.map((part, i) => partItem(part, `behind/${i + 1}`)),
      ...this.made.flatMap((row) => row.items(this.wanted)),
      ...over.map((part, i) => partItem(part, `over/${i + 1}`)),
    ];
  }
}

function drawnRow(machine: Machine, { resolved, fit, setOut }: FittedRow): DrawnRow {
  const run = resolved.run.id;
  return {
    ...{ run, sequence: resolved.sequence, travel: 0 },
    scene: rowScene(fit, setOut, machine.precomputed.rows.get(run) ?? null),
    turnings: machine.motions.get(run)?.turnings ?? fit.turnings,
  };
}

const partItem = ({ at, ...shape }: MachinePart, id: string): DrawnItem => ({
  ...{ id, run: null, kind: 'machine', name: 'machine', look: null, what: 'all', cut: null, picture: null },
  ...{ shapes: [shape], map: at ?? null },
});
