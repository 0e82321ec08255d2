import type { Mesh } from '@coin-relay/core/solid';

/** A body as it is handed off: what it is called, and what it is made of. */
export interface NamedMesh {
  readonly name: string;
  /** A material by its id. */
  readonly material: string;
  /** As a web colour, #rrggbb. */
  readonly colour: string;
  readonly mesh: Mesh;
}
