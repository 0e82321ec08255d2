import type { JobPath, PathKind, PathOf } from '@coin-relay/model';
import { DRAWN_TOOL } from './drawn';
import { HANG_TOOL } from './hang';
import type { PathTool } from './kind';
import { ROUTE_TOOL } from './route';
import { SHAPE_TOOL } from './shape';
import { STRETCH_TOOL } from './stretch';

export type { DragGround, Handle, HandleGround, HandleLook, PathTool } from './kind';
export { wheelOf } from './route';

/** Kinds without handles of their own are shown as they are. */
const NO_HANDLES: PathTool<never> = { handles: () => [], drag: () => undefined };

const TOOLS: { readonly [K in PathKind]: PathTool<PathOf<K>> } = {
  route: ROUTE_TOOL,
  drawn: DRAWN_TOOL,
  shape: SHAPE_TOOL,
  hang: HANG_TOOL,
  stretch: STRETCH_TOOL,
  outline: NO_HANDLES,
  parallel: NO_HANDLES,
};

/** How a path is worked on with the pointer. */
export const toolFor = (path: JobPath): PathTool<JobPath> => TOOLS[path.kind];
