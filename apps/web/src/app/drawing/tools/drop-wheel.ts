import { freshId } from '@coin-relay/model';
import { nearestOnPath, newReading, pathReader, type Vec } from '@coin-relay/core';
import { addWheel } from '../../document/commands';
import type { ToolParts, ToolSpace } from './tool-space';

/** Radius a new wheel has, px on the screen as it is seen. */
const NEW_WHEEL = 36;

/** A new wheel where it was dropped, in the span that is nearest, on the side it lies. */
export function dropWheel({ store, fits, work, context, stage }: ToolParts, space: ToolSpace, at: Vec): void {
  const { job } = store;
  const { path } = work;
  if (!job || path?.kind !== 'route') return;
  const to = space.document(at);
  const measured = space.measured();
  let after = path.stops.length - 1;
  let turn: 'ccw' | 'cw' = 'ccw';
  if (measured) {
    const { s } = nearestOnPath(measured, to);
    const read = newReading();
    pathReader(measured)(s, read);
    turn = read[2] * (to.y - read[1]) - read[3] * (to.x - read[0]) > 0 ? 'ccw' : 'cw';
    const wraps = fits.now.view?.resolved.path.id === path.id ? fits.now.view.fit.layout.wraps : [];
    const scale = space.map().scale;
    const next = wraps.findIndex((wrap, i) => i > 0 && s * scale <= wrap.to);
    if (next > 0) after = next - 1;
  }
  const id = freshId(job.wheels, 'wheel');
  const n = job.wheels.filter((wheel) => wheel.id.startsWith('wheel')).length + 1;
  const radius = Math.max(1, Math.round(NEW_WHEEL / stage.current.scale));
  const wheel = { id, name: `wheel ${n}`, x: to.x, y: to.y, size: { by: 'radius' as const, radius } };
  store.change(addWheel(path.id, wheel, turn, after));
  work.setMode('arrange');
  context.selectWheel(id);
}
