import { centreOf, type Vec } from '@coin-relay/core';
import type { FitView } from '../engine/fit.service';

/** Where a fit that scales the path shows what the document says: about a centre, by a factor. */
export interface LaidMap {
  readonly centre: Vec;
  readonly scale: number;
}

const SAME: LaidMap = { centre: { x: 0, y: 0 }, scale: 1 };

/** The map of a fit; the same place where nothing is scaled, or where another path is at work. */
export function laidMap(view: FitView | null, pathId: string | null): LaidMap {
  if (!view || view.fit.scale === 1 || view.resolved.path.id !== pathId) return SAME;
  return { centre: centreOf(view.resolved.source), scale: view.fit.scale };
}

export const toLaid = ({ centre, scale }: LaidMap, p: Vec): Vec => ({
  x: centre.x + (p.x - centre.x) * scale,
  y: centre.y + (p.y - centre.y) * scale,
});

export const fromLaid = ({ centre, scale }: LaidMap, p: Vec): Vec => ({
  x: centre.x + (p.x - centre.x) / scale,
  y: centre.y + (p.y - centre.y) / scale,
});
