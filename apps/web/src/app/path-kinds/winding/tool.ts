import type { PathOf } from '@coin-relay/model';
import type { PathTool } from '../kind';

/** A winding follows its path: there is nothing on it to take hold of. */
export const WINDING_TOOL: PathTool<PathOf<'winding'>> = {
  panel: () => import('./winding-panel.component').then((m) => m.WindingPanelComponent),
  handles: () => [],
  drag: () => undefined,
};
