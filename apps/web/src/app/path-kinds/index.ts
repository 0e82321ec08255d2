import type { JobPath, PathKind, PathOf } from '@coin-relay/model';
import { DRAWN_TOOL } from './drawn/tool';
import { HANG_TOOL } from './hang/tool';
import { HELIX_TOOL } from './helix/tool';
import type { PathPoint, PathTool } from './kind';
import { OUTLINE_TOOL } from './outline/tool';
import { PARALLEL_TOOL } from './parallel/tool';
import { ROUTE_TOOL } from './route/tool';
import { SHAPE_TOOL } from './shape/tool';
import { SPACE_TOOL } from './space/tool';
import { STRETCH_TOOL } from './stretch/tool';
import { WINDING_TOOL } from './winding/tool';

export type {
  DragGround,
  Grip,
  Handle,
  HandleGround,
  HandleLook,
  InsertPlace,
  PathPoint,
  PathTool,
} from './kind';
export { sameGrip } from './kind';

const TOOLS: { readonly [K in PathKind]: PathTool<PathOf<K>> } = {
  route: ROUTE_TOOL,
  drawn: DRAWN_TOOL,
  space: SPACE_TOOL,
  helix: HELIX_TOOL,
  shape: SHAPE_TOOL,
  hang: HANG_TOOL,
  stretch: STRETCH_TOOL,
  outline: OUTLINE_TOOL,
  parallel: PARALLEL_TOOL,
  winding: WINDING_TOOL,
};

/** How a path is worked on. */
export const toolFor = (path: JobPath): PathTool<JobPath> => TOOLS[path.kind];

/** The points of a path that is drawn by them; none of others. */
export const pointsOfPath = (path: JobPath | null): readonly PathPoint[] =>
  (path && toolFor(path).byPoints?.of(path)) ?? [];
