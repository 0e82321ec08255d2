import { LIMITS } from '@coin-relay/core';
import { countEdges, mapMesh, orientMesh, weldMesh } from '@coin-relay/core/solid';
import { broken, type ReadBody, type ReadSolids } from './read-body';

export interface Mending {
  /** How long one unit of the file is, mm, where it does not say so itself. */
  readonly unit?: number;
  /** Corners no further apart than this become one, mm. */
  readonly weld?: number;
}

/** What was done to a file’s bodies, and what is left to be said of them. */
export interface Mended {
  readonly bodies: readonly ReadBody[];
  /** Corners that were joined within the tolerance, beyond those that are equal. */
  readonly joined: number;
  /** Triangles that had no area, or were there twice. */
  readonly dropped: number;
  /** Triangles that were turned over to face as their neighbours do, or outward. */
  readonly turned: number;
  /** Edges that are not in exactly two triangles; 0 where all bodies are closed. */
  readonly openEdges: number;
}

/**
 * Bodies of a file in mm, with the corners that triangles share, all facing outward.
 * @throws RelayError solid-file-invalid where they are out of all bounds
 */
export function mendSolids(read: ReadSolids, { unit = 1, weld = 0 }: Mending = {}): Mended {
  const k = read.unit ?? unit;
  let [joined, dropped, turned, openEdges] = [0, 0, 0, 0];
  const far = read.bodies.find(({ mesh }) =>
    mesh.positions.some((value) => !(Math.abs(value) * k <= LIMITS.coordinate)),
  );
  if (far) {
    throw broken(
      `“${far.name}” reaches further than ${LIMITS.coordinate / 1e6} km at ${k} mm a unit. Give another unit, or mend the file where it was made.`,
    );
  }
  const bodies = read.bodies.map((body): ReadBody => {
    const exact = weldMesh(mapMesh(body.mesh, [k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0]), 0);
    const welded = weld > 0 ? weldMesh(exact.mesh, weld) : { mesh: exact.mesh, merged: 0, dropped: 0 };
    const facing = orientMesh(welded.mesh);
    joined += welded.merged;
    dropped += exact.dropped + welded.dropped;
    turned += facing.turned;
    openEdges += countEdges(facing.mesh.triangles).openEdges;
    return { ...body, mesh: facing.mesh };
  });
  return {
    bodies: bodies.filter(({ mesh }) => mesh.triangles.length > 0),
    joined,
    dropped,
    turned,
    openEdges,
  };
}
