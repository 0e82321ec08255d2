import type { Vec3 } from '@coin-relay/core';
import type { Job } from '../job/schema';

/** What is up in the axes of a drawing that stands upright, or lies. */
export const verticalOf = ({ stands }: Pick<Job, 'stands'>): Vec3 =>
  stands === 'lying' ? { x: 0, y: 0, z: 1 } : { x: 0, y: 1, z: 0 };
