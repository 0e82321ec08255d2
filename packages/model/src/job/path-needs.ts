import { kindOf } from '../path-kinds/all';
import type { PathNeed } from '../path-kinds/kind';
import type { JobPath } from './shape';

/** What a path refers to, and where it says so. */
export const pathNeeds = (path: JobPath): PathNeed[] => kindOf(path).needs?.(path) ?? [];
