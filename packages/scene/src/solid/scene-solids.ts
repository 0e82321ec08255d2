import type { Map3 } from '@coin-relay/core';
import { mapMesh, type Mesh } from '@coin-relay/core/solid';
import { isBand, materialsOf, type Machine, type Material } from '@coin-relay/model';
import { materialOf, wireShapes } from '../figures';
import { BENT_PARTS, BentCopies } from './bent-copies';
import { BETWEEN, MachineSolids } from './machine-solids';
import { bandLines, makeMaster, type SolidRequest } from './masters';
import { inJob, standingName, standingPieces, twinMap, type StandingPiece } from './standing-pieces';
import { standAtFrame, standingRows, type StandingRow } from './standing';
import { standingWheels } from './standing-wheels';

/** A body of a solid, with what it is made of. */
export interface SolidBodyOf {
  readonly mesh: Mesh;
  readonly material: Material;
}

/** A solid that stands in one place or in many. */
export interface SceneSolid {
  readonly key: string;
  readonly name: string;
  readonly bodies: readonly SolidBodyOf[];
}

/** Where a solid stands at a frame. */
export interface SceneNode {
  /** Names it in all frames: its run, and its number there or its wheel. */
  readonly id: string;
  readonly run: string;
  /** The key of its solid. */
  readonly solid: string;
  /** Takes the axes of the solid to those of the job, mm. */
  readonly map: Map3;
}

/** What of a machine is taken. */
export interface SceneAsked {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly wheels: boolean;
  /** What lies between the rows too; not where nothing is said. */
  readonly machine?: boolean;
  /** How far chords may stray from what is round, mm. */
  readonly tolerance: number;
}

/** A machine as solids that stand somewhere: each solid is made once, however often it stands. */
export class SceneSolids {
  readonly solids = new Map<string, SceneSolid>();
  private readonly rows: readonly StandingRow[];
  private readonly between: MachineSolids | null;

  constructor(
    private readonly machine: Machine,
    private readonly asked: SceneAsked,
  ) {
    const all = standingRows(machine);
    this.rows = all.filter(({ run }) => !asked.runs || asked.runs.includes(run));
    this.between = asked.machine ? new MachineSolids(machine, all) : null;
  }

  /**
   * Where everything stands at a frame of the loop.
   * @param still whether it is the only frame: what bends is a body for each of its copies
   * @throws RelayError solid-invalid, solid-too-large
   */
  at(frame: number, still: boolean): SceneNode[] {
    return [...this.rowNodes(frame, still), ...this.machineNodes(frame, still)];
  }

  private rowNodes(frame: number, still: boolean): SceneNode[] {
    return this.rows.flatMap((row) => {
      standAtFrame(this.machine, row, frame);
      return [
        ...this.links(row, still),
        ...this.bands(row),
        ...(this.asked.wheels ? this.wheels(row, frame) : []),
      ];
    });
  }

  /** Gears, cranks, rods and slides; springs and ropes, which change their shape, where nothing is to move. */
  private machineNodes(frame: number, still: boolean): SceneNode[] {
    const { between } = this;
    if (!between) return [];
    const materials = materialsOf(this.machine.job);
    const plates = between.plates(frame).map(({ id, request, map }): SceneNode => {
      const key = `machine ${JSON.stringify(request)}`;
      return { id, run: BETWEEN, map, solid: this.solid(key, 'Machine part', request, materials, undefined) };
    });
    if (!still) return plates;
    const wires = between.wires(frame, this.asked.tolerance).map(({ id, material, mesh }): SceneNode => {
      const key = `${id} ${frame}`;
      this.solids.set(key, { key, name: id, bodies: [{ mesh, material: materialOf(materials, material) }] });
      return { id, run: BETWEEN, solid: key, map: IDENTITY };
    });
    return [...plates, ...wires];
  }

  private links(row: StandingRow, still: boolean): SceneNode[] {
    const { scene, run } = row;
    const nodes = standingPieces(row)
      .filter(({ piece }) => piece.mode !== 'bent')
      .map((standing): SceneNode => ({
        id: standingName(run, standing),
        run,
        solid: this.linkSolid(row, standing),
        map: standing.map,
      }));
    return bends(scene.pieces) && still ? [...nodes, ...this.bent(row)] : nodes;
  }

  private linkSolid(
    { run, scene }: StandingRow,
    { of, place, piece: { piece, span } }: StandingPiece,
  ): string {
    const { table, materials } = scene.setOut;
    const wire = place >= 0 && wireShapes(piece) > 1 ? table.wire[place] : 0;
    const finish = place >= 0 ? table.finish[place] : -1;
    const key = `${run} ${of} ${wire} ${finish}`;
    return this.solid(
      key,
      piece.name,
      { kind: 'piece', piece, span, wire },
      materials,
      finish >= 0 ? materials[finish].id : piece.finish?.material,
    );
  }

