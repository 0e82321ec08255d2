import type { PathOf, Wheel } from '@coin-relay/model';
import { far, type Handle, type PathTool } from './kind';

type Route = PathOf<'route'>;

/** Handles are the wheel's id behind a letter: w the wheel, r its rim. */
export const wheelOf = (handle: string): string => handle.slice(2);

export const ROUTE_TOOL: PathTool<Route> = {
  handles(path, { job, radii }) {
    return path.stops.flatMap(({ wheel: id }): Handle[] => {
      const wheel = job.wheels.find((w) => w.id === id);
      if (!wheel) return [];
      const { x, y } = wheel;
      if (wheel.size.by === 'point') return [{ id: `w:${id}`, x, y, look: 'anchor' }];
      const radius = radii.get(id) ?? (wheel.size.by === 'radius' ? wheel.size.radius : 20);
      return [
        { id: `r:${id}`, x, y, look: 'rim', radius },
        { id: `w:${id}`, x, y, look: 'wheel', radius },
      ];
    });
  },

  drag(draft, _path, handle, to, { job, radii }) {
    const id = wheelOf(handle);
    const wheel = draft.wheels.find((w) => w.id === id);
    const old = job.wheels.find((w) => w.id === id);
    if (!wheel || !old) return;
    if (handle.startsWith('w')) {
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
