import { newReading, pathReader } from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import type { Handle, PathTool } from '../kind';

type Hang = PathOf<'hang'>;

export const HANG_TOOL: PathTool<Hang> = {
  panel: () => import('./hang-panel.component').then((m) => m.HangPanelComponent),

  handles(path, { measured }) {
    const [first, last] = path.anchors ?? [null, null];
    // An end that hangs on an anchor is moved with that.
    const made: Handle[] = [
      ...(first === null
        ? [{ grip: { of: 'end', end: 'from' }, ...path.from, look: 'anchor' } as const]
        : []),
      ...(last === null ? [{ grip: { of: 'end', end: 'to' }, ...path.to, look: 'anchor' } as const] : []),
    ];
    const hung = path.by.by === 'count' ? null : measured(path.id);
    if (hung) {
      const at = newReading();
      pathReader(hung)(hung.length / 2, at);
      made.push({ grip: { of: 'end', end: 'low' }, x: at[0], y: at[1], look: 'end' });
    }
    return made;
  },

  drag(draft, path, grip, to) {
    if (grip.of !== 'end') return;
    if (grip.end !== 'low') {
      writePath(draft, path, { ...path, [grip.end]: { x: to.x, y: to.y } });
      return;
    }
    // Pulling the row down says how deep it hangs below the line between the anchors.
    const { from, to: end } = path;
    const w = end.x - from.x;
    const line =
      Math.abs(w) > 1e-9 ? from.y + ((to.x - from.x) / w) * (end.y - from.y) : (from.y + end.y) / 2;
    writePath(draft, path, { ...path, by: { by: 'sag', sag: Math.max(0.01, line - to.y) } });
  },

  snapTo: (path, grip) => ({
    from: null,
    others: grip.of === 'end' && grip.end === 'from' ? [path.to] : [path.from],
  }),
};
