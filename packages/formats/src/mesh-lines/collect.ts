import type { Vec3 } from '@coin-relay/core';
import type { DrawingCollector } from '../drawing/drawing';
import { throughPoints } from '../drawing/through-points';
import { chainEdges } from './chain';

/**
 * Adds the lines that edges between points make.
 * @param edges two numbers of points for each
 * @param at where a point is, mm
 */
export function collectEdges(
  collected: DrawingCollector,
  name: string | undefined,
  edges: ArrayLike<number>,
  at: (point: number) => Vec3,
): void {
  for (const line of chainEdges(edges)) collected.addInSpace('line', name, throughPoints(line.map(at)));
}
