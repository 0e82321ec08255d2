import { Primitive, type Document, type Node } from '@gltf-transform/core';
import { GLB_METRE, glbDocument } from './glb-document';
import { bodyOf, broken, checkTriangles, MOST_BODIES, type ReadBody, type ReadSolids } from './read-body';

/**
 * Reads the triangles of binary glTF 2.0, where its nodes put them: a body for each part of a mesh.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export const readGlb = async (bytes: Uint8Array): Promise<ReadSolids> => bodiesIn(await glbDocument(bytes));

function bodiesIn(document: Document): ReadSolids {
  const root = document.getRoot();
  const scene = root.getDefaultScene() ?? root.listScenes()[0];
  const bodies: ReadBody[] = [];
  let [triangles, lines, moved] = [0, 0, 0];
  scene?.traverse((node) => {
    if (node.getSkin()) moved++;
    for (const primitive of node.getMesh()?.listPrimitives() ?? []) {
      if (primitive.listTargets().length > 0) moved++;
      if (primitive.getMode() < Primitive.Mode['TRIANGLES']) lines++;
      else {
        const corners = cornersOf(primitive);
        triangles += corners.length / 3;
        // Before it is made: a mesh may stand in very many places.
        checkTriangles(triangles);
        if (corners.length === 0) continue;
        if (bodies.length >= MOST_BODIES) {
          throw broken(`This file has more than ${MOST_BODIES} bodies. Join them where it was made.`);
        }
        bodies.push(bodyAt(node, primitive, corners, bodies.length));
      }
    }
  });
  if (bodies.length === 0) throw broken('There is no triangle in this GLB file, so there is no solid.');
  return {
    kind: 'GLB',
    bodies,
    unit: GLB_METRE,
    leftOut: [
      ...(lines > 0 ? [`${lines} parts that are lines or points`] : []),
      ...(moved > 0 ? ['how skins and shapes bend it'] : []),
    ],
  };
}

function bodyAt(node: Node, primitive: Primitive, corners: readonly number[], known: number): ReadBody {
  const positions = primitive.getAttribute('POSITION')?.getArray() ?? new Float32Array(0);
  const m = node.getWorldMatrix();
  const placed = new Float64Array(positions.length);
  for (let i = 0; i + 2 < positions.length; i += 3)
    for (let r = 0; r < 3; r++)
      placed[i + r] =
        m[r] * positions[i] + m[r + 4] * positions[i + 1] + m[r + 8] * positions[i + 2] + m[r + 12];
  const name = (node.getName() || node.getMesh()?.getName() || `body ${known + 1}`).slice(0, 80);
  return bodyOf(name, primitive.getMaterial()?.getName() || null, placed, corners);
}

/** Three corners a triangle, of triangles, strips and fans (glTF 2.0, 3.7.2.1). */
function cornersOf(primitive: Primitive): number[] {
  const indices = primitive.getIndices()?.getArray();
  const count = indices?.length ?? primitive.getAttribute('POSITION')?.getCount() ?? 0;
  const at = (i: number): number => indices?.[i] ?? i;
  const out: number[] = [];
  switch (primitive.getMode()) {
    case Primitive.Mode['TRIANGLE_STRIP']:
      for (let i = 0; i + 2 < count; i++) out.push(at(i), at(i + 1 + (i % 2)), at(i + 2 - (i % 2)));
      break;
    case Primitive.Mode['TRIANGLE_FAN']:
      for (let i = 1; i + 1 < count; i++) out.push(at(i), at(i + 1), at(0));
      break;
    default:
      for (let i = 0; i + 2 < count; i += 3) out.push(at(i), at(i + 1), at(i + 2));
  }
  return out;
}
