import type { Shape } from '@coin-relay/core';
import type { ShapePath } from './schema';
import { SHAPE_WORDS } from './words';

/** A ready shape of a size that is easy to see, to begin with. */
export function readyShape(id: string, of: Shape['of']): ShapePath {
  const made = { id, name: SHAPE_WORDS[of], kind: 'shape' as const };
  const at = { x: 0, y: 0 };
  switch (of) {
    case 'circle':
      return { ...made, shape: { of, ...at, radius: 80 } };
    case 'ellipse':
      return { ...made, shape: { of, ...at, rx: 120, ry: 70, tilt: 0 } };
    case 'rectangle':
      return { ...made, shape: { of, ...at, width: 260, height: 140, corner: 30, tilt: 0 } };
    case 'two-arc':
      return { ...made, shape: { of, ...at, distance: 220, first: 60, second: 60, tilt: 0 } };
    case 'polygon':
      return { ...made, shape: { of, ...at, sides: 6, radius: 100, tilt: 0 } };
    case 'arc':
      return { ...made, shape: { of, ...at, radius: 120, from: 0, sweep: Math.PI } };
    case 'straight':
      return { ...made, shape: { of, ...at, length: 300, tilt: 0 } };
  }
}
