import { parsePathData, RelayError, type Map3 } from '@coin-relay/core';
import { faceEdges } from '@coin-relay/core/solid';
import type { Machine } from '@coin-relay/model';
import { FigureLooks, wheelFigure } from '@coin-relay/scene';
import {
  BETWEEN,
  letteringRows,
  sceneLines,
  SceneSolids,
  standAtFrame,
  standingName,
  standingPieces,
  standingRows,
  standingWheels,
  takenApart,
  type SceneAsked,
} from '@coin-relay/scene/solid';
import { InvisibleEdgeFlags, point3d, type DxfWriter, type InsertOptions } from '@tarikjabiri/dxf';
import { addContour } from './block-lines';
import { DxfNames } from './dxf-names';
import { newDxf, type DxfFile } from './write-flat';

/** Faces that blocks are made of, at the most. */
export const MOST_FACES = 300_000;

export interface SpaceDxfAsked extends SceneAsked {
  readonly frame: number;
  readonly path: boolean;
  /** Marks where places are left out. */
  readonly marks?: boolean;
  /** Figures set into the plane each piece lies in, or the faces of their solids. */
  readonly as: 'frames' | 'faces';
}

/**
 * A machine at a frame as DXF (AC1021) in space, in mm: a block for each piece and wheel, and an insert for each place,
 * its extrusion direction what is up on the piece.
 * @throws RelayError request-invalid, solid-invalid, solid-too-large
 */
export function writeSpaceDxf(machine: Machine, asked: SpaceDxfAsked): DxfFile {
  const file = new SpaceFile(machine);
  if (asked.as === 'faces') file.faces(asked);
  else file.figures(asked);
  file.lines(asked);
  return file.written();
}

class SpaceFile {
  private readonly dxf: DxfWriter = newDxf();
  private readonly names = new DxfNames();
  private readonly layers = new DxfNames();
  private readonly blocks = new Set<string>();
  private inserts = 0;

  constructor(private readonly machine: Machine) {}

  written(): DxfFile {
    return { text: this.dxf.stringify(), blocks: this.blocks.size, inserts: this.inserts };
  }

  figures({ runs, wheels, frame }: SpaceDxfAsked): void {
    const rows = standingRows(this.machine, runs);
    for (const row of [...rows, ...rows.flatMap((each) => letteringRows(this.machine, each))]) {
      standAtFrame(this.machine, row, frame);
      const { scene, run, id: named } = row;
      const looks = new FigureLooks(scene);
      for (const standing of standingPieces(row)) {
        const look = looks.at(standing.k, standing.piece);
        const block = this.figure(
          `${named} ${look.id}`,
          standing.piece.piece.name,
          look.figure.parts.map(({ d }) => d),
        );
        const layer = this.layer(run, named === run ? 'pieces' : 'lettering');
        this.insert(block, standing.map, layer, standingName(named, standing));
      }
      if (wheels && named === run)
        for (const { id, name, number, map } of standingWheels(this.machine, row, frame)) {
          const { parts } = wheelFigure(scene.fit, number, row.row.resolved.sequence[0], scene.span);
          const block = this.figure(
            `${run} wheel ${number}`,
            name,
            parts.map(({ d }) => d),
          );
          this.insert(block, map, this.layer(run, 'wheels'), id);
        }
    }
  }

  faces(asked: SpaceDxfAsked): void {
    const scene = new SceneSolids(this.machine, asked);
    let faces = 0;
    for (const { id, run, solid, map } of scene.at(asked.frame)) {
      const made = scene.solids.get(solid);
      if (!made) continue;
      const name = this.names.of(solid, made.name);
      if (!this.blocks.has(name)) {
        this.blocks.add(name);
        const block = this.dxf.addBlock(name);
        for (const {
          mesh: { positions, triangles },
          crease,
        } of made.bodies) {
          const flags = faceEdges({ positions, triangles }, crease);
          faces += triangles.length / 3;
          if (faces > MOST_FACES)
            throw new RelayError(
              'request-invalid',
              `Blocks of more than ${MOST_FACES.toLocaleString('en')} faces are too many. Take fewer rows, or let what is round be off by more.`,
              { field: 'tolerance' },
            );
          const corner = (i: number): ReturnType<typeof point3d> =>
            point3d(positions[3 * i], positions[3 * i + 1], positions[3 * i + 2]);
          for (let t = 0; t < triangles.length; t += 3) {
            const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
            // The fourth corner is the third one again: so is a triangle said. Its third edge has no length.
            const hidden = FLAGS.reduce(
              (sum: number, flag, e) => sum | (flags[t + e] === 1 ? 0 : flag),
              0,
            ) as InvisibleEdgeFlags;
            block.add3dFace(corner(a), corner(b), corner(c), corner(c), {
              layerName: '0',
              invisibleEdges: hidden,
            });
          }
        }
      }
      const kind = run === BETWEEN ? 'machine' : kindOf(id);
      this.insert(name, map, this.layer(run, kind), id);
    }
  }