  /** Pieces that bend: a body for each copy, where it lies. */
  private bent(row: StandingRow): SceneNode[] {
    const { scene, run, z } = row;
    const { twin } = scene.setOut.setOut;
    return scene.pieces.flatMap(({ piece, span, mode }, number): SceneNode[] => {
      if (mode !== 'bent') return [];
      const step = span / BENT_PARTS;
      const made = makeMaster({ kind: 'piece', piece, span, wire: 0, step }, this.asked.tolerance);
      const lists = made.parts.map(({ mesh, material }) => ({
        copies: bentCopies(row, number, mesh),
        triangles: mesh.triangles,
        material: materialIn(scene.setOut.materials, material, made.main, piece.finish?.material),
        corners: mesh.positions.length,
      }));
      return Array.from({ length: lists[0]?.copies.count ?? 0 }, (_, n) => n).flatMap((n): SceneNode[] => {
        const key = `${run} bent ${number} ${n}`;
        const bodies = lists.map(({ copies, triangles, material, corners }) => ({
          material,
          mesh: {
            positions: Float64Array.from(copies.positions.subarray(n * corners, (n + 1) * corners)),
            triangles,
          },
        }));
        this.solids.set(key, { key, name: piece.name, bodies });
        const id = `${run}/bent/${number + 1}/${n + 1}`;
        const node = { id, run, solid: key, map: inJob(row, IDENTITY) };
        if (!twin) return [node];
        const over = inJob(row, twinMap(twin, scene.setOut.stand !== null, z));
        return [node, { ...node, id: `${id}/twin`, map: over }];
      });
    });
  }

  /** The band that a row is, as one body that stands still: it runs in itself. */
  private bands(row: StandingRow): SceneNode[] {
    const { scene, run, z } = row;
    const piece = scene.pieces.find((each) => isBand(each.piece))?.piece;
    if (!piece) return [];
    const lines = bandLines(scene);
    const solid = this.solid(
      `${run} band`,
      piece.name,
      { kind: 'band', piece, lines },
      scene.setOut.materials,
      piece.finish?.material,
    );
    const map: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, z];
    return [{ id: `${run}/band`, run, solid, map: inJob(row, map) }];
  }

  private wheels(row: StandingRow, frame: number): SceneNode[] {
    const { run } = row;
    const { materials } = row.scene.setOut;
    return standingWheels(this.machine, row, frame).map(({ id, name, number, shape, map }): SceneNode => ({
      ...{ id, run, map },
      solid: this.solid(`${run} wheel ${number}`, name, { kind: 'wheel', shape }, materials, undefined),
    }));
  }

  /** Makes a solid where it is not made yet; returns its key. */
  private solid(
    key: string,
    name: string,
    request: SolidRequest,
    materials: readonly Material[],
    finish: string | null | undefined,
  ): string {
    if (!this.solids.has(key)) {
      const { parts, main } = makeMaster(request, this.asked.tolerance);
      const bodies = parts.map(({ mesh, material }) => ({
        mesh,
        material: materialIn(materials, material, main, finish),
      }));
      this.solids.set(key, { key, name, bodies });
    }
    return key;
  }
}

/** The bodies of a frame where they stand, each by itself. */
export function standingBodies(
  scene: SceneSolids,
  nodes: readonly SceneNode[],
): (SolidBodyOf & { readonly id: string })[] {
  return nodes.flatMap(({ id, solid, map }) =>
    (scene.solids.get(solid)?.bodies ?? []).map(({ mesh, material }) => ({
      id,
      material,
      mesh: mapMesh(mesh, map),
    })),
  );
}

const IDENTITY: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

const bends = (pieces: StandingRow['scene']['pieces']): boolean => pieces.some(({ mode }) => mode === 'bent');

/** What a part is made of: what its main part is finished with, else what it is made of. */
const materialIn = (
  materials: readonly Material[],
  own: string,
  main: string,
  finish: string | null | undefined,
): Material => materialOf(materials, finish && own === main ? finish : own);

function bentCopies({ scene, z }: StandingRow, number: number, mesh: Mesh): BentCopies {
  const base = Float32Array.from(mesh.positions);
  const copies = new BentCopies(scene, number, mostCopies(scene), base, new Float32Array(base.length));
  copies.place(z);
  return copies;
}

const mostCopies = ({ frame, setOut }: StandingRow['scene']): number =>
  frame.links * setOut.setOut.rows.count;
