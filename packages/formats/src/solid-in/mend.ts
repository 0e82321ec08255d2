import { LIMITS } from '@coin-relay/core';
import { countEdges, joinMeshes, mapMesh, orientMesh, weldMesh } from '@coin-relay/core/solid';
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
  const bodies = read.bodies.map((body) => {
    const exact = weldMesh(mapMesh(body.mesh, [k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0]), 0);
    const welded = weld > 0 ? weldMesh(exact.mesh, weld) : { mesh: exact.mesh, merged: 0, dropped: 0 };
    joined += welded.merged;
    dropped += exact.dropped + welded.dropped;
    return facing({ ...body, mesh: welded.mesh });
  });
  const whole = closedTogether(bodies, weld);
  for (const body of whole) {
    turned += body.turned;
    openEdges += body.openEdges;
  }
  return {
    bodies: whole
      .filter(({ mesh }) => mesh.triangles.length > 0)
      .map(({ name, material, mesh }) => ({ name, material, mesh })),
    joined,
    dropped,
    turned,
    openEdges,
  };
}

interface FacingBody extends ReadBody {
  readonly turned: number;
  readonly openEdges: number;
}

function facing(body: ReadBody): FacingBody {
  const { mesh, turned } = orientMesh(body.mesh);
  return { ...body, mesh, turned, openEdges: countEdges(mesh.triangles).openEdges };
}

/**
 * Files cut one body into parts by what it is made of, or into groups: those that are open by themselves, and have
 * fewer open edges together, are one body, of what most of it is made of.
 */
function closedTogether(bodies: readonly FacingBody[], weld: number): readonly FacingBody[] {
  const open = bodies.filter((body) => body.openEdges > 0);
  if (open.length < 2) return bodies;
  const { mesh } = weldMesh(joinMeshes(open.map((body) => body.mesh)), weld);
  const most = open.reduce((a, b) => (b.mesh.triangles.length > a.mesh.triangles.length ? b : a));
  const one = facing({ name: open[0].name, material: most.material, mesh });
  const apart = open.reduce((sum, body) => sum + body.openEdges, 0);
  return one.openEdges < apart ? [...bodies.filter((body) => body.openEdges === 0), one] : bodies;
}
