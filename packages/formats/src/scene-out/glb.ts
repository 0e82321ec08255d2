import { Document, WebIO, type Mesh as GlbMesh, type Node } from '@gltf-transform/core';
import { EXTMeshGPUInstancing } from '@gltf-transform/extensions';
import { RelayError, type Map3 } from '@coin-relay/core';
import type { Machine } from '@coin-relay/model';
import {
  sceneLines,
  SceneSolids,
  takenApart,
  type SceneAsked,
  type SceneSolid,
  type ShapeAt,
} from '@coin-relay/scene/solid';
import { METRES } from '../solid-out/glb';
import type { BakePicture } from './baked-picture';
import { GlbBodies } from './glb-bodies';
import { addInstances } from './glb-instances';
import { addLines } from './glb-lines';
import { GlbMotion, sizeAt } from './glb-motion';
import { shapesOver, type MovingShape } from './moving-shapes';
import { nodesOver, positionAt, turnAt, widestStep, type MovingNode } from './poses';

export interface GlbAsked extends SceneAsked {
  /** The first and the last frame; one alone stands still. */
  readonly from: number;
  readonly to: number;
  /** How far what moves may stray from where it is between its keys, mm. */
  readonly stray: number;
  /** The paths too, and marks where places are left out: as lines. */
  readonly path?: boolean;
  readonly marks?: boolean;
  /** What stands still and is many times there as one node with all its places (EXT_mesh_gpu_instancing). */
  readonly instances?: boolean;
  /** How pictures are painted over colours; without it they are left out. */
  readonly bake?: BakePicture | null;
}

/** What was written. */
export interface SceneFacts {
  readonly nodes: number;
  readonly triangles: number;
  /** Keys of what moves, and how far it strays between them, mm. */
  readonly keys: number;
  readonly stray: number;
}

/**
 * The rows of a machine as binary glTF 2.0: a mesh for each solid and a node for each place it stands in, named by its
 * run and its number there; in metres with y up. Over several frames it is an animation: of nodes, straight and even
 * between keys that are as far apart as `stray` allows, from the first frame to the last; and of the shapes of what
 * bends, as morph targets.
 * @throws RelayError request-invalid, solid-invalid, solid-too-large, file-too-large
 */
export async function writeSceneGlb(
  machine: Machine,
  asked: GlbAsked,
): Promise<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly facts: SceneFacts }> {
  const moving = asked.to > asked.from;
  if (moving && asked.instances)
    throw new RelayError(
      'request-invalid',
      'Instances stand still: each of them cannot be moved. Take one frame, or leave instances out.',
      { field: 'instances' },
    );
  const scene = new SceneSolids(machine, asked);
  const nodes = nodesOver(scene, asked.from, asked.to);
  const shapes = shapesOver(scene, asked.from, asked.to, asked.stray);
  const writer = new GlbWriter(machine, asked.bake ?? null);
  for (const solid of scene.solids.values()) await writer.solid(solid);

  const { step, stray } = moving
    ? widestStep(nodes, ({ solid }) => writer.reachOf(solid), asked.stray)
    : { step: 1, stray: 0 };
  const at = moving ? Array.from({ length: (asked.to - asked.from) / step + 1 }, (_, i) => i * step) : [];
  const facts = { keys: at.length, stray };
  if (asked.instances) writer.instances(nodes);
  else writer.nodes(nodes, at);
  for (const shape of shapes) {
    await writer.shape(shape, moving);
    if (!moving) continue;
    facts.keys = Math.max(facts.keys, shape.keyed.at.length);
    facts.stray = Math.max(facts.stray, shape.keyed.stray);
  }
  scene.standAt(asked.from);
  writer.lines(scene, asked);
  return {
    bytes: await writer.bytes(),
    facts: { nodes: writer.count, triangles: writer.triangles, ...facts },
  };
}

/** Writes the parts of one document. */
class GlbWriter {
  count = 0;
  triangles = 0;
  private readonly document = new Document();
  private readonly bodies: GlbBodies;
  private readonly motion: GlbMotion;
  private readonly top: Node;
  private readonly groups = new Map<string, Node>();
  private readonly meshes = new Map<string, { mesh: GlbMesh; reach: number; triangles: number }>();

  constructor(
    private readonly machine: Machine,
    bake: BakePicture | null,
  ) {
    const { document } = this;
    const { name, stands, motion } = machine.job;
    document.getRoot().getAsset().generator = 'Coin Relay';
    this.bodies = new GlbBodies(document, bake);
    this.motion = new GlbMotion(document, this.bodies, name, motion.framesPerSecond);
    this.top = document.createNode(name).setScale([METRES, METRES, METRES]);
    // What is up in a job that lies flat is z.
    if (stands === 'lying') this.top.setRotation([-Math.SQRT1_2, 0, 0, Math.SQRT1_2]);
    document.getRoot().setDefaultScene(document.createScene(name).addChild(this.top));
  }

