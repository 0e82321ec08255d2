import type { Vec3 } from '@coin-relay/core';

/** What is up in the axes of a drawing that stands upright, or lies. */
export const verticalOf = ({ stands }: { readonly stands?: 'upright' | 'lying' | undefined }): Vec3 =>
  stands === 'lying' ? { x: 0, y: 0, z: 1 } : { x: 0, y: 1, z: 0 };
