import { RelayError } from '@coin-relay/core';
import { joinMeshes, measureMesh, type SolidMeasures } from '@coin-relay/core/solid';
import { mendSolids, readSolids, thinned } from '@coin-relay/formats/solid-in';
import { colourOf } from '@coin-relay/scene';
import { MATERIALS, millimetresIn, MOST_WELD, type Unit } from '@coin-relay/model';
import type { MadeSolid } from './solid-answer';

/** What is asked of a file of solids. */
export interface AskedFile {
  readonly bytes: Uint8Array;
  readonly name: string;
  /** What its lengths are in, where it does not say so itself. */
  readonly unit?: Unit | undefined;
  /** Corners no further apart than this become one, mm. */
  readonly weld?: number | undefined;
  /** It is thinned out to so many triangles. */
  readonly triangles?: number | undefined;
}

/** A file of solids counted and weighed, all its bodies together, and what was done to it. */
export interface FileAnswer extends SolidMeasures {
  readonly bodies: number;
  /** Triangles it had before it was mended and thinned out. */
  readonly trianglesRead: number;
  /** Corners joined within the tolerance; triangles without an area or there twice; those that faced the wrong way. */
  readonly joined: number;
  readonly dropped: number;
  readonly turned: number;
  /** What of it was not read, in words. */
  readonly leftOut: readonly string[];
}

const LEAST_TRIANGLES = 4;

/**
 * Reads a file of solids, mends it, and thins it out where that is asked for.
 * @throws RelayError request-invalid, solid-file-invalid, solid-too-large
 */
export async function solidFromFile(asked: AskedFile): Promise<{ made: MadeSolid; answer: FileAnswer }> {
  const { bytes, name, unit = 'mm', weld = 0, triangles } = asked;
  if (!(weld >= 0 && weld <= MOST_WELD)) {
    throw new RelayError('request-invalid', `Corners are joined that are 0 to ${MOST_WELD} mm apart.`, {
      field: 'weld',
    });
  }
  if (triangles !== undefined && !(Number.isInteger(triangles) && triangles >= LEAST_TRIANGLES)) {
    throw new RelayError(
      'request-invalid',
      `A solid is thinned out to a whole number of triangles, ${LEAST_TRIANGLES} or more.`,
      { field: 'triangles' },
    );
  }
  const read = await readSolids(bytes, name);
  const mended = mendSolids(read, { unit: millimetresIn(unit), weld });
  const found = mended.bodies.map(({ mesh }) => mesh);
  const meshes = triangles === undefined ? found : await thinned(found, triangles);
  const { joined, dropped, turned } = mended;
  const parts = mended.bodies.map(({ name: called, material }, i) => ({
    name: called,
    mesh: meshes[i],
    material: material ?? 'steel',
    colour: colourOf(MATERIALS, material ?? 'steel'),
  }));
  const trianglesRead = read.bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0);
  return {
    made: { name, parts },
    answer: {
      ...measureMesh(joinMeshes(meshes)),
      bodies: meshes.length,
      trianglesRead,
      joined,
      dropped,
      turned,
      leftOut: read.leftOut,
    },
  };
}
