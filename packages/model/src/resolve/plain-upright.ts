import type { JobPath, Upright } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { profileOf } from '../path-kinds/profile';

/** Pieces as the path carries them, not turned about it, on it. */
const CARRIED: Upright = { by: { by: 'least-twist' }, roll: 0, alternate: 0, twist: 0, across: 0 };
/** Pieces that stay upright over the plane of their path. */
const KEPT_UP: Upright = { ...CARRIED, by: { by: 'fixed', up: { x: 0, y: 0, z: 1 } } };

/** What is up on a path where nothing is said: over its plane where it rises from one, else as it carries its pieces. */
export const plainUpright = (path: JobPath | undefined): Upright =>
  path && (profileOf(path) !== null || kindOf(path).keepsUp === true) ? KEPT_UP : CARRIED;

/** Is nothing said that would not be so anyway? */
export const isPlainUpright = (upright: Upright, plain: Upright): boolean =>
  JSON.stringify(upright) === JSON.stringify(plain);
