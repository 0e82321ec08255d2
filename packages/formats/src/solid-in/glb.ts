import { Primitive, WebIO, type Document, type Node } from '@gltf-transform/core';
import { bodyOf, broken, checkTriangles, MOST_BODIES, type ReadBody, type ReadSolids } from './read-body';

/** glTF is in metres (glTF 2.0, 3.4). */
const METRE = 1000;
/** “glTF”, and the kind of the chunk that tells what is in the file. */
const MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;

interface Told {
  readonly extensionsRequired?: readonly string[];
  readonly buffers?: readonly { readonly uri?: string }[];
}

export const isGlb = (bytes: Uint8Array): boolean =>
  bytes.length >= 4 && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === MAGIC;

/**
 * Reads the triangles of binary glTF 2.0, where its nodes put them: a body for each part of a mesh.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export async function readGlb(bytes: Uint8Array): Promise<ReadSolids> {
  const { extensionsRequired = [], buffers = [] } = toldIn(bytes);
  if (extensionsRequired.length > 0) {
    throw broken(
      `This GLB file needs ${extensionsRequired.join(', ')}, which is not read here. Export it without compression and extensions.`,
    );
  }
  if (buffers.some(({ uri }) => uri !== undefined && !uri.startsWith('data:'))) {
    throw broken('This GLB file keeps its shapes in another file. Export it as one file.');
  }
  let document: Document;
  try {
    document = await new WebIO().readBinary(bytes);
  } catch (error) {
    throw broken(
      `This GLB file cannot be read: ${error instanceof Error ? error.message : String(error)}. Export it again.`,
    );
  }
  return bodiesIn(document);
}

function toldIn(bytes: Uint8Array): Told {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const at = (offset: number): number => (offset + 4 <= bytes.length ? view.getUint32(offset, true) : 0);
  if (at(4) !== 2)
    throw broken(`This GLB file is of version ${at(4)}, and version 2 is read. Export it as glTF 2.0.`);
  if (at(8) !== bytes.length || at(16) !== JSON_CHUNK || 20 + at(12) > bytes.length) {
    throw broken(
      `This GLB file says ${at(8)} bytes and has ${bytes.length}. It may be cut off: save it again.`,
    );
  }
  try {
    return JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + at(12)))) as Told;
  } catch {
    throw broken('This GLB file does not say what is in it: its JSON cannot be read. Export it again.');
  }
}

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
    unit: METRE,
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
