import { pathBounds, type FitOutcome } from '@coin-relay/core';
import type { Bounds } from './view-port';

/** What a fitted row covers: path, wheels, and the links beside the path. */
export function pictureBounds(fit: FitOutcome): Bounds {
  const [x0, y0, x1, y1] = pathBounds(fit.layout.path);
  const box: [number, number, number, number] = [x0, y0, x1, y1];
  for (const { x, y, radius } of fit.layout.wheels) {
    box[0] = Math.min(box[0], x - radius);
    box[1] = Math.min(box[1], y - radius);
    box[2] = Math.max(box[2], x + radius);
    box[3] = Math.max(box[3], y + radius);
  }
  const beside = fit.request.pitch * 0.8;
  return [box[0] - beside, box[1] - beside, box[2] + beside, box[3] + beside];
}
