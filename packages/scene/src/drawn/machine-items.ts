import { multiply, type Affine } from '@coin-relay/core';
import { travelOf, turnedOf, type FittedRow, type Machine } from '@coin-relay/model';
import { machineParts, type MachinePart } from '../machine-parts';
import { layersEver, moveScene, rowScene, rowTurns, type RowTurn } from '../placing';
import type { DrawnItem } from './item';
import { RowItems, type DrawnRow } from './row-items';

/** What of a machine is drawn. */
export interface DrawnWanted {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly wheels: boolean;
  readonly path: boolean;
  /** Marks where places are left out. */
  readonly marks?: boolean;
  /** What lies between the rows. */
  readonly machine: boolean;
}

/** A row of a drawing at a frame. */
export interface RowDrawn {
  readonly run: string;
  readonly items: readonly DrawnItem[];
  /** What takes all of it to its twin; null where it has none. */
  readonly twin: Affine | null;
  /** What is mirrored by that, where it is not the same as the row: where that is lettered. */
  readonly twinItems: readonly DrawnItem[] | null;
}

/** A drawing at a frame: what is in front lies over what is before it in the list. */
export interface FrameDrawn {
  readonly behind: readonly DrawnItem[];
  readonly rows: readonly RowDrawn[];
  readonly over: readonly DrawnItem[];
}

/** A machine as items of a drawing, frame after frame. */
export class MachineItems {
  readonly rows: readonly (DrawnRow & { readonly drawn: RowItems })[];
  /** Its rows, by their numbers, in the turns they are drawn in. */
  readonly turns: readonly RowTurn<number>[];
  private readonly partsAt: ReturnType<typeof machineParts>;

  constructor(
    private readonly machine: Machine,
    private readonly wanted: DrawnWanted,
  ) {
    const { runs } = wanted;
    this.rows = [...machine.rows.values()]
      .filter(({ resolved }) => !runs || runs.includes(resolved.run.id))
      .map((fitted) => {
        const row = drawnRow(machine, fitted);
        return Object.assign(row, { drawn: new RowItems(row) });
      });
    this.turns = rowTurns([...this.rows.keys()], (i) => layersEver(this.rows[i].scene));
    this.partsAt = machineParts(machine);
  }

  /** What there is at a frame of the loop. */
  at(frame: number): FrameDrawn {
    const rows = this.rows.map((row) => {
      row.travel = travelOf(this.machine, row.run, frame);
      moveScene(row.scene, row.travel, frame, turnedOf(this.machine, row.run, frame));
      const { drawn, run } = row;
      const twinItems = drawn.twinItems(this.wanted);
      return { run, items: drawn.items(this.wanted), twin: drawn.twin, twinItems };
    });
    return { rows, ...this.partsOf(frame) };
  }

  /** What lies between the rows at a frame of the loop. */
  partsOf(frame: number): Omit<FrameDrawn, 'rows'> {
    const { behind, over } = this.wanted.machine ? this.partsAt(frame) : { behind: [], over: [] };
    return {
      behind: behind.map((part, i) => partItem(part, `behind/${i + 1}`)),
      over: over.map((part, i) => partItem(part, `over/${i + 1}`)),
    };
  }
}

/** All of a drawing in one list, in the order it lies on one another; twins by items of their own. */
export const allDrawn = ({ behind, rows, over }: FrameDrawn): DrawnItem[] => [
  ...behind,
  ...rows.flatMap(({ items, twin, twinItems }) =>
    twin
      ? [
          ...items,
          ...(twinItems ?? items).map((item) => ({
            ...item,
            id: `${item.id}/twin`,
            map: item.map ? multiply(twin, item.map) : twin,
          })),
        ]
      : items,
  ),
  ...over,
];

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
  ...{ shapes: [shape], map: at ?? null, behind: false },
});
