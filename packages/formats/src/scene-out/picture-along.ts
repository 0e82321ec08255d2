import type { Mesh } from '@coin-relay/core/solid';
import type { PictureAlong, PlacedPicture } from '@coin-relay/scene/solid';
import { cornersAlong, type PictureBorder } from './picture-corners';

/**
 * A band parted into the faces that a picture lies on, what looks up and down on its section, and the others. Each
 * triangle of the first has corners of its own, and lies in one repeat of the picture.
 * @param border how wide that of the picture is, of the whole, along and down
 * @returns besides where those corners are on the picture, as glTF tells that
 */
export function partAlong(
  mesh: Mesh,
  picture: PlacedPicture,
  along: PictureAlong,
  border: PictureBorder,
): { readonly on: Mesh; readonly off: Mesh; readonly spots: Float32Array } {
  const { positions, triangles } = mesh;
  const told = cornersAlong(mesh, picture, along, border);
  const lies = Array.from(triangles, (_, i) => !Number.isNaN(told[2 * i]));
  const on = triangles.filter((_, i) => lies[i]);
  return {
    off: { positions, triangles: triangles.filter((_, i) => !lies[i]) },
    on: {
      positions: Float64Array.from(
        [...on].flatMap((corner) => [0, 1, 2].map((c) => positions[3 * corner + c])),
      ),
      triangles: Uint32Array.from(on, (_, i) => i),
    },
    spots: told.filter((value) => !Number.isNaN(value)),
  };
}
