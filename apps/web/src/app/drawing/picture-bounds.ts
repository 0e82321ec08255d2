import { pathBounds } from '@coin-relay/core';
import { twinMatrix } from '@coin-relay/formats';
import type { RowPainter } from './row-painter';
import type { Bounds } from './view-port';

/** What a fitted row covers: path, wheels, the links beside the path, and its mirrored twin. */
export function pictureBounds({ fit, scene }: Pick<RowPainter, 'fit' | 'scene'>): Bounds {
  const [x0, y0, x1, y1] = pathBounds(fit.layout.path);
  const box: [number, number, number, number] = [x0, y0, x1, y1];
  const take = (x: number, y: number, r: number): void => {
    box[0] = Math.min(box[0], x - r);
    box[1] = Math.min(box[1], y - r);
    box[2] = Math.max(box[2], x + r);
    box[3] = Math.max(box[3], y + r);
  };
  for (const { x, y, radius } of fit.layout.wheels) take(x, y, radius);
  const { rows, twin } = scene.setOut.setOut;
  const beside = Math.max(
    fit.request.pitch * 0.8,
    ...scene.pieces.map(
      ({ box: [, low, , high], setting }) => Math.max(-low, high) * setting.scale + Math.abs(setting.out),
    ),
  );
  const margin = beside + ((rows.count - 1) / 2) * rows.spacing;
  box[0] -= margin;
  box[1] -= margin;
  box[2] += margin;
  box[3] += margin;
  for (const { x, y } of scene.setOut.setOut.handed?.takes === 'direction'
    ? scene.setOut.setOut.handed.items
    : [])
    take(x, y, beside);
  // Pieces that are stretched reach as far as the path they meet.
  const { reach, rail } = scene.setOut;
  if (reach && rail) {
    const far = reach.reduce((most, d) => (d > most ? d : most), 0);
    const way = scene.setOut.setOut.reach?.way;
    for (let k = 0; k < reach.length; k++) {
      const [x, y] = [rail.data[4 * k], rail.data[4 * k + 1]];
      if (way === 'up' || way === 'down') take(x, y + (way === 'up' ? 1 : -1) * (reach[k] || 0), 0);
      else take(x, y, far);
    }
  }
  if (twin) {
    const m = twinMatrix(twin);
    const [a, b, c, d] = box;
    for (const [x, y] of [
      [a, b],
      [c, b],
      [c, d],
      [a, d],
    ])
      take(m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5], 0);
  }
  return box;
}
