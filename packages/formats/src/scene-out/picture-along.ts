import { faceNormals, type Mesh } from '@coin-relay/core/solid';
import { PICTURE_FACING, type PictureAlong, type PlacedPicture } from '@coin-relay/scene/solid';

/**
 * A band parted into the faces that a picture lies on, what looks up and down on its section, and the others. Each
 * triangle of the first has corners of its own, and lies in one repeat of the picture.
 * @param border how wide that of the picture is, of the whole, along and down
 * @returns besides where those corners are on the picture, as glTF tells that
 */
export function partAlong(
  { positions, triangles }: Mesh,
  { x, y, width, height }: PlacedPicture,
  { spots, ups, perRadian, pitch, span, gone }: PictureAlong,
  [along, down]: readonly [number, number],
): { readonly on: Mesh; readonly off: Mesh; readonly spots: Float32Array } {
  const normals = faceNormals(positions, triangles);
  const off: number[] = [];
  const places: number[] = [];
  const told: number[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = [...triangles.subarray(t, t + 3)];
    const long = Math.hypot(normals[t], normals[t + 1], normals[t + 2]);
    const up = [0, 1, 2].reduce((sum, c) => sum + normals[t + c] * ups[3 * corners[0] + c], 0);
    if (Math.abs(up) <= PICTURE_FACING * long) {
      off.push(...corners);
      continue;
    }
    const angles = corners.map((corner) => Math.atan2(spots[3 * corner + 1], spots[3 * corner]));
    // On from one to the next also where a lap ends.
    const near = angles.map((angle) => angle - 2 * Math.PI * Math.round((angle - angles[0]) / (2 * Math.PI)));
    const s = near.map((angle) => angle * perRadian - gone);
    const repeat = Math.floor(s.reduce((sum, value) => sum + value / 3, 0) / pitch);
    corners.forEach((corner, i) => {
      places.push(...positions.subarray(3 * corner, 3 * corner + 3));
      const within = ((s[i] - repeat * pitch) / pitch) * span;
      told.push(
        along + ((within - x) / width) * (1 - 2 * along),
        down + ((y - spots[3 * corner + 2]) / height) * (1 - 2 * down),
      );
    });
  }
  return {
    off: { positions, triangles: Uint32Array.from(off) },
    on: {
      positions: Float64Array.from(places),
      triangles: Uint32Array.from({ length: places.length / 3 }, (_, i) => i),
    },
    spots: Float32Array.from(told),
  };
}
