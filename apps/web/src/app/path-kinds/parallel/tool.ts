import type { PathOf } from '@coin-relay/model';
import type { PathTool } from '../kind';

/** A parallel follows its path: there is nothing on it to take hold of. */
export const PARALLEL_TOOL: PathTool<PathOf<'parallel'>> = {
  panel: () => import('./parallel-panel.component').then((m) => m.ParallelPanelComponent),
  handles: () => [],
  drag: () => undefined,
};
