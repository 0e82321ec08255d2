import { DoubleSide, Matrix4, Ray, Vector3, type BufferGeometry, type InstancedMesh } from 'three';
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

/**
 * The nearest copy of a solid that a ray meets, and how far from its origin that is; null where it meets none.
 * @param isThere told of places in the axes of the copies; where it says no, something is cut away, and the ray goes on
 */
export function nearestCopy(
  body: InstancedMesh,
  ray: Ray,
  isThere?: (place: Vector3) => boolean,
): { copy: number; distance: number } | null {
  let best: { copy: number; distance: number } | null = null;
  const box = body.geometry.boundingBox;
  for (let copy = 0; copy < body.count; copy++) {
    body.getMatrixAt(copy, matrix);
    local.copy(ray).applyMatrix4(inverse.copy(matrix).invert());
    if (!box || !local.intersectBox(box, at)) continue;
    const tree = treeOf(body.geometry);
    // What is seen through a cut is the inside of the body.
    const hits = isThere
      ? tree.raycast(local, DoubleSide).sort((a, b) => a.distance - b.distance)
      : [tree.raycastFirst(local)];
    const place = hits
      .map((hit) => hit?.point.applyMatrix4(matrix))
      .find((each) => each && (isThere?.(each) ?? true));
    if (!place) continue;
    const distance = place.distanceTo(ray.origin);
    if (!best || distance < best.distance) best = { copy, distance };
  }
  return best;
}
