import { composed, type Map3 } from '@coin-relay/core';
import {
  inkLines,
  mapMesh,
  meshEdges,
  type InkBody,
  type InkLines,
  type Mesh,
  type MeshEdges,
} from '@coin-relay/core/solid';
import type { Machine } from '@coin-relay/model';
import { viewMap, type Viewpoint } from '../viewpoint';
import { sceneLines, type LinesAsked } from './scene-lines';
import type { SceneNode, SceneSolid } from './scene-node';
import { SceneSolids, type SceneAsked } from './scene-solids';

export interface InkAsked extends SceneAsked, LinesAsked {
  readonly from: Viewpoint;
  /** Whether hidden lines are told as well. */
  readonly hidden: boolean;
}

/** One thing of a drawing in ink: x to the right and y up, mm. */
export interface InkItem extends InkLines {
  readonly id: string;
  readonly run: string;
  readonly kind: 'body' | 'path' | 'mark';
}

/** x0, y0, x1, y1 of a picture, mm. */
export type InkBox = readonly [x0: number, y0: number, x1: number, y1: number];

/** The solids of a machine seen in parallel from somewhere, as lines: what is hidden is left out, or told by itself. */
export class InkScene {
  private readonly scene: SceneSolids;
  private readonly view: Map3;
  private readonly edges = new Map<string, MeshEdges>();

  constructor(
    machine: Machine,
    private readonly asked: InkAsked,
  ) {
    this.scene = new SceneSolids(machine, asked);
    this.view = viewMap(asked.from, machine.job.stands);
  }

  /** @throws RelayError solid-invalid, solid-too-large */
  at(frame: number): InkItem[] {
    const nodes = this.scene.at(frame);
    const bodies = nodes.flatMap((node) => this.bodiesOf(node));
    const drawn = inkLines(
      bodies.map(({ body }) => body),
      this.asked.hidden,
    );
    return [
      ...bodies.map(({ node: { id, run } }, i): InkItem => ({ id, run, kind: 'body', ...drawn[i] })),
      // What is no body is seen through all of them.
      ...sceneLines(this.scene.rows, this.asked).map(({ id, run, kind, lines }): InkItem => ({
        ...{ id, run, kind, hidden: [] },
        seen: lines.map((line) => this.seen(line).filter((_, i) => i % 3 < 2)),
      })),
    ];
  }

  /** What all of it takes up in some frames. */
  boundsOver(frames: readonly number[]): InkBox {
    const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
    const boxes = new Map<SceneSolid, Mesh>();
    for (const frame of frames) {
      for (const { solid, map } of this.scene.at(frame)) {
        const made = this.scene.solids.get(solid);
        if (!made) continue;
        const known = boxes.get(made) ?? boxOf(made.bodies.map(({ mesh }) => mesh));
        boxes.set(made, known);
        grow(box, mapMesh(known, composed(this.view, map)).positions);
      }
      for (const { lines } of sceneLines(this.scene.rows, this.asked))
        for (const points of lines) grow(box, this.seen(points));
    }
    return box;
  }

  private bodiesOf(node: SceneNode): { readonly node: SceneNode; readonly body: InkBody }[] {
    const solid = this.scene.solids.get(node.solid);
    const map = composed(this.view, node.map);
    return (solid?.bodies ?? []).map(({ mesh, crease }, i) => {
      // What bends has the same edges in all frames; which of them are sharp is told from the first one.
      const key = `${node.solid} ${i}`;
      const edges = this.edges.get(key) ?? meshEdges(mesh, crease);
      this.edges.set(key, edges);
      return { node, body: { mesh, edges, map } };
    });
  }

  private seen(points: readonly number[]): Float64Array {
    return mapMesh({ positions: Float64Array.from(points), triangles: NONE }, this.view).positions;
  }
}

const NONE = new Uint32Array(0);

function grow(box: [number, number, number, number], points: ArrayLike<number>): void {
  for (let i = 0; i < points.length; i += 3) {
    box[0] = Math.min(box[0], points[i]);
    box[1] = Math.min(box[1], points[i + 1]);
    box[2] = Math.max(box[2], points[i]);
    box[3] = Math.max(box[3], points[i + 1]);
  }
}

/** The corners of a box round bodies. */
function boxOf(meshes: readonly Mesh[]): Mesh {
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  for (const { positions } of meshes)
    for (let i = 0; i < positions.length; i++) {
      low[i % 3] = Math.min(low[i % 3], positions[i]);
      high[i % 3] = Math.max(high[i % 3], positions[i]);
    }
  const ends = [low, high];
  const corners = [0, 1].flatMap((x) =>
    [0, 1].flatMap((y) => [0, 1].flatMap((z) => [ends[x][0], ends[y][1], ends[z][2]])),
  );
  return { positions: Float64Array.from(corners), triangles: NONE };
}
