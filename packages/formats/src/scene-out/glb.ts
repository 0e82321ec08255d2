import { Document, WebIO, type Accessor, type Material, type Node } from '@gltf-transform/core';
import type { Machine } from '@coin-relay/model';
import { SceneSolids, type SceneAsked } from '@coin-relay/scene/solid';
import { linear, METRES } from '../solid-out/glb';
import { nodesOver, positionAt, scaleAt, turnAt, widestStep, type MovingNode } from './poses';

export interface GlbAsked extends SceneAsked {
  /** The first and the last frame; one alone stands still. */
  readonly from: number;
  readonly to: number;
  /** How far what moves may stray from where it is between its keys, mm. */
  readonly stray: number;
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
 * run and its number there; in metres with y up. Over several frames it is an animation of its nodes: straight and even
 * between its keys, which are as far apart as `stray` allows, from the first frame to the last.
 * @throws RelayError request-invalid, solid-invalid, solid-too-large
 */
export async function writeSceneGlb(
  machine: Machine,
  asked: GlbAsked,
): Promise<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly facts: SceneFacts }> {
  const scene = new SceneSolids(machine, asked);
  const nodes = nodesOver(scene, asked.from, asked.to);
  const document = new Document();
  document.getRoot().getAsset().generator = 'Coin Relay';
  const buffer = document.createBuffer();
  const accessor = (type: 'VEC3' | 'VEC4' | 'SCALAR', array: Float32Array | Uint32Array): Accessor =>
    document.createAccessor().setType(type).setArray(array).setBuffer(buffer);

  const materials = new Map<string, Material>();
  const reaches = new Map<string, number>();
  const trianglesOf = new Map<string, number>();
  const meshes = new Map(
    [...scene.solids.values()].map(({ key, name, bodies }) => {
      const mesh = document.createMesh(name);
      let reach = 0;
      for (const { mesh: body, material } of bodies) {
        let look = materials.get(material.id);
        if (!look) {
          look = document
            .createMaterial(material.name)
            .setBaseColorFactor([...linear(material.colour), 1])
            .setMetallicFactor(material.metal)
            .setRoughnessFactor(material.rough);
          materials.set(material.id, look);
        }
        // Without normals readers shade each triangle flat, as the edges of machined bodies are.
        mesh.addPrimitive(
          document
            .createPrimitive()
            .setAttribute('POSITION', accessor('VEC3', Float32Array.from(body.positions)))
            .setIndices(accessor('SCALAR', body.triangles.slice()))
            .setMaterial(look),
        );
        for (let i = 0; i < body.positions.length; i += 3)
          reach = Math.max(
            reach,
            Math.hypot(body.positions[i], body.positions[i + 1], body.positions[i + 2]),
          );
      }
      reaches.set(key, reach);
      trianglesOf.set(
        key,
        bodies.reduce((sum, { mesh: { triangles } }) => sum + triangles.length / 3, 0),
      );
      return [key, mesh] as const;
    }),
  );

  const top = document.createNode(machine.job.name).setScale([METRES, METRES, METRES]);
  // What is up in a job that lies flat is z.
  if (machine.job.stands === 'lying') top.setRotation([-Math.SQRT1_2, 0, 0, Math.SQRT1_2]);
  const groups = new Map<string, Node>();
  const placed = nodes.map((node) => {
    let group = groups.get(node.run);
    if (!group) {
      const run = machine.job.runs.find(({ id }) => id === node.run);
      group = document.createNode(run?.name ?? node.run);
      groups.set(node.run, group);
      top.addChild(group);
    }
    const made = document
      .createNode(node.id)
      .setMesh(meshes.get(node.solid) ?? null)
      .setTranslation([...positionAt(node, 0)] as [number, number, number])
      .setRotation([...turnAt(node, 0)] as [number, number, number, number])
      .setScale([...sizeAt(node, 0)] as [number, number, number]);
    group.addChild(made);
    return { node, made };
  });
  document.getRoot().setDefaultScene(document.createScene(machine.job.name).addChild(top));

  const frames = asked.to - asked.from;
  const { step, stray } =
    frames > 0
      ? widestStep(nodes, ({ solid }) => reaches.get(solid) ?? 0, asked.stray)
      : { step: 1, stray: 0 };
  const keys = frames > 0 ? frames / step + 1 : 0;
  if (frames > 0) animate();

  function animate(): void {
    const animation = document.createAnimation(machine.job.name);
    const rate = machine.job.motion.framesPerSecond;
    const at = Array.from({ length: keys }, (_, i) => i * step);
    const times = accessor(
      'SCALAR',
      Float32Array.from(at, (f) => f / rate),
    );
    const channel = (
      node: Node,
      path: 'translation' | 'rotation' | 'scale',
      how: 'LINEAR' | 'STEP',
      size: 3 | 4,
      read: (f: number) => ArrayLike<number>,
    ): void => {
      const values = new Float32Array(keys * size);
      at.forEach((f, i) => values.set(read(f), i * size));
      if (isSame(values, size)) return;
      const sampler = document
        .createAnimationSampler()
        .setInput(times)
        .setOutput(accessor(size === 3 ? 'VEC3' : 'VEC4', values))
        .setInterpolation(how);
      animation
        .addSampler(sampler)
        .addChannel(
          document.createAnimationChannel().setTargetNode(node).setTargetPath(path).setSampler(sampler),
        );
    };
    for (const { node, made } of placed) {
      channel(made, 'translation', 'LINEAR', 3, (f) => positionAt(node, f));
      channel(made, 'rotation', 'LINEAR', 4, (f) => turnAt(node, f));
      channel(made, 'scale', 'STEP', 3, (f) => sizeAt(node, f));
    }
    // Nothing of it moves.
    if (animation.listChannels().length === 0) animation.dispose();
  }

  return {
    bytes: await new WebIO().writeBinary(document),
    facts: {
      nodes: nodes.length,
      triangles: nodes.reduce((sum, { solid }: MovingNode) => sum + (trianglesOf.get(solid) ?? 0), 0),
      keys,
      stray,
    },
  };
}

/** What is not there is shrunk to nothing. */
const sizeAt = (node: MovingNode, f: number): Float64Array =>
  node.there[f] === 1 ? scaleAt(node, f) : NOTHING;
const NOTHING = new Float64Array(3);

/** Does nothing of it change? */
function isSame(values: Float32Array, size: number): boolean {
  for (let i = size; i < values.length; i++) if (values[i] !== values[i - size]) return false;
  return true;
}
