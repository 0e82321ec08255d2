import type { Document, Mesh, Node } from '@gltf-transform/core';
import type { EXTMeshGPUInstancing } from '@gltf-transform/extensions';
import type { GlbBodies } from './glb-bodies';
import { sizeAt } from './glb-motion';
import { positionAt, turnAt, type MovingNode } from './poses';

/**
 * A mesh in all its places as one node (EXT_mesh_gpu_instancing, Khronos): place, turn and size of each, and their
 * names in turn among its extras.
 * @param places one at the least
 */
export function addInstances(
  document: Document,
  bodies: GlbBodies,
  extension: EXTMeshGPUInstancing,
  mesh: Mesh | null,
  places: readonly MovingNode[],
): Node {
  const all = (size: number, read: (node: MovingNode) => ArrayLike<number>): Float32Array => {
    const values = new Float32Array(places.length * size);
    places.forEach((node, i) => values.set(read(node), i * size));
    return values;
  };
  const instances = extension
    .createInstancedMesh()
    .setAttribute(
      'TRANSLATION',
      bodies.accessor(
        'VEC3',
        all(3, (node) => positionAt(node, 0)),
      ),
    )
    .setAttribute(
      'ROTATION',
      bodies.accessor(
        'VEC4',
        all(4, (node) => turnAt(node, 0)),
      ),
    )
    .setAttribute(
      'SCALE',
      bodies.accessor(
        'VEC3',
        all(3, (node) => sizeAt(node, 0)),
      ),
    );
  const ids = places.map(({ id }) => id);
  return document
    .createNode(ids.length === 1 ? ids[0] : `${places[0].run}: ${mesh?.getName() ?? ''}`)
    .setMesh(mesh)
    .setExtras({ places: ids })
    .setExtension('EXT_mesh_gpu_instancing', instances);
}
