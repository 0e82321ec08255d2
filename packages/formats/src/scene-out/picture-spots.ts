import { faceNormals, type Mesh } from '@coin-relay/core/solid';
import { PICTURE_FACING, type PlacedPicture } from '@coin-relay/scene/solid';

/** A body parted into the faces that a picture lies on, front and back, and the others. */
export function partByPicture(mesh: Mesh): { readonly on: Mesh; readonly off: Mesh } {
  const on: number[] = [];
  const off: number[] = [];
  const normals = faceNormals(mesh.positions, mesh.triangles);
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const long = Math.hypot(normals[t], normals[t + 1], normals[t + 2]);
    (Math.abs(normals[t + 2]) > PICTURE_FACING * long ? on : off).push(...mesh.triangles.subarray(t, t + 3));
  }
  return { on: onlyOf(mesh, on), off: onlyOf(mesh, off) };
}

/** The same, with where the corners of what it lies on are on the picture. */
export function partedByPicture(
  mesh: Mesh,
  picture: PlacedPicture,
  border: readonly [number, number],
): { readonly on: Mesh; readonly off: Mesh; readonly spots: Float32Array } {
  const { on, off } = partByPicture(mesh);
  return { on, off, spots: pictureSpots(on, picture, border) };
}

/** Triangles with the corners they have, and no others. */
function onlyOf({ positions }: Mesh, triangles: readonly number[]): Mesh {
  const numbers = new Map<number, number>();
  for (const corner of triangles) if (!numbers.has(corner)) numbers.set(corner, numbers.size);
  const kept = new Float64Array(3 * numbers.size);
  for (const [corner, i] of numbers) kept.set(positions.subarray(3 * corner, 3 * corner + 3), 3 * i);
  return {
    positions: kept,
    triangles: Uint32Array.from(triangles, (corner) => numbers.get(corner) ?? 0),
  };
}

/**
 * Where the corners of a body are on the picture that lies on it, as glTF tells that: u to the right and v down, 0 to 1
 * over all of the picture with its border.
 * @param border how wide that is, of the whole picture, along and down
 */
export function pictureSpots(
  { positions }: Mesh,
  { x, y, width, height }: PlacedPicture,
  [along, down]: readonly [number, number],
): Float32Array {
  const spots = new Float32Array((positions.length / 3) * 2);
  for (let i = 0; i < positions.length / 3; i++) {
    spots[2 * i] = along + ((positions[3 * i] - x) / width) * (1 - 2 * along);
    spots[2 * i + 1] = down + ((y - positions[3 * i + 1]) / height) * (1 - 2 * down);
  }
  return spots;
}
