import type { Material } from '@coin-relay/model';
import { materialOf } from '../figures';

/** What a part is made of: what its main part is finished with, else what it is made of. */
export const materialIn = (
  materials: readonly Material[],
  own: string,
  main: string,
  finish: string | null | undefined,
): Material => materialOf(materials, finish && own === main ? finish : own);
