import { RelayError } from '@coin-relay/core';
import type { Mesh } from '@coin-relay/core/solid';
import loadManifold from 'manifold-3d';
import type { Manifold, ManifoldToplevel } from 'manifold-3d';

/** Edges that are shorter than this, and corners that are flatter, are taken away, mm. */
const SHORT = 0.002;

let loaded: Promise<ManifoldToplevel> | null = null;

/** @param wasm where what is compiled is to be had; beside the library where nothing is said */
function load(wasm: string | undefined): Promise<ManifoldToplevel> {
  loaded ??= loadManifold(wasm === undefined ? undefined : { locateFile: () => wasm }).then((library) => {
    library.setup();
    return library;
  });
  return loaded;
}

/**
 * Bodies as one: what they share is in it once, and nothing is inside it. What others take up is taken out of it.
 * @param others bodies that leave room for themselves
 * @param name what it is called where it cannot be done
 * @throws RelayError solid-invalid where one of them is not closed, or they cannot be joined
 */
export async function weldBodies(
  bodies: readonly Mesh[],
  others: readonly Mesh[],
  name: string,
  wasm: string | undefined,
): Promise<Mesh> {
  const library = await load(wasm);
  const made: Manifold[] = [];
  const keep = (body: Manifold): Manifold => {
    made.push(body);
    return body;
  };
  const unionOf = (meshes: readonly Mesh[]): Manifold =>
    keep(library.Manifold.union(meshes.map((mesh) => keep(bodyOf(library, mesh)))));
  try {
    const joined = unionOf(bodies);
    const left = others.length === 0 ? joined : keep(joined.subtract(unionOf(others)));
    // What two bodies shared leaves edges all but without a length.
    return meshOf(keep(left.simplify(SHORT)));
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new RelayError(
      'solid-invalid',
      `The bodies of “${name}” cannot be welded into one (${why}). Write them as bodies of their own.`,
      { field: 'weld' },
    );
  } finally {
    for (const each of made) each.delete();
  }
}

function bodyOf({ Manifold, Mesh }: ManifoldToplevel, { positions, triangles }: Mesh): Manifold {
  const mesh = new Mesh({
    numProp: 3,
    vertProperties: Float32Array.from(positions),
    triVerts: Uint32Array.from(triangles),
  });
  mesh.merge();
  return new Manifold(mesh);
}

function meshOf(body: Manifold): Mesh {
  const { vertProperties, triVerts, numProp } = body.getMesh();
  if (triVerts.length === 0) throw new Error('nothing is left');
  const positions = new Float64Array((3 * vertProperties.length) / numProp);
  for (let v = 0; v < positions.length / 3; v++)
    for (let c = 0; c < 3; c++) positions[3 * v + c] = vertProperties[numProp * v + c];
  return { positions, triangles: Uint32Array.from(triVerts) };
}
