import type { Map3 } from '@coin-relay/core';
import { mapMesh } from '@coin-relay/core/solid';
import { materialsOf, travelOf, turnedOf, type Machine, type Material } from '@coin-relay/model';
import type { KeptMeshes } from '@coin-relay/model/solid';
import { materialOf, wireShapes } from '../figures';
import { bandLines, goneAlong, repeatsAlong, rowBand } from '../placing/band';
import { BendingShapes } from './bending-shapes';
import { materialIn } from './finished-in';
import { BETWEEN, MachineSolids } from './machine-solids';
import { makeMaster } from './masters';
import { bandRequest, pieceRequest, type SolidRequest } from './solid-request';
import { inJob, standingName, standingPieces, type StandingPiece } from './standing-pieces';
import { letteringRows, standAtFrame, standingRows, type StandingRow } from './standing';
import type { PictureAlong, PlacedPicture, SceneNode, SceneSolid, ShapeAt, SolidBodyOf } from './scene-node';
import { standingWheels } from './standing-wheels';
import { bandTurns, TurningBands } from './turning-bands';

/** What of a machine is taken. */
export interface SceneAsked {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly wheels: boolean;
  /** What lies between the rows too; not where nothing is said. */
  readonly machine?: boolean;
  /** How far chords may stray from what is round, mm. */
  readonly tolerance: number;
  /** Bodies from files that pieces name; plates of their outlines stand for those that are not given. */
  readonly kept?: KeptMeshes | undefined;
}

/** A machine as solids that stand somewhere: each solid is made once, however often it stands. */
export class SceneSolids {
  readonly solids = new Map<string, SceneSolid>();
  readonly rows: readonly StandingRow[];
  /** What is written on them. */
  private readonly lettering: readonly StandingRow[];
  private readonly bending: BendingShapes;
  private readonly turning: TurningBands;
  private readonly bent = new Map<string, { readonly stands: string; readonly shapes: readonly ShapeAt[] }>();
  private readonly between: MachineSolids | null;

  constructor(
    private readonly machine: Machine,
    private readonly asked: SceneAsked,
  ) {
    const all = standingRows(machine);
    this.rows = all.filter(({ run }) => !asked.runs || asked.runs.includes(run));
    this.lettering = this.rows.flatMap((row) => letteringRows(machine, row));
    this.bending = new BendingShapes(asked.tolerance, asked.kept);
    this.turning = new TurningBands(asked.tolerance);
    this.between = asked.machine ? new MachineSolids(machine, all) : null;
  }

  /**
   * Where everything stands at a frame of the loop.
   * @throws RelayError solid-invalid, solid-too-large
   */
  at(frame: number): SceneNode[] {
    const shapes = this.shapesAt(frame);
    for (const { key, name, bodies } of shapes) this.solids.set(key, { key, name, bodies });
    return [...this.stiffAt(frame), ...shapes.flatMap(({ nodes }) => nodes)];
  }

  /** Moves its rows to where they stand at a frame. */
  standAt(frame: number): void {
    for (const row of [...this.rows, ...this.lettering]) standAtFrame(this.machine, row, frame);
  }

  /** Where all stands that keeps its shape. @throws as at */
  stiffAt(frame: number): SceneNode[] {
    this.standAt(frame);
    const rows = this.rows.flatMap((row) => [
      ...this.links(row),
      ...this.bands(row),
      ...(this.asked.wheels ? this.wheels(row, frame) : []),
    ]);
    return [...rows, ...this.lettering.flatMap((row) => this.links(row)), ...this.plates(frame)];
  }

  /** All that changes its shape: pieces that bend, springs, ropes. @throws as at */
  shapesAt(frame: number): ShapeAt[] {
    const bent = [...this.rows, ...this.lettering].filter(bends).flatMap((row) => this.bentAt(row, frame));
    const materials = materialsOf(this.machine.job);
    const wires = this.between?.wires(frame, this.asked.tolerance) ?? [];
    return [
      ...bent,
      ...wires.map(({ id, material, mesh }): ShapeAt => ({
        ...{ key: id, name: id, bodies: [{ mesh, material: materialOf(materials, material) }] },
        nodes: [{ id, run: BETWEEN, solid: id, map: IDENTITY }],
      })),
    ];
  }

