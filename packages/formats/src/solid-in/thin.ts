import { countEdges, weldMesh, type Mesh } from '@coin-relay/core/solid';
import { MeshoptSimplifier } from 'meshoptimizer/simplifier';

/** How far a body may stray from what it was while it is thinned out, of its size. */
const MOST_STRAY = 0.05;

/**
 * Bodies with no more triangles than so many together, each thinned out by its share; one that is closed stays so, or
 * stays as it is. Edges that collapse cost the least by their quadrics (Garland and Heckbert, 1997).
 */
export async function thinned(meshes: readonly Mesh[], most: number): Promise<Mesh[]> {
  const all = meshes.reduce((sum, { triangles }) => sum + triangles.length / 3, 0);
  if (all <= most) return [...meshes];
  await MeshoptSimplifier.ready;
  return meshes.map((mesh) => thinnedOne(mesh, Math.floor(((mesh.triangles.length / 3) * most) / all)));
}

function thinnedOne(mesh: Mesh, most: number): Mesh {
  const [kept] = MeshoptSimplifier.simplify(
    mesh.triangles,
    Float32Array.from(mesh.positions),
    3,
    3 * Math.max(4, most),
    MOST_STRAY,
    ['LockBorder'],
  );
  // Corners that are not used any more go.
  const used = new Map<number, number>();
  const triangles = Uint32Array.from(kept, (k) => {
    const at = used.get(k) ?? used.size;
    used.set(k, at);
    return at;
  });
  const positions = new Float64Array(3 * used.size);
  for (const [k, at] of used) positions.set(mesh.positions.subarray(3 * k, 3 * k + 3), 3 * at);
  const thin = weldMesh({ positions, triangles }, 0).mesh;
  const open = (of: Mesh): number => countEdges(of.triangles).openEdges;
  return open(thin) > open(mesh) ? mesh : thin;
}
