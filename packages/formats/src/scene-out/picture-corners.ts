import { faceNormals, type Mesh } from '@coin-relay/core/solid';
import {
  PICTURE_FACING,
  type PictureAlong,
  type PlacedPicture,
  type SolidBodyOf,
} from '@coin-relay/scene/solid';

/** How wide the border of a picture is, of the whole, along and down. */
export type PictureBorder = readonly [along: number, down: number];

/**
 * Where the corners of each triangle are on the picture that lies along a band, as glTF tells that, in the order of the
 * triangles; NaN for those that look neither up nor down on its section. Each triangle lies in one repeat of it.
 */
export function cornersAlong(
  { positions, triangles }: Mesh,
  { x, y, width, height }: PlacedPicture,
  { spots, ups, perRadian, pitch, span, gone }: PictureAlong,
  [along, down]: PictureBorder,
): Float32Array {
  const normals = faceNormals(positions, triangles);
  const told = new Float32Array(2 * triangles.length).fill(NaN);
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = [...triangles.subarray(t, t + 3)];
    const long = Math.hypot(normals[t], normals[t + 1], normals[t + 2]);
    const up = [0, 1, 2].reduce((sum, c) => sum + normals[t + c] * ups[3 * corners[0] + c], 0);
    if (Math.abs(up) <= PICTURE_FACING * long) continue;
    const angles = corners.map((corner) => Math.atan2(spots[3 * corner + 1], spots[3 * corner]));
    // On from one to the next also where a lap ends.
    const near = angles.map((angle) => angle - 2 * Math.PI * Math.round((angle - angles[0]) / (2 * Math.PI)));
    const s = near.map((angle) => angle * perRadian - gone);
    const repeat = Math.floor(s.reduce((sum, value) => sum + value / 3, 0) / pitch);
    corners.forEach((corner, i) => {
      const within = ((s[i] - repeat * pitch) / pitch) * span;
      told[2 * (t + i)] = along + ((within - x) / width) * (1 - 2 * along);
      told[2 * (t + i) + 1] = down + ((y - spots[3 * corner + 2]) / height) * (1 - 2 * down);
    });
  }
  return told;
}

/** The same of a picture that lies on a body from the front and from the back, right through it. */
function cornersThrough(
  { positions, triangles }: Mesh,
  { x, y, width, height }: PlacedPicture,
  [along, down]: PictureBorder,
): Float32Array {
  const normals = faceNormals(positions, triangles);
  const told = new Float32Array(2 * triangles.length).fill(NaN);
  for (let t = 0; t < triangles.length; t += 3) {
    const long = Math.hypot(normals[t], normals[t + 1], normals[t + 2]);
    if (Math.abs(normals[t + 2]) <= PICTURE_FACING * long) continue;
    for (let i = t; i < t + 3; i++) {
      const corner = 3 * triangles[i];
      told[2 * i] = along + ((positions[corner] - x) / width) * (1 - 2 * along);
      told[2 * i + 1] = down + ((y - positions[corner + 1]) / height) * (1 - 2 * down);
    }
  }
  return told;
}

/** Where the corners of the triangles of a body are on its picture; NaN for those that it does not lie on. */
export const pictureCorners = (
  { mesh, made = mesh, along }: SolidBodyOf,
  picture: PlacedPicture,
  border: PictureBorder,
): Float32Array =>
  along ? cornersAlong(made, picture, along, border) : cornersThrough(made, picture, border);
