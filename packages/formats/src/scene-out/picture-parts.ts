import type { PlacedPicture, SolidBodyOf } from '@coin-relay/scene/solid';
import { pictureCorners, type PictureBorder } from './picture-corners';

/** A body parted into what a picture lies on and the rest. */
export interface PictureParts {
  /** Triangles that it does not lie on, by the corners of the body. */
  readonly off: Uint32Array;
  /** Corners of the triangles that it lies on, three each: every triangle has its own, as it lies in one repeat. */
  readonly on: Uint32Array;
  /** Where those are on the picture, as glTF tells that: two each. */
  readonly spots: Float32Array;
}

/** @param border how wide that of the picture is, of the whole, along and down */
export function partsByPicture(
  body: SolidBodyOf,
  picture: PlacedPicture,
  border: PictureBorder,
): PictureParts {
  const { triangles } = body.mesh;
  const told = pictureCorners(body, picture, border);
  const lies = (i: number): boolean => !Number.isNaN(told[2 * i]);
  return {
    off: triangles.filter((_, i) => !lies(i)),
    on: triangles.filter((_, i) => lies(i)),
    spots: told.filter((value) => !Number.isNaN(value)),
  };
}

/** Three numbers of each of some corners, one after the other. */
export function numbersOf(values: ArrayLike<number>, corners: Uint32Array): Float32Array {
  const picked = new Float32Array(3 * corners.length);
  for (let i = 0; i < picked.length; i++) picked[i] = values[3 * corners[Math.floor(i / 3)] + (i % 3)];
  return picked;
}

/** As many corners as that, each once. */
export const eachOnce = (corners: number): Uint32Array => Uint32Array.from({ length: corners }, (_, i) => i);
