import type { Mesh } from '@coin-relay/core/solid';

/** A body as it is handed off: what it is called, and what it is made of. */
export interface NamedMesh {
  readonly name: string;
  /** A material by its id. */
  readonly material: string;
  /** As a web colour, #rrggbb. */
  readonly colour: string;
  readonly mesh: Mesh;
  /** The picture that lies on some of its triangles. */
  readonly picture?: MeshPicture | undefined;
}

/** A picture on a body. */
export interface MeshPicture {
  /** What it is made of where the picture lies on it. */
  readonly material: string;
  /** Where the corners of its triangles are on it, in their order, 0 to 1 to the right and down; NaN where it is not. */
  readonly corners: Float32Array;
}
