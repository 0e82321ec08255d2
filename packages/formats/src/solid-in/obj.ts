import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import type { Mesh as DrawnMesh, Object3D } from 'three';
import {
  bodyOf,
  broken,
  checkTriangles,
  counted,
  MOST_BODIES,
  type ReadBody,
  type ReadSolids,
} from './read-body';

/** What is read of a file; the rest is lines, curves, and how it is to be drawn. */
const READ = /^(v|vt|vn|f|o|g|usemtl)\s/;
const CURVES = /^(l|p|curv2?|surf)\s/;

/**
 * Reads the faces of Wavefront OBJ, those with more than three corners cut into fans; a body for each object or group.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export function readObj(bytes: Uint8Array): ReadSolids {
  const lines = new TextDecoder()
    .decode(bytes)
    .replace(/\\\r?\n/g, ' ')
    .split('\n')
    .map((line) => line.trim());
  const kept = lines.filter((line) => READ.test(line));
  const faces = kept.filter((line) => line.startsWith('f '));
  checkTriangles(faces.reduce((sum, line) => sum + Math.max(0, line.split(/\s+/).length - 3), 0));
  if (faces.length === 0) {
    throw broken('There is no face in this OBJ file, so there is no solid. Export it with its faces.');
  }
  const bodies = kept.filter((line) => /^(o|g)\s/.test(line)).length;
  if (bodies > MOST_BODIES)
    throw broken(`This file has ${bodies} objects, and ${MOST_BODIES} are read at the most.`);
  const curves = lines.filter((line) => CURVES.test(line)).length;
  return {
    kind: 'OBJ',
    bodies: bodiesIn(new OBJLoader().parse(kept.join('\n'))),
    unit: null,
    leftOut: curves === 0 ? [] : [`${curves} lines, points and curves`],
  };
}

function bodiesIn(top: Object3D): ReadBody[] {
  const bodies: ReadBody[] = [];
  top.traverse((each) => {
    const drawn = each as DrawnMesh;
    if (!drawn.isMesh) return;
    const positions = drawn.geometry.getAttribute('position').array;
    const materials = Array.isArray(drawn.material) ? drawn.material : [drawn.material];
    const groups =
      drawn.geometry.groups.length > 0
        ? drawn.geometry.groups
        : [{ start: 0, count: positions.length / 3, materialIndex: 0 }];
    for (const { start, count, materialIndex = 0 } of groups) {
      if (count === 0) continue;
      bodies.push(
        bodyOf(
          drawn.name.slice(0, 80) || `body ${bodies.length + 1}`,
          materials[materialIndex]?.name || null,
          positions.slice(3 * start, 3 * (start + count)),
          counted(count),
        ),
      );
    }
  });
  return bodies;
}
