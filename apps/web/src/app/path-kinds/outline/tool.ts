import type { PathOf } from '@coin-relay/model';
import type { PathTool } from '../kind';

/** A line from a file is shown as it is. */
export const OUTLINE_TOOL: PathTool<PathOf<'outline'>> = {
  panel: () => import('./outline-panel.component').then((m) => m.OutlinePanelComponent),
  handles: () => [],
  drag: () => undefined,
};