  reachOf(solid: string): number {
    return this.meshes.get(solid)?.reach ?? 0;
  }

  async solid(solid: SceneSolid): Promise<void> {
    let [reach, triangles] = [0, 0];
    for (const { mesh } of solid.bodies) {
      const { positions } = mesh;
      triangles += mesh.triangles.length / 3;
      for (let i = 0; i < positions.length; i += 3)
        reach = Math.max(reach, Math.hypot(positions[i], positions[i + 1], positions[i + 2]));
    }
    this.meshes.set(solid.key, { mesh: await this.bodies.mesh(solid), reach, triangles });
  }

  /** A node for each place. @param at the frames that are keys; none where nothing moves */
  nodes(nodes: readonly MovingNode[], at: readonly number[]): void {
    for (const node of nodes) {
      const made = this.document
        .createNode(node.id)
        .setMesh(this.meshOf(node.solid))
        .setTranslation(three(positionAt(node, 0)))
        .setRotation([...turnAt(node, 0)] as [number, number, number, number])
        .setScale(three(sizeAt(node, 0)));
      this.group(node.run).addChild(made);
      if (at.length > 0) this.motion.node({ node, made }, at);
    }
  }

  /** A node for all places of a solid. */
  instances(nodes: readonly MovingNode[]): void {
    const extension = this.document.createExtension(EXTMeshGPUInstancing).setRequired(true);
    const places = new Map<string, MovingNode[]>();
    for (const node of nodes) {
      const key = `${node.run}\n${node.solid}`;
      places.set(key, [...(places.get(key) ?? []), node]);
    }
    for (const [first, ...others] of places.values()) {
      const mesh = this.meshOf(first.solid, others.length + 1);
      this.group(first.run).addChild(
        addInstances(this.document, this.bodies, extension, mesh, [first, ...others]),
      );
    }
  }

  /** What bends: the corners it begins with, and how far they move to each of its keys. */
  async shape({ first, keyed, there }: MovingShape, moving: boolean): Promise<void> {
    const [begins, ...others] = keyed.shapes;
    let from = 0;
    const made = this.document.createMesh(first.name);
    // What stands still all the while is told once.
    const changes = moving && others.some((shape) => shape !== begins);
    const targets = changes ? others : [];
    for (const body of first.bodies) {
      const { length } = body.mesh.positions;
      const start = from;
      const aways = targets.map((shape) =>
        Float32Array.from({ length }, (_, i) => shape[start + i] - begins[start + i]),
      );
      for (const { primitive, of } of await this.bodies.parts(body, begins.subarray(start, start + length))) {
        for (const away of aways)
          primitive.addTarget(
            this.document
              .createPrimitiveTarget()
              .setAttribute('POSITION', this.bodies.accessor('VEC3', of(away))),
          );
        made.addPrimitive(primitive);
      }
      from += length;
    }
    if (targets.length > 0) made.setWeights(targets.map(() => 0));
    for (const { id, run, map } of first.nodes) {
      // What is absent in the first frame comes in later.
      const node = this.stand(id, run, made, map);
      if (!moving) continue;
      if (changes) this.motion.shape(node, keyed);
      this.motion.presence(node, there);
      if (there[0] === 0) node.setScale([0, 0, 0]);
    }
    this.count += first.nodes.length;
    this.triangles += trianglesOf(first) * first.nodes.length;
  }

  /** Paths, and marks of places that are left out. */
  lines(scene: SceneSolids, asked: GlbAsked): void {
    for (const line of sceneLines(scene.rows, asked))
      this.group(line.run).addChild(addLines(this.document, this.bodies, line));
  }

  async bytes(): Promise<Uint8Array<ArrayBuffer>> {
    this.motion.finish();
    return new WebIO().registerExtensions([EXTMeshGPUInstancing]).writeBinary(this.document);
  }

  private stand(id: string, run: string, mesh: GlbMesh, map: Map3): Node {
    const { position, quaternion, scale } = takenApart(map);
    const node = this.document
      .createNode(id)
      .setMesh(mesh)
      .setTranslation([...position])
      .setRotation([...quaternion])
      .setScale([...scale]);
    this.group(run).addChild(node);
    return node;
  }

  /** The mesh of a solid that stands in so many more places. */
  private meshOf(solid: string, times = 1): GlbMesh | null {
    const known = this.meshes.get(solid);
    this.count += times;
    this.triangles += times * (known?.triangles ?? 0);
    return known?.mesh ?? null;
  }

  private group(run: string): Node {
    let group = this.groups.get(run);
    if (!group) {
      group = this.document.createNode(this.machine.job.runs.find(({ id }) => id === run)?.name ?? run);
      this.groups.set(run, group);
      this.top.addChild(group);
    }
    return group;
  }
}
const three = (values: ArrayLike<number>): [number, number, number] => [values[0], values[1], values[2]];
const trianglesOf = ({ bodies }: ShapeAt): number =>
  bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0);
