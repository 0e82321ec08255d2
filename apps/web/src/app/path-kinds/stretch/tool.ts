import { nearestOnPath, newReading, pathReader } from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import type { PathTool } from '../kind';

type StretchPath = PathOf<'stretch'>;

/** The picked places slide along the outline they are on. */
export const STRETCH_TOOL: PathTool<StretchPath> = {
  panel: () => import('./stretch-panel.component').then((m) => m.StretchPanelComponent),

  handles(path, { measured }) {
    const outline = measured(path.of);
    if (!outline) return [];
    const read = pathReader(outline);
    const at = newReading();
    return path.picks.map((pick, i) => {
      read(pick * outline.length, at);
      return { grip: { of: 'pick', index: i }, x: at[0], y: at[1], look: 'pick' };
    });
  },

  drag(draft, path, grip, to, { measured }) {
    const outline = measured(path.of);
    if (!outline || grip.of !== 'pick') return;
    const place = nearestOnPath(outline, to).s / outline.length;
    writePath(draft, path, {
      ...path,
      picks: path.picks.map((pick, k) => (k === grip.index ? Math.max(0, Math.min(1, place)) : pick)),
    });
  },
};
