import { tightestBend } from '@coin-relay/core';
import type { RowScene } from '../placing/scene';

/** Boxes that a piece which bends is taken for, at the least and at the most. */
const LEAST = 8;
const MOST = 240;
/** One of them turns with its path by no more than this, radians. */
const TURN = 0.25;

/** How many boxes link k is taken for where it bends: a long one more than a short one. */
export function bentSlices({ fit, frame }: RowScene, k: number): number {
  const radius = tightestBend(fit.layout.path)?.radius ?? Infinity;
  const a = k * frame.step;
  const length = frame.arc[a + 1] - frame.arc[a];
  return Math.max(LEAST, Math.min(MOST, Math.ceil(length / (TURN * radius))));
}
