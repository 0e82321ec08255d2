import type { JobPath, Upright } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { profileOf } from '../path-kinds/profile';

/** Pieces as the path carries them, not turned about it, on it. */
const CARRIED: Upright = { by: { by: 'least-twist' }, roll: 0, alternate: 0, twist: 0, across: 0 };
/** Pieces that stay upright over the plane of their path. */
const KEPT_UP: Upright = { ...CARRIED, by: { by: 'fixed', up: { x: 0, y: 0, z: 1 } } };

/** Pieces whose up is away from the path that theirs winds round. */
const OUTWARD: Upright = { ...CARRIED, by: { by: 'outward' } };

/**
 * What is up on a path where nothing is said: over its plane where it rises from one, away from the path it winds round,
 * else as it carries its pieces.
 */
export function plainUpright(path: JobPath | undefined): Upright {
  const plain = path && (profileOf(path) === null ? kindOf(path).plainUp : 'over-plane');
  return plain === 'over-plane' ? KEPT_UP : plain === 'outward' ? OUTWARD : CARRIED;
}

/** Is nothing said that would not be so anyway? */
export const isPlainUpright = (upright: Upright, plain: Upright): boolean =>
  JSON.stringify(upright) === JSON.stringify(plain);
