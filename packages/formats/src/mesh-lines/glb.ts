import { Primitive, type Document, type Node } from '@gltf-transform/core';
import { RelayError, type Vec3 } from '@coin-relay/core';
import { DrawingCollector, type Drawing } from '../drawing/drawing';
import { GLB_METRE, glbDocument } from '../solid-in/glb-document';
import { SOLID_FILE_LIMIT } from '../solid-in/read-body';
import { collectEdges } from './collect';

/**
 * Reads the lines of binary glTF 2.0 (its primitives of lines, strips and loops) where its nodes put them, with y up as
 * the format says. Triangles and points are left out.
 * @throws RelayError file-too-large, file-broken
 */
export async function readGlbLines(bytes: Uint8Array): Promise<Drawing> {
  if (bytes.length > SOLID_FILE_LIMIT)
    throw new RelayError(
      'file-too-large',
      `The file is ${(bytes.length / 1e6).toFixed(1)} MB; at most ${SOLID_FILE_LIMIT / 1e6} MB are read. Export only the lines you need.`,
    );
  const document = await opened(bytes);
  const root = document.getRoot();
  const collected = new DrawingCollector();
  (root.getDefaultScene() ?? root.listScenes().at(0))?.traverse((node) => {
    for (const primitive of node.getMesh()?.listPrimitives() ?? []) collect(collected, node, primitive);
  });
  return collected.result(GLB_METRE, true);
}

async function opened(bytes: Uint8Array): Promise<Document> {
  try {
    return await glbDocument(bytes);
  } catch (error) {
    if (error instanceof RelayError) throw new RelayError('file-broken', error.message);
    throw error;
  }
}

function collect(collected: DrawingCollector, node: Node, primitive: Primitive): void {
  const mode = primitive.getMode();
  if (mode === Primitive.Mode['POINTS']) {
    collected.skip('points', 'points by themselves are no line');
    return;
  }
  if (mode > Primitive.Mode['LINE_STRIP']) {
    collected.skip('part of triangles', 'a surface, not a line');
    return;
  }
  const positions = primitive.getAttribute('POSITION');
  const m = node.getWorldMatrix();
  const many = positions?.getCount() ?? 0;
  const element: number[] = [0, 0, 0];
  const at = (k: number): Vec3 => {
    const [x, y, z] = positions?.getElement(k, element) ?? element;
    const row = (r: number): number => GLB_METRE * (m[r] * x + m[r + 4] * y + m[r + 8] * z + m[r + 12]);
    return { x: row(0), y: row(1), z: row(2) };
  };
  const edges = edgesOf(primitive, many);
  if (edges.some((k) => k >= many)) {
    collected.skip('line', 'names a corner that is not in the file');
    return;
  }
  collectEdges(
    collected,
    (node.getName() || node.getMesh()?.getName() || '').slice(0, 80) || undefined,
    edges,
    at,
  );
}

/** Two corners an edge, of lines, strips and loops (glTF 2.0, 3.7.2.1). */
function edgesOf(primitive: Primitive, corners: number): number[] {
  const indices = primitive.getIndices()?.getArray();
  const count = indices?.length ?? corners;
  const at = (i: number): number => indices?.[i] ?? i;
  const edges: number[] = [];
  if (primitive.getMode() === Primitive.Mode['LINES']) {
    for (let i = 0; i + 1 < count; i += 2) edges.push(at(i), at(i + 1));
    return edges;
  }
  for (let i = 0; i + 1 < count; i++) edges.push(at(i), at(i + 1));
  if (primitive.getMode() === Primitive.Mode['LINE_LOOP'] && count > 2) edges.push(at(count - 1), at(0));
  return edges;
}
