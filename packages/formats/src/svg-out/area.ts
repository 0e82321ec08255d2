import { type Boundary, rectangle, short } from '@coin-relay/model';

/** The area that is kept, as path data: what lies outside is the whole picture with a hole in it. */
export function areaData({ area, keep }: Boundary, [x0, y0, x1, y1]: readonly number[]): string {
  const ring = ringOf(area);
  return keep === 'inside' ? ring : rectangle(x0, y0, x1, y1) + ring;
}

/** An area with its corners x, y in turn, as path data. */
export function ringOf(area: Float64Array): string {
  const corners: string[] = [];
  for (let i = 0; i < area.length; i += 2) corners.push(`${short(area[i])} ${short(area[i + 1])}`);
  return `M${corners.join('L')}Z`;
}
