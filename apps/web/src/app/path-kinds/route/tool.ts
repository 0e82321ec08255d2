import type { PathOf, Wheel } from '@coin-relay/model';
import { far, type Grip, type Handle, type PathTool } from '../kind';

type Route = PathOf<'route'>;

export const ROUTE_TOOL: PathTool<Route> = {
  panel: () => import('./route-panel.component').then((m) => m.RoutePanelComponent),

  handles(path, { job, radii }) {
    return path.stops.flatMap(({ wheel: id }): Handle[] => {
      const wheel = job.wheels.find((w) => w.id === id);
      if (!wheel) return [];
      const { x, y } = wheel;
      const grip = (part: 'centre' | 'rim'): Grip => ({ of: 'wheel', wheel: id, part });
      if (wheel.size.by === 'point') return [{ grip: grip('centre'), x, y, look: 'anchor' }];
      const radius = radii.get(id) ?? (wheel.size.by === 'radius' ? wheel.size.radius : 20);
      return [
        { grip: grip('rim'), x, y, look: 'rim', radius },
        { grip: grip('centre'), x, y, look: 'wheel', radius },
      ];
    });
  },

  drag(draft, _path, grip, to, { job, radii }) {
    if (grip.of !== 'wheel') return;
    const id = grip.wheel;
    const wheel = draft.wheels.find((w) => w.id === id);
    const old = job.wheels.find((w) => w.id === id);
    if (!wheel || !old) return;
    if (grip.part === 'centre') {
      wheel.x = to.x;
      wheel.y = to.y;
    } else {
      wheel.size = resized(old, far(old, to), radii.get(id));
    }
  },
};

/** A plain wheel takes the radius; a toothed one the whole number of teeth whose radius is nearest. */
function resized({ size }: Wheel, radius: number, laid: number | undefined): Wheel['size'] {
  if (size.by === 'radius') return { by: 'radius', radius: Math.max(0.1, radius) };
  if (size.by === 'point' || laid === undefined) return size;
  return { ...size, teeth: Math.max(5, Math.min(1000, Math.round((size.teeth * radius) / laid))) };
}
