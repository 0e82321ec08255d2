import { Matrix4, Ray, Vector3, type BufferGeometry, type InstancedMesh } from 'three';
import { MeshBVH } from 'three-mesh-bvh';

const trees = new WeakMap<BufferGeometry, MeshBVH>();

/** The triangles of a solid, sorted so that a ray meets few of them; made when it is first looked at. */
export function treeOf(geometry: BufferGeometry): MeshBVH {
  const known = trees.get(geometry);
  if (known) return known;
  // Indices stay as they are: what draws them reads them.
  const made = new MeshBVH(geometry, { indirect: true });
  trees.set(geometry, made);
  return made;
}

const inverse = new Matrix4();
const matrix = new Matrix4();
const local = new Ray();
const at = new Vector3();

/** The nearest copy of a solid that a ray meets, and how far from its origin that is; null where it meets none. */
export function nearestCopy(body: InstancedMesh, ray: Ray): { copy: number; distance: number } | null {
  let best: { copy: number; distance: number } | null = null;
  const box = body.geometry.boundingBox;
  for (let copy = 0; copy < body.count; copy++) {
    body.getMatrixAt(copy, matrix);
    local.copy(ray).applyMatrix4(inverse.copy(matrix).invert());
    if (!box || !local.intersectBox(box, at)) continue;
    const hit = treeOf(body.geometry).raycastFirst(local);
    if (!hit) continue;
    const distance = hit.point.applyMatrix4(matrix).distanceTo(ray.origin);
    if (!best || distance < best.distance) best = { copy, distance };
  }
  return best;
}
