import type { Map3 } from '@coin-relay/core';
import { Matrix4 } from 'three';

/** An affine map as the matrix that it is. */
export const matrixOf = (m: Map3): Matrix4 =>
  new Matrix4().set(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10], m[11], 0, 0, 0, 1);
