import { measurePath, scaleContour, spaceBounds } from '../path';
import type { Engagement } from '../route';
import { measureShape, scaleShape, type SpaceShape } from '../space-path';
import { centreOf, layOutRoute, type FitSource, type Give, type Layout, type SpaceSource } from './source';

/**
 * A path in space as a source, scaled about the middle of what it takes up.
 * @throws RelayError from the path
 */
export function spaceSource(shape: SpaceShape): SpaceSource {
  const [x0, y0, z0, x1, y1, z1] = spaceBounds(measureShape(shape));
  return { kind: 'space', shape, about: { x: (x0 + x1) / 2, y: (y0 + y1) / 2, z: (z0 + z1) / 2 } };
}

/**
 * Lays a source out.
 * @param pitch the pitch asked for: it decides which wheels mesh with the row
 * @throws RelayError from the path and the route
 */
export function layOut(source: FitSource, pitch: number, engagement: Engagement, give: Give): Layout {
  if (source.kind === 'contour') {
    const contour =
      give.scale === 1 ? source.contour : scaleContour(source.contour, centreOf(source), give.scale);
    return { contour, path: measurePath(contour), wheels: [], wraps: [], missed: [], cuts: [], sags: [] };
  }
  if (source.kind === 'space') {
    const shape = give.scale === 1 ? source.shape : scaleShape(source.shape, source.about, give.scale);
    const path = measureShape(shape);
    const contour = { segments: [], closed: path.closed };
    return { contour, path, wheels: [], wraps: [], missed: [], cuts: [], sags: [] };
  }
  return layOutRoute(source, pitch, engagement, give);
}
