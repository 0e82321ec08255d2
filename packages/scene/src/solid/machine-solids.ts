import { IDENTITY, type Map3 } from '@coin-relay/core';
import { sidesOf, Tube, weldMesh, type Mesh } from '@coin-relay/core/solid';
import type { Machine } from '@coin-relay/model';
import { machineParts, type Depth, type MachinePart } from '../machine-parts';
import type { SolidRequest } from './solid-request';
import { reachOfRow } from './row-reach';
import type { StandingRow } from './standing';
import { layWire, tieLines, type TieLine } from './tie-lines';

/** What lies between the rows is grouped under this. */
export const BETWEEN = 'between';

/** Room between the rows and what stands before or behind them, mm. */
export const APART = 2;

/** A plate of a machine where it stands: a gear, a crank, a rod, a slide. */
export interface StandingPlate {
  /** Names it in all frames. */
  readonly id: string;
  readonly request: SolidRequest;
  readonly map: Map3;
}

/** The wire of a spring, or a rope, where it is at a frame. */
export interface StandingWire {
  readonly id: string;
  readonly material: string;
  readonly mesh: Mesh;
}

type Plate = MachinePart & { readonly deep: Depth };
const isPlate = (part: MachinePart): part is Plate => part.deep !== undefined;

/** What lies between the rows of a machine, as solids. */
export class MachineSolids {
  private readonly partsAt: ReturnType<typeof machineParts>;
  private readonly lines: readonly TieLine[];
  /** Where the rows end in depth: their faces towards who looks, and away, mm. */
  private readonly before: number;
  private readonly behind: number;

  /** @param rows all of them, also those that are not asked for: what stands before them stands before all */
  constructor(machine: Machine, rows: readonly StandingRow[]) {
    this.partsAt = machineParts(machine);
    this.lines = tieLines(machine);
    const reaches = rows.map(({ row, z }) => reachOfRow(row).all.map((value) => value + z));
    this.before = Math.max(0, ...reaches.map(([, high]) => high));
    this.behind = Math.min(0, ...reaches.map(([low]) => low));
  }

  plates(frame: number): StandingPlate[] {
    const { behind, over } = this.partsAt(frame);
    return [...behind, ...over].filter(isPlate).map(({ d, fill, at, deep }, i) => {
      const { low, high, from } = deep;
      const [a, b, c, e, x, y] = Array.from(at ?? IDENTITY);
      const z =
        typeof from === 'number' ? from : from === 'behind' ? this.behind - APART : this.before + APART;
      return {
        id: `${BETWEEN}/part-${i + 1}`,
        request: { kind: 'plates', plates: [{ d, low, high, material: fill ?? 'steel' }] },
        map: [...[a, c, 0, x], ...[b, e, 0, y], ...[0, 0, 1, z]],
      };
    });
  }

  /** @param tolerance how far chords may stray from what is round, mm */
  wires(frame: number, tolerance: number): StandingWire[] {
    return this.lines.flatMap((line): StandingWire[] => {
      const { tie, radius, material, half, stands, stations } = line;
      const tube = new Tube(stations, radius, sidesOf(radius, tolerance));
      if (!layWire(tube, line, frame, stands ? 0 : this.before + APART + half)) return [];
      // The rims of its ends are there twice, for what draws it: here they are one.
      const { mesh } = weldMesh(
        { positions: Float64Array.from(tube.positions), triangles: tube.triangles },
        0,
      );
      return [{ id: `${BETWEEN}/tie-${tie}`, material, mesh }];
    });
  }
}