  /** Paths, and marks where places are left out. */
  lines({ runs, frame, ...asked }: SpaceDxfAsked): void {
    const rows = standingRows(this.machine, runs);
    for (const row of rows) standAtFrame(this.machine, row, frame);
    for (const { run, kind, lines } of sceneLines(rows, asked))
      for (const line of lines) {
        const vertices = Array.from({ length: line.length / 3 }, (_, i) => ({
          point: point3d(line[3 * i], line[3 * i + 1], line[3 * i + 2]),
        }));
        this.dxf.addPolyline3D(vertices, { layerName: this.layer(run, kind === 'path' ? kind : 'left out') });
      }
  }

  /** A block of a figure, made where it is not made yet; its name. */
  private figure(key: string, wanted: string, lines: readonly string[]): string {
    const name = this.names.of(key, wanted);
    if (!this.blocks.has(name)) {
      this.blocks.add(name);
      const block = this.dxf.addBlock(name);
      for (const d of lines)
        if (d !== '') for (const contour of parsePathData(d)) addContour(block, contour, { layerName: '0' });
    }
    return name;
  }

  private insert(block: string, map: Map3, layerName: string, id: string): void {
    const laid = insertInSpace(map);
    if (!laid)
      throw new RelayError('solid-invalid', `“${id}” cannot be set down as it stands: it has no size.`, {
        field: 'runs',
      });
    this.dxf.addInsert(block, laid.at, { ...laid.options, layerName });
    this.inserts++;
  }

  private layer(run: string, kind: string): string {
    const row = this.machine.job.runs.find(({ id }) => id === run)?.name;
    const name = this.layers.of(`${run} ${kind}`, row === undefined ? kind : `${row} ${kind}`);
    if (!this.dxf.tables.layerTable.exist(name)) this.dxf.addLayer(name, 7, 'Continuous');
    return name;
  }
}

/** The edges of a face in turn: the third one is from its third corner to its third one again, the fourth closes it. */
const FLAGS = [InvisibleEdgeFlags.First, InvisibleEdgeFlags.Second, InvisibleEdgeFlags.Fourth] as const;

/**
 * A map as an insert has it: its extrusion direction is z of what is inserted, and its point and turn are told in the
 * axes that the arbitrary axis algorithm of the DXF reference gives for that direction.
 * @returns null for a map without a size
 */
export function insertInSpace(
  map: Map3,
): { readonly at: ReturnType<typeof point3d>; readonly options: InsertOptions } | null {
  const {
    position,
    scale,
    axes: [x, , z],
  } = takenApart(map);
  if (!scale.every((value) => Math.abs(value) > 0 && Number.isFinite(value))) return null;
  const near = Math.abs(z[0]) < 1 / 64 && Math.abs(z[1]) < 1 / 64;
  const across = near ? cross([0, 1, 0], z) : cross([0, 0, 1], z);
  const long = Math.hypot(...across);
  const ax = across.map((value) => value / long);
  const ay = cross(z, ax);
  return {
    at: point3d(dot(position, ax), dot(position, ay), dot(position, z)),
    options: {
      extrusion: point3d(z[0], z[1], z[2]),
      rotationAngle: (Math.atan2(dot(x, ay), dot(x, ax)) * 180) / Math.PI,
      scaleFactor: { x: scale[0], y: scale[1], z: scale[2] },
    },
  };
}

/** What of a row a body is, by its name. */
const kindOf = (id: string): 'wheels' | 'lettering' | 'pieces' =>
  id.includes('/wheel/') ? 'wheels' : id.includes('/lettering-') ? 'lettering' : 'pieces';

type Triple = readonly number[];
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Triple, b: Triple): number[] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
