import { type Boundary, rectangle, short } from '@coin-relay/model';
import { coveredBy, stretchesIn, type RowScene } from '@coin-relay/scene';

/** The area that is kept, as path data: what lies outside is the whole picture with a hole in it. */
export function areaData({ area, keep }: Boundary, [x0, y0, x1, y1]: readonly number[]): string {
  const ring = ringOf(area);
  return keep === 'inside' ? ring : rectangle(x0, y0, x1, y1) + ring;
}

/** What a row may cover where it lies in a layer, as path data; empty where it never does. */
export const layerArea = (scene: RowScene, layer: number): string =>
  coveredBy(scene, stretchesIn(scene, layer)).map(ringOf).join('');

function ringOf(area: Float64Array): string {
  const corners: string[] = [];
  for (let i = 0; i < area.length; i += 2) corners.push(`${short(area[i])} ${short(area[i + 1])}`);
  return `M${corners.join('L')}Z`;
}