  /** What of a row bends: the same as it was before where the row stands as it did. */
  private bentAt(row: StandingRow, frame: number): readonly ShapeAt[] {
    const { id, run, scene } = row;
    const stands = `${travelOf(this.machine, run, frame)} ${turnedOf(this.machine, run, frame)} ${scene.laid ? frame : ''}`;
    const known = this.bent.get(id);
    if (known?.stands === stands) return known.shapes;
    standAtFrame(this.machine, row, frame);
    const shapes = [...this.bending.of(row), ...(bandTurns(row) ? this.turning.of(row) : [])];
    this.bent.set(id, { stands, shapes });
    return shapes;
  }

  /** Gears, cranks, rods and slides. */
  private plates(frame: number): SceneNode[] {
    const materials = materialsOf(this.machine.job);
    return (this.between?.plates(frame) ?? []).map(({ id, request, map }): SceneNode => {
      const key = `machine ${JSON.stringify(request)}`;
      return { id, run: BETWEEN, map, solid: this.solid(key, 'Machine part', request, materials, undefined) };
    });
  }

  private links(row: StandingRow): SceneNode[] {
    const { id, run } = row;
    return standingPieces(row)
      .filter(({ piece }) => piece.mode !== 'bent')
      .map((standing): SceneNode => ({
        id: standingName(id, standing),
        run,
        solid: this.linkSolid(row, standing),
        map: standing.map,
      }));
  }

  private linkSolid({ id, scene }: StandingRow, { of, place, piece: standing }: StandingPiece): string {
    const { table, materials } = scene.setOut;
    const { piece } = standing;
    const wire = place >= 0 && wireShapes(piece) > 1 ? table.wire[place] : 0;
    const finish = place >= 0 ? table.finish[place] : -1;
    const key = `${id} ${of} ${wire} ${finish}`;
    return this.solid(
      key,
      piece.name,
      pieceRequest(standing, wire),
      materials,
      finish >= 0 ? materials[finish].id : piece.finish?.material,
      piece.finish?.picture,
    );
  }

  /** The band that a row is, as one body that stands still: it runs in itself. */
  private bands(row: StandingRow): SceneNode[] {
    const { scene, run, z } = row;
    if (bandTurns(row)) return [];
    const band = rowBand(scene);
    const { piece, span = 0 } = band?.piece ?? {};
    const picture = piece?.finish?.picture;
    const gone = goneAlong(scene);
    const request = bandRequest(scene, bandLines(scene, this.asked.tolerance, repeatsAlong(scene)));
    if (!request) return [];
    const { name, finish } = request.piece;
    const solid = this.solid(
      `${run} band`,
      name,
      request,
      scene.setOut.materials,
      finish?.material,
      picture,
      { pitch: scene.span, span, gone },
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
    picture?: PlacedPicture | null,
    repeats?: Pick<PictureAlong, 'pitch' | 'span' | 'gone'>,
  ): string {
    if (!this.solids.has(key)) {
      const { parts, main } = makeMaster(request, this.asked.tolerance, this.asked.kept);
      const bodies = parts.map(({ mesh, material, crease, laid }): SolidBodyOf => ({
        ...{ mesh, crease },
        material: materialIn(materials, material, main, finish),
        ...(picture && material === main ? { picture } : {}),
        ...(laid && repeats ? { along: { ...laid, ...repeats } } : {}),
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
): (Pick<SolidBodyOf, 'material' | 'mesh'> & { readonly id: string; readonly of: SolidBodyOf })[] {
  return nodes.flatMap(({ id, solid, map }) =>
    (scene.solids.get(solid)?.bodies ?? []).map((of) => ({
      ...{ id, of, material: of.material },
      mesh: mapMesh(of.mesh, map),
    })),
  );
}

const IDENTITY: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

const bends = (row: StandingRow): boolean =>
  row.scene.pieces.some(({ mode }) => mode === 'bent') || bandTurns(row);
