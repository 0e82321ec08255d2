import { RelayError } from '@coin-relay/core';
import {
  joinMeshes,
  measureMesh,
  meshVolume,
  openEdgeLines,
  type Mesh,
  type SolidMeasures,
} from '@coin-relay/core/solid';
import { MOST_KEPT_TRIANGLES } from '@coin-relay/model';
import { mendSolids, thinned, type Mending, type ReadSolids } from '../solid-in';
import { writeStl } from '../solid-out/stl';
import { readKept } from './kept';

/** Bodies of one piece at the most; a file with more kinds of material is one body. */
const MOST_BODIES = 12;

/** How a file is to be made into bodies that are kept. */
export interface Preparing extends Mending {
  /** Triangles of all of them together at the most. */
  readonly triangles?: number;
}

/** A body that is ready to be kept. */
export interface PreparedBody {
  /** What its file calls what it is made of; null where it does not say. */
  readonly material: string | null;
  /** As it will be read again. */
  readonly mesh: Mesh;
  readonly stl: Uint8Array;
  readonly measures: SolidMeasures;
  /** Both ends of each edge that is open, x, y, z, mm. */
  readonly openLines: Float32Array;
}

/** The bodies of a file, one for each material, and what was done to them. */
export interface Prepared {
  readonly bodies: readonly PreparedBody[];
  readonly trianglesRead: number;
  /** Triangles after mending, before thinning out. */
  readonly trianglesMended: number;
  readonly joined: number;
  readonly dropped: number;
  readonly turned: number;
}

/**
 * Makes what was read of a file into bodies that a piece can have.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export async function prepareSolids(read: ReadSolids, name: string, how: Preparing): Promise<Prepared> {
  const mended = mendSolids(read, how);
  const groups = byMaterial(mended.bodies);
  const before = groups.map(({ mesh }) => mesh);
  const most = how.triangles ?? Infinity;
  const meshes = most < countOf(before) ? await thinned(before, most) : before;
  const many = countOf(meshes);
  if (many > MOST_KEPT_TRIANGLES) {
    throw new RelayError(
      'solid-too-large',
      `It has ${many} triangles, and ${MOST_KEPT_TRIANGLES} are kept at the most. Thin it out: give fewer triangles.`,
      { field: 'triangles' },
    );
  }
  if (!meshes.some((mesh) => meshVolume(mesh) > 0)) {
    throw new RelayError(
      'solid-file-invalid',
      'What is in this file holds nothing: it is flat, or its triangles face both ways. Give it a thickness where it was made, or bring it in as a drawing.',
    );
  }
  return {
    bodies: meshes.flatMap((mesh, i) =>
      // What holds nothing by itself would be nothing in space either.
      meshVolume(mesh) > 0 ? [prepared(mesh, groups[i].material, name)] : [],
    ),
    trianglesRead: countOf(read.bodies.map(({ mesh }) => mesh)),
    trianglesMended: countOf(before),
    joined: mended.joined,
    dropped: mended.dropped,
    turned: mended.turned,
  };
}

const countOf = (meshes: readonly Mesh[]): number =>
  meshes.reduce((sum, { triangles }) => sum + triangles.length / 3, 0);

function prepared(mesh: Mesh, material: string | null, name: string): PreparedBody {
  const stl = writeStl(mesh, name);
  const again = readKept(stl);
  return { material, mesh: again, stl, measures: measureMesh(again), openLines: openEdgeLines(again) };
}

function byMaterial(bodies: readonly { material: string | null; mesh: Mesh }[]): {
  material: string | null;
  mesh: Mesh;
}[] {
  const materials = [...new Set(bodies.map(({ material }) => material))];
  const groups = materials.length > MOST_BODIES ? [null] : materials;
  return groups.map((material) => ({
    material,
    mesh: joinMeshes(
      bodies.filter((body) => groups.length === 1 || body.material === material).map(({ mesh }) => mesh),
    ),
  }));
}
