import { placePoint, type Placement } from '../path';
import type { Shape } from './shape';

/** A shape moved, turned, scaled or mirrored: it stays what it is. */
export function placeShape(shape: Shape, placement: Placement): Shape {
  const { k, turn, mirror } = placement;
  const at = placePoint(placement, shape);
  // Mirrored, a line runs the other way round; told backwards it is the mirror image.
  const run = mirror ? { reversed: !shape.reversed } : {};
  const tilt = (angle: number): number => (mirror ? -angle : angle) + turn;
  switch (shape.of) {
    case 'circle':
      return { ...shape, ...at, ...run, radius: shape.radius * k };
    case 'ellipse':
      return { ...shape, ...at, ...run, rx: shape.rx * k, ry: shape.ry * k, tilt: tilt(shape.tilt) };
    case 'rectangle':
      return {
        ...shape,
        ...at,
        ...run,
        width: shape.width * k,
        height: shape.height * k,
        corner: shape.corner * k,
        tilt: tilt(shape.tilt),
      };
    case 'two-arc':
      return {
        ...shape,
        ...at,
        ...run,
        distance: shape.distance * k,
        first: shape.first * k,
        second: shape.second * k,
        tilt: tilt(shape.tilt),
      };
    case 'polygon':
      return { ...shape, ...at, ...run, radius: shape.radius * k, tilt: tilt(shape.tilt) };
    case 'arc':
      return {
        ...shape,
        ...at,
        radius: shape.radius * k,
        from: tilt(shape.from),
        sweep: mirror ? -shape.sweep : shape.sweep,
      };
    case 'straight':
      return { ...shape, ...at, length: shape.length * k, tilt: tilt(shape.tilt) };
  }
}
