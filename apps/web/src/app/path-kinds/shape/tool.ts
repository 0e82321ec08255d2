import { TAU, turnPositive, type Shape, type Vec } from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import { far, sharpAngle, type Grip, type Handle, type PathTool, type ShapePart } from '../kind';

type ShapePath = PathOf<'shape'>;

/** The least a length can be dragged to, mm. */
const LEAST = 0.1;
const atLeast = (value: number): number => Math.max(LEAST, value);
const polar = (centre: Vec, radius: number, angle: number): Vec => ({
  x: centre.x + radius * Math.cos(angle),
  y: centre.y + radius * Math.sin(angle),
});

export const SHAPE_TOOL: PathTool<ShapePath> = {
  panel: () => import('./shape-panel.component').then((m) => m.ShapePanelComponent),

  handles({ shape }) {
    const grip = (part: ShapePart): Grip => ({ of: 'shape', part });
    const end = (part: ShapePart, at: Vec): Handle => ({ grip: grip(part), ...at, look: 'end' });
    const centre: Handle = { grip: grip('centre'), x: shape.x, y: shape.y, look: 'centre' };
    switch (shape.of) {
      case 'circle':
        return [centre, { grip: grip('rim'), x: shape.x, y: shape.y, look: 'rim', radius: shape.radius }];
      case 'ellipse':
        return [
          centre,
          end('rx', polar(shape, shape.rx, shape.tilt)),
          end('ry', polar(shape, shape.ry, shape.tilt + Math.PI / 2)),
        ];
      case 'rectangle':
        return [centre, end('corner', turned(shape, shape.width / 2, shape.height / 2))];
      case 'two-arc': {
        const second = polar(shape, shape.distance, shape.tilt);
        return [
          centre,
          { grip: grip('second'), ...second, look: 'centre' },
          { grip: grip('first rim'), x: shape.x, y: shape.y, look: 'rim', radius: shape.first },
          { grip: grip('second rim'), ...second, look: 'rim', radius: shape.second },
        ];
      }
      case 'polygon':
        return [centre, end('vertex', polar(shape, shape.radius, shape.tilt))];
      case 'arc':
        return [
          centre,
          end('from', polar(shape, shape.radius, shape.from)),
          end('to', polar(shape, shape.radius, shape.from + shape.sweep)),
        ];
      case 'straight':
        return [{ ...centre, look: 'end' }, end('end', polar(shape, shape.length, shape.tilt))];
    }
  },

  drag(draft, path, grip, to) {
    if (grip.of !== 'shape') return;
    writePath(draft, path, { ...path, shape: dragged(path.shape, grip.part, to) });
  },
};

function turned(shape: Extract<Shape, { of: 'rectangle' }>, x: number, y: number): Vec {
  const c = Math.cos(shape.tilt);
  const s = Math.sin(shape.tilt);
  return { x: shape.x + c * x - s * y, y: shape.y + s * x + c * y };
}

function dragged(shape: Shape, part: ShapePart, to: Vec): Shape {
  if (part === 'centre' && shape.of !== 'straight') return { ...shape, x: to.x, y: to.y };
  switch (shape.of) {
    case 'circle':
      return { ...shape, radius: atLeast(far(shape, to)) };
    case 'ellipse':
      return part === 'rx'
        ? { ...shape, rx: atLeast(far(shape, to)), tilt: sharpAngle(shape, to) }
        : { ...shape, ry: atLeast(far(shape, to)), tilt: sharpAngle(shape, to) - Math.PI / 2 };
    case 'rectangle': {
      const c = Math.cos(shape.tilt);
      const s = Math.sin(shape.tilt);
      const x = c * (to.x - shape.x) + s * (to.y - shape.y);
      const y = -s * (to.x - shape.x) + c * (to.y - shape.y);
      const width = atLeast(2 * Math.abs(x));
      const height = atLeast(2 * Math.abs(y));
      return { ...shape, width, height, corner: Math.min(shape.corner, width / 2, height / 2) };
    }
    case 'two-arc': {
      if (part === 'second') {
        const least = Math.abs(shape.first - shape.second) + LEAST;
        return { ...shape, distance: Math.max(least, far(shape, to)), tilt: sharpAngle(shape, to) };
      }
      const most = (other: number): number => other + shape.distance - LEAST;
      if (part === 'first rim')
        return { ...shape, first: Math.min(most(shape.second), atLeast(far(shape, to))) };
      const second = polar(shape, shape.distance, shape.tilt);
      return { ...shape, second: Math.min(most(shape.first), atLeast(far(second, to))) };
    }
    case 'polygon':
      return { ...shape, radius: atLeast(far(shape, to)), tilt: sharpAngle(shape, to) };
    case 'arc': {
      const angle = sharpAngle(shape, to);
      if (part === 'from') {
        const end = shape.from + shape.sweep;
        return {
          ...shape,
          radius: atLeast(far(shape, to)),
          from: angle,
          sweep: sweepLike(shape.sweep, end - angle),
        };
      }
      return { ...shape, radius: atLeast(far(shape, to)), sweep: sweepLike(shape.sweep, angle - shape.from) };
    }
    case 'straight': {
      const end = polar(shape, shape.length, shape.tilt);
      const [a, b] = part === 'end' ? [shape, to] : [to, end];
      return { ...shape, x: a.x, y: a.y, length: atLeast(far(a, b)), tilt: sharpAngle(a, b) };
    }
  }
}

/** A turn of an angle in the sense of an earlier one; never none. */
function sweepLike(sense: number, angle: number): number {
  const turn = turnPositive(angle) || TAU;
  return sense > 0 ? turn : turn - TAU || -TAU;
}
