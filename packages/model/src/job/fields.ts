import { LIMITS } from '@coin-relay/core';
import * as z from 'zod';

/** Fields that several parts of a job document have. */
export const id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'an id is 1 to 40 letters, digits, - or _');
export const name = z.string().min(1).max(80);
export const coordinate = z.number().min(-LIMITS.coordinate).max(LIMITS.coordinate);
export const length = z.number().gt(0).max(LIMITS.coordinate);
export const lengthOrNone = z.number().min(0).max(LIMITS.coordinate);
/** Radians; a few turns at the most. */
export const angle = z.number().min(-100).max(100);
/** A length that a measure drives. */
export const drivenLength = z
  .object({ measure: id, times: z.number().min(-1000).max(1000), plus: coordinate })
  .describe('A measure that drives this length: so many times it, plus so much, mm.');
