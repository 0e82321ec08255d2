import { Primitive, type Document, type Node } from '@gltf-transform/core';
import { INK, PATH_COLOUR } from '@coin-relay/scene';
import type { SceneLine } from '@coin-relay/scene/solid';
import type { GlbBodies } from './glb-bodies';

const COLOURS: Readonly<Record<SceneLine['kind'], string>> = { path: PATH_COLOUR, mark: INK };

/** Lines as a node: a strip each. */
export function addLines(document: Document, bodies: GlbBodies, { id, kind, lines }: SceneLine): Node {
  const mesh = document.createMesh(kind);
  for (const line of lines)
    mesh.addPrimitive(
      document
        .createPrimitive()
        .setMode(Primitive.Mode['LINE_STRIP'])
        .setAttribute('POSITION', bodies.accessor('VEC3', Float32Array.from(line)))
        .setMaterial(bodies.ink(kind, COLOURS[kind])),
    );
  return document.createNode(id).setMesh(mesh);
}
